import { Command, CommanderError } from 'commander';
import { GivenUp, type Call } from './call.ts';
import { addExercises } from './verbs/exercises.ts';
import { addExports } from './verbs/exports.ts';
import { addFormat } from './verbs/format.ts';
import { addPlan } from './verbs/plan.ts';
import { addProgramme } from './verbs/programme.ts';
import { addReview } from './verbs/review.ts';
import { addScore } from './verbs/score.ts';
import { addSheet } from './verbs/sheet.ts';
import { addRide } from './verbs/ride.ts';

const VERBS = [
  addRide,
  addReview,
  addFormat,
  addExports,
  addExercises,
  addPlan,
  addProgramme,
  addSheet,
  addScore,
];

/** Exit status of a call that was not understood. */
const WRONG_CALL = 2;

/** @returns the status with which the program ends */
export async function run(args: readonly string[], call: Call): Promise<number> {
  const program = new Command()
    .name('canter-book')
    .description('Reads a lesson in shorthand and computes how it is ridden.')
    .addHelpText(
      'after',
      '\nThe book itself, while it is closed: backup, check, restore, move, invite (docs/keeping.md, docs/deploy.md).',
    )
    .configureOutput({ writeOut: call.answer, writeErr: call.aside })
    .exitOverride();
  for (const add of VERBS) add(program, call);
  try {
    await program.parseAsync(args, { from: 'user' });
    return call.status;
  } catch (error) {
    // It has said why by itself.
    if (error instanceof CommanderError) return error.exitCode === 0 ? 0 : WRONG_CALL;
    if (!(error instanceof GivenUp)) throw error;
    call.aside(`${error.message}\n`);
    return WRONG_CALL;
  }
}
