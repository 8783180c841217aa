import { trackBox } from '../arena/arena.ts';
import { isOnTrack } from '../arena/course.ts';
import { otherRein, turnSign, type Rein } from '../arena/rein.ts';
import { routeLegs } from '../figures/diagonals.ts';
import { courseFrom, endingOn } from '../figures/shared.ts';
import {
  act,
  type Act,
  type ActPlan,
  type Fault,
  type Lateral,
  type Stand,
} from '../forms/contract.ts';
import { pattern } from '../forms/pattern.ts';
import { headingTo, type Point } from '../geometry/curve.ts';
import { legsLengthM, type Leg } from '../geometry/leg.ts';
import { line } from '../geometry/line.ts';
import { degToRad, wrapRad } from '../units.ts';

type Kind = Lateral['kind'];

/** Angle of the body to the travel, degrees. Source: international dressage rules (from memory). */
const ANGLE_DEG: Readonly<Record<Kind, number>> = {
  'shoulder-fore': 12,
  'shoulder-in': 30,
  travers: 35,
  renvers: 35,
  'leg-yield': 30,
  'half-pass': 30,
};

/** Lines of hoof prints. Source: the same (from memory). */
const TRACKS: Readonly<Record<Kind, 2 | 3 | 4>> = {
  'shoulder-fore': 2,
  'shoulder-in': 3,
  travers: 4,
  renvers: 4,
  'leg-yield': 4,
  'half-pass': 4,
};

/** Metres from the fore to the hind hooves along the body. Common practice. */
const BASE_M = 1.3;

/**
 * How far the forehand is beside the haunches, metres. A body bent as an arc of length L through the
 * angle θ is displaced by L·(1 − cos θ)/θ (30°: 0.33 m, three tracks); a body without that bend by
 * L·sin θ (30°: 0.65 m, four tracks). Source: geometry.
 */
export function sideStepM(kind: Kind, angleRad: number): number {
  const theta = Math.abs(angleRad);
  if (theta < 1e-9) return 0;
  const bent = kind === 'shoulder-fore' || kind === 'shoulder-in';
  return bent ? (BASE_M * (1 - Math.cos(theta))) / theta : BASE_M * Math.sin(theta);
}

/** Work along a line with the forehand inside it, bent to a side. */
export const lateralOf = (kind: 'shoulder-fore' | 'shoulder-in', bend: Rein): Lateral => ({
  kind,
  bend,
  bodyOffRad: turnSign(bend) * degToRad(ANGLE_DEG[kind]),
  tracks: TRACKS[kind],
});

/** Lateral for a length, and straight again after it. */
function onTwoTracks(lengthM: number, lateral: Lateral): NonNullable<ActPlan['changes']> {
  return [
    { afterM: 0, patch: (r) => ({ ...r, lateral }) },
    { afterM: lengthM, patch: (r) => ({ ...r, lateral: null }) },
  ];
}

/**
 * Along a line, the angle held by the body. Bent to the inside unless a side is said; in shoulder-in and
 * renvers the forehand is inside the line of the haunches, in travers the haunches are.
 */
function alongLine(kind: Kind, leadsWith: 'forehand' | 'haunches', bendIs: 'inside' | 'outside') {
  return (stand: Stand, { side }: { side?: Rein }): ActPlan => {
    // Laid over a circle it takes the whole of it; by itself it is ridden along its route.
    const over = stand.overM !== null;
    const plan = over ? { legs: [], changes: [] } : endingOn(stand, routeLegs(stand));
    const lengthM = stand.overM ?? legsLengthM(plan.legs);
    const inside = stand.riding.rein;
    const bend = side ?? (bendIs === 'inside' ? inside : otherRein(inside));
    const towards = bendIs === 'inside' ? bend : otherRein(bend);
    const sign = leadsWith === 'forehand' ? turnSign(towards) : -turnSign(towards);
    const bodyOffRad = sign * degToRad(ANGLE_DEG[kind]);
    const changes = onTwoTracks(lengthM, { kind, bend, bodyOffRad, tracks: TRACKS[kind] });
    return { ...plan, changes: [...plan.changes, ...changes] };
  };
}

const lineWork = <const K extends string>(
  words: K,
  also: string | null,
  ride: ReturnType<typeof alongLine>,
  facets: Pick<Act, 'straightens'> = {},
) => {
  const said: string = also ? `${words}/${also}` : words;
  return act({
    ...facets,
    kind: words,
    balancing: true,
    inSettledGait: true,
    pattern: pattern(`${said} [{side:side}]`),
    route: 'needed',
    overlay: true,
    plan: ride,
  });
};

export const shoulderFore = lineWork(
  'shoulder-fore',
  null,
  alongLine('shoulder-fore', 'forehand', 'inside'),
  { straightens: true },
);
export const shoulderIn = lineWork(
  'shoulder-in',
  null,
  alongLine('shoulder-in', 'forehand', 'inside'),
  { straightens: true },
);
export const travers = lineWork(
  'travers',
  'haunches-in',
  alongLine('travers', 'haunches', 'inside'),
);
export const renvers = lineWork(
  'renvers',
  'haunches-out',
  alongLine('renvers', 'forehand', 'outside'),
);

interface SlantParams {
  side: Rein;
  onto?: 'track' | 'centre' | 'quarter';
  by?: string;
}

/** Where a slanted line ends: its route's last point, or the line it goes to, level with a letter. */
function slantEnd(stand: Stand, kind: Kind, { side, onto, by }: SlantParams): Point | Fault {
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
function slant(kind: Kind, bendIs: 'towards' | 'away') {
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
    const bodyRad = flat ? travelRad - turnSign(params.side) * degToRad(ANGLE_DEG[kind]) : along;
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
        ...onTwoTracks(legsLengthM(legs), { kind, bend, bodyOffRad, tracks: TRACKS[kind] }),
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
  const lateral = { kind: 'leg-yield', bend, bodyOffRad, tracks: TRACKS['leg-yield'] } as const;
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
});

export const halfPass = act({
  kind: 'half-pass',
  inSettledGait: true,
  pattern: slantForm('half-pass'),
  alsoRead: slantAlso('half-pass'),
  route: 'allowed',
  plan: slant('half-pass', 'towards'),
});

/** `zigzag 5-10-5 to G`: half-passes to each side in turn, centred on the present line. */
export const zigzag = act({
  kind: 'zigzag',
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
        tracks: TRACKS['half-pass'],
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
});
