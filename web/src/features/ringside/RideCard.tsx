import { lazy, Suspense, useEffect, useState } from 'react';
import { MOVING_GAITS } from '@canter-book/core/gaits/paces';
import { limitsOf } from '@canter-book/core/gaits/horse';
import type { Observation } from '@canter-book/core/observations/observation';
import { cuesAt, type Cue } from '@canter-book/core/ringside/cues';
import { watch } from '@canter-book/core/ringside/watch';
import type { Ride } from '@canter-book/core/ride/types';
import { useAppDispatch } from '../../app/store.ts';
import { AdviceCard } from './AdviceCard.tsx';
import { FreeCard, type FreeWork } from './FreeCard.tsx';
import { Foot } from './hands.tsx';
import { InHand, type Ridden } from './InHand.tsx';
import { InstrumentSheet } from './instruments/InstrumentSheet.tsx';
import type { Place } from './instruments/instruments.ts';
import type { OfferCardProps } from './OfferCard.tsx';
import { useOwnKept } from './kit.ts';
import { BackToPlan, NextCard, NowCard, Where } from './plan.tsx';
import { clockSet, gone, observed, stepSet, swappedBack, type Teaching } from './ringsideSlice.ts';
import { useSpokenCalls } from './useSpokenCalls.ts';

/** It brings the shelf along: fetched at once, so that it is there where no network is. */
const loadOffers = () => import('./OfferCard.tsx');
const OfferCard = lazy(() =>
  // Where it cannot be fetched the lesson goes on without it.
  loadOffers().catch(() => ({ default: ({ otherwise }: OfferCardProps) => otherwise })),
);

interface RideCardProps {
  teaching: Teaching;
  ride: Ride;
  cues: readonly Cue[];
  seconds: number;
}

/** The running lesson, or a session without a plan: what now, what next, and what is seen. */
export function RideCard({ teaching, ride, cues, seconds }: RideCardProps) {
  const dispatch = useAppDispatch();
  const [noting, setNoting] = useState(false);
  const [free, setFree] = useState<FreeWork>({ rein: 'left', gait: 'trot', what: '' });
  const sessionId = teaching.session.id;
  const moment = cuesAt(ride, cues, seconds);
  const { now, next } = moment;
  const planned = cues.length > 0;
  const running = teaching.clock.runningSince !== null;
  const spoken = useSpokenCalls(
    running && next && moment.due ? { id: next.movement, said: next.said } : null,
  );
  const place = planned ? placeOf(now) : free;
  const watched = useWatched(teaching, now, planned);
  useGoTo(teaching, cues);
  const setClock = useSetClock(sessionId);
  const seek = (toS: number) => setClock(toS, running);
  const leave = next ? () => seek(next.atS) : null;
  const before = now && cues[cues.indexOf(now) - 1];
  return (
    <div className="grid min-h-0 flex-1 grid-rows-[minmax(0,1fr)_auto] gap-2 landscape-phone:grid-cols-2 landscape-phone:grid-rows-1">
      <div
        role="region"
        aria-label="On course"
        // On a low screen it scrolls, by keys as well.
        tabIndex={0}
        className="flex min-h-0 flex-col gap-2 overflow-y-auto"
      >
        <WatchSays {...{ teaching, now, seconds, leave, watched }} />
        {teaching.before && (
          <BackToPlan onBack={() => dispatch(swappedBack(teaching, Date.now()))} />
        )}
        {planned ? (
          <AsPlanned {...{ teaching, moment, spoken, ride, seconds }} isDrawn={!watched.advice} />
        ) : (
          <FreeCard work={free} onChange={setFree} />
        )}
      </div>
      <div className="flex flex-col justify-end gap-2">
        <InHand
          {...{ teaching, place }}
          last={watched.last}
          ridden={planned ? now && { itemId: now.itemId, text: now.text } : freeOf(free)}
        />
        <LessonClock
          {...{ planned, running, seconds, leave }}
          back={before ? () => seek(before.atS) : null}
          onGoOn={(goesOn) => setClock(seconds, goesOn)}
          onNote={() => setNoting(true)}
          onFinish={() => dispatch(stepSet({ sessionId, step: 'marks' }))}
        />
      </div>
      {noting && <Noting {...{ sessionId, place }} onClose={() => setNoting(false)} />}
    </div>
  );
}

interface NotingProps {
  sessionId: string;
  place: Place;
  onClose(): void;
}

function Noting({ sessionId, place, onClose }: NotingProps) {
  const dispatch = useAppDispatch();
  const keep = (observation: Observation) => dispatch(observed(observation));
  return <InstrumentSheet {...{ sessionId, place, onClose }} onKeep={keep} />;
}

const placeOf = (now: Cue | null): Place => ({
  rein: now?.rein ?? 'left',
  gait: movingGait(now),
  itemId: now?.itemId,
});

function useSetClock(sessionId: string) {
  const dispatch = useAppDispatch();
  return (elapsedS: number, goesOn: boolean) =>
    dispatch(
      clockSet({ sessionId, clock: { elapsedS, runningSince: goesOn ? Date.now() : null } }),
    );
}

interface AsPlannedProps {
  teaching: Teaching;
  moment: ReturnType<typeof cuesAt>;
  spoken: ReturnType<typeof useSpokenCalls>;
  ride: Ride;
  seconds: number;
  /** Whether the picture is shown: advice takes its room, so that the buttons stay where they are. */
  isDrawn: boolean;
}

function AsPlanned({ teaching, moment, spoken, ride, seconds, isDrawn }: AsPlannedProps) {
  const { now, next } = moment;
  return (
    <>
      <NowCard cue={now} tries={teaching.tries.filter((t) => t.itemId === now?.itemId).length} />
      <NextCard next={next} moment={moment} spoken={spoken} />
      {isDrawn && <Where ride={ride} seconds={seconds} itemId={now?.itemId ?? null} />}
    </>
  );
}

interface WatchSaysProps {
  teaching: Teaching;
  now: Cue | null;
  seconds: number;
  /** On to what comes next. */
  leave: (() => void) | null;
  watched: ReturnType<typeof useWatched>;
}

/** After the last tries: an exercise that may take over, or a word of advice. */
function WatchSays({ teaching, now, seconds, leave, watched }: WatchSaysProps) {
  const { last, advice, mayOffer, pass } = watched;
  const own = useOwnKept();
  useEffect(() => void loadOffers().catch(() => {}), []);
  const said = advice && <AdviceCard advice={advice} leave={leave} onDone={pass} />;
  if (!mayOffer || !now) return said;
  return (
    <Suspense fallback={said}>
      <OfferCard
        key={last?.id}
        {...{ teaching, own, seconds, leave }}
        itemId={now.itemId}
        otherwise={said}
        onDone={pass}
      />
    </Suspense>
  );
}

/** The last observation, and the advice the watch draws from it. */
function useWatched(teaching: Teaching, now: Cue | null, planned: boolean) {
  const [passed, setPassed] = useState<string | null>(null);
  const seen = teaching.seen ?? teaching.tries;
  const { collectedBoutS } = limitsOf(teaching.horse);
  const latest = seen.at(-1) ?? null;
  const last = latest && isOfNow(latest, now?.itemId ?? null) ? latest : null;
  const advice =
    latest && latest.id !== passed ? (watch(seen, { collectedBoutS })[0] ?? null) : null;
  // What stops the work comes before any other offer.
  const mayOffer =
    planned &&
    last?.kind === 'try' &&
    last.id !== passed &&
    (advice?.code ?? 'lost-twice') === 'lost-twice';
  return { last, advice, mayOffer, pass: () => setPassed(latest?.id ?? null) };
}

interface LessonClockProps {
  planned: boolean;
  running: boolean;
  seconds: number;
  /** To the movement before and the one after, where there is one. */
  back: (() => void) | null;
  leave: (() => void) | null;
  onGoOn(goesOn: boolean): void;
  onNote(): void;
  onFinish(): void;
}

const LessonClock = (props: LessonClockProps) => {
  const { planned, running, seconds, back, leave, onGoOn, onNote, onFinish } = props;
  return (
    <nav
      aria-label="Lesson clock"
      className={`grid shrink-0 gap-1.5 ${planned ? 'grid-cols-5' : 'grid-cols-3'}`}
    >
      {planned && (
        <Foot disabled={!back} onClick={() => back?.()}>
          back
        </Foot>
      )}
      <Foot onClick={() => onGoOn(!running)}>
        {running ? 'hold' : seconds > 0 ? 'ride on' : 'ride'}
      </Foot>
      {planned && (
        <Foot disabled={!leave} onClick={() => leave?.()}>
          next
        </Foot>
      )}
      <Foot onClick={onNote}>note</Foot>
      <Foot onClick={onFinish}>finish</Foot>
    </nav>
  );
};

/** The lesson goes on with what was put in. */
function useGoTo({ goTo, clock, session }: Teaching, cues: readonly Cue[]): void {
  const dispatch = useAppDispatch();
  useEffect(() => {
    const cue = goTo && cues.find((c) => c.itemId === goTo);
    if (!cue) return;
    const runningSince = clock.runningSince === null ? null : Date.now();
    dispatch(gone({ sessionId: session.id, clock: { elapsedS: cue.atS, runningSince } }));
  }, [goTo, cues, clock.runningSince, session.id, dispatch]);
}

/** Whether an observation belongs to the movement ridden now; one that names none does. */
const isOfNow = (seen: Observation, itemId: string | null): boolean =>
  !('itemId' in seen) || seen.itemId === undefined || itemId === null || seen.itemId === itemId;

const movingGait = (cue: Cue | null): Place['gait'] =>
  MOVING_GAITS.find((gait) => gait === cue?.gait) ?? 'walk';

const freeOf = ({ what, gait }: FreeWork): Ridden => ({
  itemId: 'free',
  text: what.trim() || `${gait} work`,
});
