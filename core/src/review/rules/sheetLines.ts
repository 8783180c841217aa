import type { Box, Collective, Item, Lesson } from '../../lesson/document.ts';
import { isSheet } from '../../lesson/document.ts';
import { rule, type Hit } from '../rule.ts';

type Marked = Box | Collective;

const isMarked = (item: Item): item is Marked => item.kind === 'box' || item.kind === 'collective';

/** The lines that are marked, in reading order, with what stands in a repeat. */
function marked(items: readonly Item[], inRepeat = false): { item: Marked; inRepeat: boolean }[] {
  return items.flatMap((item) =>
    item.kind === 'repeat' ? marked(item.items, true) : isMarked(item) ? [{ item, inRepeat }] : [],
  );
}

const nameOf = (item: Marked): string =>
  item.kind === 'box' ? `box ${item.number}` : `“${item.name}”`;

type MarkedTwiceFacts = { name: string };

/** A box or a collective mark that is there twice: nobody knows which one is marked. */
export const markedTwice = rule({
  code: 'marked-twice',
  level: 'error',
  source: 'rule',
  check(_ride, { items }) {
    const seen = new Set<string>();
    return marked(items).flatMap(({ item }): Hit<MarkedTwiceFacts>[] => {
      const name = nameOf(item);
      if (!seen.has(name)) return (seen.add(name), []);
      return [{ itemId: item.id, act: -1, facts: { name } }];
    });
  },
  say: ({ name }: MarkedTwiceFacts) => ({
    what: `${name.replace('box', 'Box')} is in this sheet twice.`,
    why: 'Give each its own number or name, so that every mark has one place.',
  }),
});

type BoxMisplacedFacts = { inRepeat: boolean };

/** Boxes stand in a sheet, outside of repeats: each is ridden and marked once. */
export const boxMisplaced = rule({
  code: 'box-misplaced',
  level: 'error',
  source: 'rule',
  check(_ride, lesson: Lesson) {
    const sheet = isSheet(lesson);
    return marked(lesson.items)
      .filter(({ inRepeat }) => inRepeat || !sheet)
      .slice(0, sheet ? undefined : 1)
      .map(({ item, inRepeat }) => ({ itemId: item.id, act: -1, facts: { inRepeat } }));
  },
  say: ({ inRepeat }: BoxMisplacedFacts) => ({
    what: inRepeat
      ? 'A box inside a repeat would be marked more than once.'
      : 'This is a line of a test sheet.',
    why: inRepeat
      ? 'Put the box outside, and write its lines out.'
      : 'Begin with test "…" instead of lesson "…", or delete the line.',
  }),
});

type BoxEmptyFacts = { number: number };

/** A box with no line has nothing to be marked for. */
export const boxEmpty = rule({
  code: 'box-empty',
  level: 'warning',
  source: 'rule',
  check(_ride, { items }) {
    const ridden = (item: Item): boolean => item.kind === 'line' || item.kind === 'repeat';
    return items.flatMap((item, i): Hit<BoxEmptyFacts>[] => {
      if (item.kind !== 'box') return [];
      const rest = items.slice(i + 1);
      const next = rest.findIndex(isMarked);
      const own = next < 0 ? rest : rest.slice(0, next);
      return own.some(ridden) ? [] : [{ itemId: item.id, act: -1, facts: { number: item.number } }];
    });
  },
  say: ({ number }: BoxEmptyFacts) => ({
    what: `Box ${number} has no line.`,
    why: 'Write below it what is ridden for this mark.',
  }),
});
