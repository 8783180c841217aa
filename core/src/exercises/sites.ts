import { findLetter, type Arena } from '../arena/arena.ts';
import { otherRein, type Rein } from '../arena/rein.ts';
import type { Lesson } from '../lesson/document.ts';
import { flipLesson, mirrorLesson } from '../lesson/mirror.ts';
import { parseLesson } from '../notation/parse.ts';
import { printItem } from '../notation/print.ts';
import type { Exercise, Rung } from './exercise.ts';

/** A rung of an exercise laid down at one place of an arena, on one rein. */
export interface Site {
  readonly rein: Rein;
  /** The letter it begins at. */
  readonly at: string;
  /** Its lines in shorthand. */
  readonly text: string;
}

/** The size of an arena as shorthand has it. */
export const arenaText = ({ widthM, lengthM, insetM }: Arena): string =>
  `arena ${widthM}x${lengthM} inset ${insetM}`;

const filled = (template: string, gaps: Rung['gaps'], at: string): string =>
  template.replace(/\{(\w+)\}/g, (whole, name: string) =>
    name === 'at' ? at : String(gaps[name] ?? whole),
  );

/**
 * Everywhere a rung can be laid: at each letter it offers, and by the symmetry of the arena at the other
 * end and on the other rein. A letter the arena does not have is not offered.
 */
export const sitesOf = (exercise: Exercise, rung: Rung, arena: Arena): Site[] => [
  ...sites(exercise, rung, arena),
];

/** The first of the sites, without working out the others. */
export const firstSite = (exercise: Exercise, rung: Rung, arena: Arena): Site | undefined =>
  sites(exercise, rung, arena).next().value ?? undefined;

function* sites(exercise: Exercise, rung: Rung, arena: Arena): Generator<Site, void> {
  if (arena.lengthM < (rung.leastLengthM ?? 0)) return;
  const template = rung.template ?? exercise.template;
  const letters = rung.at ?? exercise.at;
  const places = template.includes('{at}') ? letters : [''];
  const found = new Set<string>();
  for (const at of places) {
    const text = filled(template, rung.gaps, at);
    const read = parseLesson(`${arenaText(arena)}\n${text}\n`);
    if (read.faults.length > 0 || !lettersExist(text, arena)) continue;
    for (const [lesson, rein] of images(read.lesson)) {
      const text = lesson.items.map(printItem).join('\n');
      if (found.has(`${rein} ${text}`)) continue;
      found.add(`${rein} ${text}`);
      yield { rein, at: firstLetter(lesson), text };
    }
  }
}

/** The lesson and its images: from the other end on the same rein, and both on the other. */
function* images(lesson: Lesson): Generator<[Lesson, Rein], void> {
  yield [lesson, 'left'];
  const flipped = flipLesson(lesson);
  yield [flipped, 'left'];
  yield [mirrorLesson(lesson), otherRein('left')];
  yield [mirrorLesson(flipped), otherRein('left')];
}

const LETTER = /\b[A-Z]\b/g;

/** Every letter a template names stands in the arena. */
const lettersExist = (text: string, arena: Arena): boolean =>
  (text.match(LETTER) ?? []).every((letter) => findLetter(arena, letter) !== undefined);

/** The first line that is ridden says where it begins; what stands on the ground does not. */
const firstLetter = (lesson: Lesson): string => {
  const line = lesson.items.find((item) => item.kind === 'line');
  return (line && printItem(line).match(LETTER)?.[0]) ?? 'A';
};

/** The gaps a rung has to fill; the letter is not one of them. */
export const gapsIn = (template: string): string[] => [
  ...new Set(
    [...template.matchAll(/\{(\w+)\}/g)].map((m) => m[1]!).filter((name) => name !== 'at'),
  ),
];

/** A sentence on the fault of a rung's template, for the person who wrote it; null when there is none. */
export function templateFault(exercise: Exercise, rung: Rung): string | null {
  const template = rung.template ?? exercise.template;
  const letters = rung.at ?? exercise.at;
  if (template.includes('{at}') && letters.length === 0) return 'name a letter for {at}';
  const missing = gapsIn(template).find((name) => rung.gaps[name] === undefined);
  if (missing) return `the rung “${rung.name}” says nothing for {${missing}}`;
  return null;
}
