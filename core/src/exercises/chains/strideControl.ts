import { CANTER, RIDE_ON, TRANSITION_DOWN } from '../aids.ts';
import { chain, exercise, rung } from '../exercise.ts';
import { FAULTS } from '../faults.ts';

/** n strides of this, m of that: counted, called, kept. */
export const strideControl = chain({
  id: 'stride-control',
  name: 'Stride control',
  about: 'n strides of this, m of that: counted, called, kept.',
  faculties: ['wait', 'forward'],
  remarks: {
    'steady-hand': 'Shorter gets lighter in the hand: collect by half-halts of one stride each.',
    'stretch-first':
      'End every count with a few strides lower; a back that tightens has counted for nothing.',
    'light-rein':
      'Count the shorter strides by your seat alone; the hand only keeps what is there.',
  },
  exercises: [
    exercise({
      id: 'ten-ten-trot',
      name: 'Ten and ten in trot',
      purpose: 'Ten strides collected, ten forward: shorter stays as quick.',
      builds: { collection: 4, impulsion: 3 },
      stage: 3,
      gaits: ['trot'],
      template: '{at} trot working\ncollect {c} forward {f} x3\ntrot working',
      at: ['F', 'H'],
      rungs: [
        rung('5 collected, 15 forward', { c: 5, f: 15 }),
        rung('10 and 10', { c: 10, f: 10 }),
      ],
      load: 3,
      collectedS: 20,
      needs: { exercises: ['within-trot'], scales: { rhythm: 5.5, contact: 5 } },
      aids: TRANSITION_DOWN,
      good: {
        measure: 'Strides held of those asked',
        threshold: 'All ten, two rounds running; three strides a minute slower at most.',
      },
      leaveWhen: 'The first round that is shorter than asked.',
      stops: true,
      repair: 'trot-walk-ladder',
      faults: [FAULTS.stuck, FAULTS.leans, FAULTS.quick],
    }),
    exercise({
      id: 'five-five-trot',
      name: 'Five and five in trot',
      purpose: 'The change itself becomes the exercise.',
      builds: { collection: 4, impulsion: 4 },
      stage: 4,
      gaits: ['trot'],
      template: '{at} trot working\ncollect 5 forward 5 x{times}\ntrot working',
      at: ['F', 'H'],
      rungs: [rung('four times', { times: 4 }), rung('six times', { times: 6 })],
      load: 4,
      collectedS: 16,
      needs: { exercises: ['ten-ten-trot'], scales: { impulsion: 5.5 } },
      aids: TRANSITION_DOWN,
      good: { measure: 'Strides to change', threshold: 'One stride, three times of four.' },
      leaveWhen: 'Two changes that needed no hand.',
      repair: 'ten-ten-trot',
      faults: [FAULTS.stuck, FAULTS.leans, FAULTS.quick],
    }),
    exercise({
      id: 'ten-ten-canter',
      name: 'Ten and ten in canter',
      purpose: 'Collection in canter by the count, on the track.',
      builds: { collection: 4, impulsion: 3, rhythm: 1 },
      faculties: ['wait', 'carry', 'forward'],
      stage: 4,
      gaits: ['canter'],
      template:
        'A trot working, circle left 20\nA canter working\nF collect {c} forward {f} x2\nC trot working, circle left 20',
      rungs: [
        rung('5 collected, 10 forward', { c: 5, f: 10 }),
        rung('10 and 10', { c: 10, f: 10 }),
      ],
      load: 4,
      collectedS: 12,
      needs: { exercises: ['canter-large', 'ten-ten-trot'], scales: { rhythm: 5.5, contact: 5.5 } },
      aids: CANTER,
      good: {
        measure: 'Strides held of those asked',
        threshold: 'All of them, three beats to be heard.',
      },
      leaveWhen: 'The first honest answer may be two strides: praise it.',
      repair: 'ten-ten-trot',
      faults: [FAULTS.breaks, FAULTS.leans, FAULTS.flat],
      remarks: {
        'steady-hand': 'Some teach a slower collected canter; here shorter stays as quick.',
      },
    }),
    exercise({
      id: 'five-five-canter',
      name: 'Five and five in canter',
      purpose: 'Up into the outside rein and on again, on both leads.',
      builds: { collection: 5, impulsion: 3 },
      faculties: ['wait', 'carry', 'forward'],
      stage: 5,
      gaits: ['canter'],
      template:
        'A trot working, circle left 20\nA canter working\nF collect 5 forward 5 x4\nC trot working, circle left 20',
      rungs: [
        rung('four times'),
        rung(
          'six times',
          {},
          {
            template:
              'A trot working, circle left 20\nA canter working\nF collect 5 forward 5 x6\nE canter working\nA trot working, circle left 20',
            stage: 6,
          },
        ),
      ],
      load: 4,
      collectedS: 12,
      needs: { exercises: ['ten-ten-canter'], scales: { collection: 4.5, contact: 6 } },
      aids: CANTER,
      good: { measure: 'Strides to change', threshold: 'Two strides at most, both leads.' },
      leaveWhen: 'Two good changes.',
      repair: 'ten-ten-canter',
      faults: [FAULTS.breaks, FAULTS.stuck, FAULTS.leans],
    }),
    exercise({
      id: 'count-the-diagonal',
      name: 'Count the diagonal',
      purpose:
        'The same diagonal in fewer strides: the count says whether it was bigger or only quicker.',
      builds: { impulsion: 4, rhythm: 3 },
      faculties: ['forward', 'rhythm'],
      stage: 4,
      gaits: ['trot'],
      template:
        'B trot working, circle left 12\nH-X-F change rein\nE circle right 12\nM-X-K change rein, trot medium\nK trot working',
      rungs: [
        rung(
          'working, then lengthened',
          {},
          {
            template:
              'B trot working, circle left 12\nH-X-F change rein\nE circle right 12\nM-X-K change rein, trot lengthened\nK trot working',
          },
        ),
        rung('working, then medium'),
      ],
      load: 4,
      needs: { exercises: ['within-trot'], scales: { impulsion: 5.5, rhythm: 6 } },
      aids: RIDE_ON,
      good: {
        measure: 'Strides on the diagonal',
        threshold: 'Two fewer than in working trot, at the same tempo.',
      },
      leaveWhen: 'Once each way.',
      repair: 'within-trot',
      faults: [FAULTS.quick, FAULTS.flat, FAULTS.breaks],
    }),
  ],
});
