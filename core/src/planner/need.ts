import type { Rein } from '../arena/rein.ts';
import { SCALES, type Scale } from '../scales.ts';
import { CONFIRMED_FROM } from '../progress/standing.ts';
import { normalCdf } from '../stats/normal.ts';
import type { Focus } from './focus.ts';
import { levelOf, type HorseFile } from './request.ts';

/** How much each scale needs work on each rein, 0–1.5. */
export type Needs = Readonly<Record<Scale, Readonly<Record<Rein, number>>>>;

/** Least need of a scale, as a confirmed one is still touched in every session. Common practice. */
const KEPT_ALIVE = 0.25;
/** The theme of the month counts this much more. Common practice. */
const THEME = 1.5;

/** Factor for the scale the day is for, on its rein. Common practice. */
const FOCUS = 2;

/**
 * The need of a scale is the chance that it is not yet confirmed; and it counts fully only as far as the
 * scales below it are confirmed: the lowest rung that is not yet there comes first.
 * Source of the order: the scales of training, common practice; of the chance: normal law.
 */
export function needsOf(horse: HorseFile, focus?: Focus): Needs {
  const gate = { left: 1, right: 1 };
  const needs = {} as Record<Scale, Record<Rein, number>>;
  for (const scale of SCALES) {
    const of = (rein: Rein): number => {
      const { mean, sd } = levelOf(horse, scale, rein);
      const confirmed = normalCdf((mean - CONFIRMED_FROM) / sd);
      const need = gate[rein] * (KEPT_ALIVE + (1 - KEPT_ALIVE) * (1 - confirmed));
      // A scale may be worked on before the one below is quite there, but for less.
      gate[rein] *= 0.35 + 0.65 * confirmed;
      const isFocus = focus && 'scale' in focus && focus.scale === scale && focus.rein === rein;
      return need * (horse.theme === scale ? THEME : 1) * (isFocus ? FOCUS : 1);
    };
    needs[scale] = { left: of('left'), right: of('right') };
  }
  return needs;
}
