import type { Rein } from '../arena/rein.ts';
import {
  standing,
  type Observation,
  type ObservationKind,
  type ObservationOf,
} from '../observations/observation.ts';
import type { Scale } from '../observations/scales.ts';
import { isTension } from '../observations/words.ts';
import { clamp } from '../units.ts';

/** What one observation says of one scale on one rein. */
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

/** How a kind of observation maps to the marks, and how far one of them may be off (standard deviation). */
interface Measure<K extends ObservationKind> {
  readonly kind: K;
  readonly sd: number;
  /** Said on the screens and in the method: how it maps. */
  readonly says: string;
  read(o: ObservationOf<K>): Partial<Record<Scale, number>> | null;
  rein(o: ObservationOf<K>): Rein;
}

const measure = <K extends ObservationKind>(m: Measure<K>): Measure<K> => m;

const ofPlace = (o: { rein: Rein }): Rein => o.rein;

/**
 * The measures. Each maps its figure to 0–10 by two or three anchors of common practice; the noise is
 * wide on purpose, so that a mark (0.75) outweighs any single reading. Marks calibrate them where
 * both exist (see `biasOf`).
 */
export const MEASURES = [
  measure({
    kind: 'mark',
    sd: 0.75,
    says: 'The instructor’s mark itself.',
    read: (o) => ({ [o.scale]: o.value }),
    rein: ofPlace,
  }),
  measure({
    kind: 'tempo',
    sd: 1.2,
    says: 'Scatter of the taps: 2 % of a beat is 9, 5 % is 6, 10 % is 1; the tapping hand adds about 2 %.',
    read: (o) => ({ rhythm: clamp(11 - 100 * o.scatter, 0, 10) }),
    rein: ofPlace,
  }),
  measure({
    kind: 'contact',
    sd: 1.5,
    says: 'Weight in the hand: 1–3 on both sides is 8; each point more, or between the hands, takes 1.5.',
    read({ left, right, when }) {
      if (when === 'before') return null;
      const mean = (left + right) / 2;
      const over = Math.max(0, mean - 3) + Math.max(0, 0.5 - mean);
      return { contact: clamp(8 - 1.5 * over - 1.5 * Math.abs(left - right), 0, 10) };
    },
    rein: ofPlace,
  }),
  measure({
    kind: 'stretch',
    sd: 1.4,
    says: 'Stretch taken: yes, reaching 8.5; yes, rounded 7; partly 5.5; no 3.',
    read: ({ taken, form }) => ({
      suppleness: taken === 'yes' ? (form === 'rounded' ? 7 : 8.5) : taken === 'partly' ? 5.5 : 3,
    }),
    rein: ofPlace,
  }),
  measure({
    kind: 'sign',
    sd: 2,
    says: 'A sign of ease speaks for 7.5, a sign of tension for 3.5.',
    read: ({ sign }) => ({ suppleness: isTension(sign) ? 3.5 : 7.5 }),
    rein: ofPlace,
  }),
  measure({
    kind: 'head',
    sd: 1.8,
    says: 'Head just before or at the vertical 7; behind it 4.',
    read: ({ position }) => ({ contact: position === 'behind' ? 4 : 7 }),
    rein: ofPlace,
  }),
  measure({
    kind: 'aid',
    sd: 1.5,
    says: 'Answer to the lightest aid: at once 8.5, at once but tense 6, late 5, after a reminder 3.5.',
    read: ({ answer }) => ({
      impulsion: { 'at once': 8.5, 'at once but tense': 6, late: 5, reminder: 3.5 }[answer],
    }),
    rein: ofPlace,
  }),
  measure({
    kind: 'halt',
    sd: 1.5,
    says: 'Halt: square and still three seconds 8.5, square 7, a leg left 5.',
    read: ({ square, seconds }) => ({ straightness: square ? (seconds >= 3 ? 8.5 : 7) : 5 }),
    rein: ofPlace,
  }),
  measure({
    kind: 'drift',
    sd: 1.8,
    says: 'A drift of haunches or shoulders speaks for 4.',
    read: () => ({ straightness: 4 }),
    rein: ofPlace,
  }),
  measure({
    kind: 'depart',
    sd: 1.6,
    says: 'Canter depart: right lead and prompt 8, right lead 6, wrong lead 3.5.',
    read: ({ right, prompt }) => ({
      straightness: right ? (prompt ? 8 : 6) : 3.5,
      ...(right && { impulsion: prompt ? 8 : 5.5 }),
    }),
    rein: ({ lead }) => lead,
  }),
  measure({
    kind: 'change',
    sd: 1.6,
    says: 'Flying change: clean 8, late behind 5, missed 3.',
    read: ({ quality }) => ({ straightness: { clean: 8, late: 5, missed: 3 }[quality] }),
    rein: ({ to }) => to,
  }),
  measure({
    kind: 'interval',
    sd: 1.4,
    says: 'Intervals: all strides held 8.5, half of them 5.5, none 2.5.',
    read({ asked, held }) {
      if (asked === 0) return null;
      const share = held.reduce((sum, h) => sum + Math.min(1, h / asked), 0) / held.length;
      return { collection: 2.5 + 6 * share };
    },
    rein: ofPlace,
  }),
  measure({
    kind: 'overtrack',
    sd: 1.5,
    says: 'Walk: two hooves past the fore print 8.5, level 6, each hoof short takes 2.',
    read: ({ hooves }) => ({
      rhythm: clamp(hooves >= 0 ? 6 + 1.25 * Math.min(hooves, 2) : 6 + 2 * hooves, 0, 10),
    }),
    rein: ofPlace,
  }),
] as const;

/** The single pieces of evidence in what was observed, each with the observation it comes from. */
export function evidenceOf(observations: readonly Observation[]): Evidence[] {
  return standing(observations).flatMap(readOne);
}

const BY_KIND = new Map<ObservationKind, Measure<ObservationKind>>(
  MEASURES.map((m) => [m.kind, m as unknown as Measure<ObservationKind>]),
);
const measureOf = (kind: ObservationKind) => BY_KIND.get(kind);

function readOne(o: Observation): Evidence[] {
  const found = measureOf(o.kind);
  const read = found?.read(o as never);
  if (!found || !read) return [];
  return Object.entries(read).map(([scale, value]) => ({
    scale: scale as Scale,
    rein: found.rein(o as never),
    value,
    variance: found.sd ** 2,
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

const sdOf = (kind: EvidenceKind): number => (kind === 'test' ? TEST_SD : measureOf(kind)!.sd);

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
