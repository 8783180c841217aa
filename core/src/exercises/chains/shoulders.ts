import { SHOULDERS_IN } from '../aids.ts';
import { chain, exercise, rung } from '../exercise.ts';
import { FAULTS } from '../faults.ts';

/** Square turns off the outside aids, then shoulders in, straight, and in again. */
export const shoulders = chain({
  id: 'shoulders',
  name: 'Shoulder control',
  about: 'Square turns off the outside aids, then shoulders in, straight, and in again.',
  faculties: ['shoulders'],
  remarks: {
    'steady-hand': 'The outer rein says where the shoulders stop; half-halt with it once a stride.',
    'stretch-first':
      'Straighten into a lower neck between two shoulder-ins, so that the bend does not become a brace.',
    'light-rein':
      'Bring the shoulders over with the outside knee and thigh; the inside rein only shows the flexion.',
  },
  exercises: [
    exercise({
      id: 'square-turns',
      name: 'Square turns off the outside aids',
      purpose: 'The outside rein and leg turn the shoulders; the inside hand only shows the way.',
      builds: { straightness: 4, contact: 2, suppleness: 1 },
      stage: 2,
      gaits: ['walk', 'trot'],
      phases: ['warm-up', 'work'],
      checks: ['steps sideways'],
      template: 'E walk medium, square left 20\nK walk medium',
      rungs: [
        rung('in walk'),
        rung(
          'in trot',
          {},
          { stage: 3, template: 'E trot working, square left 20\nK trot working' },
        ),
      ],
      load: 2,
      aids: SHOULDERS_IN,
      good: { measure: 'Corners turned without the inside rein', threshold: 'Three of four.' },
      leaveWhen: 'The shoulders come as you turn your own.',
      repair: 'walk-lines',
      faults: [FAULTS.overbent, FAULTS.driftsOut, FAULTS.fallsIn],
      remarks: {
        'light-rein': 'Weight a touch to the outside keeps the horse upright in the turn.',
      },
    }),
    exercise({
      id: 'shoulders-in-straighten',
      name: 'Shoulders in, straighten, shoulders in',
      purpose: 'The shoulders can be put where you want them, and put back.',
      builds: { straightness: 4, suppleness: 2 },
      stage: 3,
      gaits: ['walk', 'trot'],
      template:
        'K trot working\nF-B shoulder-fore\nB-M trot working\nH-E shoulder-fore\nE-K trot working',
      rungs: [
        rung(
          'in walk first',
          {},
          {
            template:
              'K walk medium\nF-B shoulder-fore\nB-M walk medium\nH-E shoulder-fore\nE-K walk medium',
          },
        ),
        rung('half a side each'),
      ],
      load: 2,
      needs: { exercises: ['square-turns'], scales: { contact: 5 } },
      aids: SHOULDERS_IN,
      good: {
        measure: 'Strides from one to the other',
        threshold: 'Three strides, the hind feet on the track.',
      },
      leaveWhen: 'Both changes come from the outer rein.',
      repair: 'square-turns',
      faults: [FAULTS.overbent, FAULTS.driftsOut, FAULTS.swings],
    }),
    exercise({
      id: 'shoulder-fore',
      name: 'Shoulder-fore',
      purpose: 'A hint of shoulder-in: the inside hind steps between the forefeet.',
      builds: { straightness: 5, suppleness: 2, contact: 1 },
      faculties: ['shoulders', 'straight'],
      stage: 3,
      gaits: ['trot'],
      template: 'K trot working\nF-M shoulder-fore\nH-K shoulder-fore',
      rungs: [
        rung(
          'half of each long side',
          {},
          { template: 'K trot working\nF-B shoulder-fore\nH-E shoulder-fore' },
        ),
        rung('both long sides'),
      ],
      load: 2,
      needs: { exercises: ['shoulders-in-straighten'], scales: { contact: 5 } },
      aids: SHOULDERS_IN,
      good: { measure: 'Strides held on the line', threshold: 'Ten strides without a drift.' },
      leaveWhen: 'Eight good strides: ride straight and forward.',
      repair: 'shoulders-in-straighten',
      faults: [FAULTS.overbent, FAULTS.quick, FAULTS.driftsOut],
    }),
    exercise({
      id: 'shoulder-in',
      name: 'Shoulder-in',
      purpose:
        'Shoulders in by a foot’s breadth and a half, three tracks; the mother of the lateral work.',
      builds: { straightness: 5, suppleness: 4, collection: 2 },
      faculties: ['shoulders', 'bend', 'carry'],
      stage: 4,
      gaits: ['walk', 'trot'],
      template: 'K trot working\nF-M shoulder-in\nH-K shoulder-in',
      rungs: [
        rung('in walk', {}, { template: 'K walk medium\nF-M shoulder-in\nH-K shoulder-in' }),
        rung(
          'half a side in trot',
          {},
          { template: 'K trot working\nF-B shoulder-in\nH-E shoulder-in' },
        ),
        rung('both long sides in trot'),
      ],
      load: 3,
      parts: ['shoulder-fore'],
      needs: { exercises: ['shoulder-fore'], scales: { contact: 5.5, straightness: 5 } },
      aids: SHOULDERS_IN,
      good: { measure: 'Strides on three tracks', threshold: 'Eight strides at one angle.' },
      leaveWhen: 'The first stride that loses the bend: straight on or a circle.',
      stops: true,
      repair: 'shoulder-fore',
      faults: [FAULTS.overbent, FAULTS.quick, FAULTS.tilts, FAULTS.swings],
      remarks: {
        'steady-hand': 'Weight to the inside.',
        'light-rein': 'Some ride the first ones without inside flexion.',
      },
    }),
    exercise({
      id: 'shoulder-in-circle',
      name: 'Shoulder-in, circle, shoulder-in',
      purpose: 'The circle gives the bend back that the line takes away.',
      builds: { straightness: 4, suppleness: 4 },
      faculties: ['shoulders', 'bend'],
      stage: 4,
      gaits: ['trot'],
      template: 'K trot working\nF-B shoulder-in\nB circle left {size}\nB-M shoulder-in',
      rungs: [rung('12 m', { size: 12 }), rung('10 m', { size: 10 })],
      load: 3,
      parts: ['shoulder-in'],
      needs: { exercises: ['shoulder-in'] },
      aids: SHOULDERS_IN,
      good: {
        measure: 'Strides after the circle',
        threshold: 'Six strides with the bend of the circle.',
      },
      leaveWhen: 'The second half is as good as the first.',
      repair: 'shoulder-fore',
      faults: [FAULTS.overbent, FAULTS.fallsIn, FAULTS.stuck],
    }),
    exercise({
      id: 'shoulder-in-forward',
      name: 'Shoulder-in, then forward on the diagonal',
      purpose: 'What was gathered in the shoulder-in is let out on a straight line.',
      builds: { impulsion: 4, straightness: 3, collection: 1 },
      faculties: ['shoulders', 'forward'],
      stage: 4,
      gaits: ['trot'],
      template:
        'K trot working\nF-M shoulder-in\nH-X-F change rein, trot {pace}\nF trot working\nK-H shoulder-in\nM-X-K change rein, trot {pace}\nK trot working\nA circle left 12',
      rungs: [
        rung('lengthened across the school', { pace: 'lengthened' }),
        rung('medium across the school', { pace: 'medium' }, { stage: 5 }),
      ],
      load: 4,
      parts: ['shoulder-in'],
      needs: { exercises: ['shoulder-in'], scales: { impulsion: 5 } },
      aids: SHOULDERS_IN,
      good: {
        measure: 'Stride on the diagonal',
        threshold: 'Bigger at the same tempo, from the first stride.',
      },
      leaveWhen: 'One diagonal that grew by itself.',
      repair: 'shoulder-in',
      faults: [FAULTS.quick, FAULTS.flat, FAULTS.leans],
    }),
    exercise({
      id: 'shoulder-in-canter',
      name: 'Shoulder-in in canter',
      purpose: 'Straightens the canter; much harder than in trot, so a few strides are enough.',
      builds: { straightness: 5, collection: 3 },
      faculties: ['shoulders', 'carry'],
      stage: 6,
      gaits: ['canter'],
      template:
        'A trot working, circle left 20\nA canter collected\nF-B shoulder-in\nB canter working\nC trot working, circle left 20',
      rungs: [
        rung('half a side'),
        rung(
          'the whole side',
          {},
          {
            template:
              'A trot working, circle left 20\nA canter collected\nF-M shoulder-in\nM canter working\nC trot working, circle left 20',
            stage: 7,
          },
        ),
      ],
      load: 4,
      collectedS: 10,
      parts: ['shoulder-in'],
      needs: {
        exercises: ['shoulder-in', 'canter-large'],
        scales: { straightness: 6, contact: 6 },
      },
      aids: SHOULDERS_IN,
      good: {
        measure: 'Strides with the inside hind under',
        threshold: 'Six strides in three beats.',
      },
      leaveWhen: 'Six strides; then forward.',
      repair: 'shoulder-fore',
      faults: [FAULTS.breaks, FAULTS.overbent, FAULTS.quick],
    }),
  ],
});
