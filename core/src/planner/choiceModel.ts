import { REINS } from '../arena/rein.ts';
import type { PlannedPhase } from '../exercises/exercise.ts';
import type { Candidate } from './candidates.ts';
import { minuteOf, minutesMore, WORTH_OF_MINUTE, worthOfRound } from './choiceSteps.ts';
import type { Constraint, IntegerProgramme } from './integer.ts';
import type { PlanRequest } from './request.ts';
import type { Frame } from './timing.ts';

type Term = readonly [string, number];

/** The integer programme while the rules write it: the worth of each step, and the rows a lesson must keep. */
export interface ChoiceModel {
  readonly candidates: readonly Candidate[];
  readonly request: PlanRequest;
  readonly frame: Frame;
  inPhase(phase: PlannedPhase): readonly Candidate[];
  /** Nothing is added for no terms. */
  add(name: string, of: Constraint['terms'], sense: Constraint['sense'], limit: number): void;
  /** Lets a rule be broken, at a price. */
  soft(name: string, cost: number): Term;
  /** Lets a rule be overstepped, each step at its price. */
  graded(name: string, step: number, most: number, cost: number): Term[];
}

const worthOfSteps = (c: Candidate): Term[] => [
  [c.id, (c.worth.left + c.worth.right) * worthOfRound(c)],
  ...REINS.flatMap((rein) =>
    minutesMore(c).map((m): Term => [minuteOf(c, rein, m), c.worth[rein] * WORTH_OF_MINUTE[m]]),
  ),
];

export function choiceModel(
  candidates: readonly Candidate[],
  request: PlanRequest,
  frame: Frame,
): ChoiceModel & { readonly programme: IntegerProgramme } {
  const objective = candidates.flatMap(worthOfSteps);
  const constraints: Constraint[] = [];
  const soft = (name: string, cost: number): Term => {
    objective.push([name, -cost]);
    return [name, 1];
  };
  return {
    candidates,
    request,
    frame,
    inPhase: (phase) => candidates.filter((c) => c.phase === phase),
    add(name, of, sense, limit) {
      if (of.length > 0) constraints.push({ name, terms: of, sense, limit });
    },
    soft,
    graded: (name, step, most, cost) =>
      Array.from({ length: Math.ceil(most / step) }, (_, i): Term => [
        soft(`${name}_${i}`, cost)[0],
        -step,
      ]),
    programme: { objective, constraints },
  };
}
