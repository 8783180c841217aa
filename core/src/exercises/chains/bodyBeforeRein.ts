import { BEND, CANTER, SHOULDERS_IN } from '../aids.ts';
import { chain, exercise, rung } from '../exercise.ts';
import { FAULTS } from '../faults.ts';

/** Turn from seat, legs and shoulders until the rein has nothing left to do. */
export const bodyBeforeRein = chain({
  id: 'body-before-rein',
  name: 'Body before rein',
  about: 'Turn from seat, legs and shoulders until the rein has nothing left to do.',
  remarks: {
    'steady-hand': 'Let the rein follow the turn; it may stay in contact, it may not lead.',
    'stretch-first': 'Turn with a long neck first: whatever turns it then is your seat.',
    'light-rein':
      'The heart of this approach: try each turn once with the rein on the neck before you use it.',
  },
  exercises: [
    exercise({
      id: 'turn-without-reins',
      name: 'Turn without the reins',
      purpose: 'The horse turns with your shoulders and legs; the rein lies loose.',
      builds: { suppleness: 3, straightness: 2, contact: 2 },
      stage: 1,
      gaits: ['walk'],
      phases: ['warm-up'],
      checks: ['changes flexion', 'in front of the leg'],
      template:
        '{at} walk medium, circle left {size}\nH-X-F change rein\nE circle right {size}\nM-X-K change rein',
      at: ['B'],
      rungs: [rung('15 m', { size: 15 }), rung('10 m', { size: 10 })],
      load: 1,
      aids: BEND,
      good: { measure: 'Metres off the line', threshold: 'One metre at most, rein hanging.' },
      leaveWhen: 'Both ways once.',
      repair: 'walk-lines',
      faults: [FAULTS.driftsOut, FAULTS.fallsIn, FAULTS.looksDown],
    }),
    exercise({
      id: 'shoulders-lighten-rein',
      name: 'Move the shoulders until the rein lightens',
      purpose: 'A heavy rein is a shoulder in the wrong place: move it, and feel the rein.',
      builds: { contact: 4, straightness: 3 },
      stage: 2,
      gaits: ['walk', 'trot'],
      phases: ['warm-up', 'work'],
      checks: ['steps sideways', 'soft in the hand'],
      template: 'E walk medium, square left 20\nK walk medium',
      rungs: [
        rung('walk'),
        rung('trot', {}, { stage: 3, template: 'E trot working, square left 20\nK trot working' }),
      ],
      load: 2,
      needs: { exercises: ['turn-without-reins'] },
      aids: SHOULDERS_IN,
      good: {
        measure: 'Contact before and after the corner',
        threshold: 'One point lighter after it.',
      },
      leaveWhen: 'The rein is lighter on both sides.',
      repair: 'turn-without-reins',
      faults: [FAULTS.leans, FAULTS.overbent, FAULTS.fallsIn],
    }),
    exercise({
      id: 'round-the-barrel',
      name: 'Round the barrel',
      purpose:
        'A barrel in the middle keeps rider and horse honest: the same distance all the way round.',
      builds: { suppleness: 4, straightness: 2, rhythm: 1 },
      stage: 3,
      gaits: ['walk', 'trot'],
      template: 'barrel X\nE walk medium, spiral in left 20 to 10\nspiral out left 10 to 20',
      rungs: [
        rung('in walk'),
        rung(
          'in trot',
          { size: 10 },
          {
            template:
              'barrel X\nE trot working, spiral in left 20 to {size}\nspiral out left {size} to 20',
          },
        ),
      ],
      load: 2,
      needs: { exercises: ['shoulders-lighten-rein'] },
      aids: BEND,
      good: { measure: 'Distance from the barrel', threshold: 'The same at all four quarters.' },
      leaveWhen: 'In and out once in one tempo.',
      repair: 'turn-without-reins',
      faults: [FAULTS.overbent, FAULTS.quartersIn, FAULTS.driftsOut],
      cautions: ['The barrel stands firm and has no edges.'],
      equipment: ['barrel'],
    }),
    exercise({
      id: 'body-first-trot',
      name: 'Body before rein in trot',
      purpose:
        'The same without reins to speak of, in trot: the neck never more bent than the body.',
      builds: { suppleness: 3, contact: 3 },
      stage: 2,
      gaits: ['trot'],
      phases: ['work'],
      template:
        'B trot working, circle left {size}\nH-X-F change rein\nE circle right {size}\nM-X-K change rein',
      rungs: [
        rung('20 m', { size: 20 }),
        rung('15 m', { size: 15 }),
        rung('12 m', { size: 12 }, { stage: 4 }),
      ],
      load: 2,
      needs: { exercises: ['turn-without-reins', 'trot-circle'] },
      aids: BEND,
      good: { measure: 'Contact reading on the circle', threshold: '0 to 1 on both reins.' },
      leaveWhen: 'Both circles without a correction of the rein.',
      repair: 'turn-without-reins',
      faults: [FAULTS.overbent, FAULTS.driftsOut, FAULTS.quick],
    }),
    exercise({
      id: 'body-first-canter',
      name: 'Body before rein in canter',
      purpose: 'Canter comes without changing the balance to get it.',
      builds: { suppleness: 2, contact: 3, rhythm: 2 },
      stage: 3,
      gaits: ['canter'],
      template:
        '{at} trot working, circle left 20\n{at} canter working, circle left {size} x2\n{at} trot working, circle left 20',
      at: ['E', 'B'],
      rungs: [rung('20 m', { size: 20 }), rung('15 m', { size: 15 }, { stage: 5 })],
      load: 3,
      needs: { exercises: ['body-first-trot', 'canter-circle'], scales: { contact: 5 } },
      aids: CANTER,
      good: {
        measure: 'Head position in the depart',
        threshold: 'No change in the three strides around it.',
      },
      leaveWhen: 'One depart out of an unchanged trot.',
      repair: 'body-first-trot',
      faults: [FAULTS.wrongLead, FAULTS.inverts, FAULTS.quick],
    }),
  ],
});
