import { kindsThat, WAYS, type Kind } from '../lesson/forms.ts';
import type { Ride } from '../ride/types.ts';

/** How much a round of an exercise asks: the order of a warm-up. Common practice. */
export type Difficulty = 'walk' | 'plain trot' | 'plain canter' | 'asked';

export const DIFFICULTY_ORDER: Readonly<Record<Difficulty, number>> = {
  walk: 0,
  'plain trot': 1,
  'plain canter': 2,
  asked: 3,
};

/** Large figures, the ways between them, and settings such as rising and sitting. */
const PLAIN: ReadonlySet<Kind> = new Set([...WAYS, ...kindsThat((form) => form.plain)]);
/** A smaller circle asks something. */
const LARGE_M = 18;
const PLAIN_PACES = ['working', 'medium', 'free'];

export function difficultyOf({ movements, spans }: Ride): Difficulty {
  const gaits = new Set(spans.filter((s) => s.lengthM > 0).map((s) => s.gait));
  const plain = movements.every(({ kind, instruction }) => {
    if (!PLAIN.has(kind)) return false;
    const diameterM = instruction?.params['diameterM'];
    return kind !== 'circle' || (typeof diameterM === 'number' && diameterM >= LARGE_M);
  });
  const paces = spans.every(
    ({ gait, riding }) => gait === 'walk' || PLAIN_PACES.includes(riding.pace),
  );
  if (!gaits.has('canter') && !gaits.has('trot')) return 'walk';
  if (!plain || !paces) return 'asked';
  return gaits.has('canter') ? 'plain canter' : 'plain trot';
}

/** The part of a ride that is cantered, 0–1. */
export const canterShareOf = ({ totals }: Ride): number =>
  totals.seconds > 0 ? totals.gaitSeconds.canter / totals.seconds : 0;
