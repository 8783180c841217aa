/** "n of this, m of that": where a count stands. Counts are strides, or steps in walk. */
export interface IntervalPlan {
  readonly asked: number;
  readonly soft: number;
}

export interface IntervalState {
  readonly round: number;
  readonly part: 'asked' | 'soft';
  /** Counts done in this part. */
  readonly done: number;
  readonly left: number;
}

/** Where the interval stands after so many counts from its beginning. */
export function intervalAt({ asked, soft }: IntervalPlan, counts: number): IntervalState {
  const whole = Math.max(1, asked + soft);
  const within = counts % whole;
  const inAsked = within < asked;
  const done = inAsked ? within : within - asked;
  return {
    round: Math.floor(counts / whole) + 1,
    part: inAsked ? 'asked' : 'soft',
    done,
    left: (inAsked ? asked : soft) - done,
  };
}

/**
 * The longest and the usual (median) hold, and the rung to ask next: one more than is usually held. A zero was
 * not counted by anybody, and says nothing.
 */
export function holdsOf(
  held: readonly number[],
): { longest: number; usual: number; next: number } | null {
  const sorted = held.filter((n) => n > 0).sort((a, b) => a - b);
  if (sorted.length === 0) return null;
  const usual = sorted[Math.floor((sorted.length - 1) / 2)]!;
  return { longest: sorted.at(-1)!, usual, next: usual + 1 };
}
