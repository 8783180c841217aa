import { lazy, memo, Suspense, useEffect, useRef } from 'react';
import type { Reviewed } from '@canter-book/core/review/reviewed';
import { useDesk } from '../deskModel.ts';
import type { EditorHandle, HistoryDepth } from './editor/Editor.tsx';
import type { Annotations } from './editor/margin.tsx';
import { soon } from '../../../app/soon.ts';
import { Tabs } from '../../../ui/Tabs.tsx';
import { Unopened, WRITTEN, WRITTEN_SIDE } from './Unopened.tsx';
import { useInSight } from '../../arena/useInSight.ts';

const fetchEditor = () =>
  import('./editor/LessonEditor.tsx').then((m) => ({ default: m.LessonEditor }));
/** What one writes with comes after the picture of what is written. */
const Editor = lazy(fetchEditor);

/** The list brings what drags its lines along: it comes when it is first wanted. */
const MovementList = lazy(() =>
  import('./list/MovementList.tsx').then((m) => ({ default: m.MovementList })),
);

/** What changes a line comes after the lines. */
const Inspector = lazy(() =>
  import('./list/Inspector.tsx').then((m) => ({ default: m.Inspector })),
);

const LessonSlips = lazy(() =>
  import('./LessonSlips.tsx').then((m) => ({ default: m.LessonSlips })),
);

const ROOM_FOR_SLIPS = <div aria-hidden className="h-9 shrink-0 border-t border-line" />;

export type WrittenAs = 'text' | 'list';

interface WrittenSideProps {
  opening: string;
  /** Something is to be done to the text, seen or not. */
  editorWanted: boolean;
  holdEditor(hand: EditorHandle | null): void;
  /** The text was reached, by the keyboard perhaps, before the editor was laid out. */
  onReached(): void;
  notes: Annotations;
  reviewed: Reviewed | null;
  writtenAs: WrittenAs;
  onWrittenAs(as: WrittenAs): void;
  onText(text: string, typed?: true): void;
  onLine(line: number): void;
  onHistory(depth: HistoryDepth): void;
  onHead(): void;
}

/** The lesson in words: as text or as a list, with the selected line to be changed, and the slips. */
export default memo(function WrittenSide(props: WrittenSideProps) {
  const { opening, notes, writtenAs } = props;
  const { latest } = useDesk();
  const pane = useRef<HTMLElement>(null);
  const inSight = useInSight(pane);
  // On a phone all of this lies below the arena, and is laid out on the way to it.
  const laidOut = inSight || props.editorWanted;
  // Fetched at once, so that it is there when the network goes; laid out when it comes into sight.
  useEffect(() => soon(() => void fetchEditor().catch(() => {})), []);
  const unopened = <Unopened text={opening} />;
  const text = laidOut ? (
    <Suspense fallback={unopened}>
      <Editor
        text={opening}
        notes={notes}
        latest={latest}
        handle={props.holdEditor}
        onLine={props.onLine}
        onHistory={props.onHistory}
        onHead={props.onHead}
        onText={props.onText}
      />
    </Suspense>
  ) : (
    unopened
  );
  const list = (
    <Suspense>
      <MovementList findings={notes.findings} />
    </Suspense>
  );
  return (
    <section aria-label="Lesson" className={WRITTEN_SIDE}>
      <Tabs
        label="Written as"
        className={WRITTEN}
        chosen={writtenAs}
        onChoose={props.onWrittenAs}
        sides={[
          {
            key: 'text',
            name: 'Text',
            // The editor holds the text and its history.
            stays: true,
            ref: pane,
            content: text,
            onReached: laidOut ? undefined : props.onReached,
          },
          { key: 'list', name: 'List', content: list },
        ]}
      />
      {/* Always as high, so that a click on a line does not move the lines. */}
      <div className="shrink-0 overflow-auto border-t border-line bg-paper lg:h-60">
        <Suspense>{laidOut && <Inspector />}</Suspense>
      </div>
      {laidOut ? <Slips notes={notes} reviewed={props.reviewed} /> : ROOM_FOR_SLIPS}
    </section>
  );
});

function Slips({ notes, reviewed }: Pick<WrittenSideProps, 'notes' | 'reviewed'>) {
  const { lesson } = useDesk().derived.parsed;
  return (
    <Suspense fallback={ROOM_FOR_SLIPS}>
      <LessonSlips
        reviewed={reviewed}
        slips={notes.slips}
        empty={lesson.items.length === 0}
        onFix={notes.onFix}
        onAllow={notes.onAllow}
      />
    </Suspense>
  );
}
