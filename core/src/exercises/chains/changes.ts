import { CANTER, CHANGE, TRANSITION_DOWN } from '../aids.ts';
import { chain, exercise, rung } from '../exercise.ts';
import { FAULTS } from '../faults.ts';

/** Simple change, counter-canter, single changes when loose enough, then by the count. */
export const changes = chain({
  id: 'changes',
  name: 'Counter-canter and changes',
  about: 'Simple change, counter-canter, single changes when loose enough, then by the count.',
  faculties: ['straight', 'forward'],
  remarks: {
    'steady-hand':
      'Straight in both reins before the change; the new outside rein is there in the stride before.',
    'stretch-first': 'Not before the canter is loose: stretch in canter first, change after.',
    'light-rein':
      'The change is asked by seat and leg in the moment before suspension; the rein stays out of it.',
  },
  exercises: [
    exercise({
      id: 'simple-change',
      name: 'Simple change',
      purpose: 'Three to five clear steps of walk between two canters.',
      builds: { collection: 3, straightness: 2, contact: 2 },
      faculties: ['wait', 'straight'],
      stage: 5,
      gaits: ['canter'],
      at: ['B', 'A'],
      template:
        '{at} trot working, circle left 20\n{at} canter working\nH-X-F change rein, simple change at X\nE trot working, circle right 20\nM-X-K change rein',
      rungs: [
        rung('across the school'),
        rung(
          'two on the centre line',
          {},
          {
            template:
              '{at} trot working, circle left 20\n{at} canter working\nA centre line\nL simple change\nI simple change\nC trot working, track left',
            at: ['E', 'C'],
            stage: 6,
          },
        ),
      ],
      load: 4,
      collectedS: 4,
      parts: ['walk-canter'],
      needs: { exercises: ['canter-walk', 'walk-canter'], scales: { contact: 6 } },
      aids: TRANSITION_DOWN,
      good: { measure: 'Steps of walk', threshold: 'Three to five, no trot before or after.' },
      leaveWhen: 'One good one on each side.',
      repair: 'trot-canter-circle',
      faults: [FAULTS.rushesDown, FAULTS.wrongLead, FAULTS.anticipates],
    }),
    exercise({
      id: 'counter-canter-loop',
      name: 'Counter-canter on a shallow loop',
      purpose: 'A loop of a few metres: the lead stays, the bend stays over it.',
      builds: { straightness: 4, collection: 2 },
      faculties: ['straight', 'carry'],
      stage: 3,
      gaits: ['canter'],
      template:
        'A trot working, circle left 20\nA canter working\nF-M loop 3\nC trot working, circle left 20',
      rungs: [
        rung('3 m'),
        rung(
          '5 m',
          {},
          {
            template:
              'A trot working, circle left 20\nA canter working\nF-M loop 5\nC trot working, circle left 20',
          },
        ),
      ],
      load: 3,
      needs: { exercises: ['canter-large'], scales: { straightness: 5, rhythm: 5.5 } },
      aids: CANTER,
      good: { measure: 'Strides without a change of lead or tempo', threshold: 'The whole loop.' },
      leaveWhen: 'One loop on each lead.',
      repair: 'canter-large',
      faults: [FAULTS.disunited, FAULTS.flat, FAULTS.leans],
    }),
    exercise({
      id: 'counter-canter-corner',
      name: 'Counter-canter through a corner',
      purpose: 'Across the school and through the short side on the outside lead.',
      builds: { straightness: 4, collection: 3 },
      faculties: ['straight', 'carry'],
      stage: 4,
      gaits: ['canter'],
      at: ['B', 'A'],
      template:
        '{at} trot working, circle left 20\n{at} canter working\nH-X-F counter-canter, change rein\nA counter-canter\nK trot working\nM-X-K change rein',
      rungs: [
        rung('short side'),
        rung(
          'short side and half the long side',
          {},
          {
            template:
              '{at} trot working, circle left 20\n{at} canter working\nH-X-F counter-canter, change rein\nA counter-canter\nE trot working\nM-X-K change rein',
            stage: 5,
          },
        ),
      ],
      load: 4,
      needs: { exercises: ['counter-canter-loop'], scales: { straightness: 5.5, collection: 4.5 } },
      aids: CANTER,
      good: { measure: 'Strides in three beats', threshold: 'The whole short side.' },
      leaveWhen: 'Once on each lead, then the true lead.',
      repair: 'counter-canter-loop',
      faults: [FAULTS.disunited, FAULTS.flat, FAULTS.breaks],
    }),
    exercise({
      id: 'single-change',
      name: 'A single flying change',
      purpose:
        'On the diagonal, when the canter is straight and loose enough; nothing is asked twice.',
      builds: { straightness: 4, collection: 3, impulsion: 2 },
      stage: 5,
      gaits: ['canter'],
      at: ['B', 'A'],
      template:
        '{at} trot working, circle left 20\n{at} canter working\nH-X-F change rein, flying change at X\nE trot working, circle right 20\nM-X-K change rein',
      rungs: [
        rung('at X'),
        rung(
          'at the end of the diagonal',
          {},
          {
            template:
              '{at} trot working, circle left 20\n{at} canter working\nH-X-F change rein, flying change at F\nE trot working, circle right 20\nM-X-K change rein',
            stage: 6,
          },
        ),
      ],
      load: 4,
      parts: ['simple-change'],
      needs: {
        exercises: ['simple-change', 'counter-canter-corner'],
        scales: { straightness: 6, collection: 5 },
      },
      aids: CHANGE,
      good: { measure: 'Clean, late behind or missed', threshold: 'Two clean of three.' },
      leaveWhen: 'One clean one. Praise, walk.',
      repair: 'counter-canter-loop',
      faults: [FAULTS.lateBehind, FAULTS.anticipates, FAULTS.wrongLead],
      cautions: ['A horse that changes too readily goes back to counter-canter.'],
    }),
    exercise({
      id: 'changes-circle-points',
      name: 'Changes at the circle points',
      purpose:
        'A change at each of the four points of a 20 m circle: every seventh or eighth stride; unequal counts show an unequal circle.',
      builds: { straightness: 4, collection: 3, rhythm: 2 },
      stage: 6,
      gaits: ['canter'],
      template:
        'A trot working, circle left 20\nE canter collected, circle left 20, changes at circle points\nE canter working, circle left 20\nE trot working, circle left 20\nH walk free, long rein\nK walk medium, retake',
      rungs: [
        rung('once round'),
        rung(
          'twice round',
          {},
          {
            template:
              'A trot working, circle left 20\nE canter collected, circle left 20 x2, changes at circle points\nE canter working, circle left 20\nE trot working, circle left 20\nH walk free, long rein\nK walk medium, retake',
            stage: 7,
          },
        ),
      ],
      load: 5,
      collectedS: 22,
      parts: ['single-change'],
      needs: { exercises: ['single-change'], scales: { straightness: 6.5, collection: 5.5 } },
      aids: CHANGE,
      good: { measure: 'Strides between the changes', threshold: 'Four counts alike, all clean.' },
      leaveWhen: 'A round without a late one.',
      repair: 'counter-canter-loop',
      faults: [FAULTS.lateBehind, FAULTS.anticipates, FAULTS.quick],
    }),
    exercise({
      id: 'changes-by-count',
      name: 'Changes by the count',
      purpose: 'Every so many strides on the diagonal.',
      builds: { straightness: 4, collection: 4 },
      stage: 6,
      gaits: ['canter'],
      at: ['B', 'A'],
      template:
        '{at} trot working, circle left 20\n{at} canter collected\nH-X-F change rein, changes every 6 x3\nF canter working\nE trot working, circle right 20\nM-X-K change rein\nK walk free, long rein\nF walk medium, retake',
      rungs: [
        rung('every 6, three', {}, { leastLengthM: 60 }),
        rung(
          'every 4, five',
          {},
          {
            leastLengthM: 60,
            template:
              '{at} trot working, circle left 20\n{at} canter collected\nH-X-F change rein, changes every 4 x5\nF canter working\nE trot working, circle right 20\nM-X-K change rein\nK walk free, long rein\nF walk medium, retake',
          },
        ),
        rung(
          'every 3, five',
          {},
          {
            stage: 7,
            leastLengthM: 60,
            template:
              '{at} trot working, circle left 20\n{at} canter collected\nH-X-F change rein, changes every 3 x5\nF canter working\nE trot working, circle right 20\nM-X-K change rein\nK walk free, long rein\nF walk medium, retake',
          },
        ),
      ],
      load: 5,
      collectedS: 20,
      parts: ['single-change'],
      needs: { exercises: ['changes-circle-points'], scales: { collection: 6 } },
      aids: CHANGE,
      good: { measure: 'Clean of those asked', threshold: 'All but one.' },
      leaveWhen: 'A line without a late one.',
      repair: 'simple-change',
      faults: [FAULTS.lateBehind, FAULTS.anticipates, FAULTS.quick],
    }),
    exercise({
      id: 'counter-canter-circle',
      name: 'Counter-canter on a large circle',
      purpose: 'Twenty metres on the outside lead: long enough to find out who carries whom.',
      builds: { straightness: 4, collection: 3, rhythm: 1 },
      faculties: ['straight', 'carry'],
      stage: 5,
      gaits: ['canter'],
      at: ['B', 'A'],
      template:
        '{at} trot working, circle left 20\n{at} canter working\nH-X-F counter-canter, change rein\nA counter-canter, circle right {size}\nK trot working\nM-X-K change rein',
      rungs: [rung('20 m', { size: 20 }), rung('15 m', { size: 15 }, { stage: 6 })],
      load: 4,
      needs: { exercises: ['counter-canter-corner'], scales: { straightness: 6, collection: 5 } },
      aids: CANTER,
      good: { measure: 'Strides in one tempo', threshold: 'The whole circle, the neck straight.' },
      leaveWhen: 'One circle on each lead.',
      repair: 'counter-canter-corner',
      faults: [FAULTS.disunited, FAULTS.flat, FAULTS.overbent],
    }),
    exercise({
      id: 'change-on-the-track',
      name: 'Half circle back, and change on the track',
      purpose:
        'The slant straightens the horse, the track holds it straight: the easiest place for a change.',
      builds: { straightness: 4, collection: 3 },
      stage: 6,
      gaits: ['canter'],
      template:
        'A trot working, circle left 20\nA canter collected\nM half circle left 10 return B, flying change at end\nF canter working\nE trot working, circle right 20\nM-X-K change rein',
      rungs: [
        rung('as it reaches the track'),
        rung(
          'a few strides on, in counter-canter first',
          {},
          {
            stage: 7,
            template:
              'A trot working, circle left 20\nA canter collected\nM half circle left 10 return B\nF flying change\nA canter working\nE trot working, circle right 20\nM-X-K change rein',
          },
        ),
      ],
      load: 4,
      collectedS: 15,
      parts: ['single-change', 'half-circle-return'],
      needs: { exercises: ['single-change'], scales: { straightness: 6 } },
      aids: CHANGE,
      good: { measure: 'Clean, late behind or missed', threshold: 'Clean twice running.' },
      leaveWhen: 'It waits for the aid.',
      repair: 'counter-canter-loop',
      faults: [FAULTS.anticipates, FAULTS.lateBehind, FAULTS.swings],
    }),
    exercise({
      id: 'counter-canter-small',
      name: 'Small circles in counter-canter',
      purpose:
        'The strength of a volte with the lead on the outside; nothing straightens a canter more.',
      builds: { collection: 5, straightness: 4 },
      faculties: ['carry', 'straight'],
      stage: 7,
      gaits: ['canter'],
      template:
        'B trot working, circle left 20\nB canter collected\nH-X-F counter-canter, change rein\nA counter-canter, circle right {size}\nK trot working\nM-X-K change rein\nK walk free, long rein\nF walk medium, retake',
      rungs: [rung('12 m', { size: 12 }), rung('10 m', { size: 10 })],
      load: 5,
      collectedS: 25,
      parts: ['counter-canter-circle', 'volte-canter'],
      needs: { exercises: ['counter-canter-circle', 'volte-canter'], scales: { collection: 6.5 } },
      aids: CANTER,
      good: { measure: 'Strides without a lower jump', threshold: 'The whole circle.' },
      leaveWhen: 'One each way.',
      repair: 'counter-canter-corner',
      faults: [FAULTS.disunited, FAULTS.hindStops, FAULTS.overbent],
    }),
  ],
});
