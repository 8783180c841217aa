import { LONG_ARENA } from '@canter-book/core/arena/arena';
import { compileRide } from '@canter-book/core/ride/compile';
import { useLessonQuery } from '../../api/lessons.ts';
import { mainLines } from './mainLines.ts';
import { MiniArena } from './MiniArena.tsx';

interface LessonMiniProps {
  lessonId: string;
  title: string;
  className: string;
}

/** A lesson of the book in a small arena: all lessons to one scale, in a place that is kept before its arena is known. */
export function LessonMini({ lessonId, title, className }: LessonMiniProps) {
  const { data } = useLessonQuery(lessonId);
  if (!data) return null;
  return (
    <MiniArena
      key={data.revision}
      arena={LONG_ARENA}
      ride={() => compileRide(data.document)}
      among={mainLines(data.document)}
      label={`The work of “${title}”, drawn`}
      className={className}
    />
  );
}
