import {
  EditorState,
  StateEffect,
  StateField,
  type Extension,
  type Text,
  type Transaction,
  type TransactionSpec,
} from '@codemirror/state';
import { Decoration, EditorView, WidgetType } from '@codemirror/view';
import { DEFAULT_START } from '@canter-book/core/lesson/document';
import { HEADERS } from '@canter-book/core/notation/headers';
import { parseLesson } from '@canter-book/core/notation/parse';
import { annotate } from './margin.tsx';

/**
 * The head of a lesson (its name, arena, horse, approach and start) as a sentence with its own form: the
 * lines themselves are for files and for machines. They are shown when they are asked for, or when one of
 * them is wrong.
 */

const HEAD_LINE = new RegExp(`^\\s*(${Object.keys(HEADERS).join('|')})\\b[^#]*$`, 'i');

/** The end of what is folded away: the lines of the head and the empty ones around them. */
function endOfHead(doc: Text, cursor: number): number {
  let end = 0;
  let found = false;
  // The line in hand stays, and so does one to write on.
  for (let n = 1; n < doc.lines; n++) {
    const line = doc.line(n);
    const written = HEAD_LINE.test(line.text);
    if ((!written && line.text.trim() !== '') || (cursor >= line.from && cursor <= line.to)) break;
    found ||= written;
    end = line.to;
  }
  return found ? end : 0;
}

interface Head {
  /** Where the folded text ends; 0 when nothing is folded. */
  readonly end: number;
  readonly asText: boolean;
  /** Something in it is wrong: it is shown to be put right. */
  readonly wrong: boolean;
}

const showAsText = StateEffect.define<boolean>();

const headField = StateField.define<Head>({
  create: ({ doc }) => ({ end: endOfHead(doc, -1), asText: false, wrong: false }),
  update(was, { state, effects, docChanged }) {
    let { asText, wrong, end } = was;
    if (docChanged) end = endOfHead(state.doc, state.selection.main.head);
    for (const effect of effects) {
      if (effect.is(showAsText)) asText = effect.value;
      if (effect.is(annotate)) {
        const lines = end > 0 ? state.doc.lineAt(end).number : 0;
        wrong = effect.value.findings.some((f) => f.line !== undefined && f.line <= lines);
      }
    }
    return asText === was.asText && wrong === was.wrong && end === was.end
      ? was
      : { asText, wrong, end };
  },
  provide: (field) =>
    EditorView.decorations.compute([field], (state) => {
      const head = state.field(field);
      if (head.end === 0) return Decoration.none;
      const folded = isFolded(head);
      const widget = new HeadLine(sentenceOf(state.sliceDoc(0, head.end)), folded, head.wrong);
      return Decoration.set(
        folded
          ? Decoration.replace({ widget, block: true }).range(0, head.end)
          : Decoration.widget({ widget, block: true, side: -1 }).range(0),
      );
    }),
});

const isFolded = ({ end, asText, wrong }: Head): boolean => end > 0 && !asText && !wrong;

/** Where one writes when the head is folded away. */
export const firstLineOf = (state: EditorState): number => {
  const head = state.field(headField, false);
  return head && isFolded(head) ? head.end + 1 : 0;
};

function sentenceOf(text: string): string {
  const { letter, gait, pace, rein, how } = parseLesson(text).lesson.start ?? DEFAULT_START;
  return how === 'enter'
    ? `Enters at ${letter} in ${pace} ${gait}`
    : `Begins at ${letter}, ${rein} rein, ${pace} ${gait}`;
}

class HeadLine extends WidgetType {
  constructor(
    private readonly said: string,
    private readonly folded: boolean,
    private readonly wrong: boolean,
  ) {
    super();
  }
  override eq(other: HeadLine): boolean {
    return other.said === this.said && other.folded === this.folded && other.wrong === this.wrong;
  }
  override toDOM(view: EditorView): HTMLElement {
    const line = document.createElement('div');
    line.className = 'cb-head-line';
    const said = document.createElement('span');
    said.textContent = this.said;
    line.append(said);
    const button = (text: string, act: () => void) => {
      const element = document.createElement('button');
      element.type = 'button';
      element.textContent = text;
      element.addEventListener('click', act);
      line.append(' ', element);
    };
    button('Change', () => view.dom.dispatchEvent(new Event(CHANGE_HEAD, { bubbles: true })));
    if (!this.wrong) {
      button(this.folded ? 'As text' : 'Fold away', () =>
        view.dispatch({ effects: showAsText.of(this.folded) }),
      );
    }
    return line;
  }
  override ignoreEvent(): boolean {
    return true;
  }
}

/** Asked for by the head line; whoever holds the editor opens the form. */
export const CHANGE_HEAD = 'change-head';

/** The hand does not get into what it does not see; a selection of everything is everything. */
const keepOut = [
  EditorView.atomicRanges.of((view) => {
    const head = view.state.field(headField);
    return isFolded(head)
      ? Decoration.set(Decoration.mark({}).range(0, head.end))
      : Decoration.none;
  }),
  EditorState.transactionFilter.of((tr) => {
    const first = firstLineOf(tr.startState);
    if (first === 0) return tr;
    if (tr.docChanged) return overAll(tr, first) ?? tr;
    const { main } = tr.newSelection;
    if (!tr.selection || !main.empty || main.head >= first) return tr;
    return [tr, { selection: { anchor: first } }];
  }),
  EditorState.changeFilter.of((tr) => {
    const first = firstLineOf(tr.startState);
    // With everything selected, everything goes.
    return first === 0 || !tr.startState.selection.main.empty || [0, first];
  }),
];

/** A lesson with a head of its own that is written over all lines there are: the folded ones go as well. */
function overAll(tr: Transaction, first: number): TransactionSpec | null {
  const { doc } = tr.startState;
  const changes: { from: number; to: number; insert: Text }[] = [];
  tr.changes.iterChanges((from, to, _fromB, _toB, insert) => changes.push({ from, to, insert }));
  const [only] = changes;
  if (changes.length !== 1 || !only || only.from > first || only.to < doc.length) return null;
  // The browser reads the folded lines back as they were, before what was written.
  const kept = only.from === 0 && only.insert.sliceString(0, first) === doc.sliceString(0, first);
  if (only.from === 0 && !kept) return null;
  const insert = kept ? only.insert.slice(first) : only.insert;
  if (!HEAD_LINE.test(insert.line(1).text)) return null;
  return {
    changes: { from: 0, to: doc.length, insert },
    selection: { anchor: insert.length },
    scrollIntoView: true,
    userEvent: 'input',
  };
}

export const head: Extension = [headField, keepOut];
