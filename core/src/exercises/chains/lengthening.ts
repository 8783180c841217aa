import { CANTER, RIDE_ON } from '../aids.ts';
import { chain, exercise, rung } from '../exercise.ts';
import { FAULTS } from '../faults.ts';

/** Bigger, not quicker: between two balancing figures. */
export const lengthening = chain({
  id: 'lengthening',
  name: 'Lengthening',
  about: 'Bigger, not quicker: between two balancing figures.',
  faculties: ['forward'],
  remarks: {
    'steady-hand':
      'The contact may grow a little; the frame goes longer with it, the hand does not give it away.',
    'stretch-first':
      'Let the nose reach as the strides grow; come back by riding up, not by taking.',
    'light-rein':
      'Open the hand before the first long stride; what runs then was not balanced before.',
  },
  exercises: [
    exercise({
      id: 'lengthen-trot',
      name: 'Lengthen the trot',
      purpose: 'A few longer strides on the diagonal, balanced before and after.',
      builds: { impulsion: 4, rhythm: 2 },
      faculties: ['forward', 'rhythm'],
      stage: 3,
      gaits: ['trot'],
      template:
        'B trot working, circle left {size}\nH-X-F change rein, trot lengthened\nF trot working\nE circle right {size}\nM-X-K change rein, trot lengthened\nK trot working',
      rungs: [rung('20 m circles', { size: 20 }), rung('15 m circles', { size: 15 })],
      load: 3,
      needs: { exercises: ['trot-diagonals', 'trot-walk-ladder'], scales: { rhythm: 5.5 } },
      aids: RIDE_ON,
      good: {
        measure: 'Tempo in the lengthening',
        threshold: 'Two strides a minute apart at most.',
      },
      leaveWhen: 'Four longer strides: that is what was asked.',
      repair: 'trot-diagonals',
      faults: [FAULTS.quick, FAULTS.flat, FAULTS.breaks],
    }),
    exercise({
      id: 'medium-trot',
      name: 'Medium trot',
      purpose: 'The whole frame grows a little; the hind legs push from under.',
      builds: { impulsion: 5, rhythm: 2 },
      faculties: ['forward', 'rhythm'],
      stage: 4,
      gaits: ['trot'],
      template:
        'B trot working, circle left 12\nH-X-F change rein, trot medium\nF trot working\nE circle right 12\nM-X-K change rein, trot medium\nK trot working',
      rungs: [
        rung(
          'one diagonal',
          {},
          {
            template:
              'B trot working, circle left 12\nH-X-F change rein, trot medium\nF trot working\nE circle right 12\nM-X-K change rein\nK trot working',
          },
        ),
        rung('both diagonals'),
      ],
      load: 4,
      parts: ['lengthen-trot'],
      needs: { exercises: ['lengthen-trot'], scales: { impulsion: 5.5, contact: 5.5 } },
      aids: RIDE_ON,
      good: {
        measure: 'Strides on the diagonal',
        threshold: 'Two fewer than in working trot, same tempo.',
      },
      leaveWhen: 'Both diagonals from the first stride.',
      repair: 'lengthen-trot',
      faults: [FAULTS.quick, FAULTS.flat, FAULTS.leans],
    }),
    exercise({
      id: 'extended-trot',
      name: 'Extended trot',
      purpose: 'All the ground the horse can cover without hurry.',
      builds: { impulsion: 5, collection: 1 },
      faculties: ['forward', 'carry'],
      stage: 6,
      gaits: ['trot'],
      template:
        'B trot working, circle left 10\nH-X-F change rein, trot extended\nF trot working\nE circle right 10\nM-X-K change rein\nK trot working',
      rungs: [
        rung('one diagonal'),
        rung(
          'both diagonals',
          {},
          {
            template:
              'B trot working, circle left 10\nH-X-F change rein, trot extended\nF trot working\nE circle right 10\nM-X-K change rein, trot extended\nK trot working',
            stage: 7,
          },
        ),
      ],
      load: 5,
      parts: ['medium-trot'],
      needs: { exercises: ['medium-trot'], scales: { impulsion: 6.5, collection: 5.5 } },
      aids: RIDE_ON,
      good: {
        measure: 'Stride length',
        threshold: 'A third longer than working, tempo as in medium.',
      },
      leaveWhen: 'One that grew from the first stride to the last.',
      repair: 'medium-trot',
      faults: [FAULTS.flat, FAULTS.quick, FAULTS.breaks],
    }),
    exercise({
      id: 'lengthen-canter',
      name: 'Lengthen the canter',
      purpose: 'The long side grows, the corner brings it back.',
      builds: { impulsion: 4, rhythm: 1, collection: 1 },
      faculties: ['forward'],
      stage: 4,
      gaits: ['canter'],
      template:
        'A trot working, circle left 20\nA canter working, circle left 20\nF canter lengthened\nM canter working\nC trot working, circle left 20',
      rungs: [
        rung('one long side'),
        rung(
          'both long sides',
          {},
          {
            template:
              'A trot working, circle left 20\nA canter working, circle left 20\nF canter lengthened\nM canter working\nC circle left 20\nH canter lengthened\nK canter working\nA circle left 20\nA trot working, circle left 20',
            stage: 5,
          },
        ),
      ],
      load: 4,
      needs: { exercises: ['canter-large'], scales: { rhythm: 5.5 } },
      aids: CANTER,
      good: {
        measure: 'Strides on the long side',
        threshold: 'Two fewer, and back in three strides.',
      },
      leaveWhen: 'Back before the corner without a pull.',
      repair: 'canter-large',
      faults: [FAULTS.flat, FAULTS.leans, FAULTS.quick],
    }),
    exercise({
      id: 'medium-canter',
      name: 'Medium canter and back',
      purpose: 'Uphill forward and uphill back, on the outside rein.',
      builds: { impulsion: 4, collection: 3 },
      faculties: ['forward', 'carry'],
      stage: 5,
      gaits: ['canter'],
      template:
        'A trot working, circle left 20\nA canter working, circle left 15\nF canter medium\nM canter working\nC circle left 15\nB trot working, circle left 20',
      rungs: [
        rung('one long side'),
        rung(
          'both long sides',
          {},
          {
            template:
              'A trot working, circle left 20\nA canter working, circle left 15\nF canter medium\nM canter working\nC circle left 15\nH canter medium\nK canter working\nA circle left 15\nA trot working, circle left 20',
            stage: 6,
          },
        ),
      ],
      load: 4,
      parts: ['lengthen-canter'],
      needs: {
        exercises: ['lengthen-canter', 'ten-ten-canter'],
        scales: { impulsion: 6, collection: 4.5 },
      },
      aids: CANTER,
      good: { measure: 'Strides to come back', threshold: 'Three.' },
      leaveWhen: 'Once out and once back, three beats.',
      repair: 'lengthen-canter',
      faults: [FAULTS.flat, FAULTS.leans, FAULTS.disunited],
    }),
    exercise({
      id: 'extended-canter',
      name: 'Extended canter',
      purpose: 'All the ground it can cover and still come back to a circle at the end.',
      builds: { impulsion: 5, collection: 2 },
      stage: 6,
      gaits: ['canter'],
      template:
        'A trot working, circle left 20\nA canter collected, circle left 12\nF canter extended\nM canter collected\nC circle left 12\nH canter working\nE trot working, circle left 20',
      rungs: [
        rung('one long side'),
        rung(
          'on the diagonal',
          {},
          {
            stage: 7,
            template:
              'A trot working, circle left 20\nA canter collected, circle left 12\nF canter working\nH-X-F canter extended, change rein\nF trot working\nE circle right 20\nM-X-K change rein',
          },
        ),
      ],
      load: 5,
      collectedS: 20,
      parts: ['medium-canter'],
      needs: { exercises: ['medium-canter'], scales: { impulsion: 6.5, collection: 5 } },
      aids: CANTER,
      good: { measure: 'Strides on the side', threshold: 'Two fewer than in medium, uphill.' },
      leaveWhen: 'One that came back by itself.',
      repair: 'medium-canter',
      faults: [FAULTS.flat, FAULTS.quick, FAULTS.leans],
    }),
  ],
});
