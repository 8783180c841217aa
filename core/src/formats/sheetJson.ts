import type { Arena } from '../arena/arena.ts';
import type { Score } from '../sheet/score.ts';
import type { Sheet } from '../sheet/sheet.ts';
import { roundTo } from '../units.ts';

const two = (value: number): number => roundTo(value, 2);

/** A sheet as the command line prints it; metres and seconds to two decimals. */
export function sheetJson(sheet: Sheet, arena: Arena) {
  const { title, stage, seconds, metres, possible, boxes, collectives, errors } = sheet;
  return {
    title,
    stage,
    arena: { width: arena.widthM, length: arena.lengthM, inset: arena.insetM },
    seconds: two(seconds),
    metres: two(metres),
    possible,
    boxes: boxes.map((b) => ({
      number: b.number,
      title: b.title,
      coefficient: b.coefficient,
      lines: b.lines,
      startsAt: two(b.startsAtS),
      seconds: two(b.seconds),
      metres: two(b.metres),
      directive: b.directive,
    })),
    collectives,
    errors: { how: errors.how, costs: errors.costs },
  };
}

/** A score as the command line prints it; marks to three decimals. */
export function scoreJson(score: Score) {
  const three = (value: number): number => roundTo(value, 3);
  const rounded = <T extends { mean: number; points: number; spread: number }>(m: T): T => ({
    ...m,
    mean: three(m.mean),
    points: three(m.points),
    spread: three(m.spread),
  });
  return {
    ...score,
    points: three(score.points),
    judges: score.judges.map((j) => ({ ...j, points: three(j.points) })),
    boxes: score.boxes.map(rounded),
    collectives: score.collectives.map(rounded),
    gains: score.gains.map((g) => ({ ...g, gain: three(g.gain) })),
  };
}
