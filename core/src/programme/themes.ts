import { REINS, type Rein } from '../arena/rein.ts';
import type { Scale } from '../scales.ts';
import { levelOf, type HorseFile } from '../planner/request.ts';
import { normalCdf } from '../stats/normal.ts';
import type { Target } from './goal.ts';

/** The worth of a week on a theme: the chance that its scale still lacks something when the week begins. */

/** A theme of four weeks brings about half a point. Common practice. */
const GAIN_A_WEEK = 0.125;
/** Least worth of a week on a scale that is there: it is kept up. Common practice. */
const KEPT_UP = 0.1;
/**
 * A scale counts so much while the one below it is not there, and fully when it is. More than in a lesson: in weeks
 * there is time for the next, once the lower one has had its own. Common practice.
 */
const WITHOUT_THE_ONE_BELOW = 0.6;
/** The same theme counts less with every week it has had: horse and rider want something else. Common practice. */
const WEARS = 0.85;
/** The theme in the instructor's words counts this much more, as in a lesson. */
const THEME = 1.5;

export interface WeekTheme extends Target {
  /** The rein that lacks more. */
  readonly rein: Rein;
  readonly mean: number;
  readonly sd: number;
  /** That it is there on both reins. */
  readonly there: number;
  /** Worth of the k-th week on it, from 0. */
  weekWorth(k: number): number;
}

/** Φ((mean − least) / sd). Source: normal law. */
const chance = (mean: number, sd: number, least: number): number => normalCdf((mean - least) / sd);

export function themesOf(targets: readonly Target[], horse: HorseFile): WeekTheme[] {
  let open = 1;
  return targets.map((target) => {
    const { scale, least, weight } = target;
    const [left, right] = REINS.map((rein) => {
      const { mean, sd } = levelOf(horse, scale, rein);
      return { rein, mean, sd, there: chance(mean, sd, least) };
    });
    const weaker = left!.there <= right!.there ? left! : right!;
    const counts = open * weight * (horse.theme === scale ? THEME : 1);
    open *= WITHOUT_THE_ONE_BELOW + (1 - WITHOUT_THE_ONE_BELOW) * weaker.there;
    return {
      ...target,
      ...weaker,
      weekWorth: (k) =>
        counts *
        WEARS ** k *
        Math.max(KEPT_UP, 1 - chance(weaker.mean + GAIN_A_WEEK * k, weaker.sd, least)),
    };
  });
}

/** Weeks on a theme until it is likelier there than not, at the usual pace. */
export const weeksNeeded = ({ mean, least }: Pick<WeekTheme, 'mean' | 'least'>): number =>
  Math.max(0, Math.ceil((least - mean) / GAIN_A_WEEK));

/** The level a theme can have after so many weeks, in halves: a gate asks a small step, never more than is wanted. */
export const afterWeeks = (
  { mean, least }: Pick<WeekTheme, 'mean' | 'least'>,
  weeks: number,
): number => Math.min(least, Math.ceil((mean + GAIN_A_WEEK * weeks) * 2) / 2);

/** Kinds of day that suit a theme beside its lessons. Common practice. */
export const SUITS: Readonly<Record<Scale, 'poles' | 'lunge' | 'hack'>> = {
  rhythm: 'poles',
  suppleness: 'lunge',
  contact: 'lunge',
  impulsion: 'poles',
  straightness: 'hack',
  collection: 'hack',
};
