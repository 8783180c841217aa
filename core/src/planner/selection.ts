import type { Rein } from '../arena/rein.ts';
import { WARM_UP_CHECKS } from '../observations/words.ts';
import type { Candidate } from './candidates.ts';
import { choiceModel } from './choiceModel.ts';
import { CHOICE_RULES } from './choiceRules.ts';
import { lengthOf, minuteOf, MINUTES } from './choiceSteps.ts';
import type { IntegerProgramme, Solution, Solve, SolveOptions } from './integer.ts';
import type { PlanRequest } from './request.ts';
import type { Frame } from './timing.ts';

/**
 * Which exercises, on which rung, for how many minutes on each rein: an integer programme.
 * See docs/planner.md for the model in words.
 */

export interface Chosen {
  readonly candidate: Candidate;
  readonly minutes: Readonly<Record<Rein, number>>;
}

export interface Selection {
  readonly chosen: readonly Chosen[];
  readonly objective: number;
  /** Share by which the answer may lie below the best one. */
  readonly gap: number;
  /** Exercises that must be in it, and cannot. */
  readonly brokenPins: readonly string[];
  /** Points of the checklist that nothing in the warm-up covers. */
  readonly unchecked: readonly string[];
}

/** The lesson to be chosen, as an integer programme. */
export function programmeOf(
  candidates: readonly Candidate[],
  request: PlanRequest,
  frame: Frame,
): IntegerProgramme {
  const model = choiceModel(candidates, request, frame);
  for (const rule of CHOICE_RULES) rule(model);
  return model.programme;
}

/** The sets of the solver's answer with their minutes, and the gap that was proved. */
export function readAnswer(
  answer: Solution,
  candidates: readonly Candidate[],
  request: PlanRequest,
): Selection {
  const { chosen, objective, bound } = answer;
  const minutes = (c: Candidate, rein: Rein) =>
    MINUTES.filter((m) => chosen.has(minuteOf(c, rein, m))).reduce(
      (sum, m) => sum + lengthOf(c, m),
      0,
    );
  const base = Math.max(1e-9, Math.abs(objective));
  return {
    chosen: candidates
      .filter((c) => chosen.has(c.id))
      .map((c) => ({
        candidate: c,
        minutes: { left: minutes(c, 'left'), right: minutes(c, 'right') },
      })),
    objective,
    gap: Math.max(0, (bound - objective) / base),
    brokenPins: request.wishes.mustHave.filter((_, i) => chosen.has(`pin_${i}`)),
    unchecked: WARM_UP_CHECKS.filter((_, i) => chosen.has(`unchecked_${i}`)),
  };
}

/** Chooses the lesson. Wishes that cannot be kept are named, and the rest is chosen without them. */
export async function select(
  candidates: readonly Candidate[],
  request: PlanRequest,
  frame: Frame,
  solve: Solve,
  options: SolveOptions,
): Promise<Selection> {
  const known = new Set(candidates.map((c) => c.exercise.id));
  const choose = async (mustHave: readonly string[]): Promise<Selection> => {
    const asked = { ...request, wishes: { ...request.wishes, mustHave: [...mustHave] } };
    const answer = await solve(programmeOf(candidates, asked, frame), options);
    if (answer.status === 'infeasible') {
      throw new Error('select: every wish is soft, so the programme always has an answer');
    }
    return readAnswer(answer, candidates, asked);
  };
  const wanted = request.wishes.mustHave;
  const possible = wanted.filter((id) => known.has(id));
  let selection = await choose(possible);
  // The price of a broken wish would drown the gap of the rest.
  if (selection.brokenPins.length > 0) {
    selection = await choose(possible.filter((id) => !selection.brokenPins.includes(id)));
  }
  const taken = new Set(selection.chosen.map((c) => c.candidate.exercise.id));
  return { ...selection, brokenPins: wanted.filter((id) => !taken.has(id)) };
}
