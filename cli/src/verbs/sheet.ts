import type { Command } from 'commander';
import { findingJson } from '@canter-book/core/formats/rideJson';
import { sheetJson } from '@canter-book/core/formats/sheetJson';
import { sheetOf } from '@canter-book/core/sheet/sheet';
import type { Call } from '../call.ts';
import { profileFor, sayAssumed, withHorse, type HorseOption } from '../horseFile.ts';
import { exitStatus, findingLine, findingLines, readLessonFile } from '../lessonFile.ts';

/** `sheet FILE`: the boxes of a test sheet, with their times, and what it is worth. */
export function addSheet(program: Command, call: Call): void {
  withHorse(program.command('sheet'))
    .description('print the boxes of a test sheet')
    .argument('<file>', 'a test sheet in shorthand, or - for standard input')
    .option('--json', 'print one JSON object')
    .action((file: string, options: { json?: boolean } & HorseOption) => {
      const { parsed, ride, findings } = readLessonFile(file, profileFor(options, call), call);
      const sheet = sheetOf(parsed.lesson, ride);
      call.status = exitStatus(findings);
      if (options.json) {
        const json = { ...sheetJson(sheet, ride.arena), findings: findings.map(findingJson) };
        call.answer(`${JSON.stringify(json, null, 2)}\n`);
        return;
      }
      const lines = sheet.boxes.map(({ number, coefficient, lines: said, title }) => {
        const counts = coefficient > 1 ? ` ×${coefficient}` : '';
        return `${String(number).padStart(3)}${counts.padEnd(4)} ${title ? `${title}: ` : ''}${said.join(' · ')}`;
      });
      const others = sheet.collectives.map(
        ({ name, coefficient }) => `     ${name}${coefficient > 1 ? ` ×${coefficient}` : ''}`,
      );
      call.answer(`${[sheet.title, ...lines, ...others].join('\n')}\n`);
      call.answer(`${sheet.possible} points at most\n`);
      if (findings.length > 0)
        call.answer(findingLines(findings.map(findingJson).map(findingLine)));
      sayAssumed(options, call);
    });
}
