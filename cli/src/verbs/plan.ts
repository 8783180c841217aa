import { leaveLabel } from '@canter-book/core/exercises/leaveLabel';
import type { Command } from 'commander';
import type { z } from 'zod';
import { parseLesson } from '@canter-book/core/notation/parse';
import { planLesson, type Plan } from '@canter-book/core/planner/plan';
import {
  horseFileSchema,
  wishesSchema,
  type HorseFile,
  type Wishes,
} from '@canter-book/core/planner/request';
import { findExercise } from '@canter-book/core/exercises/catalogue';
import { loadSolver } from '../solver.ts';
import { giveUp, readText } from '../textFile.ts';

interface PlanOptions {
  minutes: string;
  arena: string;
  approach?: string;
  date: string;
  seed: string;
  mood: string;
  hot?: boolean;
  mustHave?: string[];
  notToday?: string[];
  json?: boolean;
}

/** `plan HORSE.json`: proposes a lesson for a horse, with the reasons. */
export function addPlan(program: Command): void {
  program
    .command('plan')
    .description('propose a lesson for a horse, placed and explained')
    .argument('<horse>', 'a horse file (docs/formats.md), or - for standard input')
    .option('--minutes <n>', 'length of the lesson', '45')
    .option('--arena <size>', 'width x length in metres', '20x60')
    .option('--approach <name>', 'steady-hand, stretch-first or light-rein')
    .option('--date <day>', 'the day of the lesson', new Date().toISOString().slice(0, 10))
    .option('--seed <n>', 'settles what is equally good', '1')
    .option('--mood <mood>', 'as usual, fresh or tired', 'as usual')
    .option('--hot', 'a hot day')
    .option('--must-have <exercise...>', 'exercises that must be in it')
    .option('--not-today <exercise...>', 'exercises that must not')
    .option('--json', 'print one JSON object')
    .action(async (file: string, options: PlanOptions) => {
      const horse = horseOf(file, options.approach);
      const wishes = wishesOf(options);
      const plan = await planLesson({ horse, wishes }, await loadSolver());
      const { faults } = parseLesson(plan.lesson);
      process.exitCode = faults.length > 0 ? 1 : 0;
      if (options.json) process.stdout.write(`${JSON.stringify(plan, null, 2)}\n`);
      else process.stdout.write(inWords(plan));
    });
}

function checked<T>(schema: z.ZodType<T>, value: unknown, what: string): T {
  const read = schema.safeParse(value);
  if (read.success) return read.data;
  const faults = read.error.issues.map((i) => `  ${i.path.join('.') || what}: ${i.message}`);
  return giveUp(`${what} is not right:\n${faults.join('\n')}`);
}

function horseOf(file: string, approach: string | undefined): HorseFile {
  const text = readText(file);
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch (error) {
    giveUp(`${file} is not valid JSON: ${(error as Error).message}`);
  }
  const horse = checked(horseFileSchema, value, 'The horse file');
  return approach ? checked(horseFileSchema, { ...horse, approach }, 'The approach') : horse;
}

function wishesOf(options: PlanOptions): Wishes {
  const [widthM, lengthM] = options.arena.split('x').map(Number);
  const { date, mood, hot = false, mustHave = [], notToday = [] } = options;
  for (const id of [...mustHave, ...notToday]) {
    if (!findExercise(id))
      giveUp(`There is no exercise “${id}” on the shelf: see canter-book exercises.`);
  }
  return checked(
    wishesSchema,
    {
      minutes: Number(options.minutes),
      arena: { widthM, lengthM },
      date,
      mood,
      hot,
      mustHave,
      notToday,
      seed: Number(options.seed),
    },
    'The call',
  );
}

function inWords({ lesson, sets, leftOut, notes, gap }: Plan): string {
  const lines = [lesson, ...notes.map((n) => `! ${n}`)];
  for (const s of sets) {
    lines.push(
      `${s.phase}: ${s.name}, ${s.rungName}, ${s.minutes} min (left ${s.left}, right ${s.right})`,
      `  ${s.why}`,
      `  Good looks like: ${s.moveOnWhen}`,
      `  ${leaveLabel(s)}: ${s.leaveWhen}`,
      ...(s.repair ? [`  Repair: ${s.repair}`] : []),
    );
  }
  lines.push('', 'Left out:', ...leftOut.map((l) => `  ${l.name}: ${l.why}`));
  lines.push('', `Within ${(gap * 100).toFixed(1)} % of the best choice.`);
  return `${lines.join('\n')}\n`;
}
