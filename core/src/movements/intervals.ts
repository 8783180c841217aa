import { routeLegs } from '../figures/diagonals.ts';
import { endingOn } from '../figures/shared.ts';
import { act, ROUNDS_OF_A_COUNT, type Riding } from '../forms/contract.ts';
import { pattern } from '../forms/pattern.ts';
import { usualPace, type MovingGait } from '../gaits/paces.ts';
import { HALF_STEPS, ON_THE_SPOT } from '../gaits/strideTable.ts';
import { legsLengthM } from '../geometry/leg.ts';
import { toOtherLead } from './changes.ts';
import { counted, inParts, into, repeated, type Part } from './inParts.ts';

/** `transitions trot 8 walk 4 x5`: so many strides of one gait, so many of another, again and again. */
export const transitions = act({
  kind: 'transitions',
  called: 'row of transitions',
  shows: { contact: 2, impulsion: 2 },
  usefulRounds: ROUNDS_OF_A_COUNT,
  pattern: pattern(
    'transitions {first:walk|trot|canter} {firstCount:strides} {second:walk|trot|canter} {secondCount:stridesOrNone}',
  ),
  route: 'allowed',
  counts: true,
  overlay: true,
  plan(stand, { first, firstCount, second, secondCount }) {
    const paceFor = (gait: MovingGait) =>
      gait === stand.riding.movingGait ? stand.riding.pace : usualPace(gait);
    const part = (gait: MovingGait, count: number): Part => ({
      metres: counted(stand, gait, paceFor(gait), count),
      patch: into(gait, paceFor(gait)),
    });
    const parts = [part(first, firstCount), part(second, secondCount)];
    const after = into(first, paceFor(first));
    return inParts(stand, 'transitions', parts, after);
  },
  examples: [
    { line: 'B transitions trot 8 walk 4 x5', before: 'A trot working' },
    { line: 'B transitions walk 6 trot 8 x2' },
    { line: 'F-M transitions trot 8 walk 4', metres: 48, before: 'A trot working' },
    { line: 'B transitions trot 8 walk 0 x4', before: 'A trot working' },
  ],
  palette: [
    { group: 'Transitions', name: 'trot and walk', says: '{a} transitions trot 8 walk 4 x4' },
    { group: 'Transitions', name: 'trot and canter', says: '{a} transitions canter 8 trot 8 x4' },
  ],
  help: [
    {
      section: 'Counts and conditions',
      line: 'A transitions trot 8 walk 4 x5',
      says: 'Eight strides, four steps, five times.',
    },
    {
      section: 'Counts and conditions',
      line: 'A transitions trot 8 walk 0 x4',
      says: 'The walk is only thought of.',
    },
  ],
});

/** Within the gait: collected strides, then forward ones. Forward is the medium pace (extended in walk). */
export const collectForward = act({
  kind: 'collect-forward',
  called: 'shortening and letting go',
  balancing: true,
  usefulRounds: ROUNDS_OF_A_COUNT,
  pattern: pattern('collect {collected:strides} forward {forward:strides}'),
  route: 'allowed',
  counts: true,
  overlay: true,
  plan(stand, { collected, forward }) {
    const { movingGait: gait, pace } = stand.riding;
    const bigger = gait === 'walk' ? 'extended' : 'medium';
    const parts: Part[] = [
      { metres: counted(stand, gait, 'collected', collected), patch: into(gait, 'collected') },
      { metres: counted(stand, gait, bigger, forward), patch: into(gait, bigger) },
    ];
    return inParts(stand, 'collect-forward', parts, into(gait, pace));
  },
  examples: [
    { line: 'B collect 10 forward 10 x4', before: 'A trot working' },
    { line: 'F-M collect 6 forward 8', metres: 48, before: 'A canter collected' },
    {
      line: 'C circle left 20 x2, collect 10 forward 10 x2',
      metres: 40 * Math.PI,
      before: 'A canter collected',
    },
  ],
  palette: [
    { group: 'Transitions', name: 'collect and forward', says: '{a} collect 8 forward 8 x3' },
  ],
  help: [
    {
      section: 'Counts and conditions',
      line: 'A collect 10 forward 10 x4',
      says: 'Strides gathered and let go.',
      before: 'A canter working',
    },
    {
      section: 'Counts and conditions',
      line: 'H-K collect 6 forward 8',
      says: 'From letter to letter the counts fill the line.',
      before: 'A canter working',
    },
  ],
});

/** `hold 5 soft 3 x6`: asked up into the outer rein, and let soft again; the pace stays. */
export const holdSoft = act({
  kind: 'hold-soft',
  called: 'holding and softening',
  usefulRounds: ROUNDS_OF_A_COUNT,
  pattern: pattern('hold {held:strides} soft {soft:strides}'),
  route: 'allowed',
  counts: true,
  overlay: true,
  plan(stand, { held, soft }) {
    const { movingGait: gait, pace } = stand.riding;
    const part = (count: number, connection: Riding['connection']): Part => ({
      metres: counted(stand, gait, pace, count),
      patch: (r) => ({ ...r, connection }),
    });
    const parts = [part(held, 'held'), part(soft, 'soft')];
    return inParts(stand, 'hold-soft', parts, (r) => ({ ...r, connection: null }));
  },
  examples: [{ line: 'B hold 5 soft 3 x6', before: 'A trot working' }],
  palette: [{ group: 'Transitions', name: 'hold and soften', says: '{a} hold 5 soft 3 x4' }],
  help: [
    {
      section: 'Counts and conditions',
      line: 'A hold 5 soft 3 x6',
      says: 'Asked into the outer rein, and let soft again.',
    },
  ],
});

/** Strides of plain trot after each few half-steps: forward again. Common practice. */
const FORWARD_STRIDES = 8;

/** `half-steps 6 x4`: a few short, high steps, then forward, again and again. */
export const halfSteps = act({
  kind: 'half-steps',
  learnedFrom: 6,
  shows: { collection: 4, impulsion: 1 },
  inSettledGait: true,
  hard: 'carried',
  usefulRounds: ROUNDS_OF_A_COUNT,
  pattern: pattern('half-steps {steps:strides}'),
  route: 'allowed',
  counts: true,
  overlay: true,
  plan(stand, { steps }) {
    const { movingGait: gait, pace } = stand.riding;
    const parts: Part[] = [
      { metres: (steps / 2) * HALF_STEPS.lengthM, patch: (r) => ({ ...r, halfSteps: true }) },
      {
        metres: counted(stand, gait, pace, FORWARD_STRIDES),
        patch: (r) => ({ ...r, halfSteps: false }),
      },
    ];
    return inParts(stand, 'half-steps', parts, (r) => ({ ...r, halfSteps: false }));
  },
  examples: [{ line: 'F half-steps 6 x4', before: 'A trot collected' }],
  palette: [{ group: 'Transitions', name: 'half-steps', says: '{a} half-steps 6 x2' }],
  help: [
    {
      section: 'Counts and conditions',
      line: 'F half-steps 6 x4',
      says: 'A few short, high steps, then forward.',
      before: 'A trot collected',
    },
  ],
});

/** `canter collect on the spot 4`: so many strides with hardly any ground gained, then as before. */
export const collectOnTheSpot = act({
  kind: 'collect-on-the-spot',
  called: 'canter on the spot',
  pattern: pattern('collect on the spot {strides:strides}'),
  alsoRead: [pattern('canter collect on the spot {strides:strides}')],
  route: 'allowed',
  counts: true,
  overlay: true,
  plan(stand, { strides }) {
    if (stand.riding.movingGait !== 'canter') {
      return { code: 'wrong-gait', kind: 'collect-on-the-spot', wants: 'canter' };
    }
    const metres = counted(stand, 'canter', 'collected', strides) * ON_THE_SPOT;
    const part: Part = { metres, patch: (r) => ({ ...r, onTheSpot: true }) };
    const once = { ...stand, times: stand.times ?? 1 };
    return inParts(once, 'collect-on-the-spot', [part], (r) => ({ ...r, onTheSpot: false }));
  },
  examples: [{ line: 'B collect on the spot 4', before: 'A canter collected' }],
  palette: [
    { group: 'Transitions', name: 'canter on the spot', says: '{a} collect on the spot 4' },
  ],
  help: [
    {
      section: 'Counts and conditions',
      line: 'B collect on the spot 4',
      says: 'Canter with hardly any ground gained.',
      before: 'A canter collected',
    },
  ],
});

/** `changes every 4 x5`: flying changes so many strides apart; on a route they lie about its middle. */
export const changesEvery = act({
  kind: 'changes-every',
  called: 'row of changes',
  shows: { straightness: 3, collection: 2 },
  inSettledGait: true,
  hard: 'changing',
  usefulRounds: ROUNDS_OF_A_COUNT,
  pattern: pattern('changes every {strides:strides}'),
  route: 'allowed',
  counts: true,
  overlay: true,
  plan(stand, { strides }) {
    if (stand.riding.gait !== 'canter') {
      return { code: 'wrong-gait', kind: 'changes-every', wants: 'canter' };
    }
    const times = stand.times ?? 1;
    const apart = counted(stand, 'canter', stand.riding.pace, strides);
    const toggle = (r: Riding): Riding => ({ ...toOtherLead(r), counterCanter: false });
    if (!stand.route) {
      const first: Part = { metres: apart, patch: (r) => r };
      // Those that are followed by another one are meant, also to the outside; the last one has to fit.
      const rest = repeated<Part>([{ metres: apart, patch: toOtherLead }], times - 1);
      return inParts({ ...stand, times: 1 }, 'changes-every', [first, ...rest], toggle);
    }
    const plan = endingOn(stand, routeLegs(stand));
    const roomM = legsLengthM(plan.legs);
    const wantedM = (times - 1) * apart;
    if (wantedM > roomM) return { code: 'no-room', kind: 'changes-every', wantedM, roomM };
    const changes = Array.from({ length: times }, (_, k) => ({
      afterM: (roomM - wantedM) / 2 + k * apart,
      patch: toggle,
    }));
    return { ...plan, changes: [...plan.changes, ...changes] };
  },
  examples: [
    { line: 'F-X-H changes every 4 x5', metres: 52, before: 'A canter collected' },
    { line: 'B changes every 6 x2', before: 'A canter collected' },
  ],
  palette: [
    {
      group: 'Transitions',
      name: 'changes by the count',
      says: '{a}-{b} changes every 4 x3',
      between: 'long sides',
    },
  ],
  help: [
    {
      section: 'Paces and halts',
      line: 'F-X-H changes every 4 x5',
      says: 'Five changes, four strides apart.',
      before: 'A canter collected',
    },
  ],
});
