import { Copy, Trash2 } from 'lucide-react';
import { Link } from 'react-router';
import type { LessonSummary } from '@canter-book/core/book/summaries';
import { ago } from '../../../app/dates.ts';
import { LazyLessonMini } from '../../arena/LazyLessonMini.tsx';
import { IconButton } from '../../../ui/IconButton.tsx';

interface LessonRowProps {
  lesson: LessonSummary;
  horse: string;
  onTag(tag: string): void;
  onCopy(): void;
  onRemove(): void;
}

export function LessonRow({ lesson, horse, onTag, onCopy, onRemove }: LessonRowProps) {
  return (
    <div className="flex items-center gap-3 px-2 hover:bg-sand-light">
      <LazyLessonMini
        lessonId={lesson.id}
        title={lesson.title}
        className="hidden w-28 shrink-0 sm:block"
      />
      <Link
        to={`/desk/${lesson.id}`}
        className="flex min-w-0 flex-1 flex-wrap items-baseline gap-x-4 py-3.5 no-underline"
      >
        <span className="font-book text-lg font-semibold">{lesson.title || 'Untitled lesson'}</span>
        <span className="text-soft">{horse}</span>
        {lesson.template && <span className="text-[13px] text-bottle">✓ template</span>}
      </Link>
      <span className="hidden flex-wrap justify-end gap-1.5 sm:flex">
        {lesson.tags.map((tag) => (
          <button
            key={tag}
            type="button"
            className="rounded-full border border-line bg-page px-2.5 py-0.5 text-[13px] text-soft hover:border-leather hover:text-ink"
            onClick={() => onTag(tag)}
          >
            {tag}
          </button>
        ))}
      </span>
      <span className="w-24 shrink-0 text-right text-[13px] text-soft">
        {ago(lesson.updatedAt.slice(0, 10))}
      </span>
      <IconButton label={`Copy ${lesson.title}`} onClick={onCopy}>
        <Copy size={16} aria-hidden />
      </IconButton>
      <IconButton label={`Delete ${lesson.title}`} onClick={onRemove}>
        <Trash2 size={16} aria-hidden />
      </IconButton>
    </div>
  );
}
