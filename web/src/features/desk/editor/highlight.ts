import { RangeSetBuilder, type Extension } from '@codemirror/state';
import {
  Decoration,
  type EditorView,
  ViewPlugin,
  type DecorationSet,
  type ViewUpdate,
} from '@codemirror/view';
import { tokenize } from '@canter-book/core/forms/tokens';
import { FORM_WORDS } from '@canter-book/core/forms/table';
import { BESIDE_WORDS } from '@canter-book/core/notation/instruction';
import { KEYWORDS } from '@canter-book/core/notation/parse';

const mark = (name: string) => Decoration.mark({ class: `cb-${name}` });
const MARKS = {
  place: mark('place'),
  word: mark('word'),
  pace: mark('pace'),
  number: mark('number'),
  head: mark('head'),
  note: mark('note'),
  comment: mark('comment'),
};
const PHASE_LINE = Decoration.line({ class: 'cb-phase' });
const PACES = new Set([
  'walk',
  'trot',
  'canter',
  'counter-canter',
  'working',
  'medium',
  'collected',
  'extended',
  'free',
  'lengthened',
]);
const KNOWN = new Set([...FORM_WORDS, ...BESIDE_WORDS]);
const HEADS: ReadonlySet<string> = new Set(KEYWORDS);

/** The parts of one line with their marks, in order. */
function marksOf(text: string): [number, number, Decoration][] {
  const hash = text.indexOf('#');
  const comment = hash >= 0 && !text.slice(0, hash).includes('"') ? hash : text.length;
  const dashes = /(^|\s)--/.exec(text.slice(0, comment));
  const note = dashes ? dashes.index : comment;
  const found: [number, number, Decoration][] = [];
  const place = /^\s*([a-z](?:(?:-|\.\.|\/)[a-z])*)(?=[\s,]|$)/i.exec(text.slice(0, note));
  const from = place ? place[0].length : 0;
  if (place) found.push([from - place[1]!.length, from, MARKS.place]);
  for (const token of tokenize(text.slice(from, note), from)) {
    const style =
      HEADS.has(token.text) && found.length === 0
        ? MARKS.head
        : PACES.has(token.text)
          ? MARKS.pace
          : KNOWN.has(token.text)
            ? MARKS.word
            : ['number', 'times', 'series'].includes(token.kind)
              ? MARKS.number
              : /^[a-z]$/.test(token.text)
                ? MARKS.place
                : null;
    if (style) found.push([token.column, token.endColumn, style]);
  }
  if (note < comment) found.push([note, comment, MARKS.note]);
  if (comment < text.length) found.push([comment, text.length, MARKS.comment]);
  return found;
}

function decorate(view: EditorView): DecorationSet {
  const builder = new RangeSetBuilder<Decoration>();
  for (const { from, to } of view.visibleRanges) {
    for (let at = from; at <= to;) {
      const line = view.state.doc.lineAt(at);
      if (/^\s*phase\b/i.test(line.text)) builder.add(line.from, line.from, PHASE_LINE);
      for (const [a, b, style] of marksOf(line.text)) {
        if (b > a) builder.add(line.from + a, line.from + b, style);
      }
      at = line.to + 1;
    }
  }
  return builder.finish();
}

/** Colours of the shorthand, by the tokens and words of the core's own grammar. */
export const highlight: Extension = ViewPlugin.fromClass(
  class {
    decorations: DecorationSet;
    constructor(view: EditorView) {
      this.decorations = decorate(view);
    }
    update(update: ViewUpdate) {
      if (update.docChanged || update.viewportChanged) this.decorations = decorate(update.view);
    }
  },
  { decorations: (plugin) => plugin.decorations },
);
