import type { Middleware, ThunkDispatch, UnknownAction } from '@reduxjs/toolkit';
import { mergeDocument } from '@canter-book/core/documents/merge';
import type { Observation } from '@canter-book/core/observations/observation';
import { api } from '../api/api.ts';
import { Courier, later, type Sent } from '../api/courier.ts';
import { keptApi, shownOf, shownOfSession } from '../api/kept.ts';
import { isRefusal, isSaid, problemOf, type ApiError, type Problem } from '../api/problem.ts';
import { sessionsApi } from '../api/sessions.ts';
import { newId } from '../app/newId.ts';
import { tell } from '../app/notices.ts';
import {
  away,
  carries,
  changed,
  contested,
  delivered,
  givenUp,
  inOrder,
  isAside,
  isDirty,
  keyOf,
  refused,
  restored,
  revisionOf,
  sending,
  sentAgain,
  settled,
  takenOver,
  type AnyDocument,
  type Change,
  type KeptRecord,
  type KeptState,
} from './keptSlice.ts';
import { alone } from './pages.ts';
import { calledOf } from './words.ts';

/** One that is saved elsewhere again and again while it is merged waits for the next round. */
const MOST_MERGES = 4;
/** Observations that go at one time. */
const MOST_AT_ONCE = 200;

interface State {
  readonly kept: KeptState;
  readonly api: ReturnType<typeof sessionsApi.reducer>;
}
type Dispatch = ThunkDispatch<State, unknown, UnknownAction>;
interface Page {
  dispatch: Dispatch;
  getState(): State;
}

/** Outcome of a change: in the book, kept here while the book is away, or refused. */
export interface Outcome {
  /** As the book has it, or as it is kept here; null where it was removed. */
  readonly data?: AnyDocument | null;
  readonly error?: ApiError;
}

const isSendable = (record: KeptRecord): boolean => isDirty(record) && !isAside(record);

/** Whether it speaks of another document: by its id alone, wherever it stands. */
function namesAny({ id: own, is }: KeptRecord, ids: readonly string[]): boolean {
  const said = JSON.stringify(is);
  return ids.some((id) => id !== own && said.includes(`"${id}"`));
}

/**
 * What can go now, the first begun first: none that was set aside, and none that speaks of something new that is not in
 * the book yet.
 */
export function nextOf(state: KeptState): KeptRecord | null {
  const waiting = inOrder(state).filter(isDirty);
  const isNew = ({ was, is }: KeptRecord) => was === null && is !== null;
  const news = waiting.filter(isNew).map(({ id }) => id);
  return waiting.find((record) => isSendable(record) && !namesAny(record, news)) ?? null;
}

/** With an observation go those of its session that wait behind it. */
function batchOf(state: KeptState, first: KeptRecord, single: boolean): KeptRecord[] {
  if (first.kind !== 'observation' || single) return [first];
  const sessionOf = ({ is }: KeptRecord) => (is as Observation).sessionId;
  return inOrder(state)
    .filter((r) => r.kind === 'observation' && isSendable(r) && sessionOf(r) === sessionOf(first))
    .slice(0, MOST_AT_ONCE);
}

/** An answer of the book, once what another device had saved meanwhile was put together with it. */
type Answer =
  | {
      readonly saved: AnyDocument | null;
      readonly leftOut?: readonly string[];
      readonly isBack?: boolean;
    }
  | { readonly error: ApiError; readonly theirs?: AnyDocument };

async function sendOne(dispatch: Dispatch, { kind, id, was, is }: KeptRecord): Promise<Answer> {
  if (!is) {
    const gone = await dispatch(keptApi.endpoints.remove.initiate({ kind, id }));
    return gone.error ? { error: gone.error } : { saved: null };
  }
  let document = { ...is, ...(kind !== 'observation' && { revision: revisionOf(was) }) };
  let leftOut: readonly string[] = [];
  let isBack = false;
  for (let merges = 0; ; merges++) {
    const answer = await dispatch(keptApi.endpoints.put.initiate({ kind, document }));
    if (!answer.error) return { saved: answer.data, leftOut, isBack };
    const { status, current } = problemOf(answer.error);
    if (status !== 409 || !current || merges >= MOST_MERGES) return { error: answer.error };
    const theirs = current as AnyDocument;
    const merged = mergeDocument(kind, { was, mine: is, theirs } as never);
    if (!merged) return { error: answer.error, theirs };
    document = merged.merged as typeof document;
    leftOut = merged.leftOut ?? [];
    isBack = 'removedAt' in theirs && !('removedAt' in document);
    if (merged.overruled.length > 0)
      tell(
        `${calledOf(kind, is)}: also changed on another device. Where both differ, yours stands.`,
      );
  }
}

/** Words for which a session had no room become notes of it. */
const notesOf = (sessionId: string, words: readonly string[]): Change[] =>
  words.map((text) => ({
    kind: 'observation',
    was: null,
    is: { id: newId(), sessionId, at: new Date().toISOString(), kind: 'note', text },
  }));

/** One outbox for everything that is kept: it runs as long as the page is open, whatever is shown on it. */
export class Outbox {
  private readonly courier = new Courier(() => this.send(), later);
  private readonly waiting = new Map<string, ((outcome: Outcome) => void)[]>();
  /** Of several that were refused together, each is asked alone. */
  private single = new Set<string>();
  private page!: Page;
  private isStopped = false;

  readonly middleware: Middleware = (page) => {
    this.page = page as unknown as Page;
    return (next) => (action) => {
      const done = next(action);
      if (carries(action)) {
        const { restMs = 0 } = action.meta;
        if (restMs > 0) this.courier.soon(restMs);
        else void this.courier.now();
      } else if (
        [restored, takenOver, settled, sentAgain].some((one) => one.match(action as never))
      )
        void this.courier.now();
      return done;
    };
  };

  /** The server may be back, or the page may be left: what waits goes at once. Resolves when it went, or is known to wait. */
  readonly flush = (): Promise<void> => this.courier.again();

  /** The page is gone. */
  readonly stop = (): void => {
    this.isStopped = true;
    this.courier.stop();
  };

  /** Saves a change; resolves when it is known what became of it. */
  save(kind: Change['kind'], was: AnyDocument | null, is: AnyDocument | null): Promise<Outcome> {
    const { dispatch, getState } = this.page;
    const { id } = (is ?? was)!;
    const outcome = new Promise<Outcome>((resolve) => {
      const key = keyOf({ kind, id }, getState().kept.page);
      this.waiting.set(key, [...(this.waiting.get(key) ?? []), resolve]);
      dispatch(changed([{ kind, was, is }]));
      if (!getState().kept.records[key]) this.answer(key, { data: is });
    });
    if (kind === 'observation') this.showSeen(is as Observation);
    return outcome;
  }

  /** Shown at once: what is tapped next is on top of it, not beside it. */
  private showSeen(seen: Observation): void {
    this.page.dispatch(
      sessionsApi.util.updateQueryData(
        'observations',
        seen.sessionId,
        (all) => void all.push(seen),
      ),
    );
  }

  /** Pages ask again for what shows it; what waits here is laid over the answer, also while the book is away. */
  private showAgain({ kind, id, is }: KeptRecord): void {
    const tags =
      kind === 'observation' ? shownOfSession((is as Observation).sessionId) : shownOf(kind, id);
    this.page.dispatch(api.util.invalidateTags(tags));
  }

  private answer(key: string, outcome: Outcome): void {
    for (const resolve of this.waiting.get(key) ?? []) resolve(outcome);
    this.waiting.delete(key);
  }

  private async send(): Promise<Sent> {
    const { kept } = this.page.getState();
    if (this.isStopped || !kept.restored || !nextOf(kept)) return 'done';
    return alone('outbox', async () => {
      const state = this.page.getState().kept;
      const next = nextOf(state);
      if (!next) return 'done';
      const records = batchOf(state, next, this.single.has(next.key));
      const { dispatch } = this.page;
      dispatch(sending(records.map(({ key }) => key)));
      try {
        return await (next.kind === 'observation'
          ? this.append(records)
          : this.deliver(next, await sendOne(dispatch, next)));
      } finally {
        dispatch(sending([]));
      }
    });
  }

  private async append(records: readonly KeptRecord[]): Promise<Sent> {
    const observations = records.map(({ is }) => is as Observation);
    const answer = await this.page.dispatch(keptApi.endpoints.append.initiate(observations));
    if (answer.error && records.length > 1 && isRefusal(problemOf(answer.error).status)) {
      if (!problemOf(answer.error).keptAside) {
        this.single = new Set(records.map(({ key }) => key));
        return 'more';
      }
    }
    let sent: Sent = 'more';
    for (const record of records)
      sent = this.deliver(record, answer.error ? { error: answer.error } : { saved: record.is });
    return sent;
  }

  private deliver(record: KeptRecord, answer: Answer): Sent {
    const { dispatch } = this.page;
    const { key, id, is: sent } = record;
    if ('error' in answer) return this.failed(record, answer.error, answer.theirs);
    dispatch(delivered({ key, sent, saved: answer.saved }));
    const still = this.page.getState().kept.records[key];
    if (!still || !isDirty(still)) this.answer(key, { data: answer.saved });
    if (answer.leftOut?.length) dispatch(changed(notesOf(id, answer.leftOut)));
    if (answer.isBack) this.tellItIsBack(record, answer.saved);
    return 'more';
  }

  private tellItIsBack({ kind }: KeptRecord, saved: AnyDocument | null): void {
    if (kind !== 'session' || !saved) return;
    tell(
      'This lesson was deleted on another device while you taught it. It is back in the book.',
      null,
      {
        label: 'Delete it',
        run: () =>
          void this.save(kind, saved, { ...saved, removedAt: new Date().toISOString() } as never),
      },
    );
  }

  private failed(record: KeptRecord, error: ApiError, theirs?: AnyDocument): Sent {
    const { dispatch, getState } = this.page;
    const { key, is } = record;
    const { status, detail, keptAside }: Problem = problemOf(error);
    if (keptAside) {
      // It has left this device: what belongs to it follows, so that the owner finds all of it.
      dispatch(delivered({ key, sent: is, saved: is }));
      this.answer(key, { error });
      tell(detail);
      return 'more';
    }
    // One that the server trips over must not hold up all others: it is set aside like one it refuses.
    const mayBeTaken = !isRefusal(status) && status !== 500;
    // Changed once more meanwhile: that may be taken.
    if (!mayBeTaken && getState().kept.records[key]?.is !== is) return 'more';
    const isAsked = this.waiting.has(key) && !record.isLate && !record.isOpen;
    if (mayBeTaken && !(isAsked && isSaid(status))) {
      dispatch(away());
      this.showAgain(record);
      for (const waiting of [...this.waiting.keys()]) {
        const kept = getState().kept.records[waiting];
        if (kept) this.answer(waiting, { data: kept.is });
      }
      return 'away';
    }
    // Whoever waits for the answer has it on the page still: it is not kept a second time.
    if (isAsked) {
      dispatch(givenUp(key));
      this.showAgain(record);
    } else dispatch(theirs ? contested({ key, theirs }) : refused({ key, why: detail }));
    this.answer(key, { error });
    return 'more';
  }
}
