import type { Rein } from '../arena/rein.ts';
import {
  ALL_KINDS,
  kindNamed,
  standing,
  type Observation,
  type ObservationKind,
} from '../observations/observation.ts';
import type { Scale } from '../scales.ts';
import { clamp } from '../units.ts';

/** The word of one observation on one scale and rein. */
export interface Evidence {
  readonly scale: Scale;
  readonly rein: Rein;
  /** On the 0–10 of the marks. */
  readonly value: number;
  /** Variance of its noise about the level, points². */
  readonly variance: number;
  readonly kind: ObservationKind;
  /** The observation it comes from: each number can be traced. */
  readonly from: string;
}

/**
 * The measures. Each maps its figure to 0–10 by two or three anchors of common practice; the noise is
 * wide on purpose, so that a mark (0.75) outweighs any single reading. Marks calibrate them where
 * both exist (see `biasOf`).
 */
export const MEASURES = ALL_KINDS.flatMap(({ kind, measure }) =>
  measure ? [{ kind, ...measure }] : [],
);

/** The single pieces of evidence in what was observed, each with the observation it comes from. */
export function evidenceOf(observations: readonly Observation[]): Evidence[] {
  return standing(observations).flatMap(readOne);
}

function readOne(o: Observation): Evidence[] {
  const { measure } = kindNamed(o.kind);
  const read = measure?.read(o);
  // Whatever is measured was seen on a rein, or names the one it speaks for.
  const rein = measure?.rein?.(o) ?? ('rein' in o ? o.rein : null);
  if (!measure || !read || !rein) return [];
  return Object.entries(read).map(([scale, value]) => ({
    scale: scale as Scale,
    rein,
    value,
    variance: measure.sd ** 2,
    kind: o.kind,
    from: o.id,
  }));
}

/** Where a reading comes from: something observed, or the boxes of a test that was ridden. */
export type EvidenceKind = ObservationKind | 'test';

/**
 * What the boxes of one ride say of a scale on a rein may be off by as much: a box shows several scales,
 * and what it is worth to each is a trainer's guess. Common practice.
 */
export const TEST_SD = 1.2;

const sdOf = (kind: EvidenceKind): number =>
  kind === 'test' ? TEST_SD : kindNamed(kind).measure!.sd;

/** All readings of one measure in a session, on one scale and rein. This is what the book keeps ready. */
export interface DayEvidence {
  readonly scale: Scale;
  readonly rein: Rein;
  readonly kind: EvidenceKind;
  readonly mean: number;
  readonly count: number;
}

export function summarised(observations: readonly Observation[]): DayEvidence[] {
  const groups = new Map<string, Evidence[]>();
  for (const e of evidenceOf(observations)) {
    const key = `${e.scale}/${e.rein}/${e.kind}`;
    groups.set(key, [...(groups.get(key) ?? []), e]);
  }
  return [...groups.values()].map((list) => ({
    scale: list[0]!.scale,
    rein: list[0]!.rein,
    kind: list[0]!.kind,
    mean: list.reduce((sum, e) => sum + e.value, 0) / list.length,
    count: list.length,
  }));
}

/** How far the readings of a measure lie above the marks of the same session, and from how many. */
export interface Bias {
  readonly mean: number;
  readonly pairs: number;
}

export type Biases = Partial<Record<EvidenceKind, Bias>>;

/** Prior weight of "no bias": as many pairs must speak against it. */
const PAIRS_FOR_NONE = 6;

/**
 * Calibrates the measures against the instructor's own marks: the mean distance from the mark of the
 * same session, scale and rein, drawn towards none while there are few pairs (shrinkage).
 * Source: empirical Bayes shrinkage of a mean (from memory).
 */
export function biasOf(sessions: readonly (readonly DayEvidence[])[]): Biases {
  const apart = new Map<EvidenceKind, { sum: number; pairs: number }>();
  for (const day of sessions) {
    for (const e of day) {
      if (e.kind === 'mark') continue;
      const mark = day.find((m) => m.kind === 'mark' && m.scale === e.scale && m.rein === e.rein);
      if (!mark) continue;
      const known = apart.get(e.kind) ?? { sum: 0, pairs: 0 };
      apart.set(e.kind, { sum: known.sum + e.mean - mark.mean, pairs: known.pairs + 1 });
    }
  }
  return Object.fromEntries(
    [...apart].map(([kind, { sum, pairs }]) => [
      kind,
      { mean: sum / (pairs + PAIRS_FOR_NONE), pairs },
    ]),
  );
}

/** Readings of one measure share the day's mood: many in a session never become surer than this. */
const SESSION_SD = 0.6;

export interface PooledReading {
  readonly scale: Scale;
  readonly rein: Rein;
  readonly value: number;
  readonly variance: number;
}

/**
 * A session's evidence as one reading a scale and rein: marks and measures weighted by their
 * precision, each measure first corrected by its bias.
 * Source: inverse-variance weighting, random-effects form (from memory).
 */
export function pooled(day: readonly DayEvidence[], biases: Biases = {}): PooledReading[] {
  const groups = new Map<string, { weight: number; sum: number; of: DayEvidence }>();
  for (const e of day) {
    const noise = sdOf(e.kind) ** 2 / e.count;
    const variance = e.kind === 'mark' ? noise : noise + SESSION_SD ** 2;
    const value = clamp(e.mean - (biases[e.kind]?.mean ?? 0), 0, 10);
    const key = `${e.scale}/${e.rein}`;
    const known = groups.get(key) ?? { weight: 0, sum: 0, of: e };
    groups.set(key, {
      weight: known.weight + 1 / variance,
      sum: known.sum + value / variance,
      of: e,
    });
  }
  return [...groups.values()].map(({ weight, sum, of }) => ({
    scale: of.scale,
    rein: of.rein,
    value: sum / weight,
    variance: 1 / weight,
  }));
}
