import { trackBox } from '../arena/arena.ts';
import { isOnTrack } from '../arena/course.ts';
import { otherRein, turnSign, type Rein } from '../arena/rein.ts';
import { courseFrom } from '../figures/shared.ts';
import { act, type ActPlan, type Fault, type Lateral, type Stand } from '../forms/contract.ts';
import { LATERAL_WORK, type LateralKind } from '../forms/lateralWork.ts';
import { pattern } from '../forms/pattern.ts';
import { headingTo, type Point } from '../geometry/curve.ts';
import { legsLengthM, type Leg } from '../geometry/leg.ts';
import { line } from '../geometry/line.ts';
import { degToRad, wrapRad } from '../units.ts';
import { onTwoTracks } from './lateral.ts';

interface SlantParams {
  side: Rein;
  onto?: 'track' | 'centre' | 'quarter';
  by?: string;
}

/** Where a slanted line ends: its route's last point, or the line it goes to, level with a letter. */
function slantEnd(stand: Stand, kind: LateralKind, { side, onto, by }: SlantParams): Point | Fault {
  const last = stand.route?.points.at(-1);
  if (last) return last;
  if (!onto || !by) return { code: 'route-missing', kind };
  const level = stand.letter(by);
  if (!level) return { code: 'no-such-letter', letter: by, known: [] };
  // Only a line along the arena has a left and a right side to go to.
  if (Math.abs(Math.cos(stand.headingRad)) > 0.1) {
    return { code: 'wrong-place', kind, wants: 'a line along the arena' };
  }
  const box = trackBox(stand.arena);
  const up = Math.sin(stand.headingRad) > 0;
  const toLeftRail = (side === 'left') === up;
  const sign = toLeftRail ? -1 : 1;
  const x =
    onto === 'track' ? sign * box.maxX : onto === 'quarter' ? (sign * stand.arena.widthM) / 4 : 0;
  return { x, y: level.y };
}

/**
 * Forwards and sideways on a slanting line: the body keeps the direction of the line it comes from,
 * only the travel slants. Its steepness is the angle between the two.
 */
function slant(kind: LateralKind, bendIs: 'towards' | 'away') {
  return (stand: Stand, params: SlantParams): ActPlan | Fault => {
    const end = slantEnd(stand, kind, params);
    if ('code' in end) return end;
    const along = bodyAlong(stand, end);
    const travelRad = headingTo(stand.at, end);
    const offRad = wrapRad(travelRad - along);
    // Along the wall the line has no slant of its own: the body takes the angle instead.
    const flat = Math.abs(offRad) < degToRad(1);
    const goesTo: Rein = offRad > 0 ? 'left' : 'right';
    if (!flat && (goesTo !== params.side || Math.abs(offRad) > degToRad(60))) {
      return { code: 'wrong-place', kind, wants: `a line on which it goes to the ${params.side}` };
    }
    const bodyRad = flat
      ? travelRad - turnSign(params.side) * degToRad(LATERAL_WORK[kind].angleDeg)
      : along;
    const legs: Leg[] = [{ curve: line(stand.at, end), bodyRad }];
    const bend = bendIs === 'towards' ? params.side : otherRein(params.side);
    const bodyOffRad = wrapRad(bodyRad - travelRad);
    const goOnRad = flat ? travelRad : along;
    const courseAfter = courseFrom(stand.arena, end, goOnRad);
    const rein = courseAfter.kind === 'track' ? courseAfter.rein : stand.riding.rein;
    return {
      legs,
      courseAfter,
      headingAfterRad: goOnRad,
      changes: [
        ...(rein === stand.riding.rein
          ? []
          : [{ afterM: legsLengthM(legs) / 2, patch: (r: Stand['riding']) => ({ ...r, rein }) }]),
        ...onTwoTracks(legsLengthM(legs), {
          kind,
          bend,
          bodyOffRad,
          tracks: LATERAL_WORK[kind].tracks,
        }),
      ],
    };
  };
}

/** The body stays parallel to the long side, towards the end it travels to. */
function bodyAlong(stand: Stand, end: Point): number {
  const flat = Math.abs(end.y - stand.at.y) < 1e-6;
  if (flat) return stand.headingRad;
  return end.y > stand.at.y ? Math.PI / 2 : -Math.PI / 2;
}

/** A leg-yield on a circle keeps the line: only the body slants out. Common practice. */
const ON_CIRCLE_DEG = 15;

function onCircle(stand: Stand, side: Rein | undefined): ActPlan {
  const bend = side === undefined ? stand.riding.rein : otherRein(side);
  const bodyOffRad = -turnSign(bend) * degToRad(ON_CIRCLE_DEG);
  const lateral = {
    kind: 'leg-yield',
    bend,
    bodyOffRad,
    tracks: LATERAL_WORK['leg-yield'].tracks,
  } as const;
  return { legs: [], changes: onTwoTracks(stand.overM!, lateral) };
}

const slantForm = (words: string) =>
  pattern(`${words} {side:side} [to {onto:track|centre|quarter} by {by:letter}]`);
const slantAlso = (words: string) => [
  pattern(`${words} {side:side} to {onto:track|centre|quarter} line by {by:letter}`),
  pattern(`${words} {side:side} to the {onto:track|centre|quarter} by {by:letter}`),
];

export const legYield = act({
  kind: 'leg-yield',
  slants: true,
  learnedFrom: 2,
  shows: { suppleness: 3, straightness: 1 },
  inSettledGait: true,
  pattern: pattern('leg-yield [{side:side}] [to {onto:track|centre|quarter} by {by:letter}]'),
  alsoRead: slantAlso('leg-yield'),
  route: 'allowed',
  overlay: true,
  plan(stand, { side, ...line }) {
    if (stand.overM !== null) return onCircle(stand, side);
    if (!side) return { code: 'wrong-place', kind: 'leg-yield', wants: 'a side to go to' };
    return slant('leg-yield', 'away')(stand, { side, ...line });
  },
  examples: [
    { line: 'C circle left 20 x2, leg-yield', metres: 40 * Math.PI, before: 'A trot working' },
    {
      line: 'D-M leg-yield right',
      metres: Math.hypot(10, 48),
      before: 'A trot collected\nA centre line',
    },
    {
      line: 'L leg-yield left to track by S',
      metres: Math.hypot(10, 24),
      before: 'A trot collected\nA centre line',
    },
    { line: 'F-M leg-yield right', metres: 48 },
  ],
  palette: [
    {
      group: 'Sideways',
      name: 'leg-yield',
      says: '{a}-{b} leg-yield {side}',
      between: 'two sides',
    },
  ],
  help: [
    {
      section: 'Sideways and turns',
      line: 'D-M leg-yield right',
      says: 'Forwards and sideways to a letter; half-pass likewise.',
      before: 'A centre line',
    },
    {
      section: 'Sideways and turns',
      line: 'C circle left 20, leg-yield',
      says: 'The line is kept, the body slants out.',
    },
  ],
});

export const halfPass = act({
  kind: 'half-pass',
  slants: true,
  learnedFrom: 5,
  shows: { suppleness: 3, collection: 2 },
  inSettledGait: true,
  pattern: slantForm('half-pass'),
  alsoRead: slantAlso('half-pass'),
  route: 'allowed',
  plan: slant('half-pass', 'towards'),
  examples: [
    {
      line: 'D-E half-pass left',
      metres: Math.hypot(10, 24),
      before: 'A trot collected\nA centre line',
    },
    { line: 'F-I half-pass left', metres: Math.hypot(10, 36) },
    { line: 'P half-pass left to centre by I', metres: Math.hypot(10, 24) },
  ],
  palette: [
    {
      group: 'Sideways',
      name: 'half-pass',
      says: '{a}-{b} half-pass {side}',
      between: 'two sides',
    },
  ],
  help: [
    {
      section: 'Sideways and turns',
      line: 'D-E half-pass left',
      says: 'Sideways, bent to where it goes; “to centre by I” ends on a line.',
      before: 'A centre line',
    },
  ],
});

/** `zigzag 5-10-5 to G`: half-passes to each side in turn, centred on the present line. */
export const zigzag = act({
  kind: 'zigzag',
  slants: true,
  learnedFrom: 7,
  shows: { suppleness: 3, collection: 2 },
  inSettledGait: true,
  hard: 'changing',
  pattern: pattern('zigzag [{side:side}] {metres:series} to {to:letter}'),
  plan(stand, { side = stand.riding.rein, metres, to }) {
    const end = stand.letter(to);
    if (!end) return { code: 'no-such-letter', letter: to, known: [] };
    const alongM = end.y - stand.at.y;
    const onLine = Math.abs(Math.cos(stand.headingRad)) < 0.01 && !isOnTrack(stand.arena, stand.at);
    if (!onLine || alongM * Math.sin(stand.headingRad) <= 0) {
      return { code: 'wrong-place', kind: 'zigzag', wants: `the centre line, before ${to}` };
    }
    const up = alongM > 0;
    const total = metres.reduce((sum, m) => sum + m, 0);
    const legs: Leg[] = [];
    const changes: NonNullable<ActPlan['changes']>[number][] = [];
    let at = stand.at;
    let goes = side;
    let doneM = 0;
    for (const sideM of metres) {
      const sign = (goes === 'left') === up ? -1 : 1;
      const next = { x: at.x + sign * sideM, y: at.y + (alongM * sideM) / total };
      const leg = { curve: line(at, next), bodyRad: stand.headingRad };
      const bodyOffRad = wrapRad(stand.headingRad - headingTo(at, next));
      const lateral: Lateral = {
        kind: 'half-pass',
        bend: goes,
        bodyOffRad,
        tracks: LATERAL_WORK['half-pass'].tracks,
      };
      changes.push({ afterM: doneM, patch: (r) => ({ ...r, lateral }) });
      legs.push(leg);
      doneM += leg.curve.lengthM;
      at = next;
      goes = otherRein(goes);
    }
    changes.push({ afterM: doneM, patch: (r) => ({ ...r, lateral: null }) });
    return { legs, changes, headingAfterRad: stand.headingRad };
  },
  examples: [
    {
      line: 'D zigzag left 5-10-5 to G',
      metres: Math.hypot(20, 48),
      before: 'A trot collected\nA centre line',
    },
  ],
  help: [
    {
      section: 'Sideways and turns',
      line: 'D zigzag left 5-10-5 to G',
      says: 'Half-passes to and fro, metres to each side.',
      before: 'A centre line',
      after: 'C track left',
    },
  ],
});
