import { TEMPLATES } from '@canter-book/core/lesson/templates';
import type { LessonSummary } from '@canter-book/core/book/summaries';
import { Sheet } from '../../../ui/Sheet.tsx';

interface NewLessonProps {
  /** The instructor's own templates. */
  own: readonly LessonSummary[];
  onClose(): void;
  onBlank(): void;
  onTemplate(text: string): void;
  onOwn(id: string): void;
}

/** What a new lesson begins from. */
export function NewLesson({ own, onClose, onBlank, onTemplate, onOwn }: NewLessonProps) {
  return (
    <Sheet open title="Begin from" onClose={onClose}>
      <ul className="space-y-2">
        <Beginning name="An empty frame" about="Warm-up, work and cool-down." onClick={onBlank} />
        {own.map((lesson) => (
          <Beginning
            key={lesson.id}
            name={lesson.title || 'Untitled lesson'}
            about="Your own template."
            onClick={() => onOwn(lesson.id)}
          />
        ))}
        {TEMPLATES.map(({ name, about, text }) => (
          <Beginning key={name} name={name} about={about} onClick={() => onTemplate(text)} />
        ))}
      </ul>
    </Sheet>
  );
}

interface BeginningProps {
  name: string;
  about: string;
  onClick(): void;
}

function Beginning({ name, about, onClick }: BeginningProps) {
  return (
    <li>
      <button
        type="button"
        className="w-full rounded-lg border border-line px-4 py-2.5 text-left hover:border-leather hover:bg-sand-light"
        onClick={onClick}
      >
        <span className="block font-book text-[17px] font-semibold">{name}</span>
        <span className="text-[14px] text-soft">{about}</span>
      </button>
    </li>
  );
}
