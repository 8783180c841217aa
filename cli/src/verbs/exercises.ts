import type { Command } from 'commander';

/** `exercises`: prints the shelf. */
export function addExercises(program: Command): void {
  program
    .command('exercises')
    .description('print the exercises of the shelf, chain by chain')
    .option('--json', 'print one JSON object')
    .action(async (options: { json?: boolean }) => {
      const { CHAINS, EXERCISES } = await import('@canter-book/core/exercises/catalogue');
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
