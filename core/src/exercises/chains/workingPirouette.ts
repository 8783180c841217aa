import { CANTER, PIROUETTE } from '../aids.ts';
import { chain, exercise, rung } from '../exercise.ts';
import { FAULTS } from '../faults.ts';

/** Never smaller than the balance allows; half or three quarters is good; out on the first loss of activity. */
export const workingPirouette = chain({
  id: 'working-pirouette',
  name: 'Working pirouette',
  about:
    'Never smaller than the balance allows; half or three quarters is good; out on the first loss of activity.',
  faculties: ['carry', 'shoulders'],
  remarks: {
    'steady-hand':
      'Collect into the outside rein for three strides, then turn; never turn to collect.',
    'stretch-first': 'Collection comes last in the lesson, and a stretch follows each try.',
    'light-rein':
      'The shoulders go round the seat; a hand that pulls them round stops the hind legs.',
  },
  exercises: [
    exercise({
      id: 'volte-canter',
      name: 'Volte in canter',
      purpose: 'The smallest circle the balance allows, collected before and forward after.',
      builds: { collection: 4, suppleness: 2 },
      faculties: ['bend', 'carry'],
      stage: 5,
      gaits: ['canter'],
      template:
        'A trot working, circle left 20\nE canter collected, circle left 10\nE canter working, circle left 20\nE trot working, circle left 20',
      rungs: [
        rung('10 m'),
        rung(
          '8 m',
          {},
          {
            stage: 7,
            template:
              'A trot working, circle left 20\nE canter collected, circle left 8\nE canter working, circle left 20\nE trot working, circle left 20',
          },
        ),
      ],
      load: 4,
      collectedS: 16,
      needs: { exercises: ['spiral-canter', 'ten-ten-canter'], scales: { collection: 5 } },
      aids: CANTER,
      good: { measure: 'Canter strides a round', threshold: 'Even, three beats, no swing.' },
      leaveWhen: 'Half of it was good: straight on.',
      repair: 'spiral-canter',
      faults: [FAULTS.swings, FAULTS.fallsIn, FAULTS.flat],
    }),
    exercise({
      id: 'working-pirouette',
      name: 'Working pirouette',
      purpose: 'A turn around a circle of about three metres; the hind legs keep the canter.',
      builds: { collection: 5, straightness: 2 },
      stage: 6,
      gaits: ['canter'],
      template:
        'E trot working, circle left 20\nA canter collected, centre line\nX working pirouette left 180 3 m\ncanter working\nA trot working, track left\nH-K shoulder-in\nF walk free, long rein\nM walk medium, retake',
      rungs: [
        rung('half, on the centre line'),
        rung(
          'once round, on the centre line',
          {},
          {
            stage: 7,
            template:
              'E trot working, circle left 20\nA canter collected, centre line\nX working pirouette left 360 3 m\ncanter working\nC trot working, track left\nF-M shoulder-in\nH walk free, long rein\nK walk medium, retake',
          },
        ),
      ],
      load: 5,
      collectedS: 30,
      parts: ['volte-canter', 'shoulder-in'],
      needs: {
        exercises: ['volte-canter', 'quarter-turns-canter', 'travers'],
        scales: { collection: 6, straightness: 6 },
      },
      aids: PIROUETTE,
      good: {
        measure: 'Strides in which the hind legs jump',
        threshold: 'Six to eight; half of it is good.',
      },
      leaveWhen: 'The first loss of activity: out, supple, again later.',
      stops: true,
      repair: 'volte-canter',
      faults: [FAULTS.hindStops, FAULTS.swings, FAULTS.breaks],
      cautions: ['The walk after it is on a long rein.'],
    }),
    exercise({
      id: 'canter-pirouette-half',
      name: 'Half pirouette in canter',
      purpose: 'Half a turn in three to four strides, out on a straight line.',
      builds: { collection: 5, straightness: 3 },
      stage: 7,
      gaits: ['canter'],
      template:
        'E trot working, circle left 20\nA canter collected, centre line\nX canter pirouette left 180\ncanter working\nA trot working, track left\nH-K shoulder-in\nF walk free, long rein\nM walk medium, retake',
      rungs: [
        rung('half, on the centre line'),
        rung(
          'whole, on the centre line',
          {},
          {
            stage: 8,
            template:
              'E trot working, circle left 20\nA canter collected, centre line\nX canter pirouette left 360\ncanter working\nC trot working, track left\nF-M shoulder-in\nH walk free, long rein\nK walk medium, retake',
          },
        ),
      ],
      load: 5,
      collectedS: 30,
      parts: ['working-pirouette', 'shoulder-in'],
      needs: { exercises: ['working-pirouette'], scales: { collection: 7 } },
      aids: PIROUETTE,
      good: {
        measure: 'Strides in the turn',
        threshold: 'Three to four for the half, clear canter.',
      },
      leaveWhen: 'One good half.',
      repair: 'volte-canter',
      faults: [FAULTS.hindStops, FAULTS.swings, FAULTS.breaks],
      cautions: ['The walk after it is on a long rein.'],
    }),
  ],
});
