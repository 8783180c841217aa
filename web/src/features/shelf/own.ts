import { EXERCISES } from '@canter-book/core/exercises/catalogue';
import type { Exercise, OwnExercise } from '@canter-book/core/exercises/exercise';
import { exerciseSchema } from '@canter-book/core/exercises/exercise';
import { sitesOf, templateFault } from '@canter-book/core/exercises/sites';
import { horseFor, LONG_ARENA, SHORT_ARENA, tryOut } from '@canter-book/core/exercises/trial';
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

/** What is wrong with an exercise, in sentences; nothing when it can be ridden and kept. */
export function faultsOf(exercise: Exercise): string[] {
  const read = exerciseSchema.safeParse(exercise);
  if (!read.success) {
    return read.error.issues.map((i) => `${i.path.join(' ')}: ${i.message}`);
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
