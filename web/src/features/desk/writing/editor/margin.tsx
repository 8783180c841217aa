import { useLayoutEffect, type ReactNode } from 'react';
import { createRoot, type Root } from 'react-dom/client';
import { StateEffect, StateField, type Extension } from '@codemirror/state';
import { Decoration, EditorView, WidgetType, type DecorationSet } from '@codemirror/view';
import type { Said } from '@canter-book/core/review/reviewed';
import { Slip, type SlipAnswers } from '../Slip.tsx';
import { TextWidget } from './textWidget.ts';

/** What the desk writes beside and below the lines: figures, slips, underlines, the line being ridden. */
export interface Annotations extends SlipAnswers {
  readonly margin: ReadonlyMap<number, string>;
  readonly findings: readonly Said[];
  /** Slips are pinned only when the hand has rested, so that they do not jump under it. */
  readonly slips: readonly Said[];
  readonly ridden: number | null;
}

export const annotate = StateEffect.define<Annotations>();

/** An equal widget takes over the element of the one before: what draws it goes with the element. */
const rootOf = new WeakMap<HTMLElement, Root>();

/** A slip pinned under the line it speaks of. */
class PinnedSlip extends WidgetType {
  private readonly key: string;
  constructor(
    private readonly finding: Said,
    private readonly answers: SlipAnswers,
  ) {
    super();
    // Its fix names an item of the lesson: another item is another slip.
    const { code, level, facts, itemId, line } = finding;
    this.key = JSON.stringify([code, level, facts, itemId, line]);
  }
  override eq(other: PinnedSlip): boolean {
    return other.key === this.key;
  }
  override toDOM(view: EditorView): HTMLElement {
    // The editor measures a block without its margins, so the room around a slip is padding.
    const room = document.createElement('div');
    room.className = 'cb-slip-room';
    const { onFix, onAllow } = this.answers;
    const root = createRoot(room);
    rootOf.set(room, root);
    root.render(
      <Measured view={view}>
        <Slip finding={this.finding} onFix={onFix} onAllow={onAllow} />
      </Measured>,
    );
    return room;
  }
  override destroy(room: HTMLElement): void {
    // The editor may let go of a slip while React draws.
    queueMicrotask(() => rootOf.get(room)?.unmount());
  }
  override ignoreEvent(): boolean {
    return true;
  }
}

/** What is drawn into a block after the editor has laid its lines out. */
function Measured({ view, children }: { view: EditorView; children: ReactNode }) {
  useLayoutEffect(() => view.requestMeasure(), [view]);
  return children;
}

const ERROR = Decoration.mark({ class: 'cb-error' });
const WARNING = Decoration.mark({ class: 'cb-warning' });
const RIDDEN = Decoration.line({ class: 'cb-ridden' });

const field = StateField.define<DecorationSet>({
  create: () => Decoration.none,
  update(old, transaction) {
    for (const effect of transaction.effects) {
      if (effect.is(annotate)) return build(transaction.state.doc, effect.value);
    }
    return old.map(transaction.changes);
  },
  provide: (self) => EditorView.decorations.from(self),
});

function build(
  doc: { lines: number; line(n: number): { from: number; to: number } },
  notes: Annotations,
): DecorationSet {
  const ranges = [];
  const lineOf = (n: number | undefined) => (n && n <= doc.lines ? doc.line(n) : null);
  const ridden = notes.ridden ? lineOf(notes.ridden) : null;
  if (ridden) ranges.push(RIDDEN.range(ridden.from));
  for (const [n, text] of notes.margin) {
    const line = lineOf(n);
    if (line)
      ranges.push(
        Decoration.widget({ widget: new TextWidget('cb-figures', text), side: 1 }).range(line.to),
      );
  }
  for (const finding of notes.findings) {
    const line = lineOf(finding.line);
    if (!line || finding.level === 'hint') continue;
    const from = Math.min(line.to, line.from + (finding.column ?? 1) - 1);
    const to = Math.min(line.to, line.from + (finding.endColumn ?? 1) - 1);
    if (to > from) ranges.push((finding.level === 'error' ? ERROR : WARNING).range(from, to));
  }
  for (const finding of notes.slips) {
    const line = lineOf(finding.line);
    if (!line) continue;
    const widget = new PinnedSlip(finding, notes);
    ranges.push(Decoration.widget({ widget, side: 2, block: true }).range(line.to));
  }
  return Decoration.set(ranges, true);
}

export const annotations: Extension = field;
