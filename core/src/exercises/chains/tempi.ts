import { CHANGE } from '../aids.ts';
import { chain, exercise, rung } from '../exercise.ts';
import { FAULTS } from '../faults.ts';

const BEFORE = 'B trot working, circle left 20\nB canter collected\n';
const AFTER =
  '\nF canter working\nE trot working, circle right 20\nM-X-K change rein\nK walk free, long rein\nF walk medium, retake';

/** Rows of changes: the count comes down one by one, never two at a time. */
export const tempi = chain({
  id: 'tempi',
  name: 'Rows of changes',
  about: 'Out and back, then by the count: every third, every second, every stride.',
  faculties: ['straight', 'carry'],
  remarks: {
    'steady-hand': 'Both reins alike; the count is in the seat, the hand stays where it was.',
    'stretch-first': 'A loose back changes; after each row the neck comes down in canter.',
    'light-rein': 'Let each change happen: the aid is a breath and a leg, the rein says nothing.',
  },
  exercises: [
    exercise({
      id: 'out-and-back',
      name: 'One change out, one back',
      purpose: 'On the circle to the outside lead and home again: no guessing which is asked.',
      builds: { straightness: 4, collection: 3 },
      stage: 6,
      gaits: ['canter'],
      template:
        'A trot working, circle left 20\nE canter collected, circle left 20, flying change at half -- the change goes out\nE circle left 20, flying change at half -- and back\nE canter working, circle left 20\nE trot working, circle left 20\nH walk free, long rein\nK walk medium, retake',
      rungs: [
        rung('a circle between'),
        rung(
          'both in one circle',
          {},
          {
            stage: 7,
            template:
              'A trot working, circle left 20\nE canter collected, circle left 20, flying change at quarter, flying change at three-quarter -- out, and back\nE canter working, circle left 20\nE trot working, circle left 20\nH walk free, long rein\nK walk medium, retake',
          },
        ),
      ],
      load: 5,
      collectedS: 30,
      parts: ['single-change', 'counter-canter-corner'],
      needs: { exercises: ['single-change'], scales: { straightness: 6, collection: 5.5 } },
      aids: CHANGE,
      good: {
        measure: 'Clean of the two',
        threshold: 'Both, and the canter between them unchanged.',
      },
      leaveWhen: 'One out and one back; then a long rein.',
      repair: 'counter-canter-loop',
      faults: [FAULTS.anticipates, FAULTS.lateBehind, FAULTS.disunited],
      cautions: ['A horse that changes too readily goes back to counter-canter.'],
    }),
    exercise({
      id: 'changes-every-third',
      name: 'Every third stride',
      purpose: 'A row on the diagonal in which the canter stays as round as before it.',
      builds: { straightness: 4, collection: 4, rhythm: 2 },
      stage: 7,
      gaits: ['canter'],
      template: `${BEFORE}H-X-F change rein, changes every 3 x{times}${AFTER}`,
      rungs: [
        rung('three of them', { times: 3 }, { leastLengthM: 60 }),
        rung('seven of them', { times: 7 }, { leastLengthM: 60 }),
      ],
      load: 5,
      collectedS: 25,
      parts: ['changes-by-count'],
      needs: { exercises: ['changes-by-count'], scales: { straightness: 7, collection: 6.5 } },
      aids: CHANGE,
      good: { measure: 'Clean of those asked', threshold: 'All; the jump as high at the end.' },
      leaveWhen: 'A clean row; the next day is soon enough for another.',
      repair: 'single-change',
      faults: [FAULTS.lateBehind, FAULTS.flat, FAULTS.quick],
    }),
    exercise({
      id: 'changes-every-second',
      name: 'Every second stride',
      purpose: 'One stride fewer between them; the rider sits stiller, not busier.',
      builds: { straightness: 4, collection: 4, impulsion: 2 },
      stage: 8,
      gaits: ['canter'],
      template: `${BEFORE}H-X-F change rein, changes every 2 x{times}${AFTER}`,
      rungs: [
        rung('three of them', { times: 3 }, { leastLengthM: 60 }),
        rung('seven of them', { times: 7 }, { leastLengthM: 60 }),
      ],
      load: 5,
      collectedS: 25,
      parts: ['changes-every-third'],
      needs: { exercises: ['changes-every-third'], scales: { straightness: 7.5, collection: 7 } },
      aids: CHANGE,
      good: { measure: 'Clean in a row', threshold: 'Five in a row, straight on the line.' },
      leaveWhen: 'Five clean ones, or the second that was late.',
      repair: 'changes-by-count',
      faults: [FAULTS.lateBehind, FAULTS.swings, FAULTS.flat],
    }),
    exercise({
      id: 'changes-every-stride',
      name: 'Every stride',
      purpose: 'First three, out, back and out; the row grows by itself.',
      builds: { straightness: 4, collection: 5, rhythm: 2 },
      stage: 8,
      gaits: ['canter'],
      template: `${BEFORE}H-X-F change rein, changes every 1 x{times}${AFTER}`,
      rungs: [
        rung('three', { times: 3 }, { leastLengthM: 60 }),
        rung('nine', { times: 9 }, { leastLengthM: 60 }),
      ],
      load: 5,
      collectedS: 25,
      parts: ['changes-every-second'],
      needs: { exercises: ['changes-every-second'], scales: { straightness: 8, collection: 7.5 } },
      aids: CHANGE,
      good: { measure: 'Changes in a row', threshold: 'One more than last time, none swung.' },
      leaveWhen: 'Two good ones are a day’s work; then walk.',
      repair: 'changes-by-count',
      faults: [FAULTS.swings, FAULTS.lateBehind, FAULTS.quick],
    }),
    exercise({
      id: 'changes-circle-by-count',
      name: 'Changes on the circle by the count',
      purpose: 'Every fourth stride on 20 m: the outward changes are the test.',
      builds: { straightness: 5, collection: 4 },
      stage: 7,
      gaits: ['canter'],
      template:
        'A trot working, circle left 20\nE canter collected, circle left 20, changes every {strides} x{times} -- each second one goes out\nE canter working, circle left 20\nE trot working, circle left 20\nH walk free, long rein\nK walk medium, retake',
      rungs: [
        rung('every sixth, four', { strides: 6, times: 4 }),
        rung('every fourth, six', { strides: 4, times: 6 }),
      ],
      load: 5,
      collectedS: 25,
      parts: ['changes-circle-points'],
      needs: { exercises: ['changes-circle-points', 'out-and-back'], scales: { straightness: 7 } },
      aids: CHANGE,
      good: {
        measure: 'Strides between changes',
        threshold: 'The count asked, four times of five.',
      },
      leaveWhen: 'One round by the count.',
      repair: 'counter-canter-corner',
      faults: [FAULTS.anticipates, FAULTS.lateBehind, FAULTS.driftsOut],
    }),
  ],
});
