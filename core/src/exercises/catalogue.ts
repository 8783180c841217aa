import { repair } from './chains/repair.ts';
import { CHAINS } from './chains/table.ts';
import type { Chain, Exercise } from './exercise.ts';

export const EXERCISES: readonly Exercise[] = CHAINS.flatMap((chain) => chain.exercises);

const byId = new Map(EXERCISES.map((e) => [e.id, e]));

export const findExercise = (id: string): Exercise | undefined => byId.get(id);

const chains = new Map(CHAINS.flatMap((c) => c.exercises.map((e) => [e.id, c] as const)));

export const chainOf = (id: string): Chain | undefined => chains.get(id);

/** A repair is for when something is lost; nobody plans for it, and it trains nothing by itself. Common practice. */
export const isRepair = ({ id }: Pick<Exercise, 'id'>): boolean => chainOf(id) === repair;
