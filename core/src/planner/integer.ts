/** A small integer programme in 0/1 variables, and how it is handed to a solver. */

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

export interface Answer {
  readonly status: 'optimal' | 'stopped' | 'infeasible';
  /** The variables that are 1. */
  readonly chosen: ReadonlySet<string>;
  readonly objective: number;
  /** No answer is better than this. */
  readonly bound: number;
}

/** A solver of integer programmes: HiGHS in the worker and on the command line, brute force in tests. */
export type Solve = (programme: IntegerProgramme, options: SolveOptions) => Promise<Answer>;

export interface SolveOptions {
  /** Stops within this share of the optimum. */
  readonly gap: number;
  readonly seconds: number;
  readonly seed: number;
}

const number = (n: number): string => String(Math.round(n * 1e6) / 1e6);
const sum = (terms: IntegerProgramme['objective']): string =>
  terms.map(([v, f]) => `${f < 0 ? '-' : '+'} ${number(Math.abs(f))} ${v}`).join('\n ');

/** The programme in the LP format. Source: CPLEX LP format, as HiGHS reads it (from memory). */
export function toLp({ objective, constraints }: IntegerProgramme): string {
  const names = [
    ...new Set([...objective, ...constraints.flatMap((c) => c.terms)].map(([v]) => v)),
  ];
  const rows = constraints
    .filter((c) => c.terms.length > 0)
    .map((c, i) => ` c${i}: ${sum(c.terms)} ${c.sense} ${number(c.limit)}`);
  return [
    'Maximize',
    ` obj: ${sum(objective)}`,
    'Subject To',
    ...rows,
    'Binary',
    ...names.map((n) => ` ${n}`),
    'End',
    '',
  ].join('\n');
}

/** The part of HiGHS that is called. */
export interface HighsRuntime {
  createModel(): {
    readModel(source: { format: 'lp'; data: string }): unknown;
    options: { set(values: Record<string, unknown>): unknown };
    run(): unknown;
    info: { get(name: string): number | bigint };
    getModelStatus(): number;
    getSolution(): { colValue: Float64Array };
    getColName(column: number): string;
    getDimensions(): { numCols: number };
    dispose(): void;
  };
}

/** Its numbers for what came out. */
const OPTIMAL = 7;
const INFEASIBLE = 8;
const INFEASIBLE_OR_UNBOUNDED = 9;
const FEASIBLE = 2;

/**
 * HiGHS as a solver.
 * @throws Error when it answers that the model is broken: that is our mistake, not the rider's
 */
export const highsSolver =
  (highs: HighsRuntime): Solve =>
  (programme, { gap, seconds, seed }) => {
    const model = highs.createModel();
    try {
      model.options.set({
        output_flag: false,
        mip_rel_gap: gap,
        time_limit: seconds,
        random_seed: seed,
      });
      model.readModel({ format: 'lp', data: toLp(programme) });
      model.run();
      const status = model.getModelStatus();
      if (status === INFEASIBLE || status === INFEASIBLE_OR_UNBOUNDED) {
        return Promise.resolve({
          status: 'infeasible',
          chosen: new Set<string>(),
          objective: -Infinity,
          bound: -Infinity,
        });
      }
      const values = model.getSolution().colValue;
      const feasible = model.info.get('primal_solution_status') === FEASIBLE;
      if (!feasible) throw new Error(`highsSolver: no solution, status ${status}`);
      const chosen = new Set<string>();
      for (let i = 0; i < model.getDimensions().numCols; i++) {
        if (values[i]! > 0.5) chosen.add(model.getColName(i));
      }
      const objective = programme.objective.reduce((s, [v, f]) => s + (chosen.has(v) ? f : 0), 0);
      const bound = Math.max(objective, Number(model.info.get('mip_dual_bound')));
      return Promise.resolve({
        status: status === OPTIMAL ? 'optimal' : 'stopped',
        chosen,
        objective,
        bound,
      });
    } finally {
      model.dispose();
    }
  };

/** Fixed to a 0/1 answer: whether every constraint holds. */
export const keeps = (programme: IntegerProgramme, chosen: ReadonlySet<string>): boolean =>
  programme.constraints.every(({ terms, sense, limit }) => {
    const value = terms.reduce((s, [v, f]) => s + (chosen.has(v) ? f : 0), 0);
    if (sense === '<=') return value <= limit + 1e-9;
    return sense === '>=' ? value >= limit - 1e-9 : Math.abs(value - limit) < 1e-9;
  });
