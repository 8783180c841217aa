import { BEND, GIVE, RIDE_ON, SHOULDERS_IN, STRETCH } from '../aids.ts';
import { chain, exercise, rung } from '../exercise.ts';
import { FAULTS } from '../faults.ts';

/** A quiet hand first; then a little more is asked, and given back as the horse yields. */
export const connection = chain({
  id: 'connection',
  name: 'Connection',
  about: 'A quiet hand first; then a little more is asked, and given back as the horse yields.',
  faculties: ['soften'],
  remarks: {
    'steady-hand':
      'Connect from the first minutes: leg into an outside rein that accepts and does not pull back.',
    'stretch-first':
      'Ask after the stretch, and give deeper each time it yields; picking up comes last.',
    'light-rein':
      'A heavy rein is a shoulder out of place: move the shoulder, and the hand has nothing to hold.',
  },
  exercises: [
    exercise({
      id: 'quiet-contact',
      name: 'A quiet following contact',
      purpose:
        'The hand follows the mouth and asks nothing: the horse learns that the contact is a place of rest.',
      builds: { contact: 4, rhythm: 2 },
      stage: 1,
      gaits: ['trot'],
      phases: ['warm-up', 'work'],
      checks: ['soft in the hand'],
      template: '{at} trot working, rising, circle left {size}\ngo large',
      at: ['A', 'E'],
      rungs: [
        rung('circle of 20 m and line', { size: 20 }),
        rung('circle of 15 m and line', { size: 15 }, { stage: 2 }),
      ],
      load: 1,
      aids: RIDE_ON,
      good: {
        measure: 'Contact reading on both sides',
        threshold: '0 to 2 of 10 on both reins, the same for ten strides.',
      },
      leaveWhen: 'The horse chews and the reading does not move.',
      repair: 'walk-long-rein',
      faults: [FAULTS.leans, FAULTS.curls, FAULTS.inverts],
      remarks: { 'light-rein': '0 to 1 is the aim; a heavier rein is a misplaced shoulder.' },
    }),
    exercise({
      id: 'ask-and-release',
      name: 'Ask a little, release as it yields',
      purpose:
        'A little more is asked for two or three strides; the moment the horse yields, the hand gives.',
      builds: { contact: 4, suppleness: 2 },
      stage: 2,
      gaits: ['trot'],
      phases: ['warm-up', 'work'],
      checks: ['soft in the hand'],
      template: '{at} trot working\nhold {held} soft {soft} x4\ntrot working',
      at: ['F', 'H'],
      rungs: [
        rung('2 asked, 6 soft', { held: 2, soft: 6 }),
        rung('3 asked, 6 soft', { held: 3, soft: 6 }),
      ],
      load: 2,
      needs: { exercises: ['quiet-contact'], scales: { rhythm: 4.5 } },
      aids: BEND,
      good: {
        measure: 'When the release came',
        threshold: 'With the yielding or before it, three times of four.',
      },
      leaveWhen: 'Two soft answers in a row.',
      repair: 'quiet-contact',
      faults: [FAULTS.leans, FAULTS.curls, FAULTS.stuck],
      cautions: ['Contact above 5 of 10 is no training: stop, stretch, walk.'],
    }),
    exercise({
      id: 'hand-gives',
      name: 'The hand alone gives',
      purpose:
        'Out of an even contact the hand gives forward; the horse keeps its place and follows.',
      builds: { contact: 4, suppleness: 2 },
      stage: 2,
      gaits: ['trot'],
      phases: ['work'],
      template:
        '{at} trot working, circle left {size}, give and retake at quarter\ncircle left {size}, give and retake at three-quarter',
      at: ['A', 'B'],
      rungs: [
        rung('twice on 20 m', { size: 20 }),
        rung('twice on 15 m', { size: 15 }, { stage: 3 }),
      ],
      load: 2,
      needs: { exercises: ['ask-and-release'], scales: { contact: 4.5 } },
      aids: GIVE,
      good: {
        measure: 'Strides until anything changes',
        threshold: 'Two strides in which nothing changes.',
      },
      leaveWhen: 'Once on each circle.',
      repair: 'quiet-contact',
      faults: [FAULTS.leans, FAULTS.flat, FAULTS.quick],
    }),
    exercise({
      id: 'leg-and-giving-hand',
      name: 'The leg drives while the hand gives',
      purpose: 'The horse goes into a longer frame from the leg, not away from it.',
      builds: { contact: 3, impulsion: 3, suppleness: 2 },
      faculties: ['soften', 'forward'],
      stage: 3,
      gaits: ['trot'],
      template:
        '{at} trot working, circle left 20\nH-K trot lengthened, stretch\nK trot working, retake\nA circle left 20',
      at: ['B'],
      rungs: [
        rung('one long side'),
        rung(
          'both long sides',
          {},
          {
            template:
              '{at} trot working, circle left 20\nH-K trot lengthened, stretch\nK trot working, retake\nA circle left 20\nF-M trot lengthened, stretch\nM trot working\nC circle left 20',
          },
        ),
      ],
      load: 3,
      needs: { exercises: ['hand-gives'], scales: { contact: 5 } },
      aids: GIVE,
      good: {
        measure: 'Contact reading in the lengthening',
        threshold: 'Not above 3, no quicker than before.',
      },
      leaveWhen: 'The neck goes forward and the tempo stays.',
      repair: 'hand-gives',
      faults: [FAULTS.quick, FAULTS.leans, FAULTS.flat],
    }),
    exercise({
      id: 'leg-into-waiting-hand',
      name: 'The leg drives into a hand that waits',
      purpose: 'The energy of the hind leg arrives in a rein that neither pulls nor runs away.',
      builds: { contact: 4, impulsion: 3, collection: 1 },
      faculties: ['soften', 'wait'],
      stage: 3,
      gaits: ['trot'],
      template: '{at} trot working\nhold {hold} soft {soft} x4\ntrot working',
      at: ['F', 'H'],
      rungs: [
        rung('3 and 5', { hold: 3, soft: 5 }),
        rung('4 and 4', { hold: 4, soft: 4 }),
        rung('6 and 4', { hold: 6, soft: 4 }),
      ],
      load: 3,
      needs: {
        exercises: ['leg-and-giving-hand', 'ask-and-release'],
        scales: { contact: 5.5, impulsion: 5 },
      },
      aids: SHOULDERS_IN,
      good: {
        measure: 'Contact reading while it is asked',
        threshold: 'Not above 3, and lighter as it is given.',
      },
      leaveWhen: 'The rein becomes lighter by itself.',
      repair: 'ask-and-release',
      faults: [FAULTS.leans, FAULTS.curls, FAULTS.stuck],
      remarks: {
        'stretch-first': 'Each asking is followed by a deeper neck before it is picked up again.',
      },
    }),
    exercise({
      id: 'five-three',
      name: 'Five strides connected, three soft',
      purpose: 'Connection held for five strides and paid with three: the count keeps both honest.',
      builds: { contact: 4, impulsion: 2, collection: 1 },
      faculties: ['soften', 'wait'],
      stage: 3,
      gaits: ['trot'],
      template: '{at} trot working\nhold {held} soft {soft} x5\ntrot working',
      at: ['F', 'H'],
      rungs: [
        rung('3 and 5', { held: 3, soft: 5 }),
        rung('5 and 3', { held: 5, soft: 3 }),
        rung('7 and 3', { held: 7, soft: 3 }),
      ],
      load: 3,
      needs: { exercises: ['ask-and-release'], scales: { contact: 5 } },
      aids: SHOULDERS_IN,
      good: {
        measure: 'Strides held, round by round',
        threshold: 'Four rounds of five with all strides.',
      },
      leaveWhen: 'The first round that is shorter than the one before.',
      stops: true,
      repair: 'ask-and-release',
      faults: [FAULTS.leans, FAULTS.stuck, FAULTS.flat],
    }),
    exercise({
      id: 'deeper-and-up',
      name: 'Deeper, then picked up again',
      purpose:
        'The horse may go deeper, is picked up, and goes deeper again: the topline learns the whole way.',
      builds: { contact: 3, suppleness: 4 },
      faculties: ['reach', 'soften'],
      stage: 3,
      gaits: ['trot'],
      phases: ['warm-up', 'work'],
      template:
        '{at} trot working, circle left 20, stretch, retake at half\ncircle left 20, stretch, retake at half',
      at: ['E', 'A'],
      rungs: [
        rung('twice on the circle'),
        rung(
          'three times on the circle',
          {},
          {
            template:
              '{at} trot working, circle left 20, stretch, retake at half\ncircle left 20, stretch, retake at half\ncircle left 20, stretch, retake at half',
          },
        ),
      ],
      load: 2,
      needs: { exercises: ['stretch-circle', 'ask-and-release'] },
      aids: STRETCH,
      good: {
        measure: 'Strides to be picked up',
        threshold: 'Four strides without a change of tempo.',
      },
      leaveWhen: 'Twice down and twice up.',
      repair: 'stretch-circle',
      faults: [FAULTS.inverts, FAULTS.curls, FAULTS.leans],
    }),
  ],
});
