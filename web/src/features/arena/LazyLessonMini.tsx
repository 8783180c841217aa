import { lazy, Suspense } from 'react';

const LessonMini = lazy(() => import('./LessonMini.tsx').then((m) => ({ default: m.LessonMini })));

interface LazyLessonMiniProps {
  lessonId: string;
  title: string;
  className?: string;
}

/** The small picture of a lesson, where the page should be there before the picture: riding it takes its own code. */
export function LazyLessonMini({ className = 'w-full', ...rest }: LazyLessonMiniProps) {
  const room = <div className={className} style={{ aspectRatio: '62 / 22' }} />;
  return (
    <Suspense fallback={room}>
      <LessonMini className={className} {...rest} />
    </Suspense>
  );
}
