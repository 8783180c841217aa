import { sessionsApi } from '../../api/sessions.ts';
import { mergeSession } from '@canter-book/core/book/mergeSession';
import type { Session } from '@canter-book/core/book/records';
import { isRefusal, problemOf, type Problem } from '../../api/problem.ts';
import { Courier, later, whenBack, type Sent } from '../../api/courier.ts';
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

/** A session that is saved elsewhere again and again while it is merged waits for the next round. */
const MOST_MERGES = 3;

const EMPTY: KeptState = { teaching: {}, outbox: [], revisions: {} };

/**
 * Keeps what is recorded at the ringside on the device, and delivers it in its order when the server
 * answers. A parcel leaves the device only when the server has confirmed it; sending one twice does
 * no harm there. One that the server refuses is set aside with the reason, and the rest goes on.
 */
export function startDelivery(store: BookStore): void {
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

  const waiting = (): Parcel | null => {
    const { outbox, restored: ready } = store.getState().ringside;
    return ready ? nextOf(outbox) : null;
  };

  const courier = new Courier(async () => {
    const next = waiting();
    return next ? alone(() => send(store, next)) : 'done';
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
      kept = state;
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

/** Several pages of one device send one after the other. */
async function alone<T>(run: () => Promise<T>): Promise<T> {
  const locks = (navigator as Partial<Navigator>).locks;
  return locks ? locks.request('canter-book-delivery', run) : run();
}

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
  for (let merges = 0; ; merges++) {
    const answer = await store.dispatch(sessionsApi.endpoints.saveSession.initiate(next));
    if (!answer.error) {
      const { revision } = answer.data;
      store.dispatch(delivered({ parcelId, sessionId: session.id, revision }));
      return 'more';
    }
    const problem = problemOf(answer.error);
    const current = problem.status === 409 ? (problem.current as Session | undefined) : undefined;
    if (!current || merges >= MOST_MERGES) return failed(store, parcelId, problem);
    next = mergeSession(current, session);
  }
}

function failed(store: BookStore, parcelId: string, { status, detail }: Problem): Sent {
  const refused = isRefusal(status);
  store.dispatch(refused ? refusedByServer({ parcelId, why: detail }) : notReached());
  return refused ? 'more' : 'away';
}
