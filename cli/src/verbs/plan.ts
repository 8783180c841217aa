import { leaveLabel } from '@canter-book/core/exercises/leaveLabel';
import type { Command } from 'commander';
import { parseLesson } from '@canter-book/core/notation/parse';
import { readFocus } from '@canter-book/core/planner/focus';
import type { Plan } from '@canter-book/core/planner/plan';
import {
  horseFileSchema,
  wishesSchema,
  type HorseFile,
  type Wishes,
} from '@canter-book/core/planner/request';
import { checked, readHorseFile, today } from '../horseFile.ts';
import { giveUp, type Call } from '../call.ts';

interface PlanOptions {
  minutes: string;
  arena: string;
  approach?: string;
  date: string;
  seed: string;
  mood: string;
  hot?: boolean;
  aim?: string;
  mustHave?: string[];
  notToday?: string[];
  json?: boolean;
}

/** `plan HORSE.json`: proposes a lesson for a horse, with the reasons. */
export function addPlan(program: Command, call: Call): void {
  program
    .command('plan')
    .description('propose a lesson for a horse, placed and explained')
    .argument('<horse>', 'a horse file (docs/formats.md), or - for standard input')
    .option('--minutes <n>', 'length of the lesson', '45')
    .option('--arena <size>', 'width x length in metres', '20x60')
    .option('--approach <name>', 'steady-hand, stretch-first or light-rein')
    .option('--date <day>', 'the day of the lesson', today())
    .option('--seed <n>', 'breaks ties between equally good choices', '1')
    .option('--mood <mood>', 'as usual, fresh or tired', 'as usual')
    .option('--hot', 'a hot day')
    .option(
      '--aim <what>',
      'an exercise, a scale on a rein (“contact left”), or “rider looks down”',
    )
    .option('--must-have <exercise...>', 'exercises that must be in it')
    .option('--not-today <exercise...>', 'exercises that must not')
    .option('--json', 'print one JSON object')
    .action(async (file: string, options: PlanOptions) => {
      const horse = horseOf(file, options.approach, call);
      const { findExercise } = await import('@canter-book/core/exercises/catalogue');
      const wishes = wishesOf(options, (id) => findExercise(id) !== undefined);
      // The solver is large: only this verb loads it.
      const { propose } = await import('@canter-book/core/planner/propose');
      const { loadSolver } = await import('../solver.ts');
      const planned = await propose({ horse, wishes }, await loadSolver());
      if (!('plan' in planned)) {
        const { why, waysOut } = planned;
        return giveUp([why, ...waysOut.map((way) => `  ${way.label}.`)].join('\n'));
      }
      const { plan } = planned;
      const { faults } = parseLesson(plan.lesson);
      call.status = faults.length > 0 ? 1 : 0;
      if (options.json) call.answer(`${JSON.stringify(plan, null, 2)}\n`);
      else call.answer(inWords(plan));
    });
}

function horseOf(file: string, approach: string | undefined, call: Call): HorseFile {
  const horse = readHorseFile(file, call);
  return approach ? checked(horseFileSchema, { ...horse, approach }, 'The approach') : horse;
}

function wishesOf(options: PlanOptions, isKnown: (id: string) => boolean): Wishes {
  const [widthM, lengthM] = options.arena.split('x').map(Number);
  const { date, mood, hot = false, mustHave = [], notToday = [] } = options;
  const focus = options.aim ? readFocus(options.aim) : null;
  const aim = focus ? undefined : options.aim;
  for (const id of [...(aim ? [aim] : []), ...mustHave, ...notToday]) {
    if (!isKnown(id))
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
      ...(aim && { aim }),
      ...(focus && { focus }),
      mustHave,
      notToday,
      seed: Number(options.seed),
    },
    'The call',
  );
}

function inWords({ lesson, aim, otherAims, sets, leftOut, notes, gap }: Plan): string {
  const lines = [lesson];
  if (aim) {
    const why = aim.for ? ` For ${aim.for}.` : '';
    lines.push(`The aim: ${aim.name}, ${aim.rungName}.${why} ${aim.purpose}`);
    if (otherAims.length > 0) lines.push(`Or: ${otherAims.map((a) => a.name).join(' · ')}`);
    lines.push('');
  }
  lines.push(...notes.map((n) => `! ${n}`));
  for (const s of sets) {
    lines.push(
      `${s.phase}: ${s.name}, ${s.rungName}, ${s.minutes} min (left ${s.left}, right ${s.right})`,
      `  ${s.why} ${s.takes}`,
      `  Good looks like: ${s.moveOnWhen}`,
      `  ${leaveLabel(s)}: ${s.leaveWhen}`,
      ...(s.repair ? [`  Repair: ${s.repair}`] : []),
    );
  }
  lines.push('', 'Left out:', ...leftOut.map((l) => `  ${l.name}: ${l.why}`));
  lines.push('', `Within ${(gap * 100).toFixed(1)} % of the best choice.`);
  return `${lines.join('\n')}\n`;
}
