import { LEG_YIELD } from '../aids.ts';
import { chain, exercise, rung } from '../exercise.ts';
import { FAULTS } from '../faults.ts';

/** Away from the leg, no bend; the first sideways steps. */
export const legYield = chain({
  id: 'leg-yield',
  name: 'Leg-yield',
  about: 'Away from the leg, no bend; the first sideways steps.',
  faculties: ['cross'],
  remarks: {
    'steady-hand': 'The outside rein limits the shoulder: sideways must not run out through it.',
    'stretch-first':
      'A long neck shows at once whether it steps sideways or only falls; keep it long.',
    'light-rein':
      'Ask with the leg as the hind foot lifts, and leave the rein out of it; no bend is needed.',
  },
  exercises: [
    exercise({
      id: 'turn-on-forehand',
      name: 'Turn on the forehand',
      purpose:
        'One step at a time away from the leg: the aid is understood before anything moves forward.',
      builds: { suppleness: 3, straightness: 1, impulsion: 1 },
      faculties: ['cross'],
      stage: 1,
      gaits: ['walk'],
      phases: ['warm-up'],
      checks: ['steps sideways'],
      template:
        'B walk medium, turn on forehand right 180\nwalk medium, go large\nB turn on forehand left 180\nwalk medium',
      rungs: [
        rung('half a turn, both ways'),
        rung(
          'out of the halt, both ways',
          {},
          {
            template:
              'B walk medium, halt 3 s, turn on forehand right 180\nwalk medium, go large\nB halt 3 s, turn on forehand left 180\nwalk medium',
            stage: 2,
          },
        ),
      ],
      load: 1,
      needs: { exercises: ['walk-halt-walk'] },
      aids: LEG_YIELD,
      good: { measure: 'Steps answered by one touch', threshold: 'Three of four.' },
      leaveWhen: 'Two good steps are enough.',
      repair: 'walk-circles',
      faults: [FAULTS.runsAhead, FAULTS.backwards, FAULTS.quartersTrail],
    }),
    exercise({
      id: 'leg-yield-wall',
      name: 'Leg-yield along the wall',
      purpose: 'The wall helps with forward; the leg says sideways.',
      builds: { suppleness: 4, straightness: 2 },
      stage: 2,
      gaits: ['walk', 'trot'],
      phases: ['warm-up', 'work'],
      checks: ['steps sideways'],
      template: 'K walk medium\nF-B leg-yield right\nB walk medium',
      rungs: [
        rung('in walk'),
        rung('in trot', {}, { template: 'K trot working\nF-B leg-yield right\nB trot working' }),
      ],
      load: 2,
      needs: { exercises: ['turn-on-forehand'] },
      aids: LEG_YIELD,
      good: { measure: 'Crossing steps', threshold: 'Eight even steps.' },
      leaveWhen: 'Six even steps: straight on.',
      repair: 'turn-on-forehand',
      faults: [FAULTS.runsAhead, FAULTS.quartersTrail, FAULTS.overbent],
    }),
    exercise({
      id: 'head-to-the-wall',
      name: 'Leg-yield, head to the wall',
      purpose: 'The wall says stop running; the leg turns it into a step over.',
      builds: { suppleness: 4, contact: 2, straightness: 1 },
      stage: 3,
      gaits: ['walk', 'trot'],
      phases: ['warm-up', 'work'],
      checks: ['steps sideways'],
      template: 'K walk medium\nF-B leg-yield left\nB walk medium',
      rungs: [
        rung('in walk'),
        rung('in trot', {}, { template: 'K trot working\nF-B leg-yield left\nB trot working' }),
      ],
      load: 2,
      needs: { exercises: ['leg-yield-wall'] },
      aids: LEG_YIELD,
      good: {
        measure: 'Crossing steps',
        threshold: 'Eight, no shallower at the end than at the start.',
      },
      leaveWhen: 'Six even steps; then straighten the shoulders first.',
      repair: 'leg-yield-wall',
      faults: [FAULTS.runsAhead, FAULTS.stuck, FAULTS.overbent],
      cautions: ['Not steeper than the wall can be seen past: the feet must have room to cross.'],
    }),
    exercise({
      id: 'leg-yield-to-track',
      name: 'Leg-yield from the centre line to the track',
      purpose: 'Forward and sideways in one tempo, the body parallel to the long side.',
      builds: { suppleness: 4, straightness: 2, contact: 1 },
      stage: 2,
      gaits: ['trot'],
      template: 'A trot working, centre line\nD-M leg-yield right\nM trot working',
      rungs: [
        rung('long, shallow', {}, { leastLengthM: 60 }),
        rung(
          'a little steeper, to R',
          {},
          {
            template: 'A trot working, centre line\nD-R leg-yield right\nR trot working',
            stage: 3,
          },
        ),
        rung(
          'steep, to B',
          {},
          {
            template: 'A trot working, centre line\nD-B leg-yield right\nB trot working',
            stage: 5,
            leastLengthM: 60,
          },
        ),
      ],
      load: 2,
      parts: ['leg-yield-wall'],
      needs: { exercises: ['leg-yield-wall'], scales: { suppleness: 4.5 } },
      aids: LEG_YIELD,
      good: {
        measure: 'Crossing steps and parallel body',
        threshold: 'From D to the track in one angle.',
      },
      leaveWhen: 'Half the way was good: straight on.',
      repair: 'leg-yield-wall',
      faults: [FAULTS.runsAhead, FAULTS.quartersTrail, FAULTS.quick],
    }),
    exercise({
      id: 'leg-yield-straight',
      name: 'Leg-yield and straight',
      purpose: 'A few steps sideways, a few straight: the shoulder waits.',
      builds: { suppleness: 3, straightness: 3 },
      faculties: ['cross', 'straight'],
      stage: 3,
      gaits: ['trot'],
      template:
        'A trot working, centre line\n{from} leg-yield right to quarter by {by}\nE trot working',
      rungs: [
        rung('from D, then straight to the end', { from: 'D', by: 'X' }, { leastLengthM: 60 }),
        rung(
          'straight to L, over, and straight again',
          { from: 'L', by: 'I' },
          { stage: 4, leastLengthM: 60 },
        ),
      ],
      load: 3,
      needs: { exercises: ['leg-yield-to-track'] },
      aids: LEG_YIELD,
      good: { measure: 'Steps to be straight', threshold: 'Two.' },
      leaveWhen: 'Twice without a correction.',
      repair: 'leg-yield-wall',
      faults: [FAULTS.runsAhead, FAULTS.overbent, FAULTS.quartersTrail],
    }),
    exercise({
      id: 'leg-yield-circle',
      name: 'Leg-yield on the circle',
      purpose:
        'The hind feet make the larger circle; the shoulders keep theirs. Inside leg to outside rein.',
      builds: { suppleness: 4, contact: 2 },
      faculties: ['cross', 'soften'],
      stage: 3,
      gaits: ['walk', 'trot'],
      phases: ['warm-up', 'work'],
      template: '{at} trot working, circle left 20 x2, leg-yield',
      at: ['A', 'E'],
      rungs: [
        rung('in walk', {}, { template: '{at} walk medium, circle left 20, leg-yield' }),
        rung('in trot'),
      ],
      load: 2,
      needs: { exercises: ['leg-yield-wall', 'trot-circle'] },
      aids: LEG_YIELD,
      good: {
        measure: 'Steps in which the inside hind crosses',
        threshold: 'Half the circle, no hurry.',
      },
      leaveWhen: 'The outside rein fills and the inside one hangs.',
      repair: 'leg-yield-wall',
      faults: [FAULTS.runsAhead, FAULTS.overbent, FAULTS.swings],
    }),
  ],
});
