import { POLES } from '../aids.ts';
import { chain, exercise, rung } from '../exercise.ts';
import { FAULTS } from '../faults.ts';

/** Poles on the ground: each crossing asks the diagonal hind leg to hold. */
export const poles = chain({
  id: 'poles',
  name: 'Poles',
  about: 'Poles on the ground: each crossing asks the diagonal hind leg to hold.',
  faculties: ['rhythm'],
  remarks: {
    'steady-hand':
      'Keep the contact over the poles and let the hand go with the neck; do not drop it.',
    'stretch-first': 'Let the neck go down to look: it lifts the back over the pole.',
    'light-rein':
      'Look up and leave the horse alone; it finds its own feet when the rein does not meddle.',
  },
  exercises: [
    exercise({
      id: 'walk-poles',
      name: 'Walk poles',
      purpose: 'The horse looks where it puts its feet; the back comes up.',
      builds: { rhythm: 3, suppleness: 2 },
      stage: 1,
      gaits: ['walk'],
      phases: ['warm-up', 'work'],
      template: 'poles {poles} spaced 0.85 at B\nF walk medium, go large',
      rungs: [rung('two poles', { poles: 2 }), rung('four poles', { poles: 4 })],
      load: 1,
      aids: POLES,
      good: { measure: 'Poles touched', threshold: 'None, at an even walk.' },
      leaveWhen: 'Two clean rounds.',
      repair: 'walk-long-rein',
      faults: [FAULTS.hurries, FAULTS.knocks],
      cautions: ['Poles only with someone on foot to reset them.'],
      equipment: ['poles'],
    }),
    exercise({
      id: 'staggered-poles',
      name: 'Staggered poles',
      purpose:
        'On the track, off it, and back over three offset poles: the horse steps out and in.',
      builds: { straightness: 4, suppleness: 3 },
      faculties: ['straight', 'bend'],
      stage: 2,
      gaits: ['walk', 'trot'],
      template: 'poles 3 spaced 2.4 at B staggered\nF walk medium, weave poles at B',
      rungs: [
        rung('in walk'),
        rung(
          'in trot',
          {},
          {
            stage: 3,
            template: 'poles 3 spaced 2.4 at B staggered\nF trot working, weave poles at B',
          },
        ),
      ],
      load: 2,
      needs: { exercises: ['corner-pole'] },
      aids: POLES,
      good: {
        measure: 'Poles crossed in the middle',
        threshold: 'Three of three, both directions.',
      },
      leaveWhen: 'Clean on both reins.',
      repair: 'walk-poles',
      faults: [FAULTS.hurries, FAULTS.driftsOut, FAULTS.knocks],
      cautions: ['Poles only with someone on foot to reset them.'],
      equipment: ['poles'],
    }),
    exercise({
      id: 'corner-pole',
      name: 'The pole before the corner',
      purpose:
        'One pole where the corner begins: the inside hind has to lift, and the corner gets deeper.',
      builds: { suppleness: 3, straightness: 2, impulsion: 1 },
      faculties: ['bend', 'rhythm'],
      stage: 2,
      gaits: ['trot'],
      template: 'poles 1 at M\nF trot working, go large',
      rungs: [
        rung('one pole'),
        rung(
          'a pole in two corners',
          {},
          { template: 'poles 1 at M\npoles 1 at K\nF trot working, go large' },
        ),
      ],
      load: 2,
      needs: { exercises: ['walk-poles'] },
      aids: POLES,
      good: { measure: 'Corners with bend, counted', threshold: 'Three of four.' },
      leaveWhen: 'The corner after it is as deep without the pole.',
      repair: 'walk-poles',
      faults: [FAULTS.knocks, FAULTS.fallsIn, FAULTS.quick],
      cautions: ['Poles only with someone on foot to reset them.'],
      equipment: ['poles'],
    }),
    exercise({
      id: 'poles-on-both-sides',
      name: 'Poles on both long sides',
      purpose: 'The same beat over poles on both sides and in the corners between.',
      builds: { rhythm: 4, impulsion: 2, suppleness: 1 },
      stage: 3,
      gaits: ['trot'],
      template:
        'poles {n} spaced 1.3 at B\npoles {n} spaced 1.3 at E\nF trot working, rising, go large',
      rungs: [rung('three and three', { n: 3 }), rung('four and four', { n: 4 })],
      load: 3,
      needs: { exercises: ['trot-poles'] },
      aids: POLES,
      good: {
        measure: 'Tempo over and between the poles',
        threshold: 'The same beat all the way round.',
      },
      leaveWhen: 'One clean round.',
      repair: 'trot-poles',
      faults: [FAULTS.hurries, FAULTS.knocks, FAULTS.flat],
      cautions: ['Poles only with someone on foot to reset them.'],
      equipment: ['poles'],
    }),
  ],
});
