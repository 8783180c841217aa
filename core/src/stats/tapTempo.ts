import { median } from './median.ts';

/** A tempo from taps on the beat. */
export interface TapTempo {
  /** Beats a minute. */
  readonly perMinute: number;
  /** Standard error of that. */
  readonly error: number;
  /** Scatter of single beats about the even beat, as a share of one beat. */
  readonly scatter: number;
  /** How much quicker (positive) or slower it became, percent a minute. */
  readonly driftPercent: number;
  readonly beats: number;
}

/** Fewer taps say nothing of the scatter. */
const LEAST_TAPS = 5;

/**
 * The even beat under a row of taps: a straight line of time over the number of the beat, by least
 * squares, which reaches the Cramér–Rao bound for independent errors of the taps. A missed tap leaves
 * a gap of two beats or more, and is counted so. The drift is the curve of the same row, quadratic.
 * Source: ordinary least squares; Kay, Fundamentals of Statistical Signal Processing, ch. 3 (from memory).
 *
 * @param tapsMs times of the taps in milliseconds, rising
 * @returns null for fewer than five taps
 */
export function tapTempo(tapsMs: readonly number[]): TapTempo | null {
  if (tapsMs.length < LEAST_TAPS) return null;
  const gaps = tapsMs.slice(1).map((t, i) => t - tapsMs[i]!);
  const usual = median(gaps)!;
  if (!(usual > 0)) return null;
  const beats = [0];
  for (const gap of gaps) beats.push(beats.at(-1)! + Math.max(1, Math.round(gap / usual)));
  const n = beats.length;
  const meanK = beats.reduce((a, b) => a + b, 0) / n;
  const meanT = tapsMs.reduce((a, b) => a + b, 0) / n;
  let [kk, kt] = [0, 0];
  beats.forEach((k, i) => {
    kk += (k - meanK) ** 2;
    kt += (k - meanK) * (tapsMs[i]! - meanT);
  });
  const period = kt / kk;
  const rests = beats.map((k, i) => tapsMs[i]! - meanT - period * (k - meanK));
  const variance = rests.reduce((sum, r) => sum + r * r, 0) / (n - 2);
  return {
    perMinute: 60_000 / period,
    error: (60_000 / period ** 2) * Math.sqrt(variance / kk),
    scatter: Math.sqrt(variance) / period,
    driftPercent: driftOf(beats, rests, period),
    beats: beats.at(-1)! + 1,
  };
}

/** From the curve of the remainders: a period that shrinks by a share each minute is a quickening. */
function driftOf(beats: readonly number[], rests: readonly number[], periodMs: number): number {
  const n = beats.length;
  const mean = beats.reduce((a, b) => a + b, 0) / n;
  const square = beats.map((k) => (k - mean) ** 2);
  const meanSquare = square.reduce((a, b) => a + b, 0) / n;
  let [qq, qr] = [0, 0];
  square.forEach((q, i) => {
    qq += (q - meanSquare) ** 2;
    qr += (q - meanSquare) * rests[i]!;
  });
  if (qq === 0) return 0;
  // The period grows by twice the quadratic term with each beat.
  const growthABeat = (2 * (qr / qq)) / periodMs;
  return -100 * growthABeat * (60_000 / periodMs);
}
