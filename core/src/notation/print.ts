import { roundTo } from '../units.ts';
import { DEFAULT_INSET_M } from '../arena/arena.ts';
import { formOf } from '../lesson/forms.ts';
import { printPattern } from '../forms/pattern.ts';
import { slotOf } from '../forms/slots.ts';
import type {
  GroundItem,
  Instruction,
  Item,
  Lesson,
  LessonLine,
  Place,
  SetMark,
  Start,
} from '../lesson/document.ts';
import { printSetMark } from './setMark.ts';
import { printSheetItem } from './sheetLines.ts';

const number = (value: number): string => String(roundTo(value, 6));

export function printPlace(place: Place): string {
  switch (place.kind) {
    case 'at':
      return place.letter;
    case 'route':
      return place.letters.join('-');
    case 'along':
      return `${place.from}..${place.to}`;
    case 'between':
      return place.letters.join('/');
  }
}

export function printInstruction(instruction: Instruction): string {
  const { form, params, times, lastsS, until, at, then } = instruction;
  return [
    then && 'then',
    printPattern(formOf(form).pattern, params),
    times !== undefined && `x${times}`,
    lastsS !== undefined && `for ${slotOf('duration').say(lastsS)}`,
    until && `until ${until.what}${until.max === undefined ? '' : ` max ${until.max}`}`,
    at !== undefined && `at ${at}`,
  ]
    .filter(Boolean)
    .join(' ');
}

/** The line without its note: what is called out at the ringside. */
export function printLine({ place, instructions }: LessonLine): string {
  const [first] = instructions;
  if (first?.form === 'leave' && instructions.length === 1 && place?.kind === 'at') {
    return `leave ${place.letter}`;
  }
  const said = instructions.map(printInstruction).join(', ');
  return [place && printPlace(place), said].filter(Boolean).join(' ');
}

function printStart({ how, letter, gait, pace, rein }: Start): string {
  // Who enters up the centre line is on the left rein until the first turn, unless it is said.
  return `${how} ${letter} ${gait} ${pace}${how === 'enter' && rein === 'left' ? '' : ` ${rein}`}`;
}

function printGround({ what, count, spacedM, letter, lay }: GroundItem): string {
  if (what !== 'poles') return `${what} ${letter}`;
  return [
    'poles',
    count !== undefined && number(count),
    spacedM !== undefined && `spaced ${number(spacedM)}`,
    `at ${letter}`,
    lay,
  ]
    .filter(Boolean)
    .join(' ');
}

/** One item by itself, without its note and comments: what it is called in a list. */
export function printItem(item: Item): string {
  switch (item.kind) {
    case 'line':
      return printLine(item);
    case 'phase':
      return `phase ${item.name}${item.minutes === undefined ? '' : ` ${number(item.minutes)} min`}`;
    case 'corners':
      return `corners ${number(item.radiusM)}`;
    case 'ground':
      return printGround(item);
    case 'box':
    case 'collective':
    case 'errors':
      return printSheetItem(item);
    case 'unread':
      return item.text;
    case 'repeat':
      return `repeat ${item.times} {`;
  }
}

function printTitle({ text, test }: NonNullable<Lesson['title']>): string {
  if (!test) return `lesson "${text}"`;
  return `test "${text}"${test.stage === undefined ? '' : ` for stage ${test.stage}`}`;
}

interface Trivia {
  set?: SetMark | undefined;
  before?: readonly string[] | undefined;
  trailing?: string | undefined;
}

/** The mark of a set stands before the other comments, below the empty lines. */
function withMark(before: readonly string[], set: SetMark | undefined): readonly string[] {
  if (!set) return before;
  const at = before.findIndex((line) => line !== '');
  return before.toSpliced(at < 0 ? before.length : at, 0, printSetMark(set));
}

/** A lesson as text in its normal form: the header in its order, one line a movement, two spaces in a repeat. */
export function printLesson(lesson: Lesson): string {
  const out: string[] = [];
  const comment = (text: string) => (text === '' ? '' : `#${text}`);
  const put = (text: string, { set, before = [], trailing }: Trivia, indent = '') => {
    for (const line of withMark(before, set))
      out.push(line === '' ? '' : `${indent}${comment(line)}`);
    out.push(`${indent}${text}${trailing === undefined ? '' : `  #${trailing}`}`);
  };
  const putItem = (item: Item, indent: string) => {
    if (item.kind === 'line') {
      const note = item.note ? ` -- ${item.note}` : '';
      put(`${printLine(item)}${note}`.trim(), item, indent);
    } else if (item.kind === 'repeat') {
      put(printItem(item), item, indent);
      for (const inner of item.items) putItem(inner, `${indent}  `);
      for (const line of item.tail ?? [])
        out.push(line === '' ? '' : `${indent}  ${comment(line)}`);
      put('}', { trailing: item.closing }, indent);
    } else put(printItem(item), item, indent);
  };
  const { title, arena, horse, approach, start } = lesson;
  if (title) put(printTitle(title), title);
  if (arena) {
    const inset = arena.insetM === DEFAULT_INSET_M ? '' : ` inset ${number(arena.insetM)}`;
    put(`arena ${number(arena.widthM)}x${number(arena.lengthM)}${inset}`, arena);
  }
  if (horse) put(`horse "${horse.name}"`, horse);
  if (approach) put(`approach ${approach.name}`, approach);
  if (start) put(printStart(start), start);
  for (const item of lesson.items) putItem(item, '');
  for (const line of lesson.tail ?? []) out.push(comment(line));
  return out.length ? `${out.join('\n')}\n` : '';
}
