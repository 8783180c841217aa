import type { Observation, ObservationOf, TryObservation } from '../observations/observation.ts';
import { isTension } from '../observations/words.ts';

/** What the watch has seen: facts, no sentences. */
export type Advice =
  | { readonly code: 'vet'; readonly level: 'stop' }
  | { readonly code: 'beats-uneven'; readonly level: 'stop' }
  | { readonly code: 'tension'; readonly level: 'stop'; readonly tries: number }
  | { readonly code: 'too-heavy'; readonly level: 'stop'; readonly contact: number }
  | { readonly code: 'behind'; readonly level: 'stop' }
  | {
      readonly code: 'bout-over';
      readonly level: 'stop';
      readonly seconds: number;
      readonly mostS: number;
    }
  | { readonly code: 'lost-twice'; readonly level: 'leave' }
  | {
      readonly code: 'fading';
      readonly level: 'leave';
      readonly from: number;
      readonly to: number;
    };

export interface WatchLimits {
  /** Longest collected bout of this horse, seconds; null when it has none yet. */
  readonly collectedBoutS: number | null;
}

/** More weight than this in either hand is too much in every approach. */
const MOST_CONTACT = 5;
/** So many tries in a row with signs of tension say stop. */
const TENSE_TRIES = 3;
/** So many tries in a row, each holding less than the one before, are fading. */
const FADING_TRIES = 3;

/**
 * What is to be said after the last observation, the gravest first. The tool advises; the person on
 * the spot decides. Source: common practice (safety and welfare; leave while it is good).
 *
 * @param observations those that stand, in the order they were made
 */
export function watch(observations: readonly Observation[], limits: WatchLimits): Advice[] {
  const last = observations.at(-1);
  if (!last) return [];
  const found = [
    uneven(last),
    tension(observations),
    contact(last),
    behind(observations),
    bout(last, limits),
    lostTwice(observations),
    fading(observations),
  ];
  return found.filter((advice) => advice !== null);
}

/** Beats that stay uneven in a plain pace are no training topic. */
function uneven(last: Observation): Advice | null {
  if (last.kind !== 'uneven') return null;
  return last.persists ? { code: 'vet', level: 'stop' } : { code: 'beats-uneven', level: 'stop' };
}

function contact(last: Observation): Advice | null {
  if (last.kind !== 'contact') return null;
  const most = Math.max(last.left, last.right);
  return most > MOST_CONTACT ? { code: 'too-heavy', level: 'stop', contact: most } : null;
}

/** Twice in a row behind the vertical; silent while the answer to the leg is being corrected. */
function behind(observations: readonly Observation[]): Advice | null {
  const last = observations.at(-1);
  if (last?.kind !== 'head' || last.position !== 'behind') return null;
  const aid = lastOf(observations, 'aid');
  if (aid && aid.answer !== 'at once' && observations.indexOf(aid) >= observations.length - 4) {
    return null;
  }
  const heads = observations.filter((o): o is ObservationOf<'head'> => o.kind === 'head').slice(-2);
  const both = heads.length === 2 && heads.every((h) => h.position === 'behind');
  return both ? { code: 'behind', level: 'stop' } : null;
}

function bout(last: Observation, { collectedBoutS }: WatchLimits): Advice | null {
  if (last.kind !== 'bout' || collectedBoutS === null) return null;
  return last.seconds > collectedBoutS
    ? { code: 'bout-over', level: 'stop', seconds: last.seconds, mostS: collectedBoutS }
    : null;
}

/** Signs of tension since the last calm try, try by try. */
function tension(observations: readonly Observation[]): Advice | null {
  const last = observations.at(-1)!;
  if (last.kind !== 'sign' && last.kind !== 'try') return null;
  let tries = 0;
  let tense = false;
  for (const o of [...observations].reverse()) {
    if (o.kind === 'sign' && isTension(o.sign)) tense = true;
    if (o.kind !== 'try') continue;
    if (!tense) break;
    tries++;
    tense = false;
  }
  return tries >= TENSE_TRIES ? { code: 'tension', level: 'stop', tries } : null;
}

const triesOf = (observations: readonly Observation[]): TryObservation[] => {
  const tries = observations.filter((o): o is TryObservation => o.kind === 'try');
  const last = tries.at(-1);
  // Of the present line only, back to where another one was tried.
  const other = tries.findLastIndex((t) => t.itemId !== last?.itemId);
  return tries.slice(other + 1);
};

function lostTwice(observations: readonly Observation[]): Advice | null {
  if (observations.at(-1)?.kind !== 'try') return null;
  const two = triesOf(observations).slice(-2);
  const lost = two.length === 2 && two.every((t) => t.result === 'lost');
  return lost ? { code: 'lost-twice', level: 'leave' } : null;
}

function fading(observations: readonly Observation[]): Advice | null {
  if (observations.at(-1)?.kind !== 'try') return null;
  const held = triesOf(observations)
    .slice(-FADING_TRIES)
    .map((t) => t.held);
  const falls = held.length === FADING_TRIES && held.every((h, i) => i === 0 || h < held[i - 1]!);
  return falls ? { code: 'fading', level: 'leave', from: held[0]!, to: held.at(-1)! } : null;
}

function lastOf<K extends Observation['kind']>(
  observations: readonly Observation[],
  kind: K,
): ObservationOf<K> | null {
  return (observations.findLast((o) => o.kind === kind) as ObservationOf<K> | undefined) ?? null;
}
