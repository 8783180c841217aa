import { GIVE, STRETCH } from '../aids.ts';
import { chain, exercise, rung } from '../exercise.ts';
import { FAULTS } from '../faults.ts';

/** The stretch: asked only when the horse is settled and through, and at the end of every lesson. */
export const stretch = chain({
  id: 'stretch',
  name: 'Stretch',
  about:
    'From inside leg to outside rein, the rein let out slowly; rounded and reaching are told apart.',
  faculties: ['reach', 'soften'],
  remarks: {
    'steady-hand':
      'Let out a hand’s breadth at a time and keep the feel of the mouth: a short stretch, often.',
    'stretch-first':
      'This is the first third of every lesson: stay until the back swings, then ask for more.',
    'light-rein':
      'It counts only with the nose in front; a curled neck is ridden forward before it is let down.',
  },
  exercises: [
    exercise({
      id: 'stretch-line',
      name: 'Stretch on the long side',
      purpose: 'The rein is let out where it is easiest: on a straight line.',
      builds: { suppleness: 3, contact: 2 },
      stage: 1,
      gaits: ['trot'],
      phases: ['warm-up', 'stretch'],
      checks: ['soft in the hand'],
      template:
        'F trot working, rising\nF-M stretch\nM trot working, retake\nH-K stretch\nK trot working, retake',
      rungs: [
        rung(
          'one long side',
          {},
          { template: 'F trot working, rising\nF-M stretch\nM trot working, retake' },
        ),
        rung('both long sides'),
      ],
      load: 1,
      aids: STRETCH,
      good: {
        measure: 'Strides of stretch on contact',
        threshold: 'Eight strides, tempo unchanged.',
      },
      leaveWhen: 'The neck reaches and the tempo stays; take the outside rein first.',
      repair: 'walk-long-rein',
      faults: [FAULTS.loosesRein, FAULTS.quick, FAULTS.inverts],
      cautions: ['Not while the horse is fresh: a long rein is then no brake.'],
      remarks: { 'steady-hand': 'A hand’s breadth is enough: a stretch within the contact.' },
    }),
    exercise({
      id: 'stretch-circle',
      name: 'Stretch on the circle',
      purpose: 'The neck lowers and reaches over a back that swings.',
      builds: { suppleness: 4, contact: 2, rhythm: 1 },
      stage: 1,
      gaits: ['trot'],
      phases: ['warm-up', 'stretch'],
      checks: ['soft in the hand'],
      template: '{at} trot working, rising, circle left 20 x2, stretch\n{at} trot working, retake',
      at: ['A', 'E', 'B'],
      rungs: [
        rung(
          'one round of 20 m',
          {},
          {
            template:
              '{at} trot working, rising, circle left 20, stretch\n{at} trot working, retake',
          },
        ),
        rung('two rounds of 20 m'),
      ],
      load: 1,
      needs: { exercises: ['trot-circle'] },
      aids: STRETCH,
      good: { measure: 'Stretch taken', threshold: 'Half a circle reaching, on both reins.' },
      leaveWhen: 'Half a circle was good; the rest is a gift.',
      stops: true,
      repair: 'stretch-line',
      faults: [FAULTS.loosesRein, FAULTS.fallsIn, FAULTS.curls],
    }),
    exercise({
      id: 'stretch-and-up',
      name: 'Down, up, and forward',
      purpose:
        'The stretch alternates with riding up and forward: the hind legs stay under the neck’s change.',
      builds: { suppleness: 4, contact: 3, impulsion: 1 },
      stage: 2,
      gaits: ['trot'],
      phases: ['warm-up', 'work', 'stretch'],
      checks: ['soft in the hand'],
      template:
        '{at} trot working, circle left 20, stretch, retake at half\n{at} trot working, circle left 20, stretch, retake at half',
      at: ['A', 'E'],
      rungs: [
        rung('half and half, twice'),
        rung(
          'half and half, three times',
          {},
          {
            template:
              '{at} trot working, circle left 20, stretch, retake at half\n{at} trot working, circle left 20, stretch, retake at half\n{at} trot working, circle left 20, stretch, retake at half',
          },
        ),
      ],
      load: 2,
      needs: { exercises: ['stretch-circle'], scales: { contact: 4.5 } },
      aids: STRETCH,
      good: { measure: 'Strides to be back in the hand', threshold: 'Three, without slowing.' },
      leaveWhen: 'Down and up once, both in the same tempo.',
      repair: 'stretch-circle',
      faults: [FAULTS.inverts, FAULTS.leans, FAULTS.quick],
    }),
    exercise({
      id: 'give-and-retake',
      name: 'Give and retake',
      purpose:
        'The proof of self-carriage: the rein is given for two to four strides and nothing changes.',
      builds: { contact: 4, suppleness: 1, collection: 1 },
      faculties: ['soften'],
      stage: 3,
      gaits: ['trot'],
      phases: ['work', 'stretch'],
      template:
        '{at} trot working, circle left {size}, give and retake at half\nH-K stretch\nK trot working, retake',
      at: ['B'],
      rungs: [rung('20 m', { size: 20 }), rung('15 m', { size: 15 })],
      load: 2,
      needs: { exercises: ['stretch-circle'], scales: { contact: 5 } },
      aids: GIVE,
      good: { measure: 'Strides unaided', threshold: 'Three strides in which nothing changes.' },
      leaveWhen: 'Once, in the same tempo and frame.',
      repair: 'stretch-circle',
      faults: [FAULTS.leans, FAULTS.quick, FAULTS.flat],
    }),
    exercise({
      id: 'reaching-stretch',
      name: 'The reaching stretch',
      purpose: 'The nose goes forward, not only down: from a rounded stretch to a reaching one.',
      builds: { suppleness: 4, contact: 3 },
      stage: 3,
      gaits: ['trot'],
      phases: ['work', 'stretch'],
      template:
        '{at} trot working, circle left 20, stretch\nH-X-F stretch\nF trot working, retake\nK-X-M stretch\nM trot working, retake',
      at: ['C'],
      rungs: [
        rung(
          'on the diagonals',
          {},
          {
            template:
              'C trot working, rising\nH-X-F stretch\nF trot working, retake\nK-X-M stretch\nM trot working, retake',
          },
        ),
        rung('circle, then the diagonals'),
      ],
      load: 2,
      needs: { exercises: ['stretch-circle'], scales: { suppleness: 5 } },
      aids: STRETCH,
      good: { measure: 'Form of the stretch', threshold: 'Reaching on the whole diagonal.' },
      leaveWhen: 'Both diagonals with the nose in front; at the first hurried step, sooner.',
      repair: 'stretch-circle',
      faults: [FAULTS.curls, FAULTS.loosesRein],
      remarks: {
        'light-rein': 'Count only strides in which the nose is in front of the neck’s line.',
      },
    }),
    exercise({
      id: 'canter-then-stretch',
      name: 'Stretch after canter',
      purpose: 'The canter has freed the back: the first trot after it takes the stretch.',
      builds: { suppleness: 4, contact: 1, rhythm: 1 },
      stage: 2,
      gaits: ['trot', 'canter'],
      phases: ['work'],
      template:
        '{at} trot working, circle left 20\n{at} canter working, circle left 20\n{at} trot working, rising, circle left 20 x2, stretch\n{at} trot working, retake',
      at: ['A', 'B'],
      rungs: [
        rung('once round in canter'),
        rung(
          'twice round in canter',
          {},
          {
            template:
              '{at} trot working, circle left 20\n{at} canter working, circle left 20 x2\n{at} trot working, rising, circle left 20 x2, stretch\n{at} trot working, retake',
            stage: 3,
          },
        ),
      ],
      load: 3,
      needs: { exercises: ['canter-circle', 'stretch-circle'] },
      aids: STRETCH,
      good: { measure: 'Strides of trot until the stretch', threshold: 'Five or fewer.' },
      leaveWhen: 'The stretch comes before you ask.',
      repair: 'stretch-circle',
      faults: [FAULTS.quick, FAULTS.flat],
    }),
  ],
});
