import { StateField, type EditorState, type Extension, type Range } from '@codemirror/state';
import { Decoration, EditorView, type DecorationSet } from '@codemirror/view';
import { TextWidget } from './textWidget.ts';
import { timesInWords } from '../timesInWords.ts';

/**
 * A repeat as a bracket along its lines, with “three times” at its head. The line in hand shows what is
 * written.
 */

const OPENS = /^(\s*)(repeat\s+(\d+)\s*\{)\s*(#.*)?$/i;
const CLOSES = /^(\s*)(\})\s*(#.*)?$/;

const lineIn = (depth: number, part: 'open' | 'inner' | 'close') =>
  Decoration.line({
    class: `cb-bracket cb-bracket-${part}`,
    attributes: { style: `--depth: ${depth}` },
  });

function bracketsOf({ doc, selection }: EditorState): DecorationSet {
  const ranges: Range<Decoration>[] = [];
  const inHand = doc.lineAt(selection.main.head).number;
  let depth = 0;
  for (let n = 1; n <= doc.lines; n++) {
    const { from, text } = doc.line(n);
    const opens = OPENS.exec(text);
    const closes = !opens && depth > 0 && CLOSES.exec(text);
    if (opens) depth++;
    if (depth === 0) continue;
    ranges.push(lineIn(depth, opens ? 'open' : closes ? 'close' : 'inner').range(from));
    const [, indent, written] = opens || closes || [];
    if (indent !== undefined && written && n !== inHand) {
      const widget = new TextWidget('cb-times', opens ? timesInWords(Number(opens[3])) : '');
      const at = from + indent.length;
      ranges.push(Decoration.replace({ widget }).range(at, at + written.length));
    }
    if (closes) depth--;
  }
  return Decoration.set(ranges, true);
}

export const repeats: Extension = StateField.define<DecorationSet>({
  create: bracketsOf,
  update: (was, tr) => (tr.docChanged || tr.selection ? bracketsOf(tr.state) : was),
  provide: (field) => EditorView.decorations.from(field),
});
