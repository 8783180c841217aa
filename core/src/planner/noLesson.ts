import { restrictionSaid } from '../gaits/restriction.ts';
import { sentenceOf } from '../review/messages/messages.ts';
import type { Trouble } from './mend.ts';
import { shelfOf, type PlanRequest, type Wishes } from './request.ts';

/** One wish changed, after which there is a lesson. */
export interface WayOut {
  readonly label: string;
  readonly change: Partial<Pick<Wishes, 'minutes' | 'mustHave' | 'notToday' | 'kept' | 'arena'>>;
}

/** No lesson could be made of what was asked for: why, in a sentence for whoever asked. */
export class NoLesson extends Error {
  constructor(readonly why: string) {
    super(why);
    this.name = 'NoLesson';
  }
}

const listed = (words: readonly string[]): string =>
  words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)}`;

/** Why no lesson could be made: the wishes, and the obstacle that was left at the end. */
export function whyNoLesson(
  { horse, wishes }: PlanRequest,
  trouble: readonly Pick<Trouble, 'finding'>[],
): string {
  const { nameOf } = shelfOf({ wishes });
  const asked = [
    `${wishes.minutes} minutes`,
    ...wishes.mustHave.map((id) => `“${nameOf(id)}”`),
    ...(wishes.kept.some((k) => !k.last) ? ['the parts you changed by hand'] : []),
    ...(wishes.kept.some((k) => k.last) ? ['the parts of the test'] : []),
    ...(horse.limits.dated ?? []).map((r) => `${restrictionSaid(r)} (${r.saidBy})`),
  ];
  const still = trouble[0]
    ? ` Each try still ended with this: ${sentenceOf(trouble[0].finding).what}`
    : '';
  return `There is no lesson for ${horse.name} with ${listed(asked)}.${still}`;
}

/** Lengths that are offered instead, minutes. */
const LENGTHS = [20, 30, 45, 60];
const LARGE = { widthM: 20, lengthM: 60 };

/** Wishes that could be made instead, the smallest change first. */
export function otherWishes({ wishes }: PlanRequest): WayOut[] {
  const { minutes, mustHave, notToday, kept, arena } = wishes;
  const { nameOf } = shelfOf({ wishes });
  const nearest = LENGTHS.filter((m) => m !== minutes).sort(
    (a, b) => Math.abs(a - minutes) - Math.abs(b - minutes),
  );
  return [
    ...mustHave.toReversed().map((id) => ({
      label: `Do without “${nameOf(id)}”`,
      change: { mustHave: mustHave.filter((other) => other !== id) },
    })),
    ...(notToday.length > 0
      ? [{ label: 'Allow again what you left out today', change: { notToday: [] } }]
      : []),
    ...nearest.slice(0, 2).map((m) => ({ label: `Make it ${m} minutes`, change: { minutes: m } })),
    ...(kept.length > 0
      ? [
          {
            label: kept.every((k) => k.last)
              ? 'Plan it without the parts of the test'
              : 'Plan it without the parts you changed',
            change: { kept: [] },
          },
        ]
      : []),
    ...(arena.lengthM < LARGE.lengthM
      ? [{ label: 'Ride in 20 × 60 m', change: { arena: { ...arena, ...LARGE } } }]
      : []),
  ];
}
