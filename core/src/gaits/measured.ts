import { MOVING_GAITS, type MovingGait, type PaceName, type Stride } from './paces.ts';

/** A known distance ridden in a pace: how many strides it took, and how long. */
export interface Measurement {
  readonly gait: MovingGait;
  readonly pace: PaceName;
  readonly metres: number;
  /** Whole cycles of the legs, also in walk. */
  readonly strides: number;
  readonly seconds: number;
}

/** A figure with its standard uncertainty. */
export interface Uncertain {
  readonly value: number;
  readonly sd: number;
}

export interface MeasuredStride {
  readonly lengthM: Uncertain;
  readonly speedMps: Uncertain;
  /** Strides a minute. */
  readonly tempo: Uncertain;
  readonly measurements: number;
}

/** A count is right to ± ½ stride, anywhere in it alike: sd ½/√3. Source: GUM 4.3.7, rectangular (from memory). */
const COUNT_SD = 0.5 / Math.sqrt(3);
/** Hand timing. Common practice. */
const TIMING_SD_S = 0.3;

/**
 * Stride length d/n, speed d/t and tempo 60·n/t of one measurement; relative uncertainties of a
 * quotient add in squares. Source: GUM 5.1, propagation (from memory).
 *
 * @throws RangeError when distance, strides or time is not positive
 */
export function measure({ metres, strides, seconds }: Measurement): MeasuredStride {
  if (!(metres > 0 && strides > 0 && seconds > 0)) {
    throw new RangeError(
      `measure: all must be > 0, got ${metres} m, ${strides} strides, ${seconds} s`,
    );
  }
  const [count, time] = [COUNT_SD / strides, TIMING_SD_S / seconds];
  const uncertain = (value: number, relative: number): Uncertain => ({
    value,
    sd: value * relative,
  });
  return {
    lengthM: uncertain(metres / strides, count),
    speedMps: uncertain(metres / seconds, time),
    tempo: uncertain((60 * strides) / seconds, Math.hypot(count, time)),
    measurements: 1,
  };
}

/**
 * Inverse-variance mean; when the values scatter more than their uncertainties allow, the
 * uncertainty of the mean grows by the Birge ratio √(χ²/(k − 1)).
 * Source: Birge 1932, combining measurements (from memory).
 */
export function pool(values: readonly Uncertain[]): Uncertain {
  const weights = values.map(({ sd }) => 1 / (sd * sd));
  const total = weights.reduce((sum, w) => sum + w, 0);
  const value = values.reduce((sum, v, i) => sum + v.value * weights[i]!, 0) / total;
  const chi2 = values.reduce((sum, v, i) => sum + weights[i]! * (v.value - value) ** 2, 0);
  const birge = values.length > 1 ? Math.sqrt(chi2 / (values.length - 1)) : 1;
  return { value, sd: Math.max(1, birge) / Math.sqrt(total) };
}

/** All measurements of one pace pooled, or null without any. */
export function measuredStride(
  measurements: readonly Measurement[],
  gait: MovingGait,
  pace: PaceName,
): MeasuredStride | null {
  const own = measurements.filter((m) => m.gait === gait && m.pace === pace).map(measure);
  if (own.length === 0) return null;
  return {
    lengthM: pool(own.map((m) => m.lengthM)),
    speedMps: pool(own.map((m) => m.speedMps)),
    tempo: pool(own.map((m) => m.tempo)),
    measurements: own.length,
  };
}

type Table = Record<MovingGait, Partial<Record<PaceName, Stride>>>;

/**
 * A horse's own table: measured paces as they are; the other paces of a gait moved by the same ratio
 * as its measured ones; a gait without any as the default has it.
 */
export function ownTable(defaults: Table, measurements: readonly Measurement[]): Table {
  const table = {} as Table;
  for (const gait of MOVING_GAITS) {
    const entries = Object.entries(defaults[gait]) as [PaceName, Stride][];
    const measured = new Map(
      entries.flatMap(([pace]) => {
        const found = measuredStride(measurements, gait, pace);
        return found ? [[pace, found] as const] : [];
      }),
    );
    const ratio = (of: 'lengthM' | 'speedMps') => {
      const ratios = [...measured].map(([pace, m]) => m[of].value / defaults[gait][pace]![of]);
      return ratios.length ? ratios.reduce((a, b) => a + b, 0) / ratios.length : 1;
    };
    const [length, speed] = [ratio('lengthM'), ratio('speedMps')];
    table[gait] = Object.fromEntries(
      entries.map(([pace, stride]) => {
        const own = measured.get(pace);
        return [
          pace,
          own
            ? { lengthM: own.lengthM.value, speedMps: own.speedMps.value }
            : { lengthM: stride.lengthM * length, speedMps: stride.speedMps * speed },
        ];
      }),
    );
  }
  return table;
}
