import type { Command } from 'commander';
import { findingJson } from '@canter-book/core/formats/rideJson';
import { assumedLine, horseJson, profileFor, withHorse, type HorseOption } from '../horseFile.ts';
import { exitStatus, findingLine, printFindings, readLessonFile } from '../lessonFile.ts';

/** `review FILE`: prints the findings. */
export function addReview(program: Command): void {
  withHorse(program.command('review'))
    .description('print what the review has to say of a lesson')
    .argument('<file>', 'a lesson in shorthand, or - for standard input')
    .option('--json', 'print one JSON object')
    .action((file: string, options: { json?: boolean } & HorseOption) => {
      const { ride, findings } = readLessonFile(file, profileFor(options));
      const found = findings.map(findingJson);
      process.exitCode = exitStatus(findings);
      if (options.json) {
        const horse = horseJson(ride.horse, !options.horse);
        process.stdout.write(`${JSON.stringify({ horse, findings: found }, null, 2)}\n`);
        return;
      }
      printFindings(found.map(findingLine));
      const assumed = assumedLine(options);
      if (assumed) process.stdout.write(`${assumed}\n`);
    });
}
