import type { Item, Lesson } from '../lesson/document.ts';
import { replaceItem } from '../lesson/edits.ts';
import type { Finding } from './finding.ts';

/**
 * A finding the instructor has thought over and lets stand, with the reason. It is kept in the lesson
 * as a comment, so that it goes with the text wherever that goes:
 *
 *   `# allowed turns-dense: we only have the small end today`
 *
 * before its line, or after the last line when it speaks of the whole lesson.
 */
export interface Allowed {
  readonly code: string;
  readonly reason: string;
}

const FORM = /^\s*allowed ([a-z-]+)(?::\s*(.*))?$/;

export function allowedIn(comments: readonly string[] | undefined): Allowed[] {
  return (comments ?? []).flatMap((comment) => {
    const [, code, reason = ''] = FORM.exec(comment) ?? [];
    return code ? [{ code, reason }] : [];
  });
}

const commentOf = ({ code, reason }: Allowed): string => ` allowed ${code}: ${reason}`;

/** Errors cannot be allowed: the line cannot be ridden, whatever the reason. */
export const canBeAllowed = (finding: Finding): boolean =>
  finding.from === 'rule' && finding.level !== 'error';

/** The lesson with a finding let stand, or null when it cannot be. */
export function allow(lesson: Lesson, finding: Finding, reason: string): Lesson | null {
  if (!canBeAllowed(finding)) return null;
  const said = reason
    .replace(/[\n\r]+/g, ' ')
    .trim()
    .slice(0, 400);
  const comment = commentOf({ code: finding.code, reason: said });
  const { itemId } = finding;
  if (itemId === null) return { ...lesson, tail: [...(lesson.tail ?? []), comment] };
  return replaceItem(lesson, itemId, (item) => [
    { ...item, before: [...(item.before ?? []), comment] },
  ]);
}

/** Parts the findings that stand from those that were let stand. */
export function sortAllowed(
  lesson: Lesson,
  findings: readonly Finding[],
): { open: Finding[]; allowed: (Finding & Pick<Allowed, 'reason'>)[] } {
  const byItem = new Map<string | null, Allowed[]>([[null, allowedIn(lesson.tail)]]);
  const collect = (items: readonly Item[]) => {
    for (const item of items) {
      byItem.set(item.id, allowedIn(item.before));
      if (item.kind === 'repeat') collect(item.items);
    }
  };
  collect(lesson.items);
  const open: Finding[] = [];
  const allowed: (Finding & Pick<Allowed, 'reason'>)[] = [];
  for (const finding of findings) {
    const said = canBeAllowed(finding)
      ? byItem.get(finding.itemId)?.find((a) => a.code === finding.code)
      : undefined;
    if (said) allowed.push({ ...finding, reason: said.reason });
    else open.push(finding);
  }
  return { open, allowed };
}
