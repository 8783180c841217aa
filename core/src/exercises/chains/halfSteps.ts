import { AIDS_OF_HALF_STEPS, QUARTERS_IN } from '../aids.ts';
import { chain, exercise, rung } from '../exercise.ts';
import { FAULTS } from '../faults.ts';

/** Travers to wrap the inside leg, a few small steps, forward; then the shoulder-ins. */
export const halfSteps = chain({
  id: 'half-steps',
  name: 'Half-steps',
  about: 'Travers to wrap the inside leg, a few small steps, forward; then the shoulder-ins.',
  faculties: ['carry', 'forward'],
  remarks: {
    'steady-hand': 'A light, even contact: what is held back in front cannot step behind.',
    'stretch-first': 'Few steps, then forward and down; the back must be as soft after as before.',
    'light-rein': 'The rein weighs nothing here: if it does, ride forward and begin again.',
  },
  exercises: [
    exercise({
      id: 'travers-to-steps',
      name: 'Travers before the half-steps',
      purpose: 'Travers tells the inside hind where to go before it is asked to step shorter.',
      builds: { collection: 3, straightness: 2 },
      stage: 6,
      gaits: ['trot'],
      template:
        'K trot collected\nF-B travers\nB trot working\nC trot collected\nH-E travers\nE trot working',
      rungs: [
        rung('half a side each'),
        rung(
          'the whole of each side',
          {},
          {
            template:
              'K trot collected\nF-M travers\nM trot working\nC trot collected\nH-K travers\nK trot working',
            stage: 7,
          },
        ),
      ],
      load: 3,
      needs: { exercises: ['travers'], scales: { collection: 5 } },
      aids: QUARTERS_IN,
      good: { measure: 'Strides held', threshold: 'Eight strides without a change of tempo.' },
      leaveWhen: 'Both sides once.',
      repair: 'shoulder-fore',
      faults: [FAULTS.quartersTrail, FAULTS.overbent, FAULTS.stuck],
    }),
    exercise({
      id: 'half-steps',
      name: 'Half-steps and forward',
      purpose:
        'Four to six steps towards the piaffe, then forward before the horse thinks of stopping.',
      builds: { collection: 5, impulsion: 3 },
      stage: 6,
      gaits: ['trot'],
      template:
        'K trot working\nF-B travers\nB trot collected, half-steps 4 x2\ntrot working\nF-M shoulder-in\nH-K shoulder-in\nF walk free, long rein\nM walk medium, retake',
      rungs: [
        rung('4 steps, twice'),
        rung(
          '6 steps, twice',
          {},
          {
            template:
              'K trot working\nF-B travers\nB trot collected, half-steps 6 x2\ntrot working\nF-M shoulder-in\nH-K shoulder-in\nF walk free, long rein\nM walk medium, retake',
          },
        ),
      ],
      load: 5,
      collectedS: 25,
      parts: ['travers-to-steps', 'shoulder-in'],
      needs: {
        exercises: ['travers-to-steps', 'shoulder-in'],
        scales: { collection: 6, impulsion: 6, contact: 6 },
      },
      aids: AIDS_OF_HALF_STEPS,
      good: { measure: 'Steps in the beat', threshold: 'Four, then forward at once.' },
      leaveWhen: 'Four good ones. Never a fifth because four were good.',
      stops: true,
      repair: 'travers-to-steps',
      faults: [FAULTS.stuck, FAULTS.hindStops, FAULTS.leans],
      cautions: ['Someone experienced on the ground when it is new.'],
    }),
    exercise({
      id: 'half-steps-walk',
      name: 'Half-steps out of the walk',
      purpose: 'Out of collected walk a few diagonal steps, and trot on.',
      builds: { collection: 5, impulsion: 2 },
      stage: 7,
      gaits: ['walk', 'trot'],
      template:
        'A walk collected\nF half-steps {steps} x2\nB trot working\nH-K shoulder-in\nF-M shoulder-in\nH walk free, long rein\nK walk medium, retake',
      rungs: [rung('4 steps', { steps: 4 }), rung('6 steps', { steps: 6 })],
      load: 5,
      collectedS: 20,
      parts: ['shoulder-in'],
      needs: { exercises: ['half-steps'] },
      aids: AIDS_OF_HALF_STEPS,
      good: { measure: 'Steps in the beat', threshold: 'Four in two clear beats.' },
      leaveWhen: 'Four; then forward, then a long rein.',
      repair: 'travers-to-steps',
      faults: [FAULTS.jogs, FAULTS.stuck, FAULTS.hindStops],
      cautions: ['Someone experienced on the ground when it is new.'],
    }),
  ],
});
