import type { z } from '@canter-book/core/schema';
import { EXERCISES } from '@canter-book/core/exercises/catalogue';
import type { Exercise, OwnExercise } from '@canter-book/core/exercises/exercise';
import { exerciseSchema } from '@canter-book/core/exercises/exercise';
import { sitesOf, templateFault } from '@canter-book/core/exercises/sites';
import { LONG_ARENA, SHORT_ARENA } from '@canter-book/core/arena/arena';
import { horseFor, tryOut } from '@canter-book/core/exercises/trial';
import { sentenceOf } from '@canter-book/core/review/messages/messages';

/** A copy to be changed, under a name of its own. */
export function newOwn(from: Exercise, id: string, taken: ReadonlySet<string>): OwnExercise {
  let n = 1;
  while (taken.has(`${from.id}-own-${n}`)) n++;
  return {
    id,
    revision: 0,
    exercise: {
      ...from,
      id: `${from.id}-own-${n}`,
      name: `${from.name}, my way`.slice(0, 80),
      repair: from.repair ?? from.id,
      parent: from.id,
    },
  };
}

const LABELS: Readonly<Record<string, string>> = {
  name: 'Name',
  builds: 'Builds',
  purpose: 'What it is for',
  template: 'Shorthand',
  at: 'Letters it begins at',
  rungs: 'Step',
  faults: 'Fault',
  leaveWhen: 'When to leave it',
  good: 'What is looked at, and good from',
  gaits: 'Gaits',
  phases: 'Part of the lesson',
  aids: 'Aids',
  cautions: 'Caution',
  remarks: 'By the approach',
};

/** What a field lacks, with its name as it stands in the form. */
function inWords(issue: z.core.$ZodIssue): string {
  const [field, which] = issue.path;
  const nth = typeof which === 'number' ? ` ${which + 1}` : '';
  const says =
    issue.code !== 'too_small'
      ? issue.message
      : issue.origin === 'array'
        ? 'choose at least one'
        : 'write a few words';
  return `${LABELS[String(field)] ?? String(field)}${nth}: ${says}`;
}

/** What is wrong with an exercise, in sentences; nothing when it can be ridden and kept. */
export function faultsOf(exercise: Exercise): string[] {
  const read = exerciseSchema.safeParse(exercise);
  if (!read.success) {
    return [...new Set(read.error.issues.map(inWords))];
  }
  if (EXERCISES.some((e) => e.id === exercise.id))
    return ['The shelf has an exercise of this name.'];
  return exercise.rungs.flatMap((rung) => {
    const fault = templateFault(exercise, rung);
    if (fault) return [`${rung.name}: ${fault}`];
    const sites = [LONG_ARENA, SHORT_ARENA].flatMap((arena) =>
      sitesOf(exercise, rung, arena).map((site) => ({ site, arena })),
    );
    if (sites.length === 0)
      return [`${rung.name}: a line of it cannot be read, or names a letter no arena has.`];
    const said = new Set<string>();
    for (const { site, arena } of sites) {
      const { findings, end } = tryOut(site, arena, horseFor(exercise, rung));
      const where = `${rung.name}, ${site.rein} rein at ${site.at}, ${arena.lengthM} m`;
      for (const f of findings) if (f.level !== 'hint') said.add(`${where}: ${sentenceOf(f).what}`);
      if (end.course.kind !== 'track' || end.riding.rein !== site.rein)
        said.add(`${where}: it must come back to the track on the rein it began on.`);
      if (said.size > 0) break;
    }
    return [...said];
  });
}
