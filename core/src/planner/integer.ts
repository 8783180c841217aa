/** A small integer programme in 0/1 variables, as it is written down and as a solver takes it. */

export interface Constraint {
  /** Said when it cannot be kept. */
  readonly name: string;
  readonly terms: readonly (readonly [variable: string, factor: number])[];
  readonly sense: '<=' | '>=' | '=';
  readonly limit: number;
}

export interface IntegerProgramme {
  /** To be made as large as possible. */
  readonly objective: readonly (readonly [variable: string, factor: number])[];
  readonly constraints: readonly Constraint[];
}

export interface Solution {
  readonly status: 'optimal' | 'stopped' | 'infeasible';
  /** The variables that are 1. */
  readonly chosen: ReadonlySet<string>;
  readonly objective: number;
  /** No answer is better than this. */
  readonly bound: number;
}

/** A solver of integer programmes: HiGHS in the worker and on the command line, brute force in tests. */
export type Solve = (programme: IntegerProgramme, options: SolveOptions) => Promise<Solution>;

export interface SolveOptions {
  /** Stops within this share of the optimum. */
  readonly gap: number;
  readonly seconds: number;
  readonly seed: number;
}

/** A programme as the solver takes it: dense vectors, and the rows packed one behind the other. */
export interface PackedProgramme {
  /** Their order is that of the columns. */
  readonly variables: readonly string[];
  readonly costs: Float64Array;
  readonly lower: Float64Array;
  readonly upper: Float64Array;
  /** Row i stands in starts[i] … starts[i + 1] of indices and values. */
  readonly starts: Int32Array;
  readonly indices: Int32Array;
  readonly values: Float64Array;
}

/** Packs a programme: compressed sparse rows, what is named twice in a row added up, empty rows left out. */
export function packed({ objective, constraints }: IntegerProgramme): PackedProgramme {
  const columns = new Map<string, number>();
  const column = (name: string): number => {
    const known = columns.get(name) ?? columns.size;
    columns.set(name, known);
    return known;
  };
  const summed = (terms: Constraint['terms']): Map<number, number> => {
    const sums = new Map<number, number>();
    for (const [name, f] of terms) sums.set(column(name), (sums.get(column(name)) ?? 0) + f);
    return sums;
  };
  const goal = summed(objective);
  const full = constraints.filter((c) => c.terms.length > 0);
  const rows = full.map((c) => [...summed(c.terms)]);
  const starts = [0];
  for (const row of rows) starts.push(starts.at(-1)! + row.length);
  return {
    variables: [...columns.keys()],
    costs: Float64Array.from({ length: columns.size }, (_, i) => goal.get(i) ?? 0),
    lower: Float64Array.from(full, (c) => (c.sense === '<=' ? -Infinity : c.limit)),
    upper: Float64Array.from(full, (c) => (c.sense === '>=' ? Infinity : c.limit)),
    starts: Int32Array.from(starts),
    indices: Int32Array.from(rows.flatMap((row) => row.map(([i]) => i))),
    values: Float64Array.from(rows.flatMap((row) => row.map(([, f]) => f))),
  };
}

/** Fixed to a 0/1 answer: whether every constraint holds. */
export const keeps = (programme: IntegerProgramme, chosen: ReadonlySet<string>): boolean =>
  programme.constraints.every(({ terms, sense, limit }) => {
    const value = terms.reduce((s, [v, f]) => s + (chosen.has(v) ? f : 0), 0);
    if (sense === '<=') return value <= limit + 1e-9;
    return sense === '>=' ? value >= limit - 1e-9 : Math.abs(value - limit) < 1e-9;
  });
