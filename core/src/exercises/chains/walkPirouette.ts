import { PIROUETTE, SHOULDERS_IN, TRANSITION_DOWN } from '../aids.ts';
import { chain, exercise, rung } from '../exercise.ts';
import { FAULTS } from '../faults.ts';

/** Shoulder-fore in walk, a few shortened steps, a quarter, a half; from a line, never in a corner. */
export const walkPirouette = chain({
  id: 'walk-pirouette',
  name: 'Walk pirouette',
  about:
    'Shoulder-fore in walk, a few shortened steps, a quarter, a half; from a line, never in a corner.',
  faculties: ['carry', 'shoulders'],
  remarks: {
    'steady-hand':
      'A small half-halt before each step of the turn, and the same contact in and out.',
    'stretch-first':
      'Walk out on a longer rein after each one; the walk is the first thing to be spoiled.',
    'light-rein':
      'Turn the shoulders around you with the outside thigh; the hind feet keep marching.',
  },
  exercises: [
    exercise({
      id: 'shoulder-fore-walk',
      name: 'Shoulder-fore in walk',
      purpose: 'Places the shoulders before the turn; the walk stays four-beat.',
      builds: { straightness: 4, suppleness: 1 },
      faculties: ['shoulders'],
      stage: 3,
      gaits: ['walk'],
      phases: ['warm-up', 'work'],
      checks: ['steps sideways'],
      template: 'K walk medium\nF-B shoulder-fore\nB walk medium\nH-E shoulder-fore\nE walk medium',
      rungs: [
        rung('half a side each'),
        rung(
          'the whole of each side',
          {},
          {
            template:
              'K walk medium\nF-M shoulder-fore\nM walk medium\nH-K shoulder-fore\nK walk medium',
          },
        ),
      ],
      load: 1,
      needs: { exercises: ['square-turns'] },
      aids: SHOULDERS_IN,
      good: { measure: 'Steps held', threshold: 'Twelve steps in four beats.' },
      leaveWhen: 'Both sides once.',
      repair: 'square-turns',
      faults: [FAULTS.overbent, FAULTS.jogs, FAULTS.driftsOut],
    }),
    exercise({
      id: 'shortened-walk',
      name: 'Shortened steps',
      purpose: 'Three or four shorter steps from the seat, and on: the door to the turn.',
      builds: { collection: 3, rhythm: 2 },
      faculties: ['wait', 'carry'],
      stage: 4,
      gaits: ['walk'],
      template:
        'K walk medium\nF-M collect 4 forward 12\nM walk medium\nH-K collect 4 forward 12\nK walk medium',
      rungs: [
        rung('four steps, then on'),
        rung(
          'again after eight',
          {},
          {
            template:
              'K walk medium\nF-M collect 4 forward 8\nM walk medium\nH-K collect 4 forward 8\nK walk medium',
          },
        ),
      ],
      load: 2,
      needs: { exercises: ['shoulder-fore-walk', 'walk-overtrack'], scales: { rhythm: 5.5 } },
      aids: TRANSITION_DOWN,
      good: { measure: 'Steps kept in four beats', threshold: 'Four shorter steps, no jog.' },
      leaveWhen: 'Twice, then a long rein.',
      repair: 'walk-halt-walk',
      faults: [FAULTS.jogs, FAULTS.stuck, FAULTS.leans],
      remarks: { 'stretch-first': 'The long rein between is part of the exercise.' },
    }),
    exercise({
      id: 'turn-on-haunches-quarter',
      name: 'A quarter turn on the haunches',
      purpose: 'Three steps around the inside hind, out at once.',
      builds: { collection: 3, straightness: 3 },
      faculties: ['shoulders', 'carry'],
      stage: 5,
      gaits: ['walk'],
      template: 'E walk collected, turn on haunches left 90\nB track left\nwalk medium',
      rungs: [rung('a quarter')],
      load: 2,
      needs: { exercises: ['shortened-walk', 'shoulder-fore-walk'] },
      aids: PIROUETTE,
      good: { measure: 'Steps that stay in the beat', threshold: 'Three of three.' },
      leaveWhen: 'One good quarter.',
      repair: 'shortened-walk',
      faults: [FAULTS.hindStops, FAULTS.swings, FAULTS.overbent],
    }),
    exercise({
      id: 'walk-pirouette-half',
      name: 'Half pirouette in walk',
      purpose: 'Half a turn in six to eight steps; in and out in the same connection.',
      builds: { collection: 4, straightness: 3, suppleness: 1 },
      stage: 6,
      gaits: ['walk'],
      template:
        'A walk medium\nF walk collected\nB walk pirouette left 180\nF walk medium, go large\nM walk collected\nB walk pirouette right 180\nM walk medium',
      rungs: [
        rung(
          'from medium walk',
          {},
          {
            template:
              'A walk medium\nB turn on haunches left 180\nF walk medium, go large\nB turn on haunches right 180\nM walk medium',
          },
        ),
        rung('from collected walk'),
      ],
      load: 3,
      parts: ['shoulder-fore-walk'],
      needs: { exercises: ['turn-on-haunches-quarter'], scales: { collection: 5, rhythm: 6 } },
      aids: PIROUETTE,
      good: { measure: 'Steps in the half turn', threshold: 'Six to eight in four beats.' },
      leaveWhen: 'One good half on each side; half of it is enough.',
      repair: 'turn-on-haunches-quarter',
      faults: [FAULTS.hindStops, FAULTS.swings, FAULTS.jogs],
      remarks: {
        'steady-hand': 'From medium walk at the lower stage, from collected walk at the higher.',
      },
    }),
    exercise({
      id: 'pirouette-depart',
      name: 'Out of the pirouette into canter',
      purpose: 'The depart takes the lead of the side it turned to: that inside hind carries.',
      builds: { collection: 4, impulsion: 3 },
      faculties: ['carry', 'forward'],
      stage: 6,
      gaits: ['walk', 'canter'],
      template:
        'A walk medium\nF walk collected\nB walk pirouette left 180, then counter-canter\nK-X-M change rein\nC trot working, circle left 20',
      rungs: [rung('left turn, left lead')],
      load: 4,
      parts: ['walk-pirouette-half'],
      needs: { exercises: ['walk-pirouette-half', 'walk-canter'] },
      aids: PIROUETTE,
      good: { measure: 'Prompt departs after the turn', threshold: 'Prompt, and straight.' },
      leaveWhen: 'Once on each side.',
      repair: 'walk-pirouette-half',
      faults: [FAULTS.wrongLead, FAULTS.hindStops, FAULTS.anticipates],
    }),
    exercise({
      id: 'two-half-pirouettes',
      name: 'A half pirouette, twelve metres, and the other',
      purpose: 'Left and right on one line: the difference between the two is what to work on.',
      builds: { collection: 4, suppleness: 3, straightness: 2 },
      stage: 7,
      gaits: ['walk'],
      template:
        'K walk medium\nF walk collected\n{first} walk pirouette left 180\nP walk pirouette right 180\nB walk medium',
      rungs: [
        rung('twelve metres between', { first: 'B' }, { leastLengthM: 60 }),
        rung('twice that', { first: 'R' }, { leastLengthM: 60 }),
      ],
      load: 4,
      collectedS: 30,
      parts: ['walk-pirouette-half'],
      needs: { exercises: ['walk-pirouette-half'], scales: { collection: 6 } },
      aids: PIROUETTE,
      good: { measure: 'Steps in each', threshold: 'Six to eight, the same both ways.' },
      leaveWhen: 'The second is as active as the first.',
      repair: 'turn-on-haunches-quarter',
      faults: [FAULTS.hindStops, FAULTS.swings, FAULTS.jogs],
    }),
  ],
});
