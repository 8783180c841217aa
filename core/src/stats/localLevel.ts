/** One reading of a level: when, how much, and the variance of its noise. */
export interface Reading {
  readonly atDays: number;
  readonly value: number;
  readonly variance: number;
}

export interface Level {
  readonly mean: number;
  readonly variance: number;
}

export interface LevelModel {
  /** Belief before the first reading. */
  readonly prior: Level;
  /** Growth of the level's variance per day: how fast old evidence fades. */
  readonly driftPerDay: number;
}

/**
 * Local-level filter with irregular time steps: the level walks at random, x(t+Δ) = x(t) + N(0, q·Δ),
 * and each reading is y = x + N(0, r). Exact for Gaussian noise.
 * Source: Durbin & Koopman, Time Series Analysis by State Space Methods, ch. 2 (from memory).
 *
 * @param readings in order of time
 * @returns the level after each reading
 */
export function filterLevel(readings: readonly Reading[], model: LevelModel): Level[] {
  let { mean, variance } = model.prior;
  let lastAt = readings[0]?.atDays ?? 0;
  return readings.map((reading) => {
    variance += model.driftPerDay * Math.max(0, reading.atDays - lastAt);
    lastAt = reading.atDays;
    const gain = variance / (variance + reading.variance);
    mean += gain * (reading.value - mean);
    variance *= 1 - gain;
    return { mean, variance };
  });
}

/** The level at a later day: the same mean, less sure. */
export function laterLevel(level: Level, days: number, { driftPerDay }: LevelModel): Level {
  return { mean: level.mean, variance: level.variance + driftPerDay * Math.max(0, days) };
}

/**
 * The level at each reading from all readings, before and after it (fixed-interval smoother).
 * Source: Rauch, Tung & Striebel 1965; Durbin & Koopman ch. 4 (from memory).
 */
export function smoothLevel(readings: readonly Reading[], model: LevelModel): Level[] {
  const filtered = filterLevel(readings, model);
  const smoothed: Level[] = [...filtered];
  for (let i = filtered.length - 2; i >= 0; i--) {
    const here = filtered[i]!;
    const next = smoothed[i + 1]!;
    const days = Math.max(0, readings[i + 1]!.atDays - readings[i]!.atDays);
    const ahead = here.variance + model.driftPerDay * days;
    const gain = ahead > 0 ? here.variance / ahead : 0;
    smoothed[i] = {
      mean: here.mean + gain * (next.mean - here.mean),
      variance: here.variance + gain ** 2 * (next.variance - ahead),
    };
  }
  return smoothed;
}
