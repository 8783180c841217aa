import { CANTER, PIROUETTE } from '../aids.ts';
import { chain, exercise, rung } from '../exercise.ts';
import { FAULTS } from '../faults.ts';

/** A square with round corners; collected in the turns, forward on the sides; then the turns get smaller. */
export const squareCanter = chain({
  id: 'square-canter',
  name: 'Square canter',
  about:
    'A square with round corners; collected in the turns, forward on the sides; then the turns get smaller.',
  faculties: ['shoulders', 'carry'],
  remarks: {
    'steady-hand':
      'The outside rein carries the turn; the inside hand may give in the middle of it.',
    'stretch-first':
      'Long sides forward and down a little, turns up: the swing between them is the exercise.',
    'light-rein':
      'Jump the shoulders round with the outside leg; if you must use the rein, make the turn rounder.',
  },
  exercises: [
    exercise({
      id: 'square-canter-round',
      name: 'Square with round corners in canter',
      purpose: 'A square of 20 m: four straight pieces, four turns.',
      builds: { straightness: 4, collection: 2 },
      stage: 4,
      gaits: ['canter'],
      at: ['E', 'C'],
      template:
        '{at} trot working, circle left 20\n{at} canter working\nE square left {size}\nA trot working, circle left 20',
      rungs: [rung('20 m', { size: 20 }), rung('18 m', { size: 18 }, { stage: 5 })],
      load: 4,
      needs: { exercises: ['canter-large', 'square-turns'], scales: { straightness: 5 } },
      aids: CANTER,
      good: { measure: 'Strides on each side', threshold: 'Four sides alike.' },
      leaveWhen: 'One square without a loss of canter.',
      repair: 'canter-circle',
      faults: [FAULTS.fallsIn, FAULTS.disunited, FAULTS.flat],
    }),
    exercise({
      id: 'square-canter-turns',
      name: 'Collected turns, forward sides',
      purpose: 'Collect in the turn, medium on the line: each side gives the next turn its energy.',
      builds: { collection: 4, straightness: 3, impulsion: 2 },
      stage: 5,
      gaits: ['canter'],
      template:
        'A trot working, circle left 20\nA canter working\nF canter medium\nM canter collected\nH canter working\nA trot working, circle left 20',
      rungs: [
        rung('two turns'),
        rung(
          'four turns',
          {},
          {
            template:
              'A trot working, circle left 20\nA canter working\nF canter medium\nM canter collected\nH canter medium\nK canter collected\nF canter working\nC trot working, circle left 20',
            stage: 6,
          },
        ),
      ],
      load: 4,
      collectedS: 12,
      needs: { exercises: ['square-canter-round', 'ten-ten-canter'], scales: { collection: 4.5 } },
      aids: CANTER,
      good: {
        measure: 'Canter strides in the short side',
        threshold: 'Round, in three beats, both corners.',
      },
      leaveWhen: 'Both corners good once.',
      repair: 'square-canter-round',
      faults: [FAULTS.leans, FAULTS.flat, FAULTS.breaks],
    }),
    exercise({
      id: 'quarter-turns-canter',
      name: 'Quarter turns in canter',
      purpose: 'The corner becomes a quarter of a small turn around the inside hind.',
      builds: { collection: 5, straightness: 3 },
      stage: 6,
      gaits: ['canter'],
      template:
        'A trot working, circle left 20\nA canter collected\nB working pirouette left 90\nE canter working, track left\nA trot working, circle left 20',
      rungs: [
        rung('on a circle of three metres'),
        rung(
          'around the inside hind',
          {},
          {
            stage: 7,
            template:
              'A trot working, circle left 20\nA canter collected\nB canter pirouette left 90\nE canter working, track left\nA trot working, circle left 20',
          },
        ),
      ],
      load: 5,
      collectedS: 16,
      needs: { exercises: ['square-canter-turns'], scales: { collection: 5.5 } },
      aids: PIROUETTE,
      good: { measure: 'Strides in the turn', threshold: 'Even strides, hind legs jumping.' },
      leaveWhen: 'A quarter was good: forward.',
      repair: 'square-canter-round',
      faults: [FAULTS.hindStops, FAULTS.swings, FAULTS.breaks],
    }),
    exercise({
      id: 'small-square-canter',
      name: 'Smaller square in canter',
      purpose: 'The square shrinks to 15 m; the turns stay round and the sides straight.',
      builds: { collection: 3, straightness: 4 },
      stage: 5,
      gaits: ['canter'],
      at: ['E', 'C'],
      template:
        '{at} trot working, circle left 20\n{at} canter working\nE square left {size}\nA trot working, circle left 20',
      rungs: [rung('16 m', { size: 16 }), rung('15 m', { size: 15 })],
      load: 4,
      needs: { exercises: ['square-canter-round'] },
      aids: CANTER,
      good: {
        measure: 'Strides on each side',
        threshold: 'Four sides alike, no swing of the quarters.',
      },
      leaveWhen: 'One square.',
      repair: 'square-canter-round',
      faults: [FAULTS.swings, FAULTS.fallsIn, FAULTS.flat],
    }),
  ],
});
