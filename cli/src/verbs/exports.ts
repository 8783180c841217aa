import type { Command } from 'commander';
import { LESSON_EXPORTS, type LessonExport } from '@canter-book/core/formats/lessonExports';
import { giveUp, type Call } from '../call.ts';
import { profileFor, sayAssumed, withHorse, type HorseOption } from '../horseFile.ts';
import { exitStatus, readLessonFile } from '../lessonFile.ts';

/** `svg FILE`, `track FILE`: a verb for each way a lesson is exported. */
export function addExports(program: Command, call: Call): void {
  for (const one of LESSON_EXPORTS) addExport(one, program, call);
}

function addExport({ verb, says, asks, write }: LessonExport, program: Command, call: Call): void {
  const command = withHorse(program.command(verb))
    .description(says)
    .argument('<file>', 'a lesson in shorthand, or - for standard input');
  if (asks) command.option(`--${asks.name} <${asks.unit}>`, asks.says, String(asks.usual));
  command.action((file: string, options: Record<string, string> & HorseOption) => {
    const asked = asks && Number(options[asks.name]);
    if (asks && !(asked! > 0)) {
      const { name, unit } = asks;
      giveUp(`--${name} must be a number of ${unit} above 0, got ${options[name]}`);
    }
    const { parsed, ride, findings } = readLessonFile(file, profileFor(options, call), call);
    sayAssumed(options, call);
    call.status = exitStatus(findings);
    call.answer(write({ ride, lesson: parsed.lesson, asked }));
  });
}
