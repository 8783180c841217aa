import { Redo2, Undo2 } from 'lucide-react';
import { lazy, Suspense, type ReactNode } from 'react';
import { isSheet } from '@canter-book/core/lesson/document';
import { ButtonLink } from '../../../ui/Button.tsx';
import { titleOf, useDesk } from '../deskModel.ts';
import { DeskName } from './DeskName.tsx';
import type { HistoryDepth } from '../writing/editor/Editor.tsx';
import { withHorse } from '../writing/firstText.ts';
import { IconButton } from '../../../ui/IconButton.tsx';

const AlsoOpen = lazy(() =>
  import('../saving/AlsoOpen.tsx').then((m) => ({ default: m.AlsoOpen })),
);

interface DeskHeaderProps {
  lessonId: string;
  depth: HistoryDepth;
  /** Where the text is kept now. */
  note: ReactNode;
  menu: ReactNode;
}

/** The lesson's name, its horse, and what leads away from the desk. */
export function DeskHeader({ lessonId, depth, note, menu }: DeskHeaderProps) {
  const desk = useDesk();
  const { derived, horses, editor, setText } = desk;
  const { horse, ride, parsed } = derived;
  return (
    <DeskName title={titleOf(desk)}>
      <label className="flex items-center gap-2 text-[14px] text-soft">
        for
        <select
          aria-label="Horse of this lesson"
          value={horse?.id ?? ''}
          className="min-h-9 max-w-44 truncate rounded-lg border border-line bg-page px-2 font-bold text-ink"
          onChange={(event) => {
            const chosen = horses.find((h) => h.id === event.target.value);
            setText(withHorse(derived.text, chosen?.name ?? null));
          }}
        >
          <option value="">any horse</option>
          {horses.map((h) => (
            <option key={h.id} value={h.id}>
              {h.name}
            </option>
          ))}
        </select>
      </label>
      <span className="text-[13px] text-soft">
        {ride.arena.widthM} × {ride.arena.lengthM} m{horse && ` · stage ${horse.stage}`}
        {parsed.lesson.approach && ` · ${parsed.lesson.approach.name.replace('-', ' ')}`}
      </span>
      <span className="flex-1" />
      <Suspense>
        <AlsoOpen lessonId={lessonId} />
      </Suspense>
      {note}
      <div className="flex gap-1">
        <IconButton label="Undo" disabled={depth.undo === 0} onClick={() => editor.current?.undo()}>
          <Undo2 size={18} aria-hidden />
        </IconButton>
        <IconButton label="Redo" disabled={depth.redo === 0} onClick={() => editor.current?.redo()}>
          <Redo2 size={18} aria-hidden />
        </IconButton>
      </div>
      {menu}
      {isSheet(parsed.lesson) && (
        <ButtonLink look="quiet" className="no-print" to={`/tests/${lessonId}`}>
          As a test
        </ButtonLink>
      )}
      <ButtonLink
        className="no-print"
        to={`/ringside?lesson=${lessonId}${horse ? `&horse=${horse.id}` : ''}`}
      >
        Take to the ringside
      </ButtonLink>
    </DeskName>
  );
}
