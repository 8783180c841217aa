import { TRANSITION_UP } from '../aids.ts';
import { chain, exercise, rung } from '../exercise.ts';
import { FAULTS } from '../faults.ts';

/** Bring back, settle, set up again. Never punished: punishment makes the canter itself worrying. */
export const wrongLead = chain({
  id: 'wrong-lead',
  name: 'The right lead',
  about:
    'Bring back, settle, set up again. Never punished: punishment makes the canter itself worrying.',
  faculties: ['forward'],
  remarks: {
    'steady-hand': 'Settle the connection first: a depart out of an empty hand goes wrong again.',
    'stretch-first': 'Walk on a long rein for as long as the worry lasts; then begin at the start.',
    'light-rein': 'Look at your own weight and the outside shoulder before you blame the lead.',
  },
  exercises: [
    exercise({
      id: 'settle-before-depart',
      name: 'Settle, then depart',
      purpose:
        'The depart is asked only when the trot is settled and the horse yields to the inside leg; not asking is good riding too.',
      builds: { rhythm: 3, suppleness: 2, impulsion: 1 },
      faculties: ['rhythm', 'forward'],
      stage: 1,
      gaits: ['trot', 'canter'],
      phases: ['warm-up', 'work'],
      checks: ['goes when asked'],
      template:
        '{at} trot working, circle left {size} x2\n{at} canter working, circle left {size}\n{at} trot working, circle left {size}',
      at: ['A', 'B'],
      rungs: [rung('20 m', { size: 20 }), rung('15 m', { size: 15 }, { stage: 4 })],
      load: 2,
      needs: { exercises: ['trot-circle'] },
      aids: TRANSITION_UP,
      good: {
        measure: 'Right lead, prompt',
        threshold: 'Three of four; a set-up rightly not asked counts as well.',
      },
      leaveWhen: 'One good depart on each side.',
      repair: 'trot-circle',
      faults: [FAULTS.wrongLead, FAULTS.quick, FAULTS.inverts],
      cautions: [
        'Some still kick the horse over a wrong lead; we do not: it learns to fear the canter.',
      ],
    }),
    exercise({
      id: 'depart-from-shoulder-fore',
      name: 'Depart out of shoulder-fore',
      purpose: 'Shoulder-fore puts the inside hind where the depart needs it.',
      builds: { straightness: 3, impulsion: 3 },
      faculties: ['forward', 'shoulders'],
      stage: 3,
      gaits: ['trot', 'canter'],
      template: 'K trot working\nF-B {from}\nB canter working\nC trot working, circle left 20',
      rungs: [
        rung('out of shoulder-fore', { from: 'shoulder-fore' }),
        rung('out of shoulder-in', { from: 'shoulder-in' }, { stage: 5 }),
      ],
      load: 3,
      parts: ['shoulder-fore'],
      needs: { exercises: ['shoulder-fore', 'settle-before-depart'] },
      aids: TRANSITION_UP,
      good: {
        measure: 'Right lead, straight',
        threshold: 'Three of four without a swing of the quarters.',
      },
      leaveWhen: 'One on each side.',
      repair: 'settle-before-depart',
      faults: [FAULTS.wrongLead, FAULTS.swings, FAULTS.overbent],
    }),
    exercise({
      id: 'depart-on-straight',
      name: 'Depart on a straight line',
      purpose: 'No corner helps: the lead comes from the aid.',
      builds: { straightness: 3, impulsion: 3, contact: 1 },
      faculties: ['forward', 'straight'],
      stage: 3,
      gaits: ['trot', 'canter'],
      template: 'A trot working\nB canter working left\nC trot working, circle left 20',
      rungs: [
        rung('on the long side'),
        rung(
          'on the centre line',
          {},
          {
            template:
              'A trot working, centre line\nD canter working left\nC trot working, track left\nE circle left 20',
            stage: 4,
          },
        ),
      ],
      load: 3,
      needs: { exercises: ['depart-from-shoulder-fore'] },
      aids: TRANSITION_UP,
      good: { measure: 'Right lead, prompt', threshold: 'Three of four.' },
      leaveWhen: 'One on each side.',
      repair: 'settle-before-depart',
      faults: [FAULTS.wrongLead, FAULTS.anticipates, FAULTS.quick],
    }),
  ],
});
