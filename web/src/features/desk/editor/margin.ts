import { StateEffect, StateField, type Extension } from '@codemirror/state';
import { Decoration, EditorView, WidgetType, type DecorationSet } from '@codemirror/view';
import { canBeAllowed } from '@canter-book/core/review/allowed';
import type { Finding } from '@canter-book/core/review/finding';
import { SOURCE_WORDS, sentenceOf } from '@canter-book/core/review/messages/messages';

/** What the desk writes beside and below the lines: figures, slips, underlines, the line being ridden. */
export interface Annotations {
  readonly margin: ReadonlyMap<number, string>;
  readonly findings: readonly Finding[];
  /** Slips are pinned only when the hand has rested, so that they do not jump under it. */
  readonly slips: readonly Finding[];
  readonly ridden: number | null;
  onFix(finding: Finding): void;
  /** Lets a finding stand, with the reason. */
  onAllow(finding: Finding, reason: string): void;
}

type Answers = Pick<Annotations, 'onFix' | 'onAllow'>;

export const annotate = StateEffect.define<Annotations>();

class Figures extends WidgetType {
  constructor(private readonly text: string) {
    super();
  }
  override eq(other: Figures): boolean {
    return other.text === this.text;
  }
  override toDOM(): HTMLElement {
    const span = document.createElement('span');
    span.className = 'cb-figures';
    span.textContent = this.text;
    return span;
  }
}

/** A paper slip pinned under the line it speaks of. */
class Slip extends WidgetType {
  private readonly key: string;
  constructor(
    private readonly finding: Finding,
    private readonly answers: Answers,
  ) {
    super();
    // Its fix names an item of the lesson: another item is another slip.
    const { code, level, facts, itemId, line } = finding;
    this.key = JSON.stringify([code, level, facts, itemId, line]);
  }
  override eq(other: Slip): boolean {
    return other.key === this.key;
  }
  override toDOM(): HTMLElement {
    // The editor measures a block without its margins, so the room around a slip is padding.
    const room = document.createElement('div');
    room.className = 'cb-slip-room';
    room.append(slipElement(this.finding, this.answers));
    return room;
  }
  override ignoreEvent(): boolean {
    return true;
  }
}

const LEVEL_MARKS = { error: '✕', warning: '▲', hint: '·' } as const;

/** The slip as an element; the page below the text uses the same. */
export function slipElement(finding: Finding, { onFix, onAllow }: Answers): HTMLElement {
  const { what, why } = sentenceOf(finding);
  const slip = document.createElement('div');
  slip.className = `cb-slip cb-slip-${finding.level}`;
  slip.setAttribute('role', 'note');
  const add = (tag: string, className: string, text: string) => {
    const element = document.createElement(tag);
    element.className = className;
    element.textContent = text;
    slip.append(element);
    return element;
  };
  add('p', 'cb-slip-what', `${LEVEL_MARKS[finding.level]} ${what}`);
  add('p', 'cb-slip-why', why);
  const foot = add(
    'p',
    'cb-slip-foot',
    finding.from === 'rule' ? SOURCE_WORDS[finding.source] : finding.level,
  );
  if (finding.fix) {
    const button = document.createElement('button');
    button.type = 'button';
    button.textContent = finding.fix.label;
    button.addEventListener('click', () => onFix(finding));
    foot.append(' ', button);
  }
  if (canBeAllowed(finding)) {
    const button = document.createElement('button');
    button.type = 'button';
    button.textContent = 'Let it stand';
    button.addEventListener('click', () => {
      button.replaceWith(reasonForm((reason) => onAllow(finding, reason)));
      slip.querySelector('input')?.focus();
    });
    foot.append(' ', button);
  }
  return slip;
}

/** Asks for the reason before a slip is taken off. */
function reasonForm(done: (reason: string) => void): HTMLElement {
  const form = document.createElement('form');
  form.className = 'cb-slip-reason';
  const input = document.createElement('input');
  input.placeholder = 'Why may it stand today?';
  input.setAttribute('aria-label', 'Why may it stand?');
  input.maxLength = 200;
  input.required = true;
  const button = document.createElement('button');
  button.type = 'submit';
  button.textContent = 'Let it stand';
  form.append(input, button);
  form.addEventListener('submit', (event) => {
    event.preventDefault();
    if (input.value.trim()) done(input.value.trim());
  });
  return form;
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
    if (line) ranges.push(Decoration.widget({ widget: new Figures(text), side: 1 }).range(line.to));
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
    const widget = new Slip(finding, notes);
    ranges.push(Decoration.widget({ widget, side: 2, block: true }).range(line.to));
  }
  return Decoration.set(ranges, true);
}

export const annotations: Extension = field;
