import type { Scale } from '../scales.ts';

/**
 * What a horse takes from one exercise into the next: few, so that two that share one really prepare each
 * other. Common practice.
 */
export const FACULTIES = [
  'rhythm',
  'reach',
  'soften',
  'bend',
  'cross',
  'shoulders',
  'straight',
  'wait',
  'forward',
  'carry',
] as const;
export type Faculty = (typeof FACULTIES)[number];

/** As an instructor names them: "takes … from", "prepares …". */
export const FACULTY_WORDS: Readonly<Record<Faculty, string>> = {
  rhythm: 'the even beat',
  reach: 'the reach into the rein',
  soften: 'the soft answer to the hand',
  bend: 'the bend round the inside leg',
  cross: 'the step away from the leg',
  shoulders: 'the shoulders that follow the outside aids',
  straight: 'the straight line between both legs',
  wait: 'the waiting on the seat',
  forward: 'the prompt answer to the leg',
  carry: 'the hind leg that carries',
};

/** An exercise of one's own says no faculties: what it builds most stands for them. */
const BY_SCALE: Readonly<Record<Scale, Faculty>> = {
  rhythm: 'rhythm',
  suppleness: 'bend',
  contact: 'soften',
  impulsion: 'forward',
  straightness: 'straight',
  collection: 'carry',
};

interface Trains {
  readonly faculties?: readonly Faculty[] | undefined;
  readonly builds: Partial<Readonly<Record<Scale, number>>>;
}

/** Faculties an exercise trains, the first above all. */
export function facultiesOf({ faculties, builds }: Trains): readonly Faculty[] {
  if (faculties?.length) return faculties;
  const [most] = Object.entries(builds).sort(([, a], [, b]) => b - a) as [Scale, number][];
  return most ? [BY_SCALE[most[0]]] : [];
}

/** The faculty one exercise gives to another: the main one of either; null where they share none. */
export function givenTo(from: Trains, to: Trains): Faculty | null {
  const [given, taken] = [facultiesOf(from), facultiesOf(to)];
  const shared = (of: Faculty | undefined, by: readonly Faculty[]) =>
    of !== undefined && by.includes(of);
  if (shared(taken[0], given)) return taken[0]!;
  return shared(given[0], taken) ? given[0]! : null;
}

/** A faculty of one exercise that helps in another, be it a lesser one of both. */
export const helpsIn = (from: Trains, to: Trains): Faculty | null =>
  givenTo(from, to) ?? facultiesOf(to).find((f) => facultiesOf(from).includes(f)) ?? null;
