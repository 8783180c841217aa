import { mergeSession } from '@canter-book/core/observations/mergeSession';
import type { Session } from '@canter-book/core/observations/records';
import { api, isRefusal, problemOf, type Problem } from '../../api/api.ts';
import type { BookStore } from '../../app/store.ts';
import { askToKeep, readDevice, writeDevice } from './device.ts';
import {
  delivered,
  keepingFailed,
  notReached,
  refusedByServer,
  restored,
  type KeptState,
  type Parcel,
} from './ringsideSlice.ts';

const FIRST_RETRY_MS = 2_000;
const LONGEST_RETRY_MS = 30_000;
/** A session that is saved elsewhere again and again while it is merged waits for the next round. */
const MOST_MERGES = 3;

const EMPTY: KeptState = { teaching: {}, outbox: [], revisions: {} };

/**
 * Keeps what is recorded at the ringside on the device, and delivers it in its order when the server
 * answers. A parcel leaves the device only when the server has confirmed it; sending one twice does
 * no harm there. One that the server refuses is set aside with the reason, and the rest goes on.
 */
export function startDelivery(store: BookStore): void {
  let busy = false;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let retryMs = FIRST_RETRY_MS;
  let kept: KeptState = EMPTY;

  const keep = () => {
    const { teaching, outbox, revisions, restored: ready } = store.getState().ringside;
    const before = kept;
    const unchanged =
      before.teaching === teaching && before.outbox === outbox && before.revisions === revisions;
    if (!ready || unchanged) return;
    kept = { teaching, outbox, revisions };
    // At once, as the page may be closed with the next tap; the device keeps writes in their order by itself.
    void writeDevice(before, kept).then(
      () => void (store.getState().ringside.keeping || store.dispatch(keepingFailed(false))),
      () => void (store.getState().ringside.keeping && store.dispatch(keepingFailed(true))),
    );
  };

  const later = () => {
    clearTimeout(timer);
    timer = setTimeout(() => void deliver(), retryMs);
    retryMs = Math.min(LONGEST_RETRY_MS, retryMs * 2);
  };

  const soon = () => {
    retryMs = FIRST_RETRY_MS;
    void deliver();
  };

  const deliver = async (): Promise<void> => {
    const { outbox, restored: ready } = store.getState().ringside;
    const next = nextOf(outbox);
    if (busy || !ready || !next) return;
    busy = true;
    clearTimeout(timer);
    const outcome = await alone(() => send(store, next));
    busy = false;
    if (outcome === 'away') return later();
    retryMs = FIRST_RETRY_MS;
    void deliver();
  };

  store.subscribe(() => {
    keep();
    if (!busy && store.getState().ringside.reached) void deliver();
  });
  window.addEventListener('online', soon);
  document.addEventListener('visibilitychange', () => {
    if (document.visibilityState === 'visible') soon();
  });
  void askToKeep();
  void readDevice()
    .then(
      (state) => ({ state, readable: true }),
      () => ({ state: EMPTY, readable: false }),
    )
    .then(({ state, readable }) => {
      kept = state;
      store.dispatch(restored(state));
      if (!readable) store.dispatch(keepingFailed(true));
      void deliver();
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

/** Several pages of one device send one after the other. */
async function alone<T>(run: () => Promise<T>): Promise<T> {
  const locks = (navigator as Partial<Navigator>).locks;
  return locks ? locks.request('canter-book-delivery', run) : run();
}

type Outcome = 'sent' | 'aside' | 'away';

async function send(store: BookStore, parcel: Parcel): Promise<Outcome> {
  if (parcel.kind === 'session') return sendSession(store, parcel.id, parcel.session);
  const answer = await store.dispatch(api.endpoints.addObservations.initiate(parcel.observations));
  if (answer.error) return failed(store, parcel.id, problemOf(answer.error));
  store.dispatch(delivered({ parcelId: parcel.id }));
  return 'sent';
}

async function sendSession(store: BookStore, parcelId: string, session: Session): Promise<Outcome> {
  const { revisions } = store.getState().ringside;
  let next = { ...session, revision: revisions[session.id] ?? session.revision };
  for (let merges = 0; ; merges++) {
    const answer = await store.dispatch(api.endpoints.saveSession.initiate(next));
    if (!answer.error) {
      const { revision } = answer.data;
      store.dispatch(delivered({ parcelId, sessionId: session.id, revision }));
      return 'sent';
    }
    const problem = problemOf(answer.error);
    const current = problem.status === 409 ? (problem.current as Session | undefined) : undefined;
    if (!current || merges >= MOST_MERGES) return failed(store, parcelId, problem);
    next = mergeSession(current, session);
  }
}

function failed(store: BookStore, parcelId: string, { status, detail }: Problem): Outcome {
  const refused = isRefusal(status);
  store.dispatch(refused ? refusedByServer({ parcelId, why: detail }) : notReached());
  return refused ? 'aside' : 'away';
}
