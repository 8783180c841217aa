import { CANTER, CHANGE, QUARTERS_IN } from '../aids.ts';
import { chain, exercise, rung } from '../exercise.ts';
import { FAULTS } from '../faults.ts';

const IN = 'A trot working, circle left 20\nA canter collected\n';

/** Sideways in canter: haunches-in on the circle, the half-pass, the change after it. */
export const canterSideways = chain({
  id: 'canter-sideways',
  name: 'Sideways in canter',
  about: 'Haunches-in on the circle, half-pass to the centre line, and the change that ends it.',
  faculties: ['bend', 'carry'],
  remarks: {
    'steady-hand': 'The outer rein leads the shoulders along the line; the quarters follow it.',
    'stretch-first': 'Only out of a canter that will stretch; afterwards it does so again.',
    'light-rein': 'Look where you go, sit where you look; the rein keeps the flexion, no more.',
  },
  exercises: [
    exercise({
      id: 'haunches-in-canter-circle',
      name: 'Haunches-in on the circle in canter',
      purpose: 'The inside hind comes under for the turns that follow; bend comes before it.',
      builds: { collection: 4, suppleness: 3 },
      stage: 6,
      gaits: ['canter'],
      template: `${IN}B circle left 20, haunches-in\nB canter working\nE trot working, circle left 20`,
      rungs: [
        rung('20 m'),
        rung(
          '15 m',
          {},
          {
            stage: 7,
            template: `${IN}B circle left 15, haunches-in\nB canter working\nE trot working, circle left 20`,
          },
        ),
      ],
      load: 4,
      collectedS: 20,
      parts: ['travers', 'volte-canter'],
      needs: { exercises: ['travers', 'volte-canter'], scales: { suppleness: 6, collection: 5 } },
      aids: QUARTERS_IN,
      good: {
        measure: 'Strides in three beats',
        threshold: 'Half the circle without a slower hind leg.',
      },
      leaveWhen: 'Half a circle; then forward on the other half.',
      repair: 'travers',
      faults: [FAULTS.overbent, FAULTS.hindStops, FAULTS.quick],
    }),
    exercise({
      id: 'half-pass-canter',
      name: 'Half-pass in canter',
      purpose: 'From the track to the centre line, round the inside leg, and straight on from it.',
      builds: { collection: 4, suppleness: 4 },
      faculties: ['bend', 'cross'],
      stage: 6,
      gaits: ['canter'],
      template: `${IN}F half-pass left to centre by {letter}\ncanter working\nC trot working, track left\nE circle left 20`,
      rungs: [
        rung('shallow, to I', { letter: 'I' }, { leastLengthM: 60 }),
        rung('to X', { letter: 'X' }, { leastLengthM: 60 }),
      ],
      load: 4,
      collectedS: 15,
      parts: ['half-pass-from-corner', 'haunches-in-canter-circle'],
      needs: {
        exercises: ['half-pass-from-corner', 'haunches-in-canter-circle'],
        scales: { suppleness: 6.5, collection: 5.5 },
      },
      aids: QUARTERS_IN,
      good: {
        measure: 'Strides with the shoulders ahead',
        threshold: 'All of them; the bend is there at the end.',
      },
      leaveWhen: 'Once each way with the same count.',
      repair: 'haunches-in-canter-circle',
      faults: [FAULTS.quartersTrail, FAULTS.overbent, FAULTS.flat],
    }),
    exercise({
      id: 'half-pass-canter-change',
      name: 'Half-pass and a change at its end',
      purpose: 'Sideways, two straight strides, and the change on to the new rein.',
      builds: { collection: 4, straightness: 3 },
      stage: 7,
      gaits: ['canter'],
      template:
        'E trot working, circle left 20\nE canter collected\nA centre line\nD-E half-pass left\nS flying change\nC canter working\nC trot working, circle right 20\nM-X-K change rein\nK walk free, long rein\nF walk medium, retake',
      rungs: [
        rung('to E', {}, { leastLengthM: 60 }),
        rung(
          'and a volte after it',
          {},
          {
            leastLengthM: 60,
            template:
              'E trot working, circle left 20\nE canter collected\nA centre line\nD-E half-pass left\nS flying change\nC circle right 10\nC canter working\nB trot working, circle right 20\nK-X-M change rein\nH walk free, long rein\nK walk medium, retake',
          },
        ),
      ],
      load: 5,
      collectedS: 25,
      parts: ['half-pass-canter', 'single-change'],
      needs: { exercises: ['half-pass-canter', 'single-change'], scales: { straightness: 6.5 } },
      aids: CHANGE,
      good: {
        measure: 'Straight strides before the change',
        threshold: 'Two at least, the change clean.',
      },
      leaveWhen: 'One clean one on each rein.',
      repair: 'haunches-in-canter-circle',
      faults: [FAULTS.anticipates, FAULTS.lateBehind, FAULTS.swings],
    }),
    exercise({
      id: 'on-the-spot-canter',
      name: 'Canter nearly on the spot',
      purpose: 'Four strides that gain hardly any ground, then forward while it still wants to.',
      builds: { collection: 5, impulsion: 3 },
      faculties: ['carry', 'forward'],
      stage: 7,
      gaits: ['canter'],
      template: `${IN}B collect on the spot {strides}\ncanter working, go large\nE trot working, circle left 20\nK walk free, long rein\nF walk medium, retake`,
      rungs: [rung('three strides', { strides: 3 }), rung('five strides', { strides: 5 })],
      load: 5,
      collectedS: 15,
      parts: ['five-five-canter'],
      needs: { exercises: ['five-five-canter'], scales: { collection: 6, impulsion: 6 } },
      aids: CANTER,
      good: { measure: 'Strides in three clear beats', threshold: 'Three, with a soft neck.' },
      leaveWhen: 'Three good ones, then forward for a whole side.',
      repair: 'ten-ten-canter',
      faults: [FAULTS.hindStops, FAULTS.breaks, FAULTS.leans],
    }),
    exercise({
      id: 'pirouette-from-the-diagonal',
      name: 'Half pirouette from the diagonal',
      purpose:
        'Approach on a line that leaves room; in shoulder-fore, three or four strides, and home.',
      builds: { collection: 5, straightness: 2 },
      faculties: ['carry', 'shoulders'],
      stage: 7,
      gaits: ['canter'],
      template:
        'B trot working, circle left 20\nB canter collected\nH-X canter collected\nX working pirouette left 180 {size} m\ncanter working\nA trot working, circle left 20\nF walk free, long rein\nM walk medium, retake',
      rungs: [
        rung('ridden round 4 m', { size: 4 }, { leastLengthM: 60 }),
        rung('round 3 m', { size: 3 }, { leastLengthM: 60 }),
      ],
      load: 5,
      collectedS: 20,
      parts: ['working-pirouette', 'on-the-spot-canter'],
      needs: { exercises: ['working-pirouette'], scales: { collection: 6.5 } },
      aids: QUARTERS_IN,
      good: { measure: 'Strides kept in canter', threshold: 'Three, the hind legs jumping.' },
      leaveWhen: 'One each way. A quarter that jumps is worth more than a half that stops.',
      repair: 'volte-canter',
      faults: [FAULTS.hindStops, FAULTS.swings, FAULTS.breaks],
    }),
  ],
});
