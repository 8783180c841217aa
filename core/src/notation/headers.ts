import { DEFAULT_INSET_M } from '../arena/arena.ts';
import { MOVING_GAITS, PACES, usualPace, type MovingGait } from '../gaits/paces.ts';
import { STAGE_NUMBERS } from '../gaits/stage.ts';
import type { Lesson } from '../lesson/document.ts';
import { APPROACHES, ARENA, fits, TITLE } from '../lesson/terms.ts';
import { within } from '../numbers.ts';

/**
 * The lines at the head of a lesson. Each reads what follows its word and answers the part of the
 * document it makes, or null; `example` is shown when it cannot be read.
 */
interface Header {
  readonly example: string;
  read(rest: string): Partial<Lesson> | null;
}

const quoted = (rest: string): string | null => {
  const text = /^"([^"]*)"$/.exec(rest)?.[1];
  return text !== undefined && fits(TITLE, text) ? text : null;
};

const SIDES = ['widthM', 'lengthM', 'insetM'] as const;

function readStart(how: 'start' | 'enter', rest: string): Partial<Lesson> | null {
  const [letter, ...words] = rest.split(/\s+/);
  if (!letter || !/^[a-z]$/i.test(letter)) return null;
  const left = words.map((w) => w.toLowerCase());
  const takeOne = (known: readonly string[]): string | undefined => {
    const i = left.findIndex((w) => known.includes(w));
    return i < 0 ? undefined : left.splice(i, 1)[0];
  };
  const rein = takeOne(['left', 'right']) ?? 'left';
  const gait = (takeOne(MOVING_GAITS) ?? 'walk') as MovingGait;
  const pace = left.shift() ?? usualPace(gait);
  if (left.length > 0) return null;
  const paces: readonly string[] = PACES[gait];
  return paces.includes(pace)
    ? { start: { how, letter: letter.toUpperCase(), gait, pace, rein } as Lesson['start'] }
    : null;
}

export const HEADERS: Readonly<Record<string, Header>> = {
  lesson: {
    example: 'lesson "Loosen, then sideways"',
    read(rest) {
      const text = quoted(rest);
      return text === null ? null : { title: { text } };
    },
  },
  test: {
    example: 'test "Our own first" for stage 2',
    read(rest) {
      const [, text, stage] = /^"([^"]*)"(?:\s+for\s+stage\s+(\d))?$/i.exec(rest) ?? [];
      if (text === undefined || !fits(TITLE, text)) return null;
      if (stage === undefined) return { title: { text, test: {} } };
      const known = STAGE_NUMBERS.find((n) => n === Number(stage));
      return known ? { title: { text, test: { stage: known } } } : null;
    },
  },
  arena: {
    example: 'arena 20x60 inset 0.5',
    read(rest) {
      const found =
        /^(\d+(?:\.\d+)?)\s*x\s*(\d+(?:\.\d+)?)(?:\s*m)?(?:\s+inset\s+(\d+(?:\.\d+)?)(?:\s*m)?)?$/i.exec(
          rest,
        );
      if (!found) return null;
      const arena = {
        widthM: Number(found[1]),
        lengthM: Number(found[2]),
        insetM: found[3] === undefined ? DEFAULT_INSET_M : Number(found[3]),
      };
      const fitting = SIDES.every((side) => within(ARENA[side], arena[side]));
      return fitting ? { arena } : null;
    },
  },
  horse: {
    example: 'horse "Bramble"',
    read(rest) {
      const name = quoted(rest);
      return name ? { horse: { name } } : null;
    },
  },
  approach: {
    example: `approach ${APPROACHES.join(' | ')}`,
    read(rest) {
      const name = APPROACHES.find((known) => known === rest.toLowerCase());
      return name ? { approach: { name } } : null;
    },
  },
  start: { example: 'start A walk medium left', read: (rest) => readStart('start', rest) },
  enter: { example: 'enter A trot working', read: (rest) => readStart('enter', rest) },
};

const PARTS: Readonly<Record<string, keyof Lesson>> = {
  lesson: 'title',
  test: 'title',
  enter: 'start',
};

/** `lesson` and `test`, and `start` and `enter`, fill the same part of the document. */
export const partOf = (header: string): keyof Lesson => PARTS[header] ?? (header as keyof Lesson);
