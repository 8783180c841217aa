import { createSlice, type PayloadAction, type WritableDraft } from '@reduxjs/toolkit';
import type { Rein } from '@canter-book/core/arena/rein';
import type { Lesson } from '@canter-book/core/lesson/document';
import type { HorseProfile } from '@canter-book/core/gaits/horse';
import type { Observation, TryObservation } from '@canter-book/core/observations/observation';
import type { Session } from '@canter-book/core/book/records';
import type { Scale } from '@canter-book/core/scales';

/** The lesson's clock: it runs while the ride goes as planned and is held when it does not. */
export interface LessonClock {
  readonly elapsedS: number;
  /** Milliseconds since 1970 at which it was started, null while held. */
  readonly runningSince: number | null;
}

/** A session that is taught from this device. */
export interface Teaching {
  session: Session;
  horse: HorseProfile;
  riderName: string;
  clock: LessonClock;
  held: number;
  tries: TryObservation[];
  /** Everything seen that stands, in its order. */
  seen: Observation[];
  /** When the horse last had a break, milliseconds since 1970. */
  restedAt: number;
  marks: Partial<Record<`${Scale}/${Rein}`, number>>;
  step: 'ride' | 'marks' | 'done';
  /** The lesson as it was before something else was ridden in it, and where it was; the way back. */
  before?: { document: Lesson; elapsedS: number } | undefined;
  /** The line that was put in last: the lesson goes on from there. */
  goTo?: string | undefined;
}

/** Something that the server has not confirmed yet, in the order it was made. */
export type Parcel = {
  readonly id: string;
  /** Why the server does not take it: it is set aside until somebody settles it. */
  readonly refused?: string;
} & (
  | { readonly kind: 'session'; readonly session: Session }
  | { readonly kind: 'observations'; readonly observations: Observation[] }
);

export interface RingsideState {
  /** What the device had kept is back in memory. */
  restored: boolean;
  teaching: Record<string, Teaching>;
  outbox: Parcel[];
  /** Revisions the server has given to sessions. */
  revisions: Record<string, number>;
  /** The server answered the last time. */
  reached: boolean;
  /** The server's reason for refusing the last parcel it refused; it stays in the outbox. */
  refused: string | null;
  /** The device keeps what is written to it. */
  keeping: boolean;
}

export type KeptState = Pick<RingsideState, 'teaching' | 'outbox' | 'revisions'>;

const initialState: RingsideState = {
  restored: false,
  teaching: {},
  outbox: [],
  revisions: {},
  reached: true,
  refused: null,
  keeping: true,
};

interface Stamped {
  sessionId: string;
  /** A new id for the parcel. */
  parcelId: string;
}

/** The store keeps plain copies, whose lists can be written. */
type ObservationDraft = WritableDraft<Observation>;

export const ringsideSlice = createSlice({
  name: 'ringside',
  initialState,
  reducers: {
    restored(state, { payload }: PayloadAction<KeptState | null>) {
      state.restored = true;
      if (!payload) return;
      // What was begun before the device had answered goes on top of what it had kept.
      state.teaching = { ...payload.teaching, ...state.teaching } as typeof state.teaching;
      state.outbox = [...payload.outbox, ...state.outbox] as typeof state.outbox;
      state.refused = payload.outbox.find((p) => p.refused)?.refused ?? null;
      state.revisions = { ...payload.revisions, ...state.revisions };
    },
    begun(state, { payload }: PayloadAction<{ teaching: Teaching; parcelId: string }>) {
      const { session } = payload.teaching;
      state.teaching[session.id] = payload.teaching as (typeof state.teaching)[string];
      state.outbox.push({ id: payload.parcelId, kind: 'session', session });
    },
    clockSet(state, { payload }: PayloadAction<{ sessionId: string; clock: LessonClock }>) {
      const teaching = state.teaching[payload.sessionId];
      if (teaching) teaching.clock = payload.clock;
    },
    heldSet(state, { payload }: PayloadAction<{ sessionId: string; held: number }>) {
      const teaching = state.teaching[payload.sessionId];
      if (teaching) teaching.held = Math.max(0, Math.min(999, payload.held));
    },
    tried(state, { payload }: PayloadAction<Stamped & { observation: TryObservation }>) {
      const teaching = state.teaching[payload.sessionId];
      if (!teaching) return;
      teaching.tries.push(payload.observation);
      (teaching.seen ??= []).push(payload.observation as ObservationDraft);
      teaching.held = 0;
      state.outbox.push({
        id: payload.parcelId,
        kind: 'observations',
        observations: [payload.observation],
      });
    },
    /** Anything else that was seen. */
    observed(state, { payload }: PayloadAction<Stamped & { observation: Observation }>) {
      const teaching = state.teaching[payload.sessionId];
      if (!teaching) return;
      (teaching.seen ??= []).push(payload.observation as ObservationDraft);
      state.outbox.push({
        id: payload.parcelId,
        kind: 'observations',
        observations: [payload.observation as ObservationDraft],
      });
    },
    /** Takes the last thing seen back; it was kept, so that is a new observation and no erasure. */
    withdrawn(state, { payload }: PayloadAction<Stamped & { observation: Observation }>) {
      const teaching = state.teaching[payload.sessionId];
      const gone = payload.observation.corrects;
      if (!teaching || !gone) return;
      teaching.tries = teaching.tries.filter((t) => t.id !== gone);
      teaching.seen = (teaching.seen ?? []).filter((o) => o.id !== gone);
      state.outbox.push({
        id: payload.parcelId,
        kind: 'observations',
        observations: [payload.observation as ObservationDraft],
      });
    },
    /** Something else is ridden from here on; the lesson as it is ridden goes to the book. */
    swapped(
      state,
      { payload }: PayloadAction<Stamped & { document: Lesson; itemId: string; fromS: number }>,
    ) {
      const teaching = state.teaching[payload.sessionId];
      if (!teaching?.session.document) return;
      teaching.before = { document: teaching.session.document, elapsedS: payload.fromS };
      teaching.goTo = payload.itemId;
      ride(state, teaching, payload.document, payload.parcelId);
    },
    /** Back to the lesson as it was, where it was. */
    swappedBack(state, { payload }: PayloadAction<Stamped & { nowMs: number }>) {
      const teaching = state.teaching[payload.sessionId];
      if (!teaching?.before) return;
      const { document, elapsedS } = teaching.before;
      const held = teaching.clock.runningSince === null;
      teaching.clock = { elapsedS, runningSince: held ? null : payload.nowMs };
      delete teaching.before;
      delete teaching.goTo;
      ride(state, teaching, document, payload.parcelId);
    },
    /** The lesson has come to the line that was put in. */
    gone(state, { payload }: PayloadAction<{ sessionId: string; clock: LessonClock }>) {
      const teaching = state.teaching[payload.sessionId];
      if (!teaching) return;
      teaching.clock = payload.clock;
      delete teaching.goTo;
    },
    rested(state, { payload }: PayloadAction<{ sessionId: string; atMs: number }>) {
      const teaching = state.teaching[payload.sessionId];
      if (teaching) teaching.restedAt = payload.atMs;
    },
    stepSet(state, { payload }: PayloadAction<{ sessionId: string; step: Teaching['step'] }>) {
      const teaching = state.teaching[payload.sessionId];
      if (teaching) teaching.step = payload.step;
    },
    marked(
      state,
      { payload }: PayloadAction<{ sessionId: string; scale: Scale; rein: Rein; value: number }>,
    ) {
      const teaching = state.teaching[payload.sessionId];
      if (teaching) teaching.marks[`${payload.scale}/${payload.rein}`] = payload.value;
    },
    ended(
      state,
      { payload }: PayloadAction<Stamped & { session: Session; observations: Observation[] }>,
    ) {
      const teaching = state.teaching[payload.sessionId];
      if (!teaching) return;
      teaching.step = 'done';
      teaching.session = payload.session;
      state.outbox.push({ id: payload.parcelId, kind: 'session', session: payload.session });
      if (payload.observations.length) {
        state.outbox.push({
          id: `${payload.parcelId}-marks`,
          kind: 'observations',
          observations: payload.observations,
        });
      }
    },
    delivered(
      state,
      {
        payload,
      }: PayloadAction<{
        parcelId: string;
        revision?: number;
        sessionId?: string;
        /** Words the session had no room for: they go to the book as what they are, a note. */
        leftOut?: readonly Observation[];
      }>,
    ) {
      state.outbox = state.outbox.filter((parcel) => parcel.id !== payload.parcelId);
      if (payload.leftOut?.length)
        state.outbox.push({
          id: `${payload.parcelId}-words`,
          kind: 'observations',
          observations: payload.leftOut as ObservationDraft[],
        });
      if (payload.sessionId && payload.revision !== undefined) {
        state.revisions[payload.sessionId] = payload.revision;
      }
      state.reached = true;
      state.refused = reasonLeft(state);
      tidy(state);
    },
    /** The server did not answer, or asked to come again. */
    notReached(state) {
      state.reached = false;
    },
    /** The server will never take it as it is: it is set aside, and the rest goes on. */
    refusedByServer(state, { payload }: PayloadAction<{ parcelId: string; why: string }>) {
      state.reached = true;
      state.refused = payload.why;
      const parcel = state.outbox.find((p) => p.id === payload.parcelId);
      if (parcel) parcel.refused = payload.why;
    },
    /** Somebody has seen why, and put it right elsewhere: it is sent once more. */
    sentAgain(state, { payload }: PayloadAction<{ parcelId: string }>) {
      const parcel = state.outbox.find((p) => p.id === payload.parcelId);
      if (parcel) delete parcel.refused;
      state.refused = reasonLeft(state);
    },
    /** Somebody has decided to do without it. */
    givenUp(state, { payload }: PayloadAction<{ parcelId: string }>) {
      state.outbox = state.outbox.filter((parcel) => parcel.id !== payload.parcelId);
      state.refused = reasonLeft(state);
    },
    /** Nothing of it is wanted: neither here nor in the book. */
    discarded(state, { payload }: PayloadAction<Stamped & { at: string }>) {
      const teaching = state.teaching[payload.sessionId];
      if (!teaching) return;
      delete state.teaching[payload.sessionId];
      const session = { ...teaching.session, removedAt: payload.at };
      state.outbox.push({ id: payload.parcelId, kind: 'session', session });
    },
    /** It was wanted after all. */
    takenUpAgain(state, { payload }: PayloadAction<{ teaching: Teaching; parcelId: string }>) {
      const { session } = payload.teaching;
      state.teaching[session.id] = payload.teaching as (typeof state.teaching)[string];
      state.outbox.push({ id: payload.parcelId, kind: 'session', session });
    },
    keepingFailed(state, { payload }: PayloadAction<boolean>) {
      state.keeping = !payload;
    },
  },
});

/** From now on this is the lesson, here and in the book. */
function ride(
  state: WritableDraft<RingsideState>,
  teaching: WritableDraft<Teaching>,
  document: Lesson,
  parcelId: string,
) {
  teaching.session.document = document as WritableDraft<Lesson>;
  state.outbox.push({ id: parcelId, kind: 'session', session: teaching.session });
}

const reasonLeft = (state: RingsideState): string | null =>
  state.outbox.find((parcel) => parcel.refused)?.refused ?? null;

/** A session that is done and delivered needs no place on the device any more, but the last one stays to be looked at. */
function tidy(state: RingsideState) {
  if (state.outbox.length > 0) return;
  const done = Object.values(state.teaching).filter((t) => t.step === 'done');
  for (const teaching of done.slice(0, -1)) delete state.teaching[teaching.session.id];
}

export const {
  restored,
  begun,
  clockSet,
  heldSet,
  tried,
  observed,
  withdrawn,
  swapped,
  swappedBack,
  gone,
  rested,
  stepSet,
  marked,
  ended,
  delivered,
  notReached,
  refusedByServer,
  sentAgain,
  givenUp,
  discarded,
  takenUpAgain,
  keepingFailed,
} = ringsideSlice.actions;

/** Seconds the lesson has run at a moment. */
export function elapsedS(clock: LessonClock, nowMs: number): number {
  const running = clock.runningSince === null ? 0 : Math.max(0, nowMs - clock.runningSince) / 1000;
  return clock.elapsedS + running;
}
