import { DEFAULT_INSET_M } from '../arena/arena.ts';
import { MOVING_GAITS, usualPace, type MovingGait } from '../gaits/paces.ts';
import type { Stage } from '../gaits/stage.ts';
import {
  APPROACHES,
  arenaSchema,
  approachSchema,
  lessonSchema,
  type Lesson,
} from '../lesson/document.ts';

/**
 * The lines at the head of a lesson. Each reads what follows its word and answers the part of the
 * document it makes, or null; `example` is shown when it cannot be read.
 */
interface Header {
  readonly example: string;
  read(rest: string): Partial<Lesson> | null;
}

const quoted = (rest: string): string | null => /^"([^"]*)"$/.exec(rest)?.[1] ?? null;

/** The part as the document's own schema accepts it, or null. */
function checked(part: Partial<Lesson>): Partial<Lesson> | null {
  return lessonSchema.safeParse({ version: 1, items: [], ...part }).success ? part : null;
}

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
  return checked({
    start: { how, letter: letter.toUpperCase(), gait, pace, rein } as Lesson['start'],
  });
}

export const HEADERS: Readonly<Record<string, Header>> = {
  lesson: {
    example: 'lesson "Loosen, then sideways"',
    read(rest) {
      const text = quoted(rest);
      return text === null ? null : checked({ title: { text } });
    },
  },
  test: {
    example: 'test "Our own first" for stage 2',
    read(rest) {
      const [, text, stage] = /^"([^"]*)"(?:\s+for\s+stage\s+(\d))?$/i.exec(rest) ?? [];
      if (text === undefined) return null;
      const test = stage === undefined ? {} : { stage: Number(stage) as Stage };
      return checked({ title: { text, test } });
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
      const arena = arenaSchema.safeParse({
        widthM: Number(found[1]),
        lengthM: Number(found[2]),
        insetM: found[3] === undefined ? DEFAULT_INSET_M : Number(found[3]),
      });
      return arena.success ? { arena: arena.data } : null;
    },
  },
  horse: {
    example: 'horse "Bramble"',
    read(rest) {
      const name = quoted(rest);
      return name ? checked({ horse: { name } }) : null;
    },
  },
  approach: {
    example: `approach ${APPROACHES.join(' | ')}`,
    read(rest) {
      const name = approachSchema.safeParse(rest.toLowerCase());
      return name.success ? { approach: { name: name.data } } : null;
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
