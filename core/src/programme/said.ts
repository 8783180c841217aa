import { DAYS } from './days.ts';
import type { Fact } from './facts.ts';
import type { Unmet } from './types.ts';
import type { Because, Moved } from './moved.ts';
import { daySaid, longDate, weekdaySaid } from '../daysSaid.ts';
import { capital } from '../words.ts';

/** The sentences of a programme, as an instructor would say them. */

const tenth = (n: number): string => n.toFixed(1).replace(/\.0$/, '');
const percent = (share: number): string => `${Math.round(share * 100)} %`;
/** Nobody is sure of a horse. */
const chanceSaid = (chance: number): string => (chance < 0.05 ? 'under 5 %' : percent(chance));
const weeks = (n: number): string => (n === 1 ? '1 week' : `${n} weeks`);

export function factSaid(fact: Fact): string {
  switch (fact.code) {
    case 'begins':
      return begins(fact);
    case 'goes on':
      return `${capital(fact.scale)}, week ${fact.nth} of ${fact.of}.`;
    case 'stretched':
      return `The gate for ${fact.scale} is not open yet: it stays another week.`;
    case 'moved on':
      return `The gate for ${fact.scale} is open: on to the next theme.`;
    case 'gate':
      return `The gate for ${fact.scale} is due at the end of this week.`;
    case 'grows':
      return `A little more work: the load grows by ${percent(fact.to / fact.from - 1)}.`;
    case 'less':
      return `An easier week: the load falls by ${percent(1 - fact.to / fact.from)}.`;
    case 'steady':
      return 'As much work as the week before.';
    case 'under way':
      return 'The week is under way: what is left of it is planned.';
    case 'light':
      return `A light week, so that the horse is fresh on ${daySaid(fact.date)}.`;
    case 'limit':
      return `${fact.said}.`;
    case 'young':
      return `At ${fact.age}, short days, and not every day.`;
  }
}

function begins({ scale, rein, mean, least, because }: Extract<Fact, { code: 'begins' }>): string {
  const stands =
    mean === null
      ? `nothing is known of ${scale} yet`
      : mean >= least
        ? `${scale} stands at ${tenth(mean)} on the ${rein} rein today`
        : `${scale} stands at ${tenth(mean)} on the ${rein} rein today, and ${tenth(least)} is wanted`;
  switch (because) {
    case 'you fixed it':
      return `You fixed ${scale} here; ${stands}.`;
    case 'the goal':
      return `For the goal: ${stands}.`;
    case 'the first':
      return `First things first: ${stands}.`;
    case 'the next':
      return `Next in the scales: ${stands}.`;
    case 'again':
      return `Back to ${scale}, a step further: ${stands}.`;
    case 'kept up':
      return `${capital(scale)} is secure, and is kept up: ${stands}.`;
  }
}

/** A sentence on a wish that could not be met, with the nearest way out. */
export function unmetSaid(unmet: Unmet): string {
  switch (unmet.code) {
    case 'unlikely': {
      const { scale, least, chance, likely, onDate } = unmet;
      const ways = [
        ...(likely === null ? [] : [`${tenth(likely)} is as likely as not by then`]),
        ...(onDate === null ? [] : [`${tenth(least)} by ${daySaid(onDate)}`]),
      ];
      const out = ways.length > 0 ? `: ${ways.join(', or ')}` : '';
      return `${capital(scale)} at ${tenth(least)} on both reins is unlikely, ${chanceSaid(chance)}${out}.`;
    }
    case 'unlikely percent':
      return `The sheet at ${unmet.percent} % is unlikely, ${chanceSaid(unmet.chance)}: about ${Math.round(unmet.likely)} % is to be expected by then.`;
    case 'no room':
      return `There is no room for ${unmet.scale} in these weeks: it needs about ${weeks(unmet.weeks)}.`;
    case 'few lessons':
      return 'There is less than one lesson a week: give the rider or the arena more days.';
    case 'cannot know':
      return `Nobody can say where ${unmet.scale} will be: too few marks of late. Mark it in the next lessons.`;
    case 'too far':
      return `The date lies beyond half a year; the first ${weeks(unmet.weeks)} are planned.`;
  }
}

/** A sentence on something that moved since the last plan, and why. */
export function movedSaid(moved: Moved): string {
  switch (moved.code) {
    case 'theme': {
      const { monday, was, is, because } = moved;
      const when =
        moved.weeks === 1
          ? `Week of ${daySaid(monday)}`
          : `${moved.weeks} weeks from ${daySaid(monday)}`;
      return `${when}: ${is} instead of ${was}${becauseSaid(because)}.`;
    }
    case 'day': {
      const [was, is] = [DAYS[moved.was].label, DAYS[moved.is].label].map((s) => s.toLowerCase());
      const why = moved.because === 'fixed' ? ', as you fixed it' : '';
      return `${longDate(moved.date)}: ${is} instead of ${was}${why}.`;
    }
    case 'every': {
      const [was, is] = [DAYS[moved.was].label, DAYS[moved.is].label].map((w) => w.toLowerCase());
      return `Every ${weekdaySaid(moved.from)} from ${daySaid(moved.from)}: ${is} instead of ${was}.`;
    }
    case 'gate': {
      const { scale, was, is, isEasier } = moved;
      const why = isEasier ? ': it was lost in the last lesson' : '';
      return `The gate for ${scale} asks for ${is} instead of ${was}${why}.`;
    }
    case 'days':
      return `Week of ${daySaid(moved.monday)}: ${moved.days} days are set out differently.`;
    case 'load': {
      const more = moved.is > moved.was ? 'more' : 'less';
      const when =
        moved.weeks === undefined
          ? `Week of ${daySaid(moved.monday)}`
          : `From the week of ${daySaid(moved.monday)}, ${weeks(moved.weeks)}`;
      return `${when}: ${percent(Math.abs(moved.is / moved.was - 1))} ${more} work.`;
    }
  }
}

function becauseSaid(because: Because): string {
  switch (because.code) {
    case 'gate open':
      return `, as the gate for ${because.scale} is open`;
    case 'gate shut':
      return `, as the gate for ${because.scale} is not open yet`;
    case 'fixed':
      return ', as you fixed it';
    case 'level': {
      const { scale, rein, from, to } = because;
      return `, as ${scale} on the ${rein} rein ${to > from ? 'rose' : 'fell'} from ${tenth(from)} to ${tenth(to)}`;
    }
    case 'follows':
      return '';
  }
}
