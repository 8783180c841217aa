import { lazy, Suspense, useRef } from 'react';
import { useInSight } from './useInSight.ts';

const LessonMini = lazy(() => import('./LessonMini.tsx').then((m) => ({ default: m.LessonMini })));

interface LazyLessonMiniProps {
  lessonId: string;
  title: string;
  className?: string;
}

/**
 * The small picture of a lesson, where the page should be there before the picture: riding it takes
 * its own code, which comes when the place for it is in sight.
 */
export function LazyLessonMini({ className = 'w-full', ...rest }: LazyLessonMiniProps) {
  const place = useRef<HTMLDivElement>(null);
  const near = useInSight(place);
  return (
    <div ref={place} className={className} style={{ aspectRatio: '62 / 22' }}>
      {near && (
        <Suspense>
          <LessonMini className="w-full" {...rest} />
        </Suspense>
      )}
    </div>
  );
}
