import type { Exercise } from './exercise.ts';

/** Ids of the exercises that come before one: its needs and its parts. */
export const before = ({ needs, parts }: Exercise): readonly string[] => [
  ...new Set([...needs.exercises, ...parts]),
];

/** A name that no exercise has, and who asks for it. */
export interface MissingName {
  readonly of: string;
  readonly names: string;
}

/** Names in needs, parts, parents and repairs that are not on the shelf. */
export function missingNames(exercises: readonly Exercise[]): MissingName[] {
  const known = new Set(exercises.map((e) => e.id));
  return exercises.flatMap((e) =>
    [...before(e), e.parent, e.repair]
      .filter((id): id is string => id !== null && !known.has(id))
      .map((names) => ({ of: e.id, names })),
  );
}

/**
 * How many steps each exercise stands above those that need nothing.
 * Source: longest path in an acyclic graph, by depth-first search.
 * @returns null when the needs go round in a circle
 */
export function levelsOf(exercises: readonly Exercise[]): Map<string, number> | null {
  const byId = new Map(exercises.map((e) => [e.id, e]));
  const levels = new Map<string, number>();
  const open = new Set<string>();
  const levelOf = (id: string): number | null => {
    const known = levels.get(id);
    if (known !== undefined) return known;
    if (open.has(id)) return null;
    open.add(id);
    let level = 0;
    for (const needed of before(byId.get(id)!)) {
      if (!byId.has(needed)) continue;
      const below = levelOf(needed);
      if (below === null) return null;
      level = Math.max(level, below + 1);
    }
    open.delete(id);
    levels.set(id, level);
    return level;
  };
  for (const { id } of exercises) if (levelOf(id) === null) return null;
  return levels;
}

const sum = (weights: readonly number[]): number => weights.reduce((a, b) => a + b, 0);

/** How hard an exercise is beside others: the stage, then the effort and the gait, then how much it asks at once. */
export const hardness = ({ stage, load, gaits, builds }: Exercise): number =>
  stage * 10 +
  load +
  (gaits.includes('canter') ? 0.5 : 0) +
  (gaits.includes('trot') ? 0.25 : 0) +
  sum(Object.values(builds)) / 100;
