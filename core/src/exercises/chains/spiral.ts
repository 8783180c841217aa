import { BEND, CANTER, LEG_YIELD } from '../aids.ts';
import { chain, exercise, rung } from '../exercise.ts';
import { FAULTS } from '../faults.ts';

/** In by the outside aids, out by leg-yield; the neck may be straight at first, bend comes last. */
export const spiral = chain({
  id: 'spiral',
  name: 'Spiral',
  about:
    'In by the outside aids, out by leg-yield; the neck may be straight at first, bend comes last.',
  faculties: ['bend'],
  remarks: {
    'steady-hand':
      'Outside leg and rein bring it in together; keep the rhythm in your outside hand.',
    'stretch-first': 'Let the neck stay straight and long going in; the bend comes on the way out.',
    'light-rein':
      'Move the shoulders in step by step with the outside thigh; the inside rein stays loose.',
  },
  exercises: [
    exercise({
      id: 'spiral-walk',
      name: 'Spiral in walk',
      purpose: 'In and out at leisure: the outside aids bring it in, the inside leg sends it out.',
      builds: { suppleness: 4, straightness: 1 },
      stage: 1,
      gaits: ['walk'],
      phases: ['warm-up'],
      checks: ['steps sideways', 'changes flexion'],
      template: '{at} walk medium, spiral in left 20 to {size}\nspiral out left {size} to 20',
      at: ['A', 'E'],
      rungs: [rung('20 to 14 and out', { size: 14 }), rung('20 to 10 and out', { size: 10 })],
      load: 1,
      needs: { exercises: ['walk-circles'] },
      aids: BEND,
      good: { measure: 'Metres between the rounds', threshold: 'Even all the way.' },
      leaveWhen: 'In and out once.',
      repair: 'walk-circles',
      faults: [FAULTS.overbent, FAULTS.fallsIn, FAULTS.driftsOut],
    }),
    exercise({
      id: 'spiral-trot',
      name: 'Spiral in trot',
      purpose:
        'The circle shrinks by the outside aids; slower rising makes the trot bigger, not quicker.',
      builds: { suppleness: 4, contact: 1, collection: 1 },
      stage: 2,
      gaits: ['trot'],
      phases: ['warm-up', 'work'],
      checks: ['changes flexion'],
      template:
        '{at} trot working, rising, spiral in left 20 to {size}\nspiral out left {size} to 20',
      at: ['A', 'E'],
      rungs: [
        rung('20 to 15', { size: 15 }),
        rung('20 to 12', { size: 12 }, { stage: 3 }),
        rung('20 to 10', { size: 10 }, { stage: 3 }),
      ],
      load: 2,
      needs: { exercises: ['spiral-walk', 'trot-circle'] },
      aids: BEND,
      good: { measure: 'Tempo in and out', threshold: 'No change to be heard.' },
      leaveWhen: 'At the first stride that loses the tempo: out again.',
      stops: true,
      repair: 'trot-circle',
      faults: [FAULTS.quick, FAULTS.quartersIn, FAULTS.overbent],
    }),
    exercise({
      id: 'spiral-leg-yield',
      name: 'Spiral out in leg-yield',
      purpose: 'Out by the inside leg, step by step, into the outside rein.',
      builds: { suppleness: 4, contact: 2, straightness: 1 },
      faculties: ['bend', 'cross'],
      stage: 3,
      gaits: ['trot'],
      template:
        '{at} trot working, spiral in left 20 to {size}\nspiral out left {size} to 20 leg-yield',
      at: ['A', 'E'],
      rungs: [rung('from 12', { size: 12 }), rung('from 10', { size: 10 })],
      load: 2,
      parts: ['spiral-trot'],
      needs: { exercises: ['spiral-trot', 'leg-yield-wall'], scales: { suppleness: 5 } },
      aids: LEG_YIELD,
      good: { measure: 'Crossing steps', threshold: 'Even crossing for half a round.' },
      leaveWhen: 'Half a round of even crossing.',
      repair: 'spiral-trot',
      faults: [FAULTS.runsAhead, FAULTS.overbent, FAULTS.quick],
    }),
    exercise({
      id: 'spiral-canter',
      name: 'Spiral in canter',
      purpose:
        'Collects without a hand: the smaller circle shortens the stride, the way out lets it go.',
      builds: { collection: 4, suppleness: 3 },
      faculties: ['bend', 'carry'],
      stage: 4,
      gaits: ['canter'],
      template:
        'E trot working, circle left 20\nE canter working, spiral in left 20 to {size}\nspiral out left {size} to 20\nE trot working, circle left 20',
      rungs: [
        rung('20 to 15', { size: 15 }),
        rung('20 to 12', { size: 12 }),
        rung('20 to 10', { size: 10 }, { stage: 5 }),
      ],
      load: 4,
      needs: {
        exercises: ['spiral-trot', 'canter-circle'],
        scales: { rhythm: 5.5, suppleness: 5 },
      },
      aids: CANTER,
      good: { measure: 'Canter strides a round', threshold: 'The same tempo from large to small.' },
      leaveWhen: 'The first stride that is quicker or flatter: out.',
      stops: true,
      repair: 'spiral-trot',
      faults: [FAULTS.flat, FAULTS.quartersIn, FAULTS.disunited],
    }),
  ],
});
