import { linesOf, type Item, type Lesson } from '@canter-book/core/lesson/document';

/** So many lines can still be told apart in a small picture. */
const MOST_LINES = 4;

/** What a lesson is about: the first lines of its work. */
export function mainLines({ items }: Lesson): ReadonlySet<string> {
  const work = items.findIndex(
    (i) => i.kind === 'phase' && (i.name === 'work' || i.name === 'peak'),
  );
  const rest: readonly Item[] = items.slice(work + 1);
  const end = rest.findIndex((i) => i.kind === 'phase');
  const lines = linesOf(end < 0 ? rest : rest.slice(0, end));
  return new Set(lines.slice(0, MOST_LINES).map((line) => line.id));
}
