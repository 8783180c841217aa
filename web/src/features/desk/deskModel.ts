import {
  createContext,
  useCallback,
  useContext,
  useEffect,
  useMemo,
  useRef,
  useState,
  type RefObject,
} from 'react';
import { allItems } from '@canter-book/core/lesson/edits';
import type { Lesson } from '@canter-book/core/lesson/document';
import { parseLesson, type Parsed } from '@canter-book/core/notation/parse';
import { printLesson } from '@canter-book/core/notation/print';
import type { Horse } from '@canter-book/core/book/records';
import { derive, type Derived } from './derive.ts';
import type { EditorHandle, HistoryDepth } from './writing/editor/Editor.tsx';

/**
 * The one lesson on the desk and what can be done to it. The editor holds the text and its history;
 * every other hand changes the document and writes it back as text, so that text and picture agree
 * and one undo covers all.
 */
export interface DeskModel {
  readonly derived: Derived;
  readonly horses: readonly Horse[];
  /** What holds the text, from when it is there. */
  readonly editor: RefObject<EditorHandle | null>;
  /** The item the hand is on, by the line of the text. */
  readonly selected: string | null;
  /** What is derived from the text as it is now, also while the rest of the desk still follows. */
  latest(): Derived;
  select(itemId: string): void;
  /** Changes the lesson as one step; the named item of the new lesson is selected after it. */
  edit(change: (lesson: Lesson) => Lesson, focusId?: string): void;
  setText(text: string): void;
}

/** @param opening what the desk is opened with, for these horses */
export function useDeskModel(opening: Derived, horses: readonly Horse[]) {
  const [first] = useState({ derived: opening, horses });
  const { text, typed, depth, setTyped, setDepth } = useWritten(opening.text);
  const { editor, holdEditor, editorWanted, withEditor } = useEditor();
  const derived = useMemo(
    () =>
      text === first.derived.text && horses === first.horses ? first.derived : derive(text, horses),
    [text, horses, first],
  );
  const { itemAtLine } = derived;
  const [line, setLine] = useState(() => firstItemLine(derived.parsed));
  // A slip or a bar on the screen may be a moment old: what it changes is the lesson as it is now.
  const now = useRef(derived);
  useEffect(() => {
    now.current = derived;
  }, [derived]);
  const latest = useCallback(() => now.current, []);
  const select = useCallback(
    (itemId: string) => {
      const at = now.current.parsed.spans.get(itemId)?.line;
      if (at) withEditor((hand) => hand.goToLine(at));
    },
    [withEditor],
  );
  const edit = useCallback(
    (change: (lesson: Lesson) => Lesson, focusId?: string) => {
      withEditor((hand) => {
        const before = now.current.parsed.lesson;
        const after = change(before);
        if (after === before) return;
        const written = printLesson(after);
        hand.setText(written);
        const at = focusId && lineOfItem(after, focusId, written);
        if (at) hand.goToLine(at);
      });
    },
    [withEditor],
  );
  const setText = useCallback(
    (next: string) => withEditor((hand) => hand.setText(next)),
    [withEditor],
  );
  const selected = itemAtLine.get(line) ?? null;
  const model = useMemo<DeskModel>(
    () => ({ derived, horses, editor, selected, latest, select, edit, setText }),
    [derived, horses, editor, selected, latest, select, edit, setText],
  );
  const reach = useCallback(() => withEditor((hand) => hand.focus()), [withEditor]);
  const written = { text, typed, depth, setTyped, setLine, setDepth };
  return { model, holdEditor, editorWanted, reach, ...written };
}

/** The text as the editor has it, whether a hand is writing it, and how much can be undone. */
function useWritten(opening: string) {
  const [{ text, typed }, setWritten] = useState({ text: opening, typed: false });
  const [depth, setDepthTo] = useState<HistoryDepth>({ undo: 0, redo: 0 });
  const setTyped = useCallback(
    (next: string, byKey = false) => setWritten({ text: next, typed: byKey }),
    [],
  );
  // Most keys add to a step that is there already: nothing changes then.
  const setDepth = useCallback(
    (to: HistoryDepth) =>
      setDepthTo((was) => (was.undo === to.undo && was.redo === to.redo ? was : to)),
    [],
  );
  return { text, typed, depth, setTyped, setDepth };
}

/** The editor comes after the picture, when it is in sight or wanted: what is done before that waits for it. */
function useEditor() {
  const editor = useRef<EditorHandle>(null);
  const waiting = useRef<((hand: EditorHandle) => void)[]>([]);
  const [editorWanted, setWanted] = useState(false);
  const holdEditor = useCallback((hand: EditorHandle | null) => {
    editor.current = hand;
    if (hand) for (const act of waiting.current.splice(0)) act(hand);
  }, []);
  const withEditor = useCallback((act: (hand: EditorHandle) => void) => {
    if (editor.current) act(editor.current);
    else {
      waiting.current.push(act);
      setWanted(true);
    }
  }, []);
  return { editor, holdEditor, editorWanted, withEditor };
}

/** A desk is opened with the hand on the first thing that is ridden. */
function firstItemLine({ lesson, spans }: Parsed): number {
  const [first] = lesson.items;
  return (first && spans.get(first.id)?.line) ?? 1;
}

export const titleOf = ({ derived }: DeskModel): string =>
  derived.parsed.lesson.title?.text ?? 'Untitled lesson';

/** The line of an item in the printed lesson: items are read in the order in which they are printed. */
function lineOfItem(lesson: Lesson, id: string, written: string): number | null {
  const index = allItems(lesson.items).findIndex((item) => item.id === id);
  const read = parseLesson(written);
  const item = allItems(read.lesson.items)[index];
  return (item && read.spans.get(item.id)?.line) ?? null;
}

const Context = createContext<DeskModel | null>(null);
export const DeskProvider = Context.Provider;

export function useDesk(): DeskModel {
  const desk = useContext(Context);
  if (!desk) throw new Error('useDesk: there is no desk around this part');
  return desk;
}
