import { REINS, type Rein } from '../arena/rein.ts';
import type { Candidate } from './candidates.ts';
import { WAY_S } from './timing.ts';

/** The decisions on a candidate: whether it is ridden, and how long on each rein, step by step. */

/** A round on a rein, and a minute more twice; each minute is worth less than the one before. */
export const MINUTES = [1, 2, 3] as const;
/** One thing is ridden for so long on a rein, unless a single round takes longer: enough to get better, short of drill. */
const MOST_ON_A_REIN_MIN = 3;
export const minutesMore = (c: Candidate): (2 | 3)[] =>
  ([2, 3] as const).filter((minute) => c.leastMin + minute - 1 <= MOST_ON_A_REIN_MIN);
export const WORTH_OF_MINUTE = { 1: 1, 2: 0.6, 3: 0.3 } as const;
export const minuteOf = (c: Candidate, rein: Rein, minute: number): string =>
  minute === 1 ? c.id : `${c.id}_${rein}_${minute}`;
export const terms = (list: readonly Candidate[], factor = 1) =>
  list.map((c) => [c.id, factor] as const);

/** How long a step lasts: the first is a whole round, each further one a minute. */
export const lengthOf = (c: Candidate, minute: number): number => (minute === 1 ? c.leastMin : 1);

/** Worth of a round: its minutes, each less than the one before. */
export const worthOfRound = (c: Candidate): number =>
  Array.from({ length: c.leastMin }, (_, i) => WORTH_OF_MINUTE[Math.min(i + 1, 3) as 1]).reduce(
    (a, b) => a + b,
    0,
  );

/** The steps of some candidates on one rein or both, each with its factor. */
export const stepsOf = (
  list: readonly Candidate[],
  factor: (c: Candidate, minute: 1 | 2 | 3) => number,
  reins: readonly Rein[] = REINS,
): (readonly [string, number])[] => {
  const sums = new Map<string, number>();
  for (const c of list) {
    for (const rein of reins) {
      for (const minute of [1, ...minutesMore(c)] as const) {
        const name = minuteOf(c, rein, minute);
        sums.set(name, (sums.get(name) ?? 0) + factor(c, minute));
      }
    }
  }
  return [...sums];
};

/** The minutes of some candidates, on one rein or both. */
export const minutesOf = (
  list: readonly Candidate[],
  factor: (c: Candidate) => number = () => 1,
  reins: readonly Rein[] = REINS,
) => stepsOf(list, (c, minute) => factor(c) * lengthOf(c, minute), reins);

/** The rounds that a step makes: the first at least one, a minute more perhaps another. */
export function roundsIn(c: Candidate, minute: 1 | 2 | 3): number {
  const upTo = (min: number) => Math.max(1, Math.floor((60 * min) / (c.roundS + WAY_S)));
  const min = c.leastMin + minute - 1;
  return minute === 1 ? upTo(min) : upTo(min) - upTo(min - 1);
}

/** Minutes on one rein against minutes on the other, each with its factor. */
export function difference(
  list: readonly Candidate[],
  a: Rein,
  factorA: number,
  b: Rein,
  factorB: number,
): (readonly [string, number])[] {
  const sums = new Map<string, number>();
  for (const [rein, factor] of [
    [a, factorA],
    [b, factorB],
  ] as const) {
    for (const [name, f] of minutesOf(list, () => factor, [rein])) {
      sums.set(name, (sums.get(name) ?? 0) + f);
    }
  }
  return [...sums].filter(([, f]) => f !== 0);
}

export function grouped<T>(list: readonly T[], key: (item: T) => string): T[][] {
  const groups = new Map<string, T[]>();
  for (const item of list) groups.set(key(item), [...(groups.get(key(item)) ?? []), item]);
  return [...groups.values()];
}
