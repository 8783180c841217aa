import { REINS } from '../arena/rein.ts';
import { roundTo } from '../units.ts';
import { SCALES, type Scale } from '../scales.ts';
import { biasOf, pooled, type Biases, type DayEvidence } from './evidence.ts';
import type { DatedMark } from './standing.ts';

/** A session with what it said, on a day counted from any fixed day. */
export interface SessionEvidence {
  readonly day: number;
  readonly evidence: readonly DayEvidence[];
}

export interface Readings {
  readonly biases: Biases;
  /** One reading a session, scale and rein, in order of time; of old weeks one reading a week. */
  readonly readings: readonly (DatedMark & { readonly variance: number })[];
}

/** Younger readings stay as they are; older ones are pooled by the week, where a day makes no difference. */
const WHOLE_DAYS = 365;
const WEEK = 7;

/** All that is known of a horse, calibrated, from its sessions in order of time. */
export function readingsOf(sessions: readonly SessionEvidence[]): Readings {
  const biases = biasOf(sessions.map((s) => s.evidence));
  const all = sessions.flatMap(({ day, evidence }) =>
    pooled(evidence, biases).map((reading) => ({ ...reading, day })),
  );
  return { biases, readings: thinned(all) };
}

type MarkReading = DatedMark & { readonly variance: number };

/** Readings as they lie in the book: a tenth of their size in words. */
export interface PackedReadings {
  readonly biases: Biases;
  readonly rows: readonly (readonly [
    day: number,
    scale: number,
    rein: 0 | 1,
    value: number,
    variance: number,
  ])[];
}

export const packedReadings = ({ biases, readings }: Readings): PackedReadings => ({
  biases,
  rows: readings.map(({ day, scale, rein, value, variance }) => [
    day,
    SCALES.indexOf(scale),
    rein === 'left' ? 0 : 1,
    // Far finer than anybody marks, and a third of the characters.
    roundTo(value, 4),
    roundTo(variance, 4),
  ]),
});

export const unpackedReadings = ({ biases, rows }: PackedReadings): Readings => ({
  biases,
  readings: rows.map(([day, scale, rein, value, variance]) => ({
    scale: SCALES[scale]!,
    rein: REINS[rein]!,
    value,
    variance,
    day,
  })),
});

/** Readings of one old week become one, weighted by their precision. */
function thinned(readings: readonly MarkReading[]): MarkReading[] {
  const last = readings.at(-1)?.day ?? 0;
  const weeks = new Map<string, MarkReading>();
  const result: MarkReading[] = [];
  for (const reading of readings) {
    if (reading.day > last - WHOLE_DAYS) {
      result.push(reading);
      continue;
    }
    const { scale, rein, day } = reading;
    const key = `${scale}/${rein}/${Math.floor(day / WEEK)}`;
    const known = weeks.get(key);
    weeks.set(key, known ? joined(known, reading) : reading);
  }
  return [...weeks.values(), ...result].sort((a, b) => a.day - b.day);
}

function joined(a: MarkReading, b: MarkReading): MarkReading {
  const [wa, wb] = [1 / a.variance, 1 / b.variance];
  return {
    ...b,
    value: (a.value * wa + b.value * wb) / (wa + wb),
    variance: 1 / (wa + wb),
  };
}

/** Evidence as it lies in the book: short, because a book holds very many. */
export type PackedEvidence = readonly [
  scale: number,
  rein: 0 | 1,
  kind: string,
  mean: number,
  count: number,
];

export const packed = (evidence: readonly DayEvidence[]): PackedEvidence[] =>
  evidence.map(({ scale, rein, kind, mean, count }) => [
    SCALES.indexOf(scale),
    rein === 'left' ? 0 : 1,
    kind,
    Math.round(mean * 100) / 100,
    count,
  ]);

export const unpacked = (rows: readonly PackedEvidence[]): DayEvidence[] =>
  rows.map(([scale, rein, kind, mean, count]) => ({
    scale: SCALES[scale] as Scale,
    rein: REINS[rein]!,
    kind: kind as DayEvidence['kind'],
    mean,
    count,
  }));
