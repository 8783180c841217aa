import { countWord, countsPerStride } from '../gaits/paces.ts';
import { linesOf, type Item, type Lesson, type RepeatBlock } from '../lesson/document.ts';
import { allItems } from '../lesson/edits.ts';
import type { Ride } from '../ride/types.ts';
import { clock } from '../units.ts';

/** A lesson as it is read from top to bottom, by a person who has no book. */

export type Row =
  | { readonly kind: 'phase'; readonly said: string }
  | { readonly kind: 'note'; readonly said: string; readonly depth: number }
  | { readonly kind: 'repeat'; readonly said: string; readonly depth: number }
  | {
      readonly kind: 'line';
      readonly at: string;
      readonly said: string;
      readonly figures: string;
      readonly depth: number;
    };

/** The repeats around each line, the outermost first. */
function repeatsAround(
  items: readonly Item[],
  around: readonly RepeatBlock[] = [],
  found = new Map<string, readonly RepeatBlock[]>(),
) {
  for (const item of items) {
    if (item.kind === 'repeat') repeatsAround(item.items, [...around, item], found);
    else found.set(item.id, around);
  }
  return found;
}

/** When the last round of a repeat is over. */
function endOf(ride: Ride, repeat: RepeatBlock): number {
  const own = new Set(allItems(repeat.items).map((item) => item.id));
  const last = ride.movements.findLast((m) => own.has(m.itemId));
  return last ? last.startsAtS + last.seconds : 0;
}

/** Each line once, as it is ridden the first time; a repeat says how often, and until when. */
export function rowsOf(ride: Ride, lesson: Lesson): Row[] {
  const notes = new Map(linesOf(lesson.items).map((line) => [line.id, line.note]));
  const around = repeatsAround(lesson.items);
  const rows: Row[] = [];
  const written = new Set<string>();
  let open: readonly RepeatBlock[] = [];
  let phase = -1;
  const goInto = (wanted: readonly RepeatBlock[]) => {
    const same = open.findIndex((repeat, i) => repeat !== wanted[i]);
    const kept = same < 0 ? open.length : same;
    for (let depth = open.length; depth > kept; depth--) {
      const { times } = open[depth - 1]!;
      const until = clock(endOf(ride, open[depth - 1]!));
      rows.push({ kind: 'repeat', depth: depth - 1, said: `↺ ${times} times in all, to ${until}` });
    }
    for (let depth = kept; depth < wanted.length; depth++) {
      rows.push({ kind: 'repeat', depth, said: `${wanted[depth]!.times} times:` });
    }
    open = wanted;
  };
  ride.movements.forEach((movement, i) => {
    const { itemId, act } = movement;
    if (act === -1 || written.has(`${itemId}/${act}`)) return;
    written.add(`${itemId}/${act}`);
    if (movement.phaseIndex !== phase) {
      phase = movement.phaseIndex;
      goInto([]);
      const { name, plannedS } = ride.phases[phase]!;
      const planned = plannedS === null ? '' : `, ${Math.round(plannedS / 60)} min`;
      rows.push({ kind: 'phase', said: `${name}${planned}` });
    }
    goInto(around.get(itemId) ?? []);
    const counts = Math.round(movement.strides * countsPerStride(movement.gait));
    const figures =
      movement.metres < 0.5
        ? ''
        : `${Math.round(movement.metres)} m · ${counts} ${countWord(movement.gait)}`;
    const depth = open.length;
    const at = clock(movement.startsAtS);
    rows.push({ kind: 'line', at, said: movement.text, figures, depth });
    const next = ride.movements.slice(i + 1).find((m) => m.act !== -1);
    const note = next?.itemId === itemId ? undefined : notes.get(itemId);
    if (note) rows.push({ kind: 'note', said: note, depth });
  });
  goInto([]);
  return rows;
}
