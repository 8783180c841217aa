import { packed, type Solution, type PackedProgramme, type Solve } from './integer.ts';

/** HiGHS as a solver of integer programmes. */

/** The part of HiGHS that is called. */
export interface HighsRuntime {
  readonly constants: { readonly objectiveSense: { readonly maximize: unknown } };
  createModel(): HighsModel;
}

interface HighsModel {
  passModel(model: object): unknown;
  options: { set(values: Record<string, unknown>): unknown };
  changeColsIntegrality(columns: object, kinds: Int32Array): unknown;
  changeColsBounds(columns: object, lower: Float64Array, upper: Float64Array): unknown;
  setSolution(solution: { colValue: Float64Array }): unknown;
  run(): unknown;
  info: { get(name: string): number | bigint };
  getModelStatus(): number;
  getSolution(): { colValue: Float64Array; colDual: Float64Array };
  dispose(): void;
}

/** Its numbers for what came out, and for a variable that is whole. */
const OPTIMAL = 7;
const INFEASIBLE = 8;
const INFEASIBLE_OR_UNBOUNDED = 9;
const FEASIBLE = 2;
const INTEGER = 1;

/** Variables of the first, small programme: enough for a good answer, few enough to be quick. Measured. */
const CORE = 80;
const NEXT_TO_NOTHING = 1e-9;

const NO_ANSWER: Solution = {
  status: 'infeasible',
  chosen: new Set(),
  objective: -Infinity,
  bound: -Infinity,
};

/**
 * Solves in three steps, each of which may be the last:
 * the programme without whole numbers, which bounds it;
 * its core, the variables that this answer uses or that cost it least: a good whole answer;
 * all that can still be better than that by more than the gap, beginning from it. A variable whose reduced cost
 * takes the bound below the answer cannot be in anything better.
 * Source: core problems and reduced cost fixing (Balas & Zemel 1980; Wolsey, Integer Programming; from memory).
 * @param core variables of the second step beside those in use, 1 or more
 * @throws Error when HiGHS answers that the model is broken: that is our mistake, not the rider's
 */
export const highsSolver =
  (highs: HighsRuntime, core = CORE): Solve =>
  (programme, options) => {
    const model = highs.createModel();
    try {
      const whole = packed(programme);
      model.options.set(optionsOf(options));
      model.passModel(modelOf(whole, highs.constants.objectiveSense.maximize));
      return Promise.resolve(solvedInSteps(model, whole, options.gap, core));
    } finally {
      model.dispose();
    }
  };

const optionsOf = ({ gap, seconds, seed }: Parameters<Solve>[1]) => ({
  output_flag: false,
  mip_rel_gap: gap,
  time_limit: seconds,
  random_seed: seed,
  // The core finds first answers quicker than these do.
  mip_heuristic_run_feasibility_jump: false,
  mip_heuristic_run_root_reduced_cost: false,
  mip_heuristic_run_rins: false,
  mip_heuristic_run_rens: false,
  // A fresh start costs more than it saves in programmes as small as these. Measured.
  mip_allow_restart: false,
});

function solvedInSteps(
  model: HighsModel,
  { variables, costs }: PackedProgramme,
  gap: number,
  core: number,
): Solution {
  const valueOf = (x: Float64Array): number => costs.reduce((sum, c, i) => sum + c * x[i]!, 0);
  const answer = (x: Float64Array, bound: number): Solution => {
    const rounded = x.map(Math.round);
    const objective = valueOf(rounded);
    return {
      status: model.getModelStatus() === OPTIMAL ? 'optimal' : 'stopped',
      chosen: new Set(variables.filter((_, i) => rounded[i] === 1)),
      objective,
      bound: Math.max(objective, bound),
    };
  };
  model.run();
  if (!solved(model)) return NO_ANSWER;
  const relaxed = model.getSolution();
  const limit = valueOf(relaxed.colValue);
  const inUse = (i: number) => relaxed.colValue[i]! > NEXT_TO_NOTHING || costs[i]! < 0;
  const loss = (i: number) => Math.abs(relaxed.colDual[i]!);

  makeWhole(model, variables.length);
  const byLoss = [...variables.keys()].filter((i) => !inUse(i)).sort((a, b) => loss(a) - loss(b));
  const dearest = loss(byLoss[Math.min(core, byLoss.length) - 1] ?? 0);
  open(model, variables, (i) => inUse(i) || loss(i) <= dearest);
  model.run();
  const first = solved(model) ? model.getSolution().colValue.map(Math.round) : null;
  // Nothing up to this would be better by more than the gap.
  const enough = first ? valueOf(first) + gap * Math.abs(valueOf(first)) : -Infinity;
  if (first && limit <= enough) return answer(first, limit);

  const better = (i: number) => inUse(i) || limit - loss(i) > enough || first?.[i] === 1;
  open(model, variables, better);
  if (first) model.setSolution({ colValue: first });
  model.run();
  if (!solved(model)) return NO_ANSWER;
  const closed = variables.map((_, i) => (better(i) ? -Infinity : limit - loss(i)));
  const bound = Math.max(Number(model.info.get('mip_dual_bound')), ...closed);
  return answer(model.getSolution().colValue, bound);
}

function modelOf(programme: PackedProgramme, sense: unknown): object {
  const { variables, costs, lower, upper, starts, indices, values } = programme;
  const [numCols, numRows] = [variables.length, lower.length];
  return {
    numCols,
    numRows,
    sense,
    colCost: costs,
    colLower: new Float64Array(numCols),
    colUpper: new Float64Array(numCols).fill(1),
    rowLower: lower,
    rowUpper: upper,
    matrix: { format: 'csr', numRows, numCols, starts, indices, values },
  };
}

const all = (columns: number) => ({ kind: 'range', from: 0, to: columns - 1 });

const makeWhole = (model: HighsModel, columns: number): void =>
  void model.changeColsIntegrality(all(columns), new Int32Array(columns).fill(INTEGER));

/** Lets these variables be 1, and no other. */
const open = (
  model: HighsModel,
  variables: readonly string[],
  may: (column: number) => boolean,
): void =>
  void model.changeColsBounds(
    all(variables.length),
    new Float64Array(variables.length),
    Float64Array.from(variables, (_, i) => (may(i) ? 1 : 0)),
  );

/** Whether there is an answer; without one, the programme has none. */
function solved(model: HighsModel): boolean {
  const status = model.getModelStatus();
  if (status === INFEASIBLE || status === INFEASIBLE_OR_UNBOUNDED) return false;
  if (model.info.get('primal_solution_status') === FEASIBLE) return true;
  throw new Error(`highsSolver: no solution, status ${status}`);
}
