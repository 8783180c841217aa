import { mergeSession, wordsLeftOut } from '../book/mergeSession.ts';
import type { LessonRecord, Session } from '../book/records.ts';
import type { DocumentKind, Documents } from '../documents.ts';
import type { MarkedRide } from '../sheet/markedRide.ts';
import { mergeRides } from '../sheet/mergeRides.ts';
import { mergeFields, same, type MergedFields } from './fields.ts';

/** Two versions of a document, made from one. */
export interface Versions<T> {
  /** What both were made from; null for a new one. */
  readonly was: T | null;
  readonly mine: T;
  readonly theirs: T;
}

export interface Merged<T> extends MergedFields<T> {
  /** Words the document has no room for. */
  readonly leftOut?: readonly string[];
}

type Merge<T> = (versions: Versions<T>) => Merged<T> | null;

/** Nobody has entered them. */
const UNSEEN = new Set(['revision', 'updatedAt', 'savedBy']);

/** Field by field; some fields are one thing, and go as a whole. */
function byFields<T extends object>(...whole: readonly (keyof T & string)[]): Merge<T> {
  const names = new Set<string>(whole);
  return ({ was, mine, theirs }) => {
    const { merged, overruled } = mergeFields(was ?? undefined, mine, theirs, names);
    return { merged, overruled: overruled.filter((name) => !UNSEEN.has(name)) };
  };
}

const WORDS = ['notes', 'homework'] as const;

/** Some fields of a document, those it has. */
const picked = <T extends object, K extends keyof T>(from: T, names: readonly K[]): Pick<T, K> =>
  Object.fromEntries(
    names.filter((name) => from[name] !== undefined).map((name) => [name, from[name]]),
  ) as Pick<T, K>;

/** A lesson is written as one: where both have written in it, or it was thrown away, somebody has to choose. */
const mergeLessons: Merge<LessonRecord> = (versions) => {
  const { was, mine, theirs } = versions;
  const isGone = theirs.removedAt !== undefined && !was?.removedAt && !mine.removedAt;
  const bothWrote =
    !same(mine.document, theirs.document) &&
    !same(mine.document, was?.document) &&
    !same(theirs.document, was?.document);
  return isGone || bothWrote ? null : byFields<LessonRecord>('document')(versions);
};

/** The ringside's word on top; words that were written in two places are both kept. */
const mergeSessions: Merge<Session> = ({ was, mine, theirs }) => {
  if (was === null)
    return {
      merged: mergeSession(theirs, mine),
      overruled: [],
      leftOut: wordsLeftOut(theirs, mine),
    };
  const { merged } = mergeFields(was, mine, theirs, new Set(['document']));
  const { removedAt: _, ...sent } = merged;
  // Where only one side wrote there is nothing to put together.
  const alone = WORDS.filter((part) => mine[part] === was[part] || theirs[part] === was[part]);
  const others = WORDS.filter((part) => !alone.includes(part));
  const versions = [
    { ...theirs, ...picked(merged, alone) },
    {
      ...sent,
      ...picked(mine, others),
      ...(mine.removedAt !== undefined && { removedAt: mine.removedAt }),
    },
  ] as const;
  return {
    merged: { ...sent, ...mergeSession(...versions), ...picked(merged, ['next', 'riderId']) },
    overruled: [],
    leftOut: wordsLeftOut(...versions),
  };
};

/** Mark by mark; of the errors of course the higher count, where both have counted on. */
const mergeMarked: Merge<MarkedRide> = (versions) => {
  const { was, mine, theirs } = versions;
  const all = byFields<MarkedRide>('document', 'corrections')(versions)!;
  const { corrections, errors } = mergeRides(mine, theirs, []);
  const bothCounted = was !== null && mine.errors !== was.errors && theirs.errors !== was.errors;
  return {
    merged: { ...all.merged, corrections, ...(bothCounted && { errors }) },
    overruled: all.overruled.filter((name) => name !== 'errors' && name !== 'corrections'),
  };
};

/** How each kind merges; null where a person has to choose. */
const MERGES: { readonly [K in DocumentKind]: Merge<Documents[K]> } = {
  rider: byFields(),
  // A ladder is climbed as it was written.
  exercise: byFields<Documents['exercise']>('exercise'),
  horse: byFields(),
  timetable: byFields(),
  busy: byFields<Documents['busy']>('hours'),
  lesson: mergeLessons,
  ride: mergeMarked,
  // Weeks are planned together.
  programme: byFields<Documents['programme']>('plan'),
  appointment: byFields(),
  session: mergeSessions,
  observation: byFields(),
};

/**
 * One version of two that were made from the same, with the revision of theirs.
 *
 * @returns null where a person has to choose between the two
 */
export function mergeDocument<K extends DocumentKind>(
  kind: K,
  versions: Versions<Documents[K]>,
): Merged<Documents[K]> | null {
  const merged = MERGES[kind](versions);
  const { revision } = versions.theirs as { revision?: number };
  return (
    merged && {
      ...merged,
      merged: { ...merged.merged, ...(revision !== undefined && { revision }) },
    }
  );
}
