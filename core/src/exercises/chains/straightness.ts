import { CANTER, RIDE_ON, SHOULDERS_IN } from '../aids.ts';
import { chain, exercise, rung } from '../exercise.ts';
import { FAULTS } from '../faults.ts';

/** Without the wall: centre line, quarter line, inner track. */
export const straightness = chain({
  id: 'straightness',
  name: 'Straight lines',
  about: 'Without the wall: centre line, quarter line, inner track.',
  faculties: ['straight'],
  remarks: {
    'steady-hand':
      'Two even reins and more leg: straightness comes from the hind legs into both hands.',
    'stretch-first':
      'Ride the line forward first; a horse that goes forward is half way to straight.',
    'light-rein':
      'Put the shoulders in front of the hips with your knees; never push the hips with the rein.',
  },
  exercises: [
    exercise({
      id: 'centre-line',
      name: 'Down the centre line',
      purpose: 'Look up, ride to C: straight is forward between two legs.',
      builds: { straightness: 4, impulsion: 1 },
      stage: 1,
      gaits: ['trot'],
      phases: ['warm-up', 'work'],
      template: 'A walk medium, centre line\nC track left',
      rungs: [
        rung('in walk'),
        rung('in trot', {}, { template: 'A trot working, centre line\nC track left' }),
      ],
      load: 1,
      aids: RIDE_ON,
      good: { measure: 'Drift from the line', threshold: 'Half a metre at most.' },
      leaveWhen: 'Straight from A to X without a correction.',
      repair: 'walk-lines',
      faults: [FAULTS.driftsOut, FAULTS.quick],
    }),
    exercise({
      id: 'quarter-line',
      name: 'The quarter line',
      purpose: 'No wall and no letter: the line is held by the legs.',
      builds: { straightness: 4 },
      stage: 2,
      gaits: ['trot'],
      phases: ['warm-up', 'work'],
      template: 'A {pace}, quarter line near\nC track left',
      rungs: [rung('in walk', { pace: 'walk medium' }), rung('in trot', { pace: 'trot working' })],
      load: 2,
      needs: { exercises: ['centre-line'] },
      aids: RIDE_ON,
      good: { measure: 'Drift from the line', threshold: 'Half a metre at most.' },
      leaveWhen: 'Once each way.',
      repair: 'centre-line',
      faults: [FAULTS.driftsOut, FAULTS.quick],
    }),
    exercise({
      id: 'inner-track',
      name: 'On the inner track',
      purpose: 'A horse’s breadth from the wall: does it drift back to it?',
      builds: { straightness: 4, contact: 1 },
      stage: 2,
      gaits: ['trot'],
      template: 'F trot working, inner track {inset}\ngo large\nF outer track\nM trot working',
      rungs: [
        rung('1.5 m from the wall', { inset: 1.5 }),
        rung('2.5 m from the wall', { inset: 2.5 }),
      ],
      load: 2,
      needs: { exercises: ['quarter-line'] },
      aids: SHOULDERS_IN,
      good: { measure: 'Drift to the wall', threshold: 'None on a whole side.' },
      leaveWhen: 'Both long sides without a drift.',
      repair: 'centre-line',
      faults: [FAULTS.driftsOut, FAULTS.fallsIn],
    }),
    exercise({
      id: 'canter-centre-line',
      name: 'Canter on the centre line',
      purpose: 'The hind feet follow the forefeet in canter, where nothing helps.',
      builds: { straightness: 5, collection: 1 },
      faculties: ['straight', 'carry'],
      stage: 4,
      gaits: ['canter'],
      at: ['E', 'C'],
      template:
        '{at} trot working, circle left 20\n{at} canter working\nA centre line\nC trot working, track left',
      rungs: [
        rung(
          'on the quarter line',
          {},
          {
            template:
              '{at} trot working, circle left 20\n{at} canter working\nA quarter line near\nC trot working, track left',
          },
        ),
        rung('on the centre line'),
      ],
      load: 3,
      needs: { exercises: ['centre-line', 'canter-large'], scales: { straightness: 5.5 } },
      aids: CANTER,
      good: { measure: 'Drift of the quarters', threshold: 'None to be seen from C.' },
      leaveWhen: 'One straight line on each lead.',
      repair: 'canter-large',
      faults: [FAULTS.swings, FAULTS.disunited, FAULTS.driftsOut],
    }),
  ],
});
