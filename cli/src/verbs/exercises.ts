import type { Command } from 'commander';
import type { Call } from '../call.ts';

/** `exercises`: prints the shelf. */
export function addExercises(program: Command, call: Call): void {
  program
    .command('exercises')
    .description('print the exercises of the shelf, chain by chain')
    .option('--json', 'print one JSON object')
    .action(async (options: { json?: boolean }) => {
      const { EXERCISES } = await import('@canter-book/core/exercises/catalogue');
      const { CHAINS } = await import('@canter-book/core/exercises/chains/table');
      if (options.json) {
        call.answer(`${JSON.stringify({ exercises: EXERCISES }, null, 2)}\n`);
        return;
      }
      for (const { name, about, exercises } of CHAINS) {
        call.answer(`${name}: ${about}\n`);
        for (const e of exercises) {
          call.answer(`  ${e.id.padEnd(30)} stage ${e.stage}  ${e.name}\n`);
        }
      }
    });
}
