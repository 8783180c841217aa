import { mergeRides, type MarkedRide } from '@canter-book/core/sheet/markedRide';
import { isRefusal, type Problem } from '../../api/problem.ts';
import { Courier, type Later, type Sent } from '../../api/courier.ts';

/** A ride as it stands on this device. */
export interface RideDraft {
  readonly ride: MarkedRide;
  /** Changed since the book last had it. */
  readonly dirty: boolean;
  /** The judges that are written on this device. */
  readonly own: readonly string[];
}

export type RideState =
  | { readonly kind: 'saved' | 'waiting' | 'saving' }
  | { readonly kind: 'refused'; readonly why: string };

export interface RideSaverDeps {
  save(ride: MarkedRide): Promise<{ saved: MarkedRide } | { problem: Problem }>;
  keep(draft: RideDraft): void;
  readonly later: Later;
  onChange(draft: RideDraft, state: RideState): void;
}

const REST_MS = 400;

/**
 * Saves a ride as it is marked. It is kept on the device first; while the book is away it is tried again,
 * ever more seldom. Where another device wrote meanwhile, each judge's marks are taken from whoever wrote them.
 */
export class RideSaver {
  private draft: RideDraft;
  private state: RideState = { kind: 'saved' };
  private readonly courier: Courier;

  constructor(
    private readonly deps: RideSaverDeps,
    draft: RideDraft,
  ) {
    this.draft = draft;
    this.courier = new Courier(() => this.send(), deps.later);
    deps.later(() => deps.onChange(this.draft, this.state), 0);
    if (draft.dirty) this.soon(0);
  }

  change(ride: MarkedRide, own: readonly string[] = this.draft.own) {
    this.put({ ride, own, dirty: this.draft.dirty || ride !== this.draft.ride });
    if (this.draft.dirty) this.soon(REST_MS);
  }

  /** At once: the page is left, or the network is back. */
  flush() {
    if (!this.draft.dirty) return;
    this.put(this.draft, { kind: 'saving' });
    void this.courier.again();
  }

  stop() {
    this.courier.stop();
  }

  private put(draft: RideDraft, state: RideState = this.state) {
    this.draft = draft;
    this.state = state;
    this.deps.keep(draft);
    this.deps.onChange(draft, state);
  }

  private soon(ms: number) {
    this.courier.soon(ms);
    this.put(this.draft, { kind: 'saving' });
  }

  private async send(): Promise<Sent> {
    if (!this.draft.dirty) return 'done';
    const sent = this.draft.ride;
    const answer = await this.deps.save(sent);
    if ('saved' in answer) return this.hasSaved(sent, answer.saved);
    const { status, detail, current, keptAside } = answer.problem;
    if (status === 409 && current) {
      const merged = mergeRides(this.draft.ride, current as MarkedRide, this.draft.own);
      this.put({ ...this.draft, ride: merged, dirty: true });
      return 'more';
    }
    if (!isRefusal(status)) {
      this.put(this.draft, { kind: 'waiting' });
      return 'away';
    }
    // Kept aside it has left this device: sent again it would only lie there twice.
    this.put({ ...this.draft, dirty: !keptAside }, { kind: 'refused', why: detail });
    return 'done';
  }

  private hasSaved(sent: MarkedRide, saved: MarkedRide): Sent {
    const changedSince = this.draft.ride !== sent;
    const ride = changedSince ? { ...this.draft.ride, revision: saved.revision } : saved;
    this.put(
      { ...this.draft, ride, dirty: changedSince },
      { kind: changedSince ? 'saving' : 'saved' },
    );
    return changedSince ? 'more' : 'done';
  }
}
