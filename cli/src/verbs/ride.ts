import type { Command } from 'commander';
import { rideJson } from '@canter-book/core/formats/rideJson';
import { clock } from '@canter-book/core/units';
import type { Call } from '../call.ts';
import { assumedLine, horseJson, profileFor, withHorse, type HorseOption } from '../horseFile.ts';
import { exitStatus, findingLine, readLessonFile } from '../lessonFile.ts';

/** `ride FILE`: compiles a lesson and prints it as it is ridden. */
export function addRide(program: Command, call: Call): void {
  withHorse(program.command('ride'))
    .description('compile a lesson and print the ride')
    .argument('<file>', 'a lesson in shorthand, or - for standard input')
    .option('--json', 'print one JSON object')
    .action((file: string, options: { json?: boolean } & HorseOption) => {
      const { parsed, ride, findings } = readLessonFile(file, profileFor(options, call), call);
      const json = rideJson(ride, findings, parsed.spans);
      call.status = exitStatus(findings);
      if (options.json) {
        call.answer(
          `${JSON.stringify({ ...json, horse: horseJson(ride.horse, !options.horse) }, null, 2)}\n`,
        );
        return;
      }
      for (const m of json.movements) {
        const counts =
          m.gait === 'walk'
            ? `${(2 * m.strides).toFixed(0)} steps`
            : `${m.strides.toFixed(0)} strides`;
        call.answer(
          `${clock(m.startsAt).padStart(6)}  ${m.text.padEnd(44)} ${m.metres.toFixed(1).padStart(7)} m  ${counts.padStart(12)}  ${m.pace} ${m.gait}, ${m.rein}\n`,
        );
      }
      const { metres, seconds } = json.totals;
      call.answer(`${clock(seconds).padStart(6)}  in all ${metres.toFixed(1)} m\n`);
      for (const finding of json.findings) call.answer(`${findingLine(finding)}\n`);
      const assumed = assumedLine(options);
      if (assumed) call.answer(`${assumed}\n`);
    });
}
