import { otherRein, turnSign, type Rein } from '../arena/rein.ts';
import { routeLegs } from '../figures/diagonals.ts';
import { endingOn } from '../figures/shared.ts';
import { act, type ActPlan, type Facets, type Lateral, type Stand } from '../forms/contract.ts';
import { LATERAL_WORK, type LateralKind } from '../forms/lateralWork.ts';
import { pattern } from '../forms/pattern.ts';
import type { Told } from '../forms/told.ts';
import { legsLengthM } from '../geometry/leg.ts';
import { degToRad } from '../units.ts';

/** Metres from the fore to the hind hooves along the body. Common practice. */
const BASE_M = 1.3;

/**
 * How far the forehand is beside the haunches, metres. A body bent as an arc of length L through the
 * angle θ is displaced by L·(1 − cos θ)/θ (30°: 0.33 m, three tracks); a body without that bend by
 * L·sin θ (30°: 0.65 m, four tracks). Source: geometry.
 */
export function sideStepM(kind: LateralKind, angleRad: number): number {
  const theta = Math.abs(angleRad);
  if (theta < 1e-9) return 0;
  return LATERAL_WORK[kind].bent
    ? (BASE_M * (1 - Math.cos(theta))) / theta
    : BASE_M * Math.sin(theta);
}

/** Work along a line with the forehand inside it, bent to a side. */
export const lateralOf = (kind: 'shoulder-fore' | 'shoulder-in', bend: Rein): Lateral => ({
  kind,
  bend,
  bodyOffRad: turnSign(bend) * degToRad(LATERAL_WORK[kind].angleDeg),
  tracks: LATERAL_WORK[kind].tracks,
});

/** Lateral for a length, and straight again after it. */
export function onTwoTracks(lengthM: number, lateral: Lateral): NonNullable<ActPlan['changes']> {
  return [
    { afterM: 0, patch: (r) => ({ ...r, lateral }) },
    { afterM: lengthM, patch: (r) => ({ ...r, lateral: null }) },
  ];
}

/**
 * Along a line, the angle held by the body. Bent to the inside unless a side is said; in shoulder-in and
 * renvers the forehand is inside the line of the haunches, in travers the haunches are.
 */
function alongLine(
  kind: LateralKind,
  leadsWith: 'forehand' | 'haunches',
  bendIs: 'inside' | 'outside',
) {
  return (stand: Stand, { side }: { side?: Rein }): ActPlan => {
    // Laid over a circle it takes the whole of it; by itself it is ridden along its route.
    const over = stand.overM !== null;
    const plan = over ? { legs: [], changes: [] } : endingOn(stand, routeLegs(stand));
    const lengthM = stand.overM ?? legsLengthM(plan.legs);
    const inside = stand.riding.rein;
    const bend = side ?? (bendIs === 'inside' ? inside : otherRein(inside));
    const towards = bendIs === 'inside' ? bend : otherRein(bend);
    const sign = leadsWith === 'forehand' ? turnSign(towards) : -turnSign(towards);
    const bodyOffRad = sign * degToRad(LATERAL_WORK[kind].angleDeg);
    const changes = onTwoTracks(lengthM, {
      kind,
      bend,
      bodyOffRad,
      tracks: LATERAL_WORK[kind].tracks,
    });
    return { ...plan, changes: [...plan.changes, ...changes] };
  };
}

const lineWork = <const K extends string>(
  words: K,
  also: string | null,
  ride: ReturnType<typeof alongLine>,
  facets: Facets & Told,
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
  {
    straightens: true,
    learnedFrom: 3,
    shows: { straightness: 2, suppleness: 1 },
    examples: [{ line: 'F-M shoulder-fore', metres: 48 }],
    palette: [
      {
        group: 'Sideways',
        name: 'shoulder-fore',
        says: '{a}-{b} shoulder-fore',
        between: 'one side',
      },
    ],
    help: [
      {
        section: 'Sideways and turns',
        line: 'H-K shoulder-fore',
        says: 'The shoulders a little in.',
      },
    ],
  },
);
export const shoulderIn = lineWork(
  'shoulder-in',
  null,
  alongLine('shoulder-in', 'forehand', 'inside'),
  {
    straightens: true,
    learnedFrom: 4,
    shows: { straightness: 3, suppleness: 2, collection: 1 },
    examples: [
      { line: 'F-M shoulder-in', metres: 48 },
      { line: 'F-M shoulder-in until lost max 2', metres: 48 },
      { line: 'C circle left 20, shoulder-in', metres: 20 * Math.PI },
      { line: 'H-K shoulder-in left', metres: 48 },
    ],
    palette: [
      { group: 'Sideways', name: 'shoulder-in', says: '{a}-{b} shoulder-in', between: 'one side' },
    ],
    help: [
      {
        section: 'Sideways and turns',
        line: 'H-K shoulder-in',
        says: 'The shoulders in, on three tracks.',
      },
      {
        section: 'Sideways and turns',
        line: 'C circle left 20, shoulder-fore',
        says: 'Sideways on a circle: the angle is to the circle. Also shoulder-in, haunches-in.',
      },
    ],
  },
);
export const travers = lineWork(
  'travers',
  'haunches-in',
  alongLine('travers', 'haunches', 'inside'),
  {
    learnedFrom: 4,
    shows: { suppleness: 2, straightness: 1, collection: 2 },
    examples: [
      { line: 'H-E travers', metres: 24 },
      { line: 'H-E haunches-in', metres: 24 },
    ],
    palette: [{ group: 'Sideways', name: 'travers', says: '{a}-{b} travers', between: 'one side' }],
    help: [{ section: 'Sideways and turns', line: 'H-K travers', says: 'Haunches in.' }],
  },
);
export const renvers = lineWork(
  'renvers',
  'haunches-out',
  alongLine('renvers', 'forehand', 'outside'),
  {
    learnedFrom: 5,
    shows: { suppleness: 2, straightness: 1, collection: 2 },
    examples: [{ line: 'H-E renvers', metres: 24 }],
    palette: [{ group: 'Sideways', name: 'renvers', says: '{a}-{b} renvers', between: 'one side' }],
    help: [{ section: 'Sideways and turns', line: 'H-K renvers', says: 'Haunches out.' }],
  },
);
