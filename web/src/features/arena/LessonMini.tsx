import { linesOf, type Item, type Lesson } from '@canter-book/core/lesson/document';
import { compileRide } from '@canter-book/core/ride/compile';
import { useLessonQuery } from '../../api/api.ts';
import { MiniArena } from './MiniArena.tsx';

/** So many lines can still be told apart in a small picture. */
const MOST_LINES = 4;

/** What a lesson is about: the first lines of its work. */
function mainLines({ items }: Lesson): ReadonlySet<string> {
  const work = items.findIndex(
    (i) => i.kind === 'phase' && (i.name === 'work' || i.name === 'peak'),
  );
  const rest: readonly Item[] = items.slice(work + 1);
  const end = rest.findIndex((i) => i.kind === 'phase');
  const lines = linesOf(end < 0 ? rest : rest.slice(0, end));
  return new Set(lines.slice(0, MOST_LINES).map((line) => line.id));
}

interface LessonMiniProps {
  lessonId: string;
  title: string;
  className: string;
}

/** A lesson of the book in a small arena. */
export function LessonMini({ lessonId, title, className }: LessonMiniProps) {
  const { data } = useLessonQuery(lessonId);
  if (!data) return null;
  return (
    <MiniArena
      key={data.revision}
      ride={() => compileRide(data.document)}
      among={mainLines(data.document)}
      label={`The work of “${title}”, drawn`}
      className={className}
    />
  );
}
