import { findLetter, letterOnTrack, type Arena } from '../arena/arena.ts';
import type { Point } from '../geometry/curve.ts';
import type { GroundItem, Item } from './document.ts';
import { turnSign } from '../arena/rein.ts';

/** A thing on the ground: poles have two ends, cones and barrels one point. */
export interface Equipment {
  readonly itemId: string;
  readonly what: GroundItem['what'];
  /** The letter it was laid at. */
  readonly letter: string;
  /** Alternately against the track and off it. */
  readonly staggered: boolean;
  readonly from: Point;
  readonly to: Point;
}

/** Poles are about 3 m long. Common practice. */
const POLE_M = 3;
/** Staggered poles lie alternately against the track and this far off it. Common practice. */
const STAGGER_M = 1.5;

/** Everything that lies or stands in the arena, in the order it is written. */
export function equipmentOf(items: readonly Item[], arena: Arena): Equipment[] {
  return items.flatMap((item) => {
    if (item.kind === 'repeat') return equipmentOf(item.items, arena);
    return item.kind === 'ground' ? placeItem(item, arena) : [];
  });
}

function placeItem(item: GroundItem, arena: Arena): Equipment[] {
  const letter = findLetter(arena, item.letter);
  if (!letter) return [];
  const at = letterOnTrack(arena, letter);
  const said = {
    itemId: item.id,
    what: item.what,
    letter: letter.name,
    staggered: item.lay === 'staggered',
  };
  if (item.what !== 'poles') return [{ ...said, from: at, to: at }];
  const count = item.count ?? 1;
  const spacedM = item.spacedM ?? 1.3;
  // Poles lie across the line that is ridden there: the long side, or the short one at A and C.
  const onShortSide = letter.side === 'A' || letter.side === 'C';
  const inward = letter.side === 'right' ? turnSign('left') * -1 : letter.side === 'C' ? -1 : 1;
  return Array.from({ length: count }, (_, i) => {
    const alongM = (i - (count - 1) / 2) * spacedM;
    const offM = item.lay === 'staggered' && i % 2 === 1 ? STAGGER_M : 0;
    const middle = letter.side === 'centre';
    const nearM =
      inward * offM - (middle ? POLE_M / 2 : item.lay === 'staggered' ? 0 : inward * (POLE_M / 6));
    const farM = nearM + (middle ? POLE_M : inward * POLE_M);
    const point = (acrossM: number): Point =>
      onShortSide
        ? { x: at.x + alongM, y: at.y + acrossM }
        : { x: at.x + acrossM, y: at.y + alongM };
    return { ...said, from: point(nearM), to: point(farM) };
  });
}
