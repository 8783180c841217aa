import { sessionsApi } from '../../api/sessions.ts';
import { mergeSession, wordsLeftOut } from '@canter-book/core/book/mergeSession';
import type { Session } from '@canter-book/core/book/records';
import type { Observation } from '@canter-book/core/observations/observation';
import { isRefusal, problemOf, type Problem } from '../../api/problem.ts';
import { Courier, later, whenBack, type Sent } from '../../api/courier.ts';
import { newId } from '../../app/newId.ts';
import { tell } from '../../app/notices.ts';
import type { BookStore } from '../../app/store.ts';
import { alone } from '../../kept/pages.ts';
import { askToKeep, readDevice, writeDevice } from './device.ts';
import {
  delivered,
  discarded,
  keepingFailed,
  notReached,
  refusedByServer,
  restored,
  type KeptState,
  type Parcel,
} from './ringsideSlice.ts';

/** A session that is saved elsewhere again and again while it is merged waits for the next round. */
const MOST_MERGES = 3;

/** A full or busy device is asked again after this long, whether or not something new is entered. */
const KEEP_AGAIN_MS = 2000;

const EMPTY: KeptState = { teaching: {}, outbox: [], revisions: {} };

const isSame = (a: KeptState, b: KeptState): boolean =>
  a.teaching === b.teaching && a.outbox === b.outbox && a.revisions === b.revisions;

/**
 * Keeps what is recorded at the ringside on the device, and delivers it in its order when the server
 * answers. A parcel leaves the device only when the server has confirmed it; sending one twice does
 * no harm there. One that the server refuses is set aside with the reason, and the rest goes on.
 */
export function startDelivery(store: BookStore): void {
  /** As it was last given to the device, as the device is known to have it, and what it would not take. */
  let given: KeptState = EMPTY;
  let known: KeptState = EMPTY;
  let refused: KeptState | null = null;
  let refusals = 0;

  const keep = (again = false) => {
    const { teaching, outbox, revisions, restored: ready } = store.getState().ringside;
    const now: KeptState = { teaching, outbox, revisions };
    if (!ready || isSame(given, now) || (!again && refused && isSame(refused, now))) return;
    const [before, sinceRefusals] = [given, refusals];
    given = now;
    // At once, as the page may be closed with the next tap; the device keeps writes in their order by itself.
    void writeDevice(before, now).then(
      () => {
        // It may have been written on top of what was refused: then that has to be written first.
        if (sinceRefusals !== refusals) return;
        known = now;
        refused = null;
        if (!store.getState().ringside.keeping) store.dispatch(keepingFailed(false));
      },
      () => {
        given = known;
        refused = now;
        refusals++;
        store.dispatch(keepingFailed(true));
        later(() => keep(true), KEEP_AGAIN_MS);
      },
    );
  };

  const waiting = (): Parcel | null => {
    const { outbox, restored: ready } = store.getState().ringside;
    return ready ? nextOf(outbox) : null;
  };

  const courier = new Courier(async () => {
    const next = waiting();
    return next ? alone('delivery', () => send(store, next)) : 'done';
  }, later);

  store.subscribe(() => {
    keep();
    if (store.getState().ringside.reached && waiting()) void courier.now();
  });
  whenBack(() => void courier.again());
  void askToKeep();
  void readDevice()
    .then(
      (state) => ({ state, readable: true }),
      () => ({ state: EMPTY, readable: false }),
    )
    .then(({ state, readable }) => {
      given = known = state;
      store.dispatch(restored(state));
      if (!readable) store.dispatch(keepingFailed(true));
      void courier.now();
    });
}

/**
 * The first parcel that can go: none that was set aside, and nothing of a session that is not in the
 * book because it was itself set aside.
 */
export function nextOf(outbox: readonly Parcel[]): Parcel | null {
  const stuck = new Set<string>();
  for (const parcel of outbox) {
    const session = sessionOf(parcel);
    if (parcel.refused !== undefined) {
      if (parcel.kind === 'session') stuck.add(session);
      continue;
    }
    if (!stuck.has(session)) return parcel;
  }
  return null;
}

const sessionOf = (parcel: Parcel): string =>
  parcel.kind === 'session' ? parcel.session.id : (parcel.observations[0]?.sessionId ?? '');

async function send(store: BookStore, parcel: Parcel): Promise<Sent> {
  if (parcel.kind === 'session') return sendSession(store, parcel.id, parcel.session);
  const answer = await store.dispatch(
    sessionsApi.endpoints.addObservations.initiate(parcel.observations),
  );
  if (answer.error) return failed(store, parcel.id, problemOf(answer.error));
  store.dispatch(delivered({ parcelId: parcel.id }));
  return 'more';
}

async function sendSession(store: BookStore, parcelId: string, session: Session): Promise<Sent> {
  const { revisions } = store.getState().ringside;
  let next = { ...session, revision: revisions[session.id] ?? session.revision };
  let leftOut: readonly string[] = [];
  let isBack = false;
  for (let merges = 0; ; merges++) {
    const answer = await store.dispatch(sessionsApi.endpoints.saveSession.initiate(next));
    if (!answer.error) {
      const { revision } = answer.data;
      store.dispatch(
        delivered({
          parcelId,
          sessionId: session.id,
          revision,
          leftOut: notesOf(session, leftOut),
        }),
      );
      if (isBack) tellItIsBack(store, session.id);
      return 'more';
    }
    const problem = problemOf(answer.error);
    const current = problem.status === 409 ? (problem.current as Session | undefined) : undefined;
    if (!current || merges >= MOST_MERGES) return failed(store, parcelId, problem);
    next = mergeSession(current, session);
    leftOut = wordsLeftOut(current, session);
    isBack = current.removedAt !== undefined && session.removedAt === undefined;
  }
}

/** Words for which the session had no room become notes in it. */
const notesOf = ({ id: sessionId }: Session, words: readonly string[]): Observation[] =>
  words.map((text) => ({
    id: newId(),
    sessionId,
    at: new Date().toISOString(),
    kind: 'note',
    text,
  }));

const tellItIsBack = (store: BookStore, sessionId: string): void =>
  tell(
    'This lesson was deleted on another device while you taught it. It is back in the book.',
    null,
    {
      label: 'Delete it',
      run: () =>
        store.dispatch(discarded({ sessionId, parcelId: newId(), at: new Date().toISOString() })),
    },
  );

function failed(store: BookStore, parcelId: string, { status, detail, keptAside }: Problem): Sent {
  if (keptAside) {
    // It has left this device: what belongs to it follows, so that the owner finds all of it.
    store.dispatch(delivered({ parcelId }));
    tell(detail);
    return 'more';
  }
  const refused = isRefusal(status);
  store.dispatch(refused ? refusedByServer({ parcelId, why: detail }) : notReached());
  return refused ? 'more' : 'away';
}
