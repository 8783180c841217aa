import type { Command } from 'commander';
import { CHAINS, EXERCISES } from '@canter-book/core/exercises/catalogue';

/** `exercises`: prints the shelf. */
export function addExercises(program: Command): void {
  program
    .command('exercises')
    .description('print the exercises of the shelf, chain by chain')
    .option('--json', 'print one JSON object')
    .action((options: { json?: boolean }) => {
      if (options.json) {
        process.stdout.write(`${JSON.stringify({ exercises: EXERCISES }, null, 2)}\n`);
        return;
      }
      for (const { name, about, exercises } of CHAINS) {
        process.stdout.write(`${name}: ${about}\n`);
        for (const e of exercises) {
          process.stdout.write(`  ${e.id.padEnd(30)} stage ${e.stage}  ${e.name}\n`);
        }
      }
    });
}
