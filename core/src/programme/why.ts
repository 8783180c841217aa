import { inForce, sentence } from '../gaits/restriction.ts';
import { dayOf, daysLater, weekFrom } from '../progress/days.ts';
import type { Fact } from './facts.ts';
import type { ModelInput } from './model.ts';
import type { KeptWeek } from './request.ts';
import type { Setting } from './setting.ts';
import type { PlannedStep } from './types.ts';

/** Likelier than not. */
const LIKELY = 0.5;
/** As sure as this, it is there: as in a lesson. */
const CONFIRMED = 0.75;

/** Why a week is as it is. */
export function factsOf(
  { horse, wishes, themes, goalDate, past }: Setting,
  { loadBefore, weeks: options }: ModelInput,
  weeks: readonly KeptWeek[],
  steps: readonly PlannedStep[],
  w: number,
): Fact[] {
  const week = weeks[w]!;
  const theme = themes.find((t) => t.scale === week.theme)!;
  const step = steps.find(
    (s) =>
      s.theme === week.theme &&
      s.from <= week.monday &&
      daysLater(s.from, 7 * s.weeks) > week.monday,
  )!;
  const nth = (dayOf(week.monday) - dayOf(step.from)) / 7 + 1;
  const facts: Fact[] = [];
  const pinned = wishes.themes.some((t) => t.monday === week.monday);
  const { scale, rein, mean, least, there, weight } = theme;
  const known = !!horse.levels[scale]?.[rein];
  if (nth === 1) {
    const earlier = [...past, ...weeks.slice(0, w)].some((other) => other.theme === scale);
    const lower = themes.slice(0, themes.indexOf(theme)).every((t) => t.there >= LIKELY);
    facts.push({
      code: 'begins',
      scale,
      rein,
      mean: known ? mean : null,
      least,
      because: pinned
        ? 'you fixed it'
        : earlier
          ? 'again'
          : there >= CONFIRMED
            ? 'kept up'
            : weight > 1
              ? 'the goal'
              : lower
                ? 'the first'
                : 'the next',
    });
  } else facts.push({ code: 'goes on', scale, nth, of: step.weeks });
  if (w === 1 && options[1]?.theme === week.theme && !pinned && wishes.step?.theme === week.theme)
    facts.push({ code: 'stretched', scale });
  if (w === 1 && options[1]?.not) facts.push({ code: 'moved on', scale: options[1].not });
  if (nth === step.weeks) facts.push({ code: 'gate', scale });
  const before = w > 0 && !options[w - 1]!.underWay ? weeks[w - 1]!.load : loadBefore;
  if (w === weeks.length - 1 && goalDate && weekFrom(week.monday).includes(goalDate))
    facts.push({ code: 'light', date: goalDate });
  else if (options[w]!.underWay) facts.push({ code: 'under way' });
  else if (week.load > before * 1.02) facts.push({ code: 'grows', from: before, to: week.load });
  else if (week.load < before * 0.98) facts.push({ code: 'less', from: before, to: week.load });
  else facts.push({ code: 'steady', load: week.load });
  const limits = new Set(weekFrom(week.monday).flatMap((d) => inForce(horse.limits.dated, d)));
  for (const limit of limits) facts.push({ code: 'limit', said: sentence(limit) });
  if (w === 0 && past.length === 0 && horse.age !== undefined && horse.age <= 4)
    facts.push({ code: 'young', age: horse.age });
  return facts;
}
