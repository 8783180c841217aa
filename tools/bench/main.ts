import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Bench } from 'tinybench';
import { v7 } from 'uuid';
import { beatStrokes } from '../../core/src/drawing/strokes.ts';
import { svgPathOf } from '../../core/src/drawing/svgPath.ts';
import { parseLesson } from '../../core/src/notation/parse.ts';
import { reviewLesson } from '../../core/src/review/review.ts';
import { compileRide } from '../../core/src/ride/compile.ts';
import { sampleRide } from '../../core/src/ride/sample.ts';
import highsLoader from 'highs';
import { SCALES } from '../../core/src/scales.ts';
import { candidatesOf } from '../../core/src/planner/candidates.ts';
import { highsSolver, type HighsRuntime } from '../../core/src/planner/highs.ts';
import { planLesson } from '../../core/src/planner/plan.ts';
import { horseFileSchema, wishesSchema } from '../../core/src/planner/request.ts';
import { select } from '../../core/src/planner/selection.ts';
import { frameOf } from '../../core/src/planner/timing.ts';
import { planProgramme } from '../../core/src/programme/programme.ts';
import { programmeWishesSchema } from '../../core/src/programme/request.ts';
import { seedDemo } from '../../server/src/demo/seed.ts';
import { connect } from '../../server/src/db/connect.ts';
import { fiveYears } from './fiveYears.ts';
import { forecast } from './forecast.ts';
import { load, serveFiveYears } from './load.ts';
import { school, serveSchool } from './school.ts';
import { createBook } from '../../server/src/repositories/book.ts';

/** A table for people: milliseconds, the median first. */
function printTable(bench: Bench): void {
  const ms = (value: number | undefined) =>
    (value === undefined ? '–' : value.toFixed(value < 10 ? 2 : 0)).padStart(9);
  console.log(
    `${'milliseconds'.padEnd(52)} ${'median'.padStart(9)} ${'99 %'.padStart(9)} ${'worst'.padStart(9)}`,
  );
  for (const { name, result } of bench.tasks) {
    const latency = result && 'latency' in result ? result.latency : undefined;
    console.log(`${name.padEnd(52)} ${ms(latency?.p50)} ${ms(latency?.p99)} ${ms(latency?.max)}`);
  }
}

/** The folder of the migrations, filled in when this is bundled. */
declare const MIGRATIONS: string;

/** Speed as medians, to be read and compared by people; nothing fails here. */

const BLOCK = `A trot working
C circle left 20 -- keep the beat
H-X-F change rein
A circle right 20, stretch
K-H loop 5
B circle right 15
M-X-K change rein, canter left at X
A circle left 20
B trot working
C walk medium
E half circle left 10 return H
M-X-K change rein
`;
const lessonOf = (blocks: number) =>
  `arena 20x60\nstart A walk medium left\nphase work 30 min\n${BLOCK.repeat(blocks)}`;
const LINES_A_BLOCK = 12;

async function core() {
  const bench = new Bench({ time: 600 });
  for (const blocks of [1, 5, 10]) {
    const text = lessonOf(blocks);
    bench.add(`parse + compile + review, ${blocks * LINES_A_BLOCK} lines`, () => {
      const parsed = parseLesson(text);
      reviewLesson(parsed.lesson, compileRide(parsed.lesson), parsed);
    });
  }
  const hundred = lessonOf(9);
  bench.add('parse alone, 108 lines', () => void parseLesson(hundred));
  const ride = compileRide(parseLesson(lessonOf(5)).lesson);
  bench.add('draw, 60 lines', () => {
    for (const stroke of beatStrokes(ride)) svgPathOf((sink) => stroke.draw(sink));
  });
  let t = 0;
  bench.add('sample a pose', () => void sampleRide(ride, (t = (t + 7.3) % ride.totals.seconds)));
  await bench.run();
  printTable(bench);
}

/** A 45-minute lesson from the whole shelf: the choice within 1 %, the placement, the review. */
async function planning() {
  const solve = highsSolver((await highsLoader()) as unknown as HighsRuntime);
  const bench = new Bench({ iterations: 4, time: 0, warmupIterations: 1, warmupTime: 0 });
  const level = (mean: number) => ({
    left: { mean, sd: 0.5 },
    right: { mean: mean + 0.4, sd: 0.5 },
  });
  for (const stage of [2, 4, 6, 8] as const) {
    const levels = Object.fromEntries(
      SCALES.map((s, i) => [s, level(5.6 + 0.2 * stage - 0.2 * i)]),
    );
    const request = {
      horse: horseFileSchema.parse({ name: 'Bench', stage, hollowSide: 'left', levels }),
      wishes: wishesSchema.parse({
        minutes: 45,
        arena: { widthM: 20, lengthM: 60 },
        date: '2026-06-15',
      }),
    };
    const { candidates } = candidatesOf(request);
    const options = { gap: 0.01, seconds: 2, seed: 1 };
    bench.add(`choose from ${candidates.length} candidates, stage ${stage}`, async () => {
      await select(candidates, request, frameOf(request), solve, options);
    });
    bench.add(`plan 45 min, stage ${stage}`, async () => void (await planLesson(request, solve)));
  }
  await bench.run();
  printTable(bench);
}

/** The weeks ahead, for a young, a usual and a fit horse, and a goal with a date. */
async function programme() {
  const solve = highsSolver((await highsLoader()) as unknown as HighsRuntime);
  const bench = new Bench({ time: 500, iterations: 8, warmupIterations: 2 });
  const levels = Object.fromEntries(
    SCALES.map((scale, i) => {
      const mean = 6.8 - 0.5 * i;
      return [scale, { left: { mean, sd: 0.4 }, right: { mean: mean + 0.4, sd: 0.4 } }];
    }),
  );
  const goal = { kind: 'test', title: 'Bench', percent: 66, date: '2026-10-03' };
  for (const [called, horse, wished] of [
    ['16 weeks, four years old', { stage: 1, age: 4 }, {}],
    ['16 weeks, stage 3', { stage: 3, equipment: ['poles'] }, {}],
    ['16 weeks to a test, stage 5', { stage: 5 }, { goal }],
    ['16 weeks, stage 7, fit', { stage: 7, fitness: 'fit' }, {}],
    ['26 weeks, stage 6', { stage: 6 }, { weeks: 26 }],
  ] as const) {
    const request = {
      horse: horseFileSchema.parse({ name: 'Bench', levels, ...horse }),
      wishes: programmeWishesSchema.parse({
        goal: { kind: 'keep going' },
        date: '2026-06-15',
        weeks: 16,
        ...wished,
      }),
    };
    bench.add(called, async () => void (await planProgramme(request, solve)));
  }
  await bench.run();
  printTable(bench);
}

async function timed<T>(name: string, run: () => Promise<T>): Promise<T> {
  const began = performance.now();
  const result = await run();
  console.log(`${name.padEnd(52)} ${(performance.now() - began).toFixed(0).padStart(7)} ms`);
  return result;
}

async function database() {
  const folder = mkdtempSync(join(tmpdir(), 'canter-book-bench-'));
  const open = () => connect({ kind: 'folder', folder }, MIGRATIONS);
  const first = await timed('open a new book', open);
  const book = createBook(first.db);
  await timed('write the demo yard', () => seedDemo(book, new Date('2026-06-15T12:00:00Z')));
  const [horse] = await book.horses.list();
  const session = {
    id: v7(),
    revision: 0,
    horseId: horse!.id,
    riderId: null,
    lessonId: null,
    document: null,
    date: '2026-06-15',
    startedAt: '2026-06-15T10:00:00Z',
    endedAt: null,
    minutes: null,
    notes: '',
    homework: '',
  };
  await book.sessions.save(session);
  const marks = Array.from({ length: 5000 }, () => ({
    id: v7(),
    sessionId: session.id,
    at: session.startedAt,
    kind: 'mark' as const,
    scale: 'contact' as const,
    rein: 'left' as const,
    value: 6,
  }));
  await timed('append 5,000 observations', () => book.observations.append(marks));
  await book.maintain();
  await first.close();
  const second = await timed('open the book again', open);
  const again = createBook(second.db);
  const bench = new Bench({ time: 600 });
  bench.add('a horse’s readings', async () => void (await again.evidence.readings(horse!.id)));
  bench.add(
    'the last sessions with their tries',
    async () => void (await again.sessions.list({ limit: 60 })),
  );
  await bench.run();
  printTable(bench);
  await second.close();
  rmSync(folder, { recursive: true, force: true });
}

/** All of them, or those that are named: `npm run bench -- planning`. */
const BENCHES = { core, planning, programme, database, fiveYears, load, forecast } as const;
const named = process.argv.slice(2);
if (named[0] === 'serveFiveYears') await serveFiveYears();
else if (named[0] === 'serveSchool') await serveSchool();
// It takes a quarter of an hour: only when it is named.
else if (named[0] === 'school') await school();
else
  for (const [name, bench] of Object.entries(BENCHES)) {
    if (named.length === 0 || named.includes(name)) await bench();
  }
process.exit();
