import type { Solve } from '../planner/integer.ts';
import { weekFrom } from '../progress/days.ts';
import { aheadOfAll } from './ahead.ts';
import { loadOfAll, type Day } from './days.ts';
import { chanceOfGoal, chancesOf, percentOf, unmetOf } from './expected.ts';
import { chooseWeeks, type ChosenWeeks } from './model.ts';
import type { KeptWeek, ProgrammeRequest } from './request.ts';
import { inputOf, settingOf, type Setting } from './setting.ts';
import { stepsOf } from './steps.ts';
import type { NoProgramme, PlannedProgramme } from './types.ts';
import { factsOf } from './why.ts';

/** The weeks ahead of one horse: themes, kinds of day and load by integer programmes; gates and chances beside them. */

/** Each part is solved within as much; the whole is proved within two per cent. */
const GAP = 0.003;
const SECONDS = 10;

export async function planProgramme(
  request: ProgrammeRequest,
  solve: Solve,
): Promise<PlannedProgramme> {
  const setting = settingOf(request);
  const { wishes } = request;
  const model = inputOf(setting);
  const options = { gap: GAP, seconds: SECONDS, seed: wishes.seed };
  const chosen = await chooseWeeks(model, solve, options);
  if (!chosen)
    return noProgramme(
      setting,
      model.weeks.findIndex((w) => w.shapes.length === 0),
    );
  const weeks = setting.mondays.map((monday, w) => weekOf(monday, chosen, w));
  const steps = stepsOf(setting, weeks);
  const ahead = aheadOfAll(setting.horse, wishes.ahead, setting.mondays, wishes.date);
  const forecast = chancesOf(setting, ahead);
  const percent = percentOf(setting, ahead);
  const chance = chanceOfGoal(wishes.goal, forecast, percent);
  return {
    programme: {
      goal: wishes.goal,
      from: wishes.date,
      weeks: weeks.map((week, w) => ({ ...week, facts: factsOf(setting, model, weeks, steps, w) })),
      steps,
      forecast,
      percent,
      chance,
      unmet: unmetOf(setting, weeks, { forecast, percent, chance, ahead }),
      objective: chosen.objective,
      gap: (chosen.bound - chosen.objective) / Math.max(1, Math.abs(chosen.objective)),
    },
  };
}

function weekOf(
  monday: string,
  { themes, shapes }: ChosenWeeks,
  w: number,
): KeptWeek & { days: Day[] } {
  const { kinds, minutes } = shapes[w]!;
  const days = weekFrom(monday).map((date, d) => ({ date, kind: kinds[d]!, minutes: minutes[d]! }));
  return { monday, theme: themes[w]!, days, load: loadOfAll(days) };
}

/** Said when nothing keeps all rules: what is fixed by hand is the only thing that can be in the way. */
function noProgramme({ wishes, mondays }: Setting, empty: number): NoProgramme {
  const where = empty >= 0 ? ` in the week from ${mondays[empty]}` : '';
  const why =
    wishes.days.length + wishes.themes.length > 0
      ? `What you have fixed cannot all be kept${where}: never two hard days running, a rest and a light day every week, and load that grows by a tenth at most.`
      : `No week can be made${where} from the rider’s minutes and the free arena.`;
  const waysOut = [
    ...(wishes.days.length > 0 ? ['Release the days you fixed.'] : []),
    ...(wishes.themes.length > 0 ? ['Release the themes you fixed.'] : []),
    'Give the rider more minutes, or more days.',
  ];
  return { why, waysOut };
}
