import { createAction, type Reducer } from '@reduxjs/toolkit';
import type { DocumentKind, Documents } from '@canter-book/core/documents';
import { mergeFields, same } from '@canter-book/core/documents/fields';
import { mergeDocument } from '@canter-book/core/documents/merge';
import { CLIENT } from '../api/client.ts';

/**
 * Everything a person enters on this device, until the book has it: a record for each document that was changed, with what
 * the book had and what it is to be.
 */

/** A document of any kind, where it does not matter which. */
export type AnyDocument = Documents[DocumentKind];

/** A document is to be `is` where it was `was`: null before it is made, and when it is to be removed. */
export interface Change {
  readonly kind: DocumentKind;
  readonly was: AnyDocument | null;
  readonly is: AnyDocument | null;
}

/** A change with its kind checked. */
export const change = <K extends DocumentKind>(
  kind: K,
  was: Documents[K] | null,
  is: Documents[K] | null,
): Change => ({ kind, was, is });

export interface KeptRecord extends Change {
  /** One for each document and page. */
  readonly key: string;
  readonly id: string;
  /** Counted on from what lies here, whatever the clock of the device says. */
  readonly order: number;
  /** A page shows it while it is changed: it stays here, though nothing of it waits. */
  readonly isOpen?: true;
  /** It was said to be kept: it is not given up without a word. */
  readonly isLate?: true;
  /** Why the book does not take it: it is set aside until somebody settles it. */
  readonly why?: string;
  /** The version of another device, where a person has to choose. */
  readonly theirs?: AnyDocument;
}

export interface KeptState {
  /** This page, among all that are open on this device. */
  readonly page: string;
  /** Whether the device has been read: its records are in memory. */
  readonly restored: boolean;
  readonly records: Readonly<Record<string, KeptRecord>>;
  /** The last place in the order. */
  readonly last: number;
  /** The server answered the last time. */
  readonly reached: boolean;
  /** The device keeps what is written to it. */
  readonly keeping: boolean;
  /** On their way to the book, by their keys. */
  readonly sending: readonly string[];
}

export interface Named {
  readonly kind: DocumentKind;
  readonly id: string;
}

export const keyOf = ({ kind, id }: Named, page: string): string => `${kind}:${id}@${page}`;
/** The pages a record went through: the one that has it comes first, those it was taken over from follow. */
export const pagesOf = (key: string): string => key.slice(key.indexOf('@') + 1);
export const ownerOf = (key: string): string => pagesOf(key).split('/')[0]!;

export const isDirty = ({ was, is }: Change): boolean => !same(was, is);

/** Set aside: not sent again by itself. */
export const isAside = ({ why, theirs }: KeptRecord): boolean => Boolean(why ?? theirs);

/** An action of any slice that carries documents to be kept, and how soon they are sent. */
interface Carrying {
  readonly meta: { readonly kept: readonly Change[]; readonly restMs?: number };
}
export const carries = (action: unknown): action is Carrying =>
  Array.isArray((action as Partial<Carrying>).meta?.kept);

/** For the action of a slice: what is to be kept of it. */
export const keeping = (...kept: readonly Change[]) => ({ kept });

export const changed = createAction('kept/changed', (kept: readonly Change[], restMs = 0) => ({
  payload: undefined,
  meta: { kept, restMs },
}));
/** The device is being asked what it has kept. */
export const reading = createAction('kept/reading');
export const restored = createAction<readonly KeptRecord[]>('kept/restored');
/** Records of pages that were closed are this page's now. */
export const takenOver = createAction<readonly KeptRecord[]>('kept/takenOver');
/** A page shows a document, as the book has it, and changes it. */
export const opened = createAction<Named & { readonly stands: AnyDocument }>('kept/opened');
export const closed = createAction<Named>('kept/closed');
export const sending = createAction<readonly string[]>('kept/sending');
/** The book has it, as it was sent; null where it was removed, or lies beside the book. */
export const delivered = createAction<{
  readonly key: string;
  readonly sent: AnyDocument | null;
  readonly saved: AnyDocument | null;
}>('kept/delivered');
/** The server did not answer, or asked to come again. */
export const away = createAction('kept/away');
export const refused = createAction<{ readonly key: string; readonly why: string }>('kept/refused');
export const contested = createAction<{ readonly key: string; readonly theirs: AnyDocument }>(
  'kept/contested',
);
/** Somebody has chosen, where both had written. */
export const settled = createAction<{ readonly key: string; readonly keep: 'mine' | 'theirs' }>(
  'kept/settled',
);
/** Somebody has seen why, and put it right elsewhere: it is sent once more. */
export const sentAgain = createAction<string>('kept/sentAgain');
/** Somebody does without it. */
export const givenUp = createAction<string>('kept/givenUp');
export const keepingFailed = createAction<boolean>('kept/keepingFailed');

type Records = Readonly<Record<string, KeptRecord>>;

const without = (records: Records, key: string): Records => {
  const { [key]: _, ...others } = records;
  return others;
};

/** The record as it is now; gone where nothing of it waits and no page shows it. */
function put(records: Records, record: KeptRecord): Records {
  return record.isOpen || isDirty(record)
    ? { ...records, [record.key]: record }
    : without(records, record.key);
}

/** One that is to be sent as it is: nothing stands against it. */
function fresh({ why: _, theirs: __, ...record }: KeptRecord): KeptRecord {
  return record;
}

/** The document with a further change on top of one that waits; both are of this page, and nobody has to choose. */
function onTop({ is: mine }: KeptRecord, { kind, was, is }: Change): AnyDocument | null {
  if (!is || !mine || !was || same(was, mine)) return is;
  const merged = mergeDocument(kind, { was, mine: is, theirs: mine } as never);
  return (merged ?? mergeFields(was, is, mine)).merged as AnyDocument;
}

function keep(state: KeptState, next: Change): KeptState {
  const { id } = (next.is ?? next.was)!;
  const named = { kind: next.kind, id };
  const key = keyOf(named, state.page);
  const known = state.records[key];
  const late = state.reached ? {} : { isLate: true as const };
  if (known) {
    // Where somebody has to choose, what is written on meanwhile waits for that.
    const { why: _, ...rest } = known;
    const record = { ...rest, is: onTop(known, next), ...late };
    // What is on its way cannot be taken back any more: it is changed once more.
    const records = state.sending.includes(key)
      ? { ...state.records, [key]: record }
      : put(state.records, record);
    return { ...state, records };
  }
  const last = state.last + 1;
  const record: KeptRecord = { ...next, ...named, key, order: last, ...late };
  return { ...state, last, records: put(state.records, record) };
}

/** Sent, answered, and changed once more meanwhile: that goes on top of what the book has now. */
function hasSaved(record: KeptRecord, sent: AnyDocument | null, saved: AnyDocument | null) {
  const { isLate: _, ...rest } = record;
  if (same(record.is, sent)) return { ...rest, was: saved, is: saved };
  if (!record.is || !sent || !saved) return { ...rest, was: saved };
  const { kind } = record;
  const merged = mergeDocument(kind, { was: sent, mine: record.is, theirs: saved } as never);
  return { ...rest, was: saved, is: (merged?.merged as AnyDocument) ?? record.is };
}

function open(state: KeptState, { kind, id, stands }: ReturnType<typeof opened>['payload']) {
  const key = keyOf({ kind, id }, state.page);
  // What a closed page had left of it is gone on with here.
  const own = recordOf(state, { kind, id });
  if (!own) {
    const last = state.last + 1;
    const record: KeptRecord = {
      kind,
      id,
      key,
      was: stands,
      is: stands,
      order: last,
      isOpen: true,
    };
    return { ...state, last, records: { ...state.records, [key]: record } };
  }
  const isNewer =
    !isDirty(own) && (revisionOf(stands) > revisionOf(own.was) || own.key !== key || !own.isOpen);
  const record: KeptRecord = {
    ...own,
    ...(isNewer && { was: stands, is: stands }),
    key,
    isOpen: true,
  };
  return { ...state, records: { ...without(state.records, own.key), [key]: record } };
}

export const revisionOf = (document: AnyDocument | null): number =>
  (document as { revision?: number } | null)?.revision ?? 0;

/** A page that shows the document goes on from what the book has. */
function giveUp(state: KeptState, key: string): KeptState {
  const record = state.records[key];
  return record?.isOpen && (record.theirs ?? record.was)
    ? on(state, key, (r) => settle(r, 'theirs'))
    : { ...state, records: without(state.records, key) };
}

/** Others keep theirs. */
function close(state: KeptState, named: Named): KeptState {
  const record = state.records[keyOf(named, state.page)];
  if (!record) return state;
  const { isOpen: _, ...rest } = record;
  return { ...state, records: put(state.records, rest) };
}

function settle(record: KeptRecord, keptVersion: 'mine' | 'theirs'): KeptRecord {
  const stands = record.theirs ?? record.was;
  const { isLate, ...rest } = fresh(record);
  return keptVersion === 'theirs'
    ? { ...rest, was: stands, is: stands }
    : { ...rest, ...(isLate && { isLate }), was: stands };
}

/** Where a page shows the document as the book has it, what a closed page had written comes up there, to choose. */
function contest(state: KeptState, { key, theirs }: ReturnType<typeof contested>['payload']) {
  const record = state.records[key];
  if (!record) return state;
  const shown = state.records[keyOf(record, state.page)];
  const to = shown && shown !== record && !isDirty(shown) ? shown : record;
  const { isOpen: _, ...rest } = record;
  const next: KeptRecord = {
    ...rest,
    ...(to.isOpen && { isOpen: true }),
    key: to.key,
    theirs,
    isLate: true,
  };
  return { ...state, records: { ...without(state.records, key), [next.key]: next } };
}

const taken = (state: KeptState, records: readonly KeptRecord[]): KeptState => ({
  ...state,
  last: Math.max(state.last, ...records.map(({ order }) => order)),
  records: { ...Object.fromEntries(records.map((r) => [r.key, r])), ...state.records },
});

/** A change of one record, where there is (still) one of that key. */
function on(state: KeptState, key: string, to: (record: KeptRecord) => KeptRecord): KeptState {
  const record = state.records[key];
  return record ? { ...state, records: put(state.records, to(record)) } : state;
}

/** All that is dirty, marked late. Records that were late before stay the same: the device need not write them again. */
function allLate(records: Records): Records {
  const now = Object.values(records).filter((r) => !r.isLate && isDirty(r));
  if (now.length === 0) return records;
  return { ...records, ...Object.fromEntries(now.map((r) => [r.key, { ...r, isLate: true }])) };
}

const INITIAL: Omit<KeptState, 'page'> = {
  restored: true,
  records: {},
  last: 0,
  reached: true,
  keeping: true,
  sending: [],
};

/** @param page its name among all that are open on this device */
export const keptReducer =
  (page: string = CLIENT): Reducer<KeptState> =>
  (state = { ...INITIAL, page }, action) => {
    if (carries(action)) return action.meta.kept.reduce(keep, state);
    if (reading.match(action)) return { ...state, restored: false };
    if (restored.match(action)) return { ...taken(state, action.payload), restored: true };
    if (takenOver.match(action)) return taken(state, action.payload);
    if (opened.match(action)) return open(state, action.payload);
    if (closed.match(action)) return close(state, action.payload);
    if (sending.match(action)) return { ...state, sending: action.payload };
    if (away.match(action)) return { ...state, reached: false, records: allLate(state.records) };
    if (keepingFailed.match(action)) return { ...state, keeping: !action.payload };
    if (delivered.match(action)) {
      const { key, sent, saved } = action.payload;
      return on({ ...state, reached: true }, key, (record) => hasSaved(record, sent, saved));
    }
    if (refused.match(action)) {
      const { key, why } = action.payload;
      return on({ ...state, reached: true }, key, (record) => ({ ...record, why, isLate: true }));
    }
    if (contested.match(action)) return contest({ ...state, reached: true }, action.payload);
    if (settled.match(action))
      return on(state, action.payload.key, (r) => settle(r, action.payload.keep));
    if (sentAgain.match(action)) return on(state, action.payload, fresh);
    if (givenUp.match(action)) return giveUp(state, action.payload);
    return state;
  };

/** In the order in which they were begun. */
export const inOrder = ({ records }: Pick<KeptState, 'records'>): KeptRecord[] =>
  Object.values(records).sort((a, b) => a.order - b.order);

/** The record of a document on this page, or one taken over from a page that was closed. */
export function recordOf(state: KeptState, named: Named): KeptRecord | undefined {
  const own = state.records[keyOf(named, state.page)];
  return own ?? inOrder(state).find(({ kind, id }) => kind === named.kind && id === named.id);
}
