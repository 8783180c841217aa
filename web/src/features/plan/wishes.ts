import { z } from '@canter-book/core/schema';
import { EQUIPMENT, type EquipmentName } from '@canter-book/core/exercises/exercise';
import type { Focus } from '@canter-book/core/planner/focus';
import { wishesSchema, type Wishes } from '@canter-book/core/planner/request';
import { today } from '../../app/dates.ts';

/** Wishes for a lesson, remembered on this device: the last choice is the next beginning. */
export interface Wished {
  readonly minutes: number;
  readonly arena: string;
  readonly mood: Wishes['mood'];
  readonly hot: boolean;
  readonly equipment: readonly EquipmentName[];
  /** Who rides: the rider’s id, '' for nobody said; without it the first of the horse’s riders. */
  readonly rider?: string;
  /** The aim of the day; without it the planner chooses. */
  readonly aim?: string | undefined;
  /** Or a scale on a rein, or a habit of the rider. */
  readonly focus?: Focus | undefined;
  readonly mustHave: readonly string[];
  readonly notToday: readonly string[];
}

export const ARENAS: Readonly<Record<string, { widthM: number; lengthM: number }>> = {
  '20 × 60': { widthM: 20, lengthM: 60 },
  '20 × 40': { widthM: 20, lengthM: 40 },
};
/** The choice for an arena of a size; null for another size. */
export const arenaName = (arena: { widthM: number; lengthM: number }): string | null =>
  Object.entries(ARENAS).find(
    ([, { widthM, lengthM }]) => widthM === arena.widthM && lengthM === arena.lengthM,
  )?.[0] ?? null;
export const LENGTHS = [15, 20, 30, 45, 60] as const;

export const USUAL: Wished = {
  minutes: 45,
  arena: '20 × 60',
  mood: 'as usual',
  hot: false,
  equipment: [],
  mustHave: [],
  notToday: [],
};

const KEY = 'canter-book-wishes';

const keptSchema = z.partial(
  z.object({
    minutes: wishesSchema.shape.minutes,
    arena: z.enum(Object.keys(ARENAS)),
    equipment: z.array(z.enum(EQUIPMENT)),
  }),
);

/** Minutes, arena and equipment stay the same from day to day; mood, heat, rider and pins are today's. */
export function remembered(): Wished {
  try {
    const kept = keptSchema.safeParse(JSON.parse(localStorage.getItem(KEY) ?? '{}'));
    return { ...USUAL, ...(kept.data as Partial<Wished> | undefined) };
  } catch {
    // What cannot be read is not worth a word: the usual wishes stand.
    return USUAL;
  }
}

export function remember({ minutes, arena, equipment }: Wished): void {
  try {
    localStorage.setItem(KEY, JSON.stringify({ minutes, arena, equipment }));
  } catch {
    // A private window keeps nothing.
  }
}

export const wishesOf = (wished: Wished, own: Wishes['own'], kept: Wishes['kept']): Wishes =>
  wishesSchema.parse({
    minutes: wished.minutes,
    arena: ARENAS[wished.arena]!,
    date: today(),
    mood: wished.mood,
    hot: wished.hot,
    ...(wished.aim && { aim: wished.aim }),
    ...(wished.focus && { focus: wished.focus }),
    mustHave: [...wished.mustHave],
    notToday: [...wished.notToday],
    own,
    kept,
  });
