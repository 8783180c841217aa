import { within } from '../numbers.ts';
import { measure, type Measurement } from './measured.ts';
import type { MovingGait } from './paces.ts';
import { TABLE_HEIGHT_CM } from './strideTable.ts';

/**
 * Whether a measurement can be a horse of this height in this gait. A slip of the hand must not time every
 * lesson from then on.
 */

interface Range {
  readonly least: number;
  readonly most: number;
}

/**
 * For a horse of 165 cm: wider than any horse goes, narrower than a slip of the hand. Strides are whole cycles.
 * Source: the spread of Clayton's tables (Equine Veterinary Journal 1994–1995, from memory), a quarter wider;
 * the slow end of walk for the collected walk of the same tables.
 */
const GAITS: Readonly<Record<MovingGait, { readonly tempo: Range; readonly speedMps: Range }>> = {
  walk: { tempo: { least: 38, most: 72 }, speedMps: { least: 0.9, most: 2.4 } },
  trot: { tempo: { least: 58, most: 105 }, speedMps: { least: 1.6, most: 5.9 } },
  canter: { tempo: { least: 73, most: 130 }, speedMps: { least: 1.8, most: 8 } },
};

export type Implausible =
  /** About twice as many as a horse makes: every beat was counted, not every stride. */
  | { readonly code: 'every-beat'; readonly perMinute: number }
  | { readonly code: 'tempo'; readonly perMinute: number; readonly range: Range }
  | { readonly code: 'speed'; readonly metresPerSecond: number; readonly range: Range };

/**
 * What is wrong with a measurement, or null. Tempo falls and speed rises with the root of the height
 * (pendulum scaling).
 */
export function implausible(m: Measurement, heightCm: number): Implausible | null {
  const { tempo, speedMps } = measure(m);
  const root = Math.sqrt(heightCm / TABLE_HEIGHT_CM);
  const gait = GAITS[m.gait];
  const tempos = { least: gait.tempo.least / root, most: gait.tempo.most / root };
  const speeds = { least: gait.speedMps.least * root, most: gait.speedMps.most * root };
  const perMinute = tempo.value;
  if (!within(speeds, speedMps.value)) {
    return { code: 'speed', metresPerSecond: speedMps.value, range: speeds };
  }
  if (within(tempos, perMinute)) return null;
  if (within(tempos, perMinute / 2)) return { code: 'every-beat', perMinute };
  return { code: 'tempo', perMinute, range: tempos };
}
