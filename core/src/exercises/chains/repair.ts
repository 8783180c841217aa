import { BEND, CANTER } from '../aids.ts';
import { chain, exercise, rung } from '../exercise.ts';
import { FAULTS } from '../faults.ts';

/** Connection lost: a small circle on the spot, left on a straight line the moment it is back. */
export const repair = chain({
  id: 'repair',
  name: 'Repair circle',
  about:
    'Connection lost: a small circle on the spot, left on a straight line the moment it is back.',
  faculties: ['bend', 'soften'],
  remarks: {
    'steady-hand':
      'Keep both reins on the small circle; it is the leg that brings the connection back.',
    'stretch-first': 'Come off the circle into a moment of lower neck before you ask again.',
    'light-rein':
      'Use the circle to stand the shoulders up; leave it when the rein goes light, not when it is closed.',
  },
  exercises: [
    exercise({
      id: 'repair-circle',
      name: 'The repair circle',
      purpose:
        'Whenever connection is lost: a circle here and now; out of it straight when it is back, not when it closes.',
      builds: { contact: 3, suppleness: 3, straightness: 1 },
      stage: 1,
      gaits: ['trot'],
      phases: ['warm-up', 'work'],
      checks: ['changes flexion'],
      template: '{at} trot working, circle left {size}\ngo large',
      at: ['B', 'E'],
      rungs: [
        rung('20 m', { size: 20 }),
        rung('15 m', { size: 15 }, { stage: 2 }),
        rung('10 m', { size: 10 }, { stage: 3 }),
      ],
      load: 2,
      needs: { exercises: ['trot-circle'] },
      aids: BEND,
      good: {
        measure: 'Part of the circle until connection is back',
        threshold: 'Half a circle or less.',
      },
      leaveWhen: 'The moment it is back: straight on.',
      repair: 'quiet-contact',
      faults: [FAULTS.overbent, FAULTS.fallsIn, FAULTS.leans],
    }),
    exercise({
      id: 'repair-both-ways',
      name: 'Repair circle, the other way, and again',
      purpose: 'The change of direction does what one circle cannot: each side takes its turn.',
      builds: { contact: 3, suppleness: 4 },
      stage: 2,
      gaits: ['trot'],
      template:
        'B trot working, circle left {size}\nH-X-F change rein\nE circle right {size}\nM-X-K change rein',
      rungs: [rung('16 m', { size: 16 }), rung('10 m', { size: 10 }, { stage: 3 })],
      load: 3,
      needs: { exercises: ['repair-circle'] },
      aids: BEND,
      good: { measure: 'Contact left and right', threshold: 'One point apart at most after both.' },
      leaveWhen: 'Both reins read the same.',
      repair: 'repair-circle',
      faults: [FAULTS.overbent, FAULTS.fallsIn, FAULTS.quartersIn],
    }),
    exercise({
      id: 'repair-before-lengthening',
      name: 'Circle, lengthen, circle',
      purpose:
        'A small circle before and after a diagonal with lengthening keeps what the long stride costs.',
      builds: { contact: 3, impulsion: 3, suppleness: 2 },
      faculties: ['bend', 'forward'],
      stage: 3,
      gaits: ['trot'],
      template:
        'B trot working, circle left {size}\nH-X-F change rein, trot lengthened\nF trot working\nE circle right {size}\nM-X-K change rein, trot lengthened\nK trot working',
      rungs: [rung('12 m', { size: 12 }), rung('10 m', { size: 10 })],
      load: 3,
      needs: { exercises: ['repair-both-ways'], scales: { contact: 5, rhythm: 5 } },
      aids: BEND,
      good: {
        measure: 'Tempo in the lengthening',
        threshold: 'Two strides a minute apart at most.',
      },
      leaveWhen: 'The diagonal was bigger and not quicker.',
      repair: 'repair-both-ways',
      faults: [FAULTS.quick, FAULTS.flat, FAULTS.leans],
    }),
    exercise({
      id: 'repair-in-canter',
      name: 'Repair circle in canter',
      purpose: 'The canter that has become long finds its balance on a circle, then goes straight.',
      builds: { contact: 3, rhythm: 2, suppleness: 2 },
      stage: 3,
      gaits: ['canter'],
      template:
        'A trot working, circle left 20\nA canter working, circle left {size}\ngo large\nA trot working, circle left 20',
      rungs: [rung('20 m', { size: 20 }), rung('15 m', { size: 15 })],
      load: 3,
      needs: { exercises: ['canter-circle', 'repair-circle'] },
      aids: CANTER,
      good: { measure: 'Strides in each quarter', threshold: 'Four quarters alike.' },
      leaveWhen: 'The jump is round again.',
      repair: 'canter-circle',
      faults: [FAULTS.fallsIn, FAULTS.flat, FAULTS.leans],
    }),
  ],
});
