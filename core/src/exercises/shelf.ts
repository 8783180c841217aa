import { EXERCISES } from './catalogue.ts';
import type { Exercise } from './exercise.ts';

/** The exercises there are: the catalogue, and the instructor's own beside it. */
export interface Shelf {
  readonly exercises: readonly Exercise[];
  find(id: string): Exercise | undefined;
  /** As it is called; its id where it has left the shelf. */
  nameOf(id: string): string;
}

/** One's own exercise never takes the place of the catalogue's. */
export function shelfWith(own: readonly Exercise[]): Shelf {
  const byId = new Map([...own, ...EXERCISES].map((e) => [e.id, e]));
  const find = (id: string) => byId.get(id);
  return {
    exercises: [...EXERCISES, ...own.filter((e) => byId.get(e.id) === e)],
    find,
    nameOf: (id) => find(id)?.name ?? id,
  };
}

/** The catalogue alone. */
export const CATALOGUE: Shelf = shelfWith([]);
