import { roundTo } from '../units.ts';
import type { Judge, Marks } from './marks.ts';
import type { Sheet } from './sheet.ts';

/** A thousandth of a percent decides a placing. Source: dressage rules (from memory). */
const DECIMALS = 3;
/** Judges who differ by as much should be looked at. Common practice. */
export const WIDE_SPREAD = 1.5;

export interface JudgeScore {
  readonly at: string;
  readonly points: number;
  readonly percent: number;
}

/** The marks of all judges for one box, or for one collective mark. */
export interface MarkScore {
  readonly mean: number;
  /** Coefficient × mean. */
  readonly points: number;
  /** The highest less the lowest. */
  readonly spread: number;
}

export interface Score {
  /** Mean of the judges' points, after errors. */
  readonly points: number;
  readonly possible: number;
  /** Mean of the judges' percentages, after errors, to three decimals. */
  readonly percent: number;
  readonly eliminated: boolean;
  readonly errors: number;
  readonly judges: readonly JudgeScore[];
  readonly boxes: readonly (MarkScore & { readonly number: number })[];
  readonly collectives: readonly (MarkScore & { readonly name: string })[];
  /** Coefficient × what is missing to the target, the largest first; empty without one. */
  readonly gains: readonly { readonly number: number; readonly gain: number }[];
}

const mean = (values: readonly number[]): number =>
  values.reduce((sum, v) => sum + v, 0) / values.length;

/** The cost of the errors so far, each at its own price. */
export function errorCost({ errors: { costs } }: Sheet, errors: number): number {
  return costs.slice(0, errors).reduce((sum, cost) => sum + cost, 0);
}

/** The third error, or the one after the last that has a price, ends the ride. */
export const isEliminated = ({ errors: { costs } }: Sheet, errors: number): boolean =>
  errors > costs.length;

/** The points one judge gave, before errors. */
export function judgePoints(sheet: Sheet, { marks, collectives }: Judge): number {
  const boxes = sheet.boxes.map((b) => b.coefficient * (marks[b.number] ?? 0));
  const others = sheet.collectives.map((c) => c.coefficient * (collectives[c.name] ?? 0));
  return [...boxes, ...others].reduce((sum, p) => sum + p, 0);
}

/**
 * Counts a ride out. Result = points ÷ possible × 100 for each judge, less the errors; the mean of the
 * judges. Source: international dressage rules (from memory).
 *
 * @param marks without faults (see `markFaults`)
 */
export function scoreOf(sheet: Sheet, { judges, errors, target }: Marks): Score {
  const { possible } = sheet;
  const cost = errorCost(sheet, errors);
  const fromPoints = sheet.errors.how === 'points' ? cost : 0;
  const fromPercent = sheet.errors.how === 'percent' ? cost : 0;
  const each = judges.map((judge) => {
    const points = Math.max(0, judgePoints(sheet, judge) - fromPoints);
    return { at: judge.at, points, percent: Math.max(0, (100 * points) / possible - fromPercent) };
  });
  const markOf = (coefficient: number, given: readonly number[]): MarkScore => ({
    mean: mean(given),
    points: coefficient * mean(given),
    spread: Math.max(...given) - Math.min(...given),
  });
  const boxes = sheet.boxes.map(({ number, coefficient }) => ({
    number,
    ...markOf(
      coefficient,
      judges.map(({ marks }) => marks[number] ?? 0),
    ),
  }));
  return {
    points: mean(each.map((j) => j.points)),
    possible,
    percent: roundTo(mean(each.map((j) => j.percent)), DECIMALS),
    eliminated: isEliminated(sheet, errors),
    errors,
    judges: each.map((j) => ({ ...j, percent: roundTo(j.percent, DECIMALS) })),
    boxes,
    collectives: sheet.collectives.map(({ name, coefficient }) => ({
      name,
      ...markOf(
        coefficient,
        judges.map(({ collectives }) => collectives[name] ?? 0),
      ),
    })),
    gains: target === undefined ? [] : gainsTo(sheet, boxes, target),
  };
}

function gainsTo(
  sheet: Sheet,
  boxes: readonly { number: number; mean: number }[],
  target: number,
): Score['gains'] {
  return sheet.boxes
    .map(({ number, coefficient }, i) => ({
      number,
      gain: coefficient * Math.max(0, target - boxes[i]!.mean),
    }))
    .sort((a, b) => b.gain - a.gain || a.number - b.number);
}
