import type { Command } from 'commander';
import { findingJson } from '@canter-book/core/formats/rideJson';
import { exitStatus, findingLine, printFindings, readLessonFile } from '../lessonFile.ts';

/** `review FILE`: prints the findings. */
export function addReview(program: Command): void {
  program
    .command('review')
    .description('print what the review has to say of a lesson')
    .argument('<file>', 'a lesson in shorthand, or - for standard input')
    .option('--json', 'print one JSON object')
    .action((file: string, options: { json?: boolean }) => {
      const { findings } = readLessonFile(file);
      const found = findings.map(findingJson);
      process.exitCode = exitStatus(findings);
      if (options.json) process.stdout.write(`${JSON.stringify({ findings: found }, null, 2)}\n`);
      else printFindings(found.map(findingLine));
    });
}
