import type { Command } from 'commander';
import { lessonSvg } from '@canter-book/core/formats/lessonSvg';
import { trackCsv } from '@canter-book/core/formats/trackCsv';
import { giveUp, type Call } from '../call.ts';
import { profileFor, sayAssumed, withHorse, type HorseOption } from '../horseFile.ts';
import { exitStatus, readLessonFile } from '../lessonFile.ts';

/** `svg FILE`: the lesson on one page. `track FILE`: its positions as CSV. */
export function addExports(program: Command, call: Call): void {
  withHorse(program.command('svg'))
    .description('print the lesson as one page of SVG')
    .argument('<file>', 'a lesson in shorthand, or - for standard input')
    .action((file: string, options: HorseOption) => {
      const { parsed, ride, findings } = readLessonFile(file, profileFor(options, call), call);
      sayAssumed(options, call);
      call.status = exitStatus(findings);
      call.answer(`${lessonSvg(ride, parsed.lesson)}\n`);
    });
  withHorse(program.command('track'))
    .description('print the positions of the ride as CSV, in local metres')
    .argument('<file>', 'a lesson in shorthand, or - for standard input')
    .option('--every <seconds>', 'time between two rows', '1')
    .action((file: string, options: { every: string } & HorseOption) => {
      const every = Number(options.every);
      if (!(every > 0)) giveUp(`--every must be a number of seconds above 0, got ${options.every}`);
      const { ride, findings } = readLessonFile(file, profileFor(options, call), call);
      sayAssumed(options, call);
      call.status = exitStatus(findings);
      call.answer(trackCsv(ride, every));
    });
}
