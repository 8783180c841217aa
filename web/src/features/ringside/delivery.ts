import { get, set } from 'idb-keyval';
import { api, problemOf } from '../../api/api.ts';
import type { BookStore } from '../../app/store.ts';
import { delivered, notDelivered, restored, type KeptState, type Parcel } from './ringsideSlice.ts';

const KEY = 'ringside';
const RETRY_MS = 2500;

/**
 * Keeps what is recorded at the ringside on the device, and delivers it in its order when the server
 * answers. A parcel leaves the device only when the server has confirmed it; sending one twice does
 * no harm there.
 */
export function startDelivery(store: BookStore): void {
  let busy = false;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let kept: KeptState | null = null;

  const keep = () => {
    const { teaching, outbox, revisions, restored: ready } = store.getState().ringside;
    const unchanged =
      kept?.teaching === teaching && kept.outbox === outbox && kept.revisions === revisions;
    if (!ready || unchanged) return;
    kept = { teaching, outbox, revisions };
    // Without a store of its own (private windows) the device still delivers while the page is open.
    void set(KEY, kept).catch(() => {});
  };

  const later = () => {
    clearTimeout(timer);
    timer = setTimeout(() => void deliver(), RETRY_MS);
  };

  const deliver = async (): Promise<void> => {
    const { outbox, restored: ready } = store.getState().ringside;
    const next = outbox[0];
    if (busy || !ready || !next) return;
    busy = true;
    const ok = await send(store, next);
    busy = false;
    if (ok) void deliver();
    else later();
  };

  store.subscribe(() => {
    keep();
    if (!busy && store.getState().ringside.reached) void deliver();
  });
  window.addEventListener('online', () => void deliver());
  void get<KeptState>(KEY)
    .catch(() => undefined)
    .then((state) => {
      store.dispatch(restored(state ?? null));
      void deliver();
    });
}

async function send(store: BookStore, parcel: Parcel): Promise<boolean> {
  if (parcel.kind === 'session') {
    const { revisions } = store.getState().ringside;
    const { id } = parcel.session;
    const session = { ...parcel.session, revision: revisions[id] ?? parcel.session.revision };
    const answer = await store.dispatch(api.endpoints.saveSession.initiate(session));
    if (answer.error) return failed(store, answer.error);
    store.dispatch(
      delivered({ parcelId: parcel.id, sessionId: id, revision: answer.data.revision }),
    );
    return true;
  }
  const answer = await store.dispatch(api.endpoints.addObservations.initiate(parcel.observations));
  if (answer.error) return failed(store, answer.error);
  store.dispatch(delivered({ parcelId: parcel.id }));
  return true;
}

function failed(store: BookStore, error: Parameters<typeof problemOf>[0]): false {
  const { status, detail } = problemOf(error);
  const refused = status >= 400 && status < 500 ? detail : null;
  store.dispatch(notDelivered({ refused }));
  return false;
}
