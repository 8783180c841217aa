import {
  useEffect,
  useImperativeHandle,
  useLayoutEffect,
  useRef,
  type Ref,
  type RefObject,
} from 'react';
import { closeBrackets } from '@codemirror/autocomplete';
import {
  defaultKeymap,
  history,
  historyKeymap,
  redo,
  redoDepth,
  undo,
  undoDepth,
} from '@codemirror/commands';
import { EditorState, type Extension, type Transaction } from '@codemirror/state';
import { EditorView, highlightActiveLine, keymap, placeholder } from '@codemirror/view';
import { annotate, annotations, type Annotations } from './margin.tsx';
import { completion, type LineHelp } from './complete.ts';
import { highlight } from './highlight.ts';
import { CHANGE_HEAD, firstLineOf, head } from './head.ts';
import { lineHover } from './hover.ts';
import { repeats } from './repeats.ts';
import { sets } from './sets.ts';

export interface EditorHandle {
  undo(): void;
  redo(): void;
  /** Replaces the text as one step that can be undone. */
  setText(text: string): void;
  goToLine(line: number): void;
  focus(): void;
}

/** How many steps can be undone and done again. */
export interface HistoryDepth {
  readonly undo: number;
  readonly redo: number;
}

export interface EditorProps {
  text: string;
  notes: Annotations;
  help: LineHelp;
  handle: Ref<EditorHandle>;
  /** Typed is what a hand writes, and goes on writing perhaps; the rest is whole. */
  onText(text: string, typed?: true): void;
  onLine(line: number): void;
  onHistory(depth: HistoryDepth): void;
  /** The head of the lesson is to be changed. */
  onHead(): void;
}

/** The text of the lesson. The editor holds it and its history; every other hand edits through it. */
export function Editor(props: EditorProps) {
  const { text, notes, help, handle, onText, onLine, onHistory, onHead } = props;
  const host = useRef<HTMLDivElement>(null);
  const view = useRef<EditorView>(null);
  const calls = useRef<Calls>({ onText, onLine, onHistory, onHead, help });
  useEffect(() => {
    calls.current = { onText, onLine, onHistory, onHead, help };
  });

  // Before its handle is handed out.
  useLayoutEffect(() => {
    const state = EditorState.create({ doc: text, extensions: extensionsOf(calls) });
    // One writes below the folded head.
    const below = state.update({ selection: { anchor: firstLineOf(state) } }).state;
    const created = new EditorView({ parent: host.current!, state: below });
    view.current = created;
    created.dom.addEventListener(CHANGE_HEAD, () => calls.current.onHead());
    const stop = keepLineInSight(created, host.current!);
    return () => {
      stop();
      created.destroy();
    };
    // The editor is made once; afterwards it is the one that holds the text.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);

  useEffect(() => {
    view.current?.dispatch({ effects: annotate.of(notes) });
  }, [notes]);

  useImperativeHandle(handle, () => handleOf(view));

  return <div ref={host} className="cb-editor h-full" />;
}

/** What the editor tells the desk, and what it asks it. */
type Calls = Pick<EditorProps, 'onText' | 'onLine' | 'onHistory' | 'onHead' | 'help'>;

/** What is changed elsewhere than in the text: in the arena, by a slip. */
const BY_ANOTHER_HAND = 'edit';

const isTyped = (change: Transaction): boolean =>
  change.docChanged &&
  !['undo', 'redo', BY_ANOTHER_HAND].some((event) => change.isUserEvent(event));

const extensionsOf = (calls: RefObject<Calls>): Extension[] => [
  placeholder('A trot working\nC circle left 20 x2 -- keep the beat\nH-X-F change rein'),
  // Unlimited within a session: a lesson is small.
  history({ minDepth: 100_000 }),
  highlightActiveLine(),
  closeBrackets(),
  completion(() => calls.current.help),
  lineHover(() => calls.current.help),
  highlight,
  head,
  repeats,
  sets,
  annotations,
  keymap.of([...defaultKeymap, ...historyKeymap]),
  EditorView.lineWrapping,
  EditorView.contentAttributes.of({
    'aria-label': 'The lesson in shorthand',
    tabindex: '0',
  }),
  EditorView.updateListener.of(({ state, docChanged, selectionSet, transactions }) => {
    if (docChanged) {
      const text = state.doc.toString();
      if (transactions.some(isTyped)) calls.current.onText(text, true);
      else calls.current.onText(text);
      calls.current.onHistory({ undo: undoDepth(state), redo: redoDepth(state) });
    }
    if (selectionSet || docChanged) {
      calls.current.onLine(state.doc.lineAt(state.selection.main.head).number);
    }
  }),
];

/**
 * When the room below it changes, the line in hand stays in sight.
 *
 * @returns how to end it
 */
function keepLineInSight(view: EditorView, host: Element): () => void {
  const watcher = new ResizeObserver(() => {
    // A page that has only been opened stays at its top.
    if (!view.hasFocus) return;
    const { head } = view.state.selection.main;
    view.dispatch({ effects: EditorView.scrollIntoView(head, { y: 'nearest' }) });
  });
  watcher.observe(host);
  return () => watcher.disconnect();
}

/** What others do to the text. */
const handleOf = (view: RefObject<EditorView | null>): EditorHandle => ({
  undo: () => void (view.current && undo(view.current)),
  redo: () => void (view.current && redo(view.current)),
  setText(next) {
    const editor = view.current;
    if (!editor) return;
    editor.dispatch({
      changes: smallestChange(editor.state.doc.toString(), next),
      userEvent: BY_ANOTHER_HAND,
      // Also the head, which no hand gets into.
      filter: false,
    });
  },
  goToLine(line) {
    const editor = view.current;
    if (!editor || line > editor.state.doc.lines) return;
    const { from } = editor.state.doc.line(line);
    editor.dispatch({ selection: { anchor: from }, scrollIntoView: true });
  },
  focus: () => view.current?.focus(),
});

/** Only what differs, so that the cursor and the marks of the rest stay where they are. */
function smallestChange(before: string, after: string) {
  let start = 0;
  while (start < before.length && start < after.length && before[start] === after[start]) start++;
  let end = 0;
  const most = Math.min(before.length, after.length) - start;
  while (end < most && before[before.length - 1 - end] === after[after.length - 1 - end]) end++;
  return { from: start, to: before.length - end, insert: after.slice(start, after.length - end) };
}
