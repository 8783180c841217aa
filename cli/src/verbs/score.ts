import type { Command } from 'commander';
import { scoreJson } from '@canter-book/core/formats/sheetJson';
import { ANY_HORSE } from '@canter-book/core/gaits/horse';
import { markFaults, markFaultSentence, marksSchema } from '@canter-book/core/sheet/marks';
import { scoreOf, type Score } from '@canter-book/core/sheet/score';
import { sheetOf } from '@canter-book/core/sheet/sheet';
import type { Call } from '../call.ts';
import { checked, readJson } from '../horseFile.ts';
import { readLessonFile } from '../lessonFile.ts';

/** `score FILE MARKS.json`: counts a marked ride of a sheet out. Status 1 when a mark is wrong. */
export function addScore(program: Command, call: Call): void {
  program
    .command('score')
    .description('count out the marks of a test')
    .argument('<file>', 'a test sheet in shorthand, or - for standard input')
    .argument('<marks>', 'the marks of the judges (docs/formats.md)')
    .option('--json', 'print one JSON object')
    .action((file: string, marksFile: string, options: { json?: boolean }) => {
      const { parsed, ride } = readLessonFile(file, ANY_HORSE, call);
      const sheet = sheetOf(parsed.lesson, ride);
      const marks = checked(marksSchema, readJson(marksFile, call), 'The marks');
      const faults = markFaults(sheet, marks).map(markFaultSentence);
      if (faults.length > 0) {
        call.status = 1;
        if (options.json) call.answer(`${JSON.stringify({ faults }, null, 2)}\n`);
        call.aside(`${faults.join('\n')}\n`);
        return;
      }
      const score = scoreOf(sheet, marks);
      call.answer(options.json ? `${JSON.stringify(scoreJson(score), null, 2)}\n` : inWords(score));
    });
}

function inWords({ points, possible, percent, eliminated, judges, gains }: Score): string {
  const lines = [
    eliminated ? 'Eliminated' : `${percent.toFixed(3)} %  (${points} of ${possible} points)`,
    ...judges.map((j) => `  ${j.at}: ${j.percent.toFixed(3)} %`),
    ...gains.slice(0, 3).map((g) => `  box ${g.number}: ${g.gain} points to the target`),
  ];
  return `${lines.join('\n')}\n`;
}
