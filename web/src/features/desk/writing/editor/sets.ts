import { StateField, type EditorState, type Extension, type Range } from '@codemirror/state';
import { Decoration, EditorView, type DecorationSet } from '@codemirror/view';
import { readSetMark } from '@canter-book/core/notation/setMark';
import { TextWidget } from './textWidget.ts';

/** The mark of a set as the heading it is, of a further round as “round 2”. The line in hand shows what is written. */
const MARK = /^(\s*)#( set .*)$/;

const heading = Decoration.line({ class: 'cb-set' });

function setsOf({ doc, selection }: EditorState): DecorationSet {
  const ranges: Range<Decoration>[] = [];
  const inHand = doc.lineAt(selection.main.head).number;
  for (let n = 1; n <= doc.lines; n++) {
    if (n === inHand) continue;
    const { from, to, text } = doc.line(n);
    const [, indent = '', comment] = MARK.exec(text) ?? [];
    const mark = comment && readSetMark(comment.trimEnd());
    if (!mark) continue;
    const round = mark.round ? `round ${mark.round}` : '';
    const said = [mark.name ?? (round ? '' : mark.exercise), round].filter(Boolean).join(' · ');
    const widget = new TextWidget(mark.name ? 'cb-set-name' : 'cb-set-round', said);
    ranges.push(heading.range(from));
    ranges.push(Decoration.replace({ widget }).range(from + indent.length, to));
  }
  return Decoration.set(ranges, true);
}

export const sets: Extension = StateField.define<DecorationSet>({
  create: setsOf,
  update: (was, tr) => (tr.docChanged || tr.selection ? setsOf(tr.state) : was),
  provide: (field) => EditorView.decorations.from(field),
});
