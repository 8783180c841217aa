import { spawnSync } from 'node:child_process';
import { describe, expect, test } from '@jest/globals';
import { letterOnTrack, lettersOf, metresOutside, type Letter } from '../arena/arena.ts';
import { distanceM } from '../geometry/curve.ts';
import { arenaOf } from '../lesson/arenaOf.ts';
import type { Item, Lesson, LessonLine } from '../lesson/document.ts';
import { mirrorLesson } from '../lesson/mirror.ts';
import { parseLesson } from '../notation/parse.ts';
import { printLesson } from '../notation/print.ts';
import { textOf } from '../testing/examples.ts';
import { SAME_M, wrapRad } from '../units.ts';
import { compileRide, rideFrom, horseAtPoint } from './compile.ts';
import type { Ride } from './types.ts';
import { FORM_IDS, formOf, type FormId } from '../lesson/forms.ts';
import { ANY_HORSE } from '../gaits/horse.ts';

/**
 * Every figure after every other. A pair is tried where the second can be ridden by itself from the place,
 * the direction and the course on which the first ends, and both stay inside the arena: then the pair does.
 *
 * Not tried: settings, which ride no line of their own; `leave`, after which nothing comes; the turns and
 * courses that need a place the first does not end at (they are tried wherever it does); what is done in
 * hand on the spot, and what is led out of a canter.
 */

/** Every tenth pair, others with every commit; all of them with `npm run joins`. */
const EVERY = process.env['JOINS'] === 'all' ? 1 : 10;
const OFFSET = EVERY === 1 ? 0 : commitNumber() % EVERY;

/** The present commit as a number; 0 in a copy without its history. */
function commitNumber(): number {
  const { stdout } = spawnSync('git', ['rev-parse', '--short=6', 'HEAD'], { encoding: 'utf8' });
  return parseInt(stdout, 16) || 0;
}

const HORSE = { ...ANY_HORSE, stage: 8 as const };
const ARENAS = [
  { widthM: 20, lengthM: 60 },
  { widthM: 20, lengthM: 40 },
] as const;
/** Ways on to other letters that are tried after one figure. */
const MOST_ROUTES = 2;
const TOLERANCE_M = 0.05;

interface Sample {
  readonly form: FormId;
  readonly line: LessonLine;
  /** It goes from one letter to another. */
  readonly route: boolean;
  readonly canter: boolean;
}

const STANDING: readonly FormId[] = [
  'inHandLowerHead',
  'inHandFlex',
  'inHandShoulders',
  'inHandQuarters',
];
const isLed = (id: FormId): boolean => id.startsWith('inHand');

/** One way of riding each act, without its place. */
const SAMPLES: readonly Sample[] = FORM_IDS.filter(
  (id) => formOf(id).group === 'act' && id !== 'leave' && !STANDING.includes(id),
).flatMap((form) => {
  const seen = new Set<string>();
  return formOf(form).examples.flatMap((example) => {
    const items = parseLesson(textOf(example)).lesson.items;
    const line = items.at(-1);
    if (line?.kind !== 'line') return [];
    const route = line.place !== null && line.place.kind !== 'at';
    if (seen.has(`${route}`)) return [];
    seen.add(`${route}`);
    return [{ form, line, route, canter: /canter/.test(example.before ?? '') }];
  });
});

const lessonOf = (
  arena: (typeof ARENAS)[number],
  start: Lesson['start'],
  items: Item[],
): Lesson => ({
  version: 1,
  arena: { ...arena, insetM: 0.5 },
  ...(start && { start }),
  items,
});

const at = (sample: Sample, id: string, place: LessonLine['place']): LessonLine => ({
  ...sample.line,
  id,
  place,
});

/** A pace that is taken up again, and a line that is left open at the end, are no faults of a join. */
const NO_FAULTS = ['pace-resumed', 'course-not-continued'];
const codes = (ride: Ride) =>
  ride.faults.map((f) => f.fault.code).filter((code) => !NO_FAULTS.includes(code));

const outsideM = (ride: Ride) =>
  Math.max(0, ...ride.path.pieces.map((p) => metresOutside(ride.arena, p.curve.bounds())));

/** The largest step of the place, and of the heading where a horse could ride it. */
function gaps(ride: Ride): { placeM: number; headingRad: number } {
  let [placeM, headingRad] = [0, 0];
  const { pieces } = ride.path;
  for (let i = 1; i < pieces.length; i++) {
    const [a, b] = [pieces[i - 1]!, pieces[i]!];
    const [end, begin] = [a.curve.at(a.curve.lengthM), b.curve.at(0)];
    placeM = Math.max(placeM, distanceM(end, begin));
    const onTwoTracks = [a, b].some((p) => p.bodyRad !== undefined || p.backwards);
    const onTheSpot = ride.spans.some(
      (s) => s.turnRad !== 0 && Math.abs(s.startM - b.startM) < 1e-6,
    );
    if (onTwoTracks || onTheSpot) continue;
    headingRad = Math.max(headingRad, Math.abs(wrapRad(begin.headingRad - end.headingRad)));
  }
  return { placeM, headingRad };
}

/** Where a second figure may begin: where the first ended, or on the way to each letter that can be meant. */
function placesAfter(
  first: Ride,
  sample: Sample,
  letters: readonly Letter[],
): LessonLine['place'][] {
  if (!sample.route) return [null];
  const { path, arena } = first;
  const end = path.at(path.lengthM);
  const here = letters.find((l) => distanceM(letterOnTrack(arena, l), end) < SAME_M);
  if (!here) return [];
  return letters
    .filter((l) => l !== here)
    .map((l) => ({ kind: 'route', letters: [here.name, l.name] }));
}

interface Tried {
  pairs: number;
  /** The second by itself leaves the arena. */
  outside: number;
  /** The second goes back against the first, which is said as a fault. */
  back: number;
  bad: string[];
}

const gaitsOf = ({ canter, form }: Sample): ('trot' | 'canter')[] =>
  canter ? ['canter'] : isLed(form) ? ['trot'] : ['trot', 'canter'];

function tryAll(arenaIndex: 0 | 1, rein: 'left' | 'right'): Tried {
  const size = ARENAS[arenaIndex];
  const tried: Tried = { pairs: 0, outside: 0, back: 0, bad: [] };
  const seen = new Set<string>();
  let candidates = 0;
  const letters = lettersOf(arenaOf(lessonOf(size, undefined, [])));
  for (const letter of letters) {
    for (const first of SAMPLES) {
      for (const gait of gaitsOf(first)) {
        const start = {
          how: 'start',
          letter: letter.name,
          gait,
          pace: 'collected',
          rein,
        } as const;
        const firsts = first.route
          ? letters.filter((l) => l !== letter).map((l) => [letter.name, l.name])
          : [null];
        for (const route of firsts) {
          const one = at(
            first,
            'one',
            route && { kind: 'route', letters: route as [string, string] },
          );
          const alone = lessonOf(size, start, [one]);
          const ridden = compileRide(alone, HORSE);
          if (codes(ridden).length > 0 || outsideM(ridden) > TOLERANCE_M) continue;
          const standing = horseAtPoint(alone, 'end', HORSE);
          for (const second of SAMPLES) {
            if (second.canter !== (gait === 'canter')) continue;
            if (candidates++ % EVERY !== OFFSET) continue;
            let routes = 0;
            for (const place of placesAfter(ridden, second, letters)) {
              const two = at(second, 'two', place);
              const after = rideFrom(standing, [two]);
              if (codes(after).length > 0) continue;
              if (outsideM(after) > TOLERANCE_M) {
                tried.outside++;
                continue;
              }
              const pair = lessonOf(size, start, [one, two]);
              const both = compileRide(pair, HORSE);
              if (codes(both).includes('turns-back')) {
                tried.back++;
                continue;
              }
              tried.pairs++;
              const wrong = faultOf(both) ?? (routes === 0 ? imageFault(pair, both) : null);
              const key = `${first.form} ${second.form} ${wrong?.replace(/[\d.-]+/g, '')}`;
              if (wrong && !seen.has(key)) {
                seen.add(key);
                tried.bad.push(`${wrong}\n${printLesson(pair)}`);
              }
              if (++routes === MOST_ROUTES) break;
            }
          }
        }
      }
    }
  }
  return tried;
}

function faultOf(ride: Ride): string | null {
  const said = codes(ride);
  if (said.length > 0) return said.join();
  const outside = outsideM(ride);
  if (outside > TOLERANCE_M) return `${outside.toFixed(2)} m outside`;
  const { placeM, headingRad } = gaps(ride);
  if (placeM > 1e-6) return `a jump of ${placeM} m`;
  if (headingRad > 1e-6) return `the heading jumps by ${headingRad} rad`;
  const sum = ride.movements.reduce((total, m) => total + m.metres, 0);
  if (Math.abs(sum - ride.path.lengthM) > 1e-6) return `${sum} m of ${ride.path.lengthM} m`;
  return null;
}

/** On the other rein it is the same: the mirror image is as long, with left for right. */
function imageFault(lesson: Lesson, { totals }: Ride): string | null {
  const image = compileRide(mirrorLesson(lesson), HORSE).totals;
  const same = (a: number, b: number) => Math.abs(a - b) < 1e-6;
  return same(image.metres, totals.metres) && same(image.rein.left.metres, totals.rein.right.metres)
    ? null
    : 'another mirror image';
}

// Each pair is ridden on the other rein too, as its mirror image.
describe.each([
  [0, 'left'],
  [1, 'left'],
] as const)('in arena %i on the %s rein', (arena, rein) => {
  test('every figure joins every other', () => {
    const { pairs, outside, back, bad } = tryAll(arena, rein);
    expect(bad).toEqual([]);
    expect(pairs).toBeGreaterThan(15_000 / EVERY);
    // What is left out is a small part of the whole.
    expect((outside + back) / pairs).toBeLessThan(0.3);
  }, 600_000);
});
