import { createSlice, type PayloadAction, type WritableDraft } from '@reduxjs/toolkit';
import { mergeDocument } from '@canter-book/core/documents/merge';
import type { Rein } from '@canter-book/core/arena/rein';
import type { Lesson } from '@canter-book/core/lesson/document';
import type { HorseProfile } from '@canter-book/core/gaits/horse';
import type { Observation, TryObservation } from '@canter-book/core/observations/observation';
import type { Session } from '@canter-book/core/book/records';
import type { Scale } from '@canter-book/core/scales';
import { change, delivered, keeping } from '../../kept/keptSlice.ts';

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

export interface RingsideState {
  teaching: Record<string, Teaching>;
}

/** The store keeps plain copies, whose lists can be written. */
type ObservationDraft = WritableDraft<Observation>;

interface Swapped {
  sessionId: string;
  document: Lesson;
  itemId: string;
  fromS: number;
}

/** An action that records an observation, and carries it to the book. */
const seen = <T extends Observation>(observation: T) => ({
  payload: observation,
  meta: keeping(change('observation', null, observation)),
});

/** The session is another from here on, on this device and in the book. */
const nowRidden = ({ session }: Teaching, document: Lesson) =>
  keeping(change('session', session, { ...session, document }));

const initialState: RingsideState = { teaching: {} };

/** Documents for the book stand in the `meta` of each action, and are kept by `kept/`. */
export const ringsideSlice = createSlice({
  name: 'ringside',
  initialState,
  reducers: {
    /** Lessons the device had kept; those begun before it answered stay on top. */
    teachingRestored(state, { payload }: PayloadAction<Readonly<Record<string, Teaching>>>) {
      state.teaching = { ...payload, ...state.teaching } as typeof state.teaching;
    },
    begun: {
      reducer: put,
      prepare: (teaching: Teaching) => ({
        payload: teaching,
        meta: keeping(change('session', null, teaching.session)),
      }),
    },
    clockSet(state, { payload }: PayloadAction<{ sessionId: string; clock: LessonClock }>) {
      const teaching = state.teaching[payload.sessionId];
      if (teaching) teaching.clock = payload.clock;
    },
    heldSet(state, { payload }: PayloadAction<{ sessionId: string; held: number }>) {
      const teaching = state.teaching[payload.sessionId];
      if (teaching) teaching.held = Math.max(0, Math.min(999, payload.held));
    },
    tried: {
      prepare: seen<TryObservation>,
      reducer(state, { payload }: PayloadAction<TryObservation>) {
        const teaching = state.teaching[payload.sessionId];
        if (!teaching) return;
        teaching.tries.push(payload);
        (teaching.seen ??= []).push(payload as ObservationDraft);
        teaching.held = 0;
      },
    },
    /** Anything else that was seen. */
    observed: {
      prepare: seen<Observation>,
      reducer(state, { payload }: PayloadAction<Observation>) {
        const teaching = state.teaching[payload.sessionId];
        if (teaching) (teaching.seen ??= []).push(payload as ObservationDraft);
      },
    },
    /** Takes the last thing seen back; it was kept, so that is a new observation and no erasure. */
    withdrawn: {
      prepare: seen<Observation>,
      reducer(state, { payload }: PayloadAction<Observation>) {
        const teaching = state.teaching[payload.sessionId];
        const gone = payload.corrects;
        if (!teaching || !gone) return;
        teaching.tries = teaching.tries.filter((t) => t.id !== gone);
        teaching.seen = (teaching.seen ?? []).filter((o) => o.id !== gone);
      },
    },
    /** Something else is ridden from here on; the lesson as it is ridden goes to the book. */
    swapped: {
      prepare: (teaching: Teaching, swap: Omit<Swapped, 'sessionId'>) => ({
        payload: { ...swap, sessionId: teaching.session.id },
        meta: nowRidden(teaching, swap.document),
      }),
      reducer(state, { payload }: PayloadAction<Swapped>) {
        const teaching = state.teaching[payload.sessionId];
        if (!teaching?.session.document) return;
        teaching.before = { document: teaching.session.document, elapsedS: payload.fromS };
        teaching.goTo = payload.itemId;
        teaching.session.document = payload.document as WritableDraft<Lesson>;
      },
    },
    /** Back to the lesson as it was, where it was. */
    swappedBack: {
      prepare: (teaching: Teaching, nowMs: number) => ({
        payload: { sessionId: teaching.session.id, nowMs },
        meta: teaching.before ? nowRidden(teaching, teaching.before.document) : keeping(),
      }),
      reducer(state, { payload }: PayloadAction<{ sessionId: string; nowMs: number }>) {
        const teaching = state.teaching[payload.sessionId];
        if (!teaching?.before) return;
        const { document, elapsedS } = teaching.before;
        const held = teaching.clock.runningSince === null;
        teaching.clock = { elapsedS, runningSince: held ? null : payload.nowMs };
        delete teaching.before;
        delete teaching.goTo;
        teaching.session.document = document;
      },
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
    /** The session as it ends, and its marks. */
    ended: {
      prepare: (was: Session, session: Session, marks: readonly Observation[]) => ({
        payload: session,
        meta: keeping(
          change('session', was, session),
          ...marks.map((mark) => change('observation', null, mark)),
        ),
      }),
      reducer(state, { payload }: PayloadAction<Session>) {
        const teaching = state.teaching[payload.id];
        if (!teaching) return;
        teaching.step = 'done';
        teaching.session = payload as WritableDraft<Session>;
      },
    },
    /** Nothing of it is wanted: neither here nor in the book. */
    discarded: {
      prepare: (session: Session, at: string) => ({
        payload: session.id,
        meta: keeping(change('session', session, { ...session, removedAt: at })),
      }),
      reducer(state, { payload }: PayloadAction<string>) {
        delete state.teaching[payload];
      },
    },
    /** It was wanted after all. */
    takenUpAgain: {
      reducer: put,
      prepare: (teaching: Teaching, discardedAt: string) => ({
        payload: teaching,
        meta: keeping(
          change('session', { ...teaching.session, removedAt: discardedAt }, teaching.session),
        ),
      }),
    },
  },
  extraReducers: (builder) =>
    builder.addCase(delivered, (state, { payload: { sent, saved } }) => {
      const teaching = saved && state.teaching[saved.id];
      if (!teaching || !sent) return;
      // What another device has written into it stays, with what is said next.
      const versions = { was: sent, mine: teaching.session, theirs: saved } as never;
      teaching.session = mergeDocument('session', versions)!.merged as WritableDraft<Session>;
      // One that is done needs no place on the device any more, but the last one stays to be looked at.
      const done = Object.values(state.teaching).filter((t) => t.step === 'done');
      for (const { session } of done.slice(0, -1)) delete state.teaching[session.id];
    }),
});

function put(state: RingsideState, { payload }: PayloadAction<Teaching>) {
  state.teaching[payload.session.id] = payload;
}

export const {
  teachingRestored,
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
  discarded,
  takenUpAgain,
} = ringsideSlice.actions;

/** Seconds the lesson has run at a moment. */
export function elapsedS(clock: LessonClock, nowMs: number): number {
  const running = clock.runningSince === null ? 0 : Math.max(0, nowMs - clock.runningSince) / 1000;
  return clock.elapsedS + running;
}
