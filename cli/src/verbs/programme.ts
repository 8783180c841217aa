import type { Command } from 'commander';
import { CATALOGUE } from '@canter-book/core/exercises/shelf';
import { DAYS } from '@canter-book/core/programme/days';
import { gateSaid, missingSaid } from '@canter-book/core/programme/gate';
import { goalSaid } from '@canter-book/core/programme/goal';
import { planProgramme } from '@canter-book/core/programme/programme';
import type { Programme } from '@canter-book/core/programme/types';
import { programmeWishesSchema, type ProgrammeWishes } from '@canter-book/core/programme/request';
import { factSaid, unmetSaid } from '@canter-book/core/programme/said';
import { profileOfFile, type HorseFile } from '@canter-book/core/planner/request';
import { demandsOfAll } from '@canter-book/core/sheet/demands';
import { sheetOf } from '@canter-book/core/sheet/sheet';
import { checked, readHorseFile, readJson, today } from '../horseFile.ts';
import { readLessonFile } from '../lessonFile.ts';
import { giveUp, type Call } from '../call.ts';

interface ProgrammeOptions {
  goal?: string;
  weeks: string;
  date: string;
  wishes?: string;
  sheet?: string;
  seed: string;
  json?: boolean;
}

/** `programme HORSE.json`: the weeks ahead, with gates, chances and reasons. */
export function addProgramme(program: Command, call: Call): void {
  program
    .command('programme')
    .description('plan the weeks ahead of a horse: themes, days, load and gates')
    .argument('<horse>', 'a horse file (docs/formats.md), or - for standard input')
    .option(
      '--goal <file>',
      'the goal: what to reach, and by when (docs/formats.md); none: keep going',
    )
    .option('--weeks <n>', 'how many weeks, where the goal has no date', '12')
    .option('--date <day>', 'the day from which it is planned', today())
    .option('--wishes <file>', 'days of the rider and of the arena, and what is fixed')
    .option('--sheet <file>', 'the test sheet of the goal: what it asks of each scale counts')
    .option('--seed <n>', 'breaks ties between equally good choices', '1')
    .option('--json', 'print one JSON object')
    .action(async (file: string, options: ProgrammeOptions) => {
      const horse = readHorseFile(file, call);
      const wishes = withSheet(wishesOf(options, call), horse, options.sheet, call);
      const { goal } = wishes;
      if (goal.kind === 'exercise' && !CATALOGUE.find(goal.exercise))
        giveUp(`There is no exercise “${goal.exercise}” on the shelf: see canter-book exercises.`);
      // The solver is large: only the verbs that plan load it.
      const { loadSolver } = await import('../solver.ts');
      const planned = await planProgramme({ horse, wishes }, await loadSolver());
      if (!('programme' in planned))
        return giveUp([planned.why, ...planned.waysOut.map((way) => `  ${way}`)].join('\n'));
      const { programme } = planned;
      if (options.json) call.answer(`${JSON.stringify(jsonOf(programme), null, 2)}\n`);
      else call.answer(inWords(programme, horse));
    });
}

function wishesOf({ goal, weeks, date, wishes, seed }: ProgrammeOptions, call: Call) {
  const more = wishes === undefined ? {} : readJson(wishes, call);
  if (typeof more !== 'object' || more === null || Array.isArray(more))
    return giveUp(`${wishes} must hold one JSON object.`);
  return checked(
    programmeWishesSchema,
    {
      goal: goal === undefined ? { kind: 'keep going' } : readJson(goal, call),
      weeks: Number(weeks),
      date,
      seed: Number(seed),
      ...more,
    },
    'The call',
  );
}

/** The goal with what its sheet asks of each scale. */
function withSheet(
  wishes: ProgrammeWishes,
  horse: HorseFile,
  sheet: string | undefined,
  call: Call,
): ProgrammeWishes {
  if (sheet === undefined) return wishes;
  if (wishes.goal.kind !== 'test') return giveUp('A sheet belongs to a goal of the kind “test”.');
  const { parsed, ride } = readLessonFile(sheet, profileOfFile(horse, wishes.date), call);
  const asks = demandsOfAll(sheetOf(parsed.lesson, ride).boxes, ride);
  return { ...wishes, goal: { ...wishes.goal, asks } };
}

/** Facts and what they say, side by side. */
const jsonOf = ({ weeks, steps, unmet, ...rest }: Programme) => ({
  ...rest,
  weeks: weeks.map((week) => ({ ...week, reasons: week.facts.map(factSaid) })),
  gates: steps.map((step) => ({ ...step, says: gateSaid(step.gate, CATALOGUE) })),
  unmet: unmet.map((u) => ({ ...u, says: unmetSaid(u) })),
});

function inWords(programme: Programme, horse: HorseFile): string {
  const { goal, weeks, steps, forecast, percent, chance, unmet, gap } = programme;
  const lines = [`${horse.name}: ${goalSaid(goal, horse, CATALOGUE)}`, ''];
  for (const week of weeks) {
    const days = week.days.map(({ kind, minutes }) =>
      minutes > 0 ? `${DAYS[kind].label} ${minutes}` : DAYS[kind].label,
    );
    lines.push(`${week.monday}  ${week.theme}  load ${Math.round(week.load)}`);
    lines.push(`  ${days.join(' · ')}`, `  ${week.facts.map(factSaid).join(' ')}`);
  }
  lines.push('', 'Gates:');
  for (const { theme, gate, reading } of steps) {
    lines.push(`  ${gateSaid(gate, CATALOGUE)}: ${reading.state}`);
    lines.push(...reading.missing.map((m) => `    ${missingSaid(m, theme)}`));
  }
  lines.push('', 'At the end:');
  for (const { scale, least, chance } of forecast) {
    const said = chance === null ? 'nobody can know' : `${Math.round(chance * 100)} %`;
    lines.push(`  ${scale} at ${least}: ${said}`);
  }
  if (percent) lines.push(`  The sheet: ${Math.round(percent.mean)} % ± ${Math.round(percent.sd)}`);
  if (chance !== null) lines.push(`  The goal: ${Math.round(chance * 100)} %`);
  if (unmet.length > 0) lines.push('', ...unmet.map((u) => `! ${unmetSaid(u)}`));
  lines.push('', `Within ${(gap * 100).toFixed(1)} % of the best.`);
  return `${lines.join('\n')}\n`;
}
