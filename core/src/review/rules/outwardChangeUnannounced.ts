import type { Item } from '../../lesson/document.ts';
import { findItem } from '../../lesson/edits.ts';
import { leadChanges } from '../../ride/leadChanges.ts';
import { rule } from '../rule.ts';
import { actsOf, oncePerAct } from './shared.ts';

/** The note to the rider in a line. */
const noteOf = (items: readonly Item[], id: string): string => {
  const item = findItem(items, id);
  return item?.kind === 'line' ? (item.note ?? '') : '';
};

type Facts = { strides: number };

/** Changes at the points of a circle go out as often as in: the one out is announced. */
export const outwardChangeUnannounced = rule({
  code: 'outward-change-unannounced',
  level: 'hint',
  source: 'practice',
  teaching: true,
  check(ride, lesson) {
    const changes = leadChanges(ride);
    return oncePerAct(
      actsOf(ride).flatMap((act) => {
        if (act.kind !== 'circle') return [];
        const own = changes.filter(
          (c) => c.atS >= act.startsAtS - 1e-6 && c.atS < act.startsAtS + act.seconds - 1e-6,
        );
        const noted = noteOf(lesson.items, act.itemId);
        if (own.length < 2 || /\b(out|outward|outside)\b/i.test(noted)) return [];
        const strides = Math.round(act.strides / Math.max(1, own.length));
        return [{ itemId: act.itemId, act: act.act, at: act.from, facts: { strides } }];
      }),
    );
  },
  say: ({ strides }: Facts) => ({
    what: `Every other change on this circle, ${strides} strides apart, goes to the outside lead.`,
    why: 'Announce the change out in the note, so that the rider sits for it.',
  }),
});
