import { tokenize, type Token } from '../forms/tokens.ts';
import type {
  GroundItem,
  Instruction,
  Item,
  Lesson,
  Phase,
  RepeatBlock,
  SetMark,
} from '../lesson/document.ts';
import {
  CORNER_M,
  fits,
  LAYS,
  LONGEST_LINE,
  MOST_AT_ONCE,
  MOST_NESTED,
  NOTE,
  PHASE_MIN,
  PHASES,
  POLES,
  SPACED_M,
  TIMES,
} from '../lesson/terms.ts';
import { within } from '../numbers.ts';
import { atOnce, type Steps } from '../steps.ts';
import { storableText } from '../storable.ts';
import type { FaultFacts, Span, SyntaxFault } from './faults.ts';
import { HEADERS, partOf } from './headers.ts';
import { FIRST_WORDS, readInstruction } from './instruction.ts';
import {
  commentAt,
  lineKind,
  noteAt,
  readPlace,
  SHEET_WORDS,
  type PlaceRead,
} from './lineParts.ts';
import { nearestWord } from './nearest.ts';
import { readSetMark } from './setMark.ts';
import { SHEET_LINES, type SheetItem } from './sheetLines.ts';

export interface ItemSpan extends Span {
  /** Of each instruction of a line. */
  readonly instructions: readonly Span[];
}

export interface Parsed {
  readonly lesson: Lesson;
  readonly faults: readonly SyntaxFault[];
  /** Where each item stands in the text, by its id. */
  readonly spans: ReadonlyMap<string, ItemSpan>;
}

const MOST_LINES = 900;

export const KEYWORDS = [
  'phase',
  'repeat',
  'corners',
  'leave',
  'poles',
  'cone',
  'barrel',
  ...SHEET_WORDS,
  ...Object.keys(HEADERS),
] as const;

/** A line cut into what is read and its comment. */
interface Cut {
  readonly number: number;
  /** Text without indentation and comment. */
  readonly body: string;
  readonly column: number;
  readonly comment: string | undefined;
  readonly raw: string;
}

/**
 * Reads the shorthand. It never throws: every line that cannot be read is kept as it is in the
 * document and reported with its line, column and the nearest known word.
 *
 * @param newId makes an id for each item; the default counts them
 */
export const parseLesson = (text: string, newId: () => string = counter()): Parsed =>
  atOnce(new Reader(newId).read(text));

/** The same, line by line. */
export const parseInSteps = (text: string): Steps<Parsed> => new Reader(counter()).read(text);

function counter(): () => string {
  let n = 0;
  return () => `i${++n}`;
}

class Reader {
  private readonly faults: SyntaxFault[] = [];
  private readonly spans = new Map<string, ItemSpan>();
  private readonly header: Record<string, unknown> = {};
  private readonly items: Item[] = [];
  private readonly open: { block: RepeatBlock; span: Span }[] = [];
  private pending: string[] = [];

  constructor(private readonly newId: () => string) {}

  *read(text: string): Steps<Parsed> {
    const lines = storableText(text)
      .replace(/^\uFEFF/, '')
      .split(/\r\n|\r|\n/);
    if (lines.at(-1) === '') lines.pop();
    for (const [i, raw] of lines.slice(0, MOST_LINES).entries()) {
      this.readLine(cut(raw.slice(0, LONGEST_LINE), i + 1));
      if (raw.length > LONGEST_LINE) {
        const rest = { line: i + 1, column: LONGEST_LINE + 1, endColumn: raw.length + 1 };
        this.report({ code: 'line-too-long', most: LONGEST_LINE }, rest);
      }
      yield;
    }
    if (lines.length > MOST_LINES) {
      this.report(
        { code: 'too-long', most: MOST_LINES },
        { line: MOST_LINES + 1, column: 1, endColumn: 2 },
      );
    }
    while (this.open.length) {
      const { block, span } = this.open.pop()!;
      this.report({ code: 'repeat-unclosed' }, span);
      if (this.pending.length) block.tail = this.takePending();
    }
    const tail = this.takePending();
    const lesson = { version: 1, ...this.header, items: this.items, ...(tail.length && { tail }) };
    return { lesson: lesson as Lesson, faults: this.faults, spans: this.spans };
  }

  private readLine(line: Cut) {
    if (line.body === '') {
      this.pending.push(line.comment ?? '');
      return;
    }
    const [word = '', rest = ''] = splitFirst(line.body);
    const known = word.toLowerCase();
    switch (lineKind(line.body)) {
      case 'header':
        return this.readHeader(known, rest, line);
      case 'phase':
        return this.readPhase(rest, line);
      case 'repeat':
        return this.readRepeat(rest, line);
      case 'corners':
        return this.readCorners(rest, line);
      case 'ground':
        return this.readGround(known as GroundItem['what'], rest, line);
      case 'sheet':
        return this.readSheetLine(known as SheetItem['kind'], rest, line);
      case 'close':
        return this.closeRepeat(line);
      default:
        this.readMovement(line);
    }
  }

  private readHeader(word: string, rest: string, line: Cut) {
    const header = HEADERS[word]!;
    const part = header.read(rest);
    if (!part) {
      return this.unread(line, { code: 'bad-header', header: word, example: header.example });
    }
    const key = partOf(word);
    if (this.header[key]) return this.unread(line, { code: 'said-twice', header: word });
    this.header[key] = { ...(part[key] as object), ...this.trivia(line) };
  }

  private readPhase(rest: string, line: Cut) {
    const [name = '', time = ''] = splitFirst(rest);
    const minutes = /^(\d+(?:\.\d+)?)(?:\s*min(?:utes)?)?$/i.exec(time)?.[1];
    const phase = PHASES.find((p) => p === name.toLowerCase());
    if (!phase) {
      const column = line.column + line.body.indexOf(rest || line.body);
      const nearest = nearestWord(name.toLowerCase(), PHASES);
      return this.unread(
        line,
        { code: 'unexpected', found: name || null, expected: PHASES, nearest },
        { column, endColumn: column + name.length },
      );
    }
    const planned = Number(minutes);
    if (time !== '' && !within(PHASE_MIN, planned)) {
      return this.unread(line, {
        code: 'bad-header',
        header: 'phase',
        example: 'phase warm-up 12 min',
      });
    }
    const item: Phase = { kind: 'phase', id: this.newId(), name: phase, ...this.ofItem(line) };
    this.put(time === '' ? item : { ...item, minutes: planned }, line);
  }

  private readRepeat(rest: string, line: Cut) {
    const times = Number(/^(\d+)\s*\{$/.exec(rest)?.[1]);
    if (!within(TIMES, times)) {
      return this.unread(line, { code: 'bad-header', header: 'repeat', example: 'repeat 3 {' });
    }
    if (this.open.length >= MOST_NESTED) {
      return this.unread(line, { code: 'repeat-too-deep', most: MOST_NESTED });
    }
    const block: RepeatBlock = {
      kind: 'repeat',
      id: this.newId(),
      times,
      items: [],
      ...this.ofItem(line),
    };
    this.put(block, line);
    this.open.push({ block, span: spanOf(line) });
  }

  private closeRepeat(line: Cut) {
    const closed = this.open.pop();
    if (!closed) return this.unread(line, { code: 'bracket-unopened' });
    const { before, trailing } = this.trivia(line);
    if (before) closed.block.tail = before;
    if (trailing !== undefined) closed.block.closing = trailing;
  }

  private readCorners(rest: string, line: Cut) {
    const radiusM = Number(/^(\d+(?:\.\d+)?)(?:\s*m)?$/.exec(rest)?.[1]);
    if (!within(CORNER_M, radiusM)) {
      return this.unread(line, { code: 'bad-header', header: 'corners', example: 'corners 4' });
    }
    this.put({ kind: 'corners', id: this.newId(), radiusM, ...this.ofItem(line) }, line);
  }

  private readGround(what: GroundItem['what'], rest: string, line: Cut) {
    const item = readGround(what, rest);
    if (!item) {
      const { example } = GROUND[what];
      return this.unread(line, { code: 'bad-header', header: what, example });
    }
    this.put({ ...item, id: this.newId(), ...this.ofItem(line) }, line);
  }

  private readSheetLine(kind: SheetItem['kind'], rest: string, line: Cut) {
    const { read, example } = SHEET_LINES[kind];
    const item = read(rest);
    if (!item) return this.unread(line, { code: 'bad-header', header: kind, example });
    this.put({ ...item, id: this.newId(), ...this.ofItem(line) } as SheetItem, line);
  }

  private readMovement(line: Cut) {
    const begins = noteAt(line.body);
    const said = line.body.slice(0, begins);
    const note = line.body
      .slice(begins)
      .replace(/^\s*--/, '')
      .trim();
    const leaving = LEAVE.exec(said.trim());
    const { place, length } = leaving ? leavingAt(leaving[1]!) : readPlace(said);
    const tokens = tokenize(leaving ? 'leave' : said.slice(length), line.column + length);
    const instructions: Instruction[] = [];
    const spans: Span[] = [];
    let failed = false;
    for (const part of splitAtCommas(tokens)) {
      const read = readInstruction(part.tokens);
      const column = part.tokens[0]?.column ?? part.column;
      const endColumn = part.tokens.at(-1)?.endColumn ?? column + 1;
      if (read.ok) {
        instructions.push(read.value);
        spans.push({ line: line.number, column, endColumn });
        continue;
      }
      failed = true;
      const at = read.at ?? { column: endColumn, endColumn: endColumn + 1 };
      this.report(withKeywords(read.fault, instructions.length === 0 && !place), {
        line: line.number,
        column: at.column,
        endColumn: at.endColumn,
      });
    }
    if (!failed && !place && instructions.length === 0 && !note) {
      this.report(
        { code: 'unexpected', found: null, expected: ['A', 'circle'], nearest: null },
        spanOf(line),
      );
      failed = true;
    }
    const unfit = unfitIn(note, instructions.length);
    if (unfit) return this.unread(line, unfit);
    if (failed) return this.keep(line);
    this.put(
      {
        kind: 'line',
        id: this.newId(),
        place,
        instructions,
        ...(note && { note }),
        ...this.ofItem(line),
      },
      line,
      spans,
    );
  }

  private put(item: Item, line: Cut, instructions: readonly Span[] = []) {
    this.spans.set(item.id, { ...spanOf(line), instructions });
    (this.open.at(-1)?.block.items ?? this.items).push(item);
  }

  private unread(line: Cut, fault: FaultFacts, part: Partial<Span> = {}) {
    this.report(fault, { ...spanOf(line), ...part });
    this.keep(line);
  }

  private keep(line: Cut) {
    const before = this.takePending();
    this.put(
      { kind: 'unread', id: this.newId(), text: line.raw, ...(before.length && { before }) },
      line,
    );
  }

  private report(fault: FaultFacts, span: Span) {
    this.faults.push({ ...fault, ...span } as SyntaxFault);
  }

  /** Trivia of an item, with the set that begins there. */
  private ofItem(line: Cut): ReturnType<Reader['trivia']> & { set?: SetMark } {
    const { before, ...rest } = this.trivia(line);
    const at = before?.findIndex((comment) => comment !== '') ?? -1;
    const set = at < 0 ? null : readSetMark(before![at]!);
    if (!before || !set) return { ...rest, ...(before && { before }) };
    const others = before.toSpliced(at, 1);
    return { set, ...(others.length && { before: others }), ...rest };
  }

  private trivia(line: Cut): { before?: string[]; trailing?: string } {
    const before = this.takePending();
    return {
      ...(before.length && { before }),
      ...(line.comment !== undefined && { trailing: line.comment }),
    };
  }

  private takePending(): string[] {
    const taken = this.pending;
    this.pending = [];
    return taken;
  }
}

const GROUND: Readonly<Record<GroundItem['what'], { form: RegExp; example: string }>> = {
  poles: {
    form: /^(?<count>\d+)?(?:\s*spaced\s+(?<spaced>\d+(?:\.\d+)?)(?:\s*m)?)?\s*at\s+(?<letter>[a-z])(?:\s+(?<lay>staggered|across))?$/i,
    example: 'poles 3 spaced 2.4 at E staggered',
  },
  cone: { form: /^(?<letter>[a-z])$/i, example: 'cone E' },
  barrel: { form: /^(?<letter>[a-z])$/i, example: 'barrel X' },
};

/** Why a movement that can be read is not kept, or null. */
function unfitIn(note: string, instructions: number): FaultFacts | null {
  const { length } = note;
  if (!fits(NOTE, note)) return { code: 'note-unfit', length, most: NOTE.most };
  if (instructions > MOST_AT_ONCE) return { code: 'too-many-at-once', most: MOST_AT_ONCE };
  return null;
}

function readGround(what: GroundItem['what'], rest: string): Omit<GroundItem, 'id'> | null {
  const { letter, ...written } = GROUND[what].form.exec(rest)?.groups ?? {};
  if (!letter) return null;
  const count = written.count === undefined ? undefined : Number(written.count);
  const spacedM = written.spaced === undefined ? undefined : Number(written.spaced);
  const lay = LAYS.find((known) => known === written.lay?.toLowerCase());
  if (count !== undefined && !within(POLES, count)) return null;
  if (spacedM !== undefined && !within(SPACED_M, spacedM)) return null;
  return {
    kind: 'ground',
    what,
    letter: letter.toUpperCase(),
    ...(count !== undefined && { count }),
    ...(spacedM !== undefined && { spacedM }),
    ...(lay && { lay }),
  };
}

/** Trailing spaces say nothing and are dropped. */
function cut(raw: string, number: number): Cut {
  const end = commentAt(raw);
  const body = raw.slice(0, end).trim();
  return {
    number,
    body,
    column: raw.length - raw.trimStart().length + 1,
    comment: end < raw.length ? raw.slice(end + 1).trimEnd() : undefined,
    raw: raw.trim(),
  };
}

const spanOf = (line: Cut): Span => ({
  line: line.number,
  column: line.column,
  endColumn: line.column + line.body.length,
});

function splitFirst(text: string): [string, string] {
  const space = text.search(/\s/);
  return space < 0 ? [text, ''] : [text.slice(0, space), text.slice(space).trim()];
}

const LEAVE = /^leave\s+([a-z])$/i;

/** `leave A` names its place after the word. */
const leavingAt = (letter: string): PlaceRead => ({
  place: { kind: 'at', letter: letter.toUpperCase() },
  length: 0,
});

/** The instructions between commas. A line with a place alone has none. */
function splitAtCommas(tokens: readonly Token[]): { tokens: Token[]; column: number }[] {
  if (tokens.length === 0) return [];
  const parts: { tokens: Token[]; column: number }[] = [{ tokens: [], column: tokens[0]!.column }];
  for (const token of tokens) {
    if (token.kind === 'comma') parts.push({ tokens: [], column: token.column });
    else parts.at(-1)!.tokens.push(token);
  }
  return parts;
}

/** At the start of a line the words of the head and of phases are known too. */
function withKeywords(fault: FaultFacts, atStart: boolean): FaultFacts {
  if (!atStart || fault.code !== 'unknown-word') return fault;
  return { ...fault, nearest: nearestWord(fault.word, [...KEYWORDS, ...FIRST_WORDS]) };
}
