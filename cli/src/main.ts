import { program } from 'commander';
import { addExercises } from './verbs/exercises.ts';
import { addExports } from './verbs/exports.ts';
import { addFormat } from './verbs/format.ts';
import { addPlan } from './verbs/plan.ts';
import { addProgramme } from './verbs/programme.ts';
import { addReview } from './verbs/review.ts';
import { addScore } from './verbs/score.ts';
import { addSheet } from './verbs/sheet.ts';
import { addRide } from './verbs/ride.ts';

program
  .name('canter-book')
  .description('Reads a lesson in shorthand and computes how it is ridden.')
  .addHelpText(
    'after',
    '\nThe book itself, while it is closed: backup, check, restore, move, invite (docs/keeping.md, docs/deploy.md).',
  )
  .exitOverride((error) => process.exit(error.exitCode === 0 ? 0 : 2));

addRide(program);
addReview(program);
addFormat(program);
addExports(program);
addExercises(program);
addPlan(program);
addProgramme(program);
addSheet(program);
addScore(program);

await program.parseAsync();
