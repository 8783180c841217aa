import { otherRein, type Rein } from '../arena/rein.ts';
import type { Exercise } from '../exercises/exercise.ts';
import { FACULTY_WORDS, facultiesOf, helpsIn, type Faculty } from '../exercises/faculties.ts';
import type { Scale } from '../scales.ts';
import type { Status } from './readiness.ts';
import type { Chosen } from './selection.ts';
import { nearnessOf } from './thread.ts';

/** Why a set stands where it stands: facts first, their sentences below. */

/** The part a set plays in the lesson. */
export type Role = 'warms' | 'prepares' | 'aim' | 'further' | 'beside' | 'lets go';

export interface SetReason {
  readonly role: Role;
  /** The main thing it trains. */
  readonly faculty: Faculty | null;
  readonly scale: Scale;
  readonly status: Status;
  /** The rein that gets more, because it needs more. */
  readonly more: Rein | null;
}

/**
 * The reasons of the sets of one part of a lesson, in the order in which they are ridden.
 *
 * @param aim what the day is for; null for a day without an aim
 */
export function reasonsOf(sets: readonly Chosen[], aim: Exercise | null): SetReason[] {
  const aimAt = sets.findIndex((s) => s.candidate.exercise.id === aim?.id);
  return sets.map(({ candidate: c, minutes }, i) => {
    const more =
      minutes.left === minutes.right ? null : minutes.left > minutes.right ? 'left' : 'right';
    return {
      role: roleOf(c, aim, i === aimAt ? 'at' : aimAt >= 0 && i > aimAt ? 'after' : 'before'),
      faculty: facultiesOf(c.exercise)[0] ?? null,
      scale: c.forScale,
      status: c.readiness.status,
      more: more && c.worth[more] > c.worth[otherRein(more)] ? more : null,
    };
  });
}

function roleOf(
  { phase, exercise }: Chosen['candidate'],
  aim: Exercise | null,
  when: 'before' | 'at' | 'after',
): Role {
  if (phase === 'stretch') return 'lets go';
  const serves = aim !== null && nearnessOf(exercise, aim) !== 'beside';
  if (phase === 'warm-up') return serves ? 'prepares' : 'warms';
  if (when === 'at') return 'aim';
  if (!serves) return 'beside';
  return when === 'after' ? 'further' : 'prepares';
}

const STATUS_SAYS: Readonly<Record<Status, string>> = {
  confirmed: 'secure',
  improving: 'still being learned',
  new: 'the one new thing',
  'not yet': '',
};

const ROLE_SAYS: Readonly<Record<Role, (said: string, scale: Scale) => string>> = {
  warms: (said) => `Warms up ${said}`,
  prepares: (said) => `Prepares the aim with ${said}`,
  aim: (said) => `The aim of the day, for ${said}`,
  further: (said) => `Takes the aim further with ${said}`,
  beside: (said, scale) => `Beside the aim, for ${scale}: ${said}`,
  'lets go': (said) => `Lets the work go with ${said}`,
};

/** "Prepares the aim with the bend round the inside leg; secure". */
export function reasonSaid(
  { role, faculty, scale, status, more }: SetReason,
  hasAim: boolean,
): string {
  const trains = faculty ? FACULTY_WORDS[faculty] : scale;
  const does =
    role === 'beside' && !hasAim ? `For ${scale}: ${trains}` : ROLE_SAYS[role](trains, scale);
  return `${does}; ${STATUS_SAYS[status]}${more ? `, more on the ${more} rein` : ''}`;
}

/** A sentence on what a set takes from the one before it. */
export function takesSaid(own: Exercise, before: Exercise | undefined): string {
  if (!before) return 'The first thing asked today.';
  const given = helpsIn(before, own);
  if (given) return `Takes ${FACULTY_WORDS[given]} from “${before.name}”.`;
  return `A change after “${before.name}”.`;
}

/** A sentence on what it gives to the one after it; null where that is another matter, or nothing comes after. */
export function givesSaid(own: Exercise, after: Exercise | undefined): string | null {
  const given = after && helpsIn(own, after);
  return given ? FACULTY_WORDS[given] : null;
}
