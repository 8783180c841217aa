import type { Command } from 'commander';
import { findingJson } from '@canter-book/core/formats/rideJson';
import type { Call } from '../call.ts';
import { assumedLine, horseJson, profileFor, withHorse, type HorseOption } from '../horseFile.ts';
import { exitStatus, findingLine, findingLines, readLessonFile } from '../lessonFile.ts';

/** `review FILE`: prints the findings. */
export function addReview(program: Command, call: Call): void {
  withHorse(program.command('review'))
    .description('print what the review has to say of a lesson')
    .argument('<file>', 'a lesson in shorthand, or - for standard input')
    .option('--json', 'print one JSON object')
    .action((file: string, options: { json?: boolean } & HorseOption) => {
      const { ride, findings } = readLessonFile(file, profileFor(options, call), call);
      const found = findings.map(findingJson);
      call.status = exitStatus(findings);
      if (options.json) {
        const horse = horseJson(ride.horse, !options.horse);
        call.answer(`${JSON.stringify({ horse, findings: found }, null, 2)}\n`);
        return;
      }
      call.answer(findingLines(found.map(findingLine)));
      const assumed = assumedLine(options);
      if (assumed) call.answer(`${assumed}\n`);
    });
}
