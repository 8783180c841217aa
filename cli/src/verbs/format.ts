import type { Command } from 'commander';
import { printLesson } from '@canter-book/core/notation/print';
import type { Call } from '../call.ts';
import { profileFor, withHorse, type HorseOption } from '../horseFile.ts';
import { exitStatus, readLessonFile } from '../lessonFile.ts';

/** `format FILE`: prints the text in its normal form; lines that cannot be read stay as they are. */
export function addFormat(program: Command, call: Call): void {
  withHorse(program.command('format'))
    .description('print a lesson in normal form')
    .argument('<file>', 'a lesson in shorthand, or - for standard input')
    .action((file: string, options: HorseOption) => {
      const { parsed, findings } = readLessonFile(file, profileFor(options, call), call);
      call.status = exitStatus(findings.filter((f) => f.from === 'text'));
      call.answer(printLesson(parsed.lesson));
    });
}
