import type { Shelf } from '../exercises/shelf.ts';
import type { Scale } from '../scales.ts';
import type { HorseFile } from '../planner/request.ts';
import { nextOf } from '../planner/tomorrow.ts';
import { daysLater } from '../progress/days.ts';
import { easier, gateFor, isFor, readGate, type Gate } from './gate.ts';
import type { KeptWeek, WeekStep } from './request.ts';
import { runAt, type Setting } from './setting.ts';
import { afterWeeks } from './themes.ts';
import type { PlannedStep } from './types.ts';

/** Runs of weeks on one theme, each with its gate; the first may have begun before. */
export function stepsOf(setting: Setting, weeks: readonly KeptWeek[]): PlannedStep[] {
  const { horse, shelf, wishes, themes, past } = setting;
  const before = runAt(past);
  const runs: { theme: Scale; from: string; weeks: number }[] = [];
  for (const [w, { theme, monday }] of weeks.entries()) {
    const last = runs.at(-1);
    if (last?.theme === theme) {
      last.weeks++;
      continue;
    }
    const begun = w === 0 && before?.theme === theme ? before.weeks : 0;
    runs.push({ theme, from: daysLater(monday, -7 * begun), weeks: begun + 1 });
  }
  /** No two gates of a programme ask the same. */
  const shown = new Set<string>();
  const had = new Map<Scale, number>();
  return runs.map((run, i) => {
    const theme = themes.find((t) => t.scale === run.theme)!;
    const soFar = (had.get(run.theme) ?? 0) + run.weeks;
    had.set(run.theme, soFar);
    const same = i === 0 && wishes.step?.theme === run.theme;
    const gate = same
      ? nowAsked(wishes.step!.gate, horse, shelf)
      : (plannedGate(setting, run.theme, shown) ??
        gateOf(setting, run.theme, afterWeeks(theme, soFar), shown));
    if (gate.show) shown.add(gate.show.exercise);
    return { ...run, gate, reading: readGate(gate, horse) };
  });
}

/** A gate whose exercise was lost in the last lesson asks an easier step. */
function nowAsked(gate: Gate, horse: HorseFile, shelf: Shelf): Gate {
  const { show } = gate;
  if (!show) return gate;
  // Once it is easier, it is that step which has to be lost before it is easier again.
  const last = horse.done.findLast((d) => d.exercise === show.exercise);
  return last?.rung === show.rung && nextOf(last) === 'back' ? easier(gate, shelf) : gate;
}

/** The gate a later step was planned with, as long as it asks something. */
function plannedGate(
  { wishes, horse, shelf }: Setting,
  scale: Scale,
  shown: ReadonlySet<string>,
): Gate | null {
  const asksAnew = ({ theme, gate: { show } }: WeekStep) =>
    theme === scale && !(show && (shown.has(show.exercise) || !shelf.find(show.exercise)));
  const gate = wishes.steps.find(asksAnew)?.gate;
  return gate && readGate(gate, horse).state !== 'open' ? gate : null;
}

function gateOf(
  { wishes, horse, shelf }: Setting,
  scale: Scale,
  least: number,
  shown: ReadonlySet<string>,
): Gate {
  const { goal } = wishes;
  const exercise = goal.kind === 'exercise' ? shelf.find(goal.exercise) : undefined;
  const { exercise: id, rung } = goal.kind === 'exercise' ? goal : { exercise: '', rung: 0 };
  const show = exercise && isFor(exercise, scale) ? { exercise: id, rung } : null;
  return show ? { scale, least, show } : gateFor(scale, least, horse, shelf, shown);
}
