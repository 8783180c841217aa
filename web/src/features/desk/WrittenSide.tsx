import { lazy, memo, Suspense, useEffect, useRef, useState } from 'react';
import type { Reviewed } from '@canter-book/core/review/reviewed';
import { useDesk } from './deskModel.ts';
import type { EditorHandle, HistoryDepth } from './editor/Editor.tsx';
import type { Annotations } from './editor/margin.tsx';
import { useInSight } from '../arena/useInSight.ts';

const fetchEditor = () =>
  import('./editor/LessonEditor.tsx').then((m) => ({ default: m.LessonEditor }));
/** What one writes with comes after the picture of what is written. */
const Editor = lazy(fetchEditor);

/** Below the screen it is laid out only when all the rest has been. */
const EDITOR_AFTER_MS = 1500;

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

export type WrittenAs = 'text' | 'list';

interface WrittenSideProps {
  opening: string;
  /** Something is to be done to the text, seen or not. */
  editorWanted: boolean;
  holdEditor(hand: EditorHandle | null): void;
  notes: Annotations;
  reviewed: Reviewed | null;
  writtenAs: WrittenAs;
  onWrittenAs(as: WrittenAs): void;
  onText(text: string): void;
  onLine(line: number): void;
  onHistory(depth: HistoryDepth): void;
  onHead(): void;
}

const NAMES: Readonly<Record<WrittenAs, string>> = { text: 'Text', list: 'List' };

/** The lesson in words: as text or as a list, with the selected line to be changed, and the slips. */
export const WrittenSide = memo(function WrittenSide(props: WrittenSideProps) {
  const { opening, notes, writtenAs } = props;
  const { derived, latest } = useDesk();
  const pane = useRef<HTMLDivElement>(null);
  const inSight = useInSight(pane);
  const rested = useEditorFetched();
  return (
    <section
      aria-label="Lesson"
      className="flex min-w-0 flex-col border-line bg-page lg:min-h-0 lg:border-r"
    >
      <div
        role="tablist"
        aria-label="Written as"
        className="flex gap-1 border-b border-line px-3 pt-1.5"
      >
        {(['text', 'list'] as const).map((as) => (
          <button
            key={as}
            type="button"
            role="tab"
            aria-selected={writtenAs === as}
            className="rounded-t-md border border-b-0 border-transparent px-4 py-1.5 text-[14px] text-soft aria-selected:border-line aria-selected:bg-sand-light aria-selected:font-bold aria-selected:text-ink"
            onClick={() => props.onWrittenAs(as)}
          >
            {NAMES[as]}
          </button>
        ))}
      </div>
      {/* The editor holds the text and its history, so it stays while the list is shown. */}
      <div
        ref={pane}
        className={writtenAs === 'text' ? 'h-[55vh] min-h-0 lg:h-auto lg:flex-1' : 'hidden'}
      >
        {inSight || rested || props.editorWanted ? (
          <Suspense fallback={<Unopened text={opening} />}>
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
          <Unopened text={opening} />
        )}
      </div>
      {writtenAs === 'list' && (
        <div className="h-[55vh] min-h-0 lg:h-auto lg:flex-1">
          <Suspense>
            <MovementList findings={notes.findings} />
          </Suspense>
        </div>
      )}
      {/* Always as high, so that a click on a line does not move the lines. */}
      <div className="shrink-0 overflow-auto border-t border-line bg-paper lg:h-60">
        <Suspense>
          <Inspector />
        </Suspense>
      </div>
      <Suspense fallback={<div aria-hidden className="h-9 shrink-0 border-t border-line" />}>
        <LessonSlips
          reviewed={props.reviewed}
          slips={notes.slips}
          empty={derived.parsed.lesson.items.length === 0}
          onFix={notes.onFix}
          onAllow={notes.onAllow}
        />
      </Suspense>
    </section>
  );
});

/** Fetches the editor at once, so that it is there when the network goes; whether it may be laid out unseen. */
function useEditorFetched(): boolean {
  const [rested, setRested] = useState(false);
  useEffect(() => {
    void fetchEditor().catch(() => {});
    const timer = window.setTimeout(() => setRested(true), EDITOR_AFTER_MS);
    return () => window.clearTimeout(timer);
  }, []);
  return rested;
}

/** The lines as they are written, while the editor is on its way. */
const Unopened = ({ text }: { text: string }) => (
  <pre className="h-full overflow-hidden py-1 pl-8 font-mono text-[14px] leading-[1.7]">{text}</pre>
);
