import { SCALES, type Scale } from '../scales.ts';
import { dayOf, mondayOf } from '../progress/days.ts';
import { chanceOf } from '../progress/forecast.ts';
import { expectedMark } from '../sheet/demands.ts';
import type { AheadOf, Chance } from './ahead.ts';
import type { Goal } from './goal.ts';
import { LEAST_RUN } from './model.ts';
import type { KeptWeek } from './request.ts';
import type { Setting } from './setting.ts';
import { weeksNeeded, type WeekTheme } from './themes.ts';
import type { Programme, Unmet } from './types.ts';

/** The outlook of the weeks, and the wishes that could not be met. */

/** Likelier than not: good enough to work for. */
const LIKELY = 0.5;

export function chancesOf({ themes, wishes, mondays }: Setting, ahead: AheadOf): Chance[] {
  const w = mondays.length - 1;
  const counts = wishes.goal.kind === 'keep going' ? () => true : (t: WeekTheme) => t.weight > 1;
  return themes.filter(counts).map((theme) => ahead.chance(theme.scale, theme.least, w));
}

/** Percent to expect of a test: each scale at its mean of both reins, weighed by its share. */
export function percentOf(
  { wishes: { goal }, mondays }: Setting,
  ahead: AheadOf,
): Programme['percent'] {
  if (goal.kind !== 'test') return null;
  const alike = 1 / SCALES.length;
  const asks = Object.fromEntries(
    SCALES.map((s) => [s, goal.asks ? (goal.asks[s] ?? 0) : alike]),
  ) as Record<Scale, number>;
  const week = mondays.length - 1;
  const mark = expectedMark(asks, (scale) => {
    const [left, right] = [ahead.at(scale, 'left', week), ahead.at(scale, 'right', week)];
    if (!left || !right) return null;
    return { mean: (left.mean + right.mean) / 2, sd: Math.max(left.sd, right.sd) };
  });
  return mark && { mean: 10 * mark.mean, sd: 10 * mark.sd };
}

export function chanceOfGoal(
  goal: Goal,
  forecast: readonly Chance[],
  percent: Programme['percent'],
): number | null {
  if (goal.kind === 'keep going') return null;
  if (goal.kind === 'test') return percent && chanceOf(percent, goal.percent);
  const chances = forecast.map((f) => f.chance);
  return chances.includes(null) || chances.length === 0 ? null : Math.min(...(chances as number[]));
}

interface Outlook extends Pick<Programme, 'forecast' | 'percent' | 'chance'> {
  readonly ahead: AheadOf;
}

export function unmetOf(
  { themes, wishes: { goal }, mondays, goalDate }: Setting,
  weeks: readonly KeptWeek[],
  { forecast, percent, chance, ahead }: Outlook,
): Unmet[] {
  const unmet: Unmet[] = [];
  const last = mondays.length - 1;
  if (goalDate && dayOf(mondayOf(goalDate)) > dayOf(mondays[last]!))
    unmet.push({ code: 'too far', weeks: mondays.length });
  if (goal.kind === 'test' && percent && chance !== null && chance < LIKELY)
    unmet.push({ code: 'unlikely percent', chance, percent: goal.percent, likely: percent.mean });
  for (const { scale, least, chance: own } of goal.kind === 'keep going' ? [] : forecast) {
    if (own === null) unmet.push({ code: 'cannot know', scale });
    else if (own < LIKELY && goal.kind !== 'test') {
      const likely = ahead.likelyLevel(scale, last);
      const onDate = ahead.likelyAfter(scale, least, last);
      unmet.push({ code: 'unlikely', scale, chance: own, least, likely, onDate });
    }
  }
  for (const theme of themes) {
    const given = weeks.filter((w) => w.theme === theme.scale).length;
    const needed = weeksNeeded(theme);
    if (given === 0 && theme.there < LIKELY)
      unmet.push({ code: 'no room', scale: theme.scale, weeks: Math.max(LEAST_RUN, needed) });
  }
  const lessons = weeks.flatMap((w) => w.days).filter((d) => d.kind === 'lesson').length;
  const perWeek = lessons / Math.max(1, weeks.length);
  if (perWeek < 1) unmet.push({ code: 'few lessons', perWeek });
  return unmet;
}
