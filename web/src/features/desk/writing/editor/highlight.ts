import { RangeSetBuilder, type Extension } from '@codemirror/state';
import {
  Decoration,
  type EditorView,
  ViewPlugin,
  type DecorationSet,
  type ViewUpdate,
} from '@codemirror/view';
import { tokenize, type Token } from '@canter-book/core/forms/tokens';
import { FORM_WORDS } from '@canter-book/core/lesson/forms';
import { BESIDE_WORDS } from '@canter-book/core/notation/instruction';
import { commentAt, lineKind, noteAt, readPlace } from '@canter-book/core/notation/lineParts';

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

/** The parts of one line with their marks, in order. */
function marksOf(text: string): [number, number, Decoration][] {
  const comment = commentAt(text);
  const body = text.slice(0, comment);
  const begins = body.length - body.trimStart().length;
  const kind = lineKind(body);
  const isRidden = kind === 'movement';
  // Only what is ridden has a place and a note.
  const note = isRidden ? noteAt(body) : comment;
  const place = isRidden ? readPlace(body.slice(begins, note)).length : 0;
  const found: [number, number, Decoration][] = [];
  if (place > 0) found.push([begins, begins + place, MARKS.place]);
  // What stands in quotation marks is a name, whatever its words.
  const said = body.slice(0, note).replace(/"[^"]*"?/g, (name) => ' '.repeat(name.length));
  for (const token of tokenize(said.slice(begins + place), begins + place)) {
    const style = !isRidden && token.column === begins ? MARKS.head : styleOf(token);
    if (style) found.push([token.column, token.endColumn, style]);
  }
  if (note < comment) found.push([note, comment, MARKS.note]);
  if (comment < text.length) found.push([comment, text.length, MARKS.comment]);
  return found;
}

function styleOf({ text, kind }: Token): Decoration | null {
  if (PACES.has(text)) return MARKS.pace;
  if (KNOWN.has(text)) return MARKS.word;
  if (['number', 'times', 'series'].includes(kind)) return MARKS.number;
  return /^[a-z]$/.test(text) ? MARKS.place : null;
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
