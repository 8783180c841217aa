import { lazy, Suspense, useEffect, useState } from 'react';
import { MOVING_GAITS, countWord } from '@canter-book/core/gaits/paces';
import { limitsOf } from '@canter-book/core/gaits/horse';
import type { Observation, TryObservation } from '@canter-book/core/observations/observation';
import { cuesAt, type Cue } from '@canter-book/core/ringside/cues';
import { watch } from '@canter-book/core/ringside/watch';
import type { Ride } from '@canter-book/core/ride/types';
import { newId } from '../../app/newId.ts';
import { useAppDispatch } from '../../app/store.ts';
import { AdviceCard } from './AdviceCard.tsx';
import { FreeCard, type FreeWork } from './FreeCard.tsx';
import { Foot, Held, LastSeen, TryButton } from './hands.tsx';
import { InstrumentSheet } from './instruments/InstrumentSheet.tsx';
import type { Place } from './instruments/instruments.ts';
import type { OfferCardProps } from './OfferCard.tsx';
import { useOwnKept } from './kit.ts';
import { BackToPlan, NextCard, NowCard, Where } from './plan.tsx';
import {
  clockSet,
  gone,
  heldSet,
  observed,
  stepSet,
  swappedBack,
  tried,
  withdrawn,
  type Teaching,
} from './ringsideSlice.ts';
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
  const [passed, setPassed] = useState<string | null>(null);
  const [free, setFree] = useState<FreeWork>({ rein: 'left', gait: 'trot', what: '' });
  const own = useOwnKept();
  const sessionId = teaching.session.id;
  const seen = teaching.seen ?? teaching.tries;
  const moment = cuesAt(ride, cues, seconds);
  const { now, next } = moment;
  const planned = cues.length > 0;
  const running = teaching.clock.runningSince !== null;
  const spoken = useSpokenCalls(
    running && next && moment.due ? { id: next.movement, said: next.said } : null,
  );
  const limits = limitsOf(teaching.horse);
  const last = seen.at(-1) ?? null;
  const here = last !== null && isOfNow(last, now?.itemId ?? null);
  const advice =
    last && last.id !== passed ? watch(seen, { collectedBoutS: limits.collectedBoutS }) : [];

  // What stops the work comes before any other offer.
  const mayOffer =
    planned &&
    last?.kind === 'try' &&
    last.id !== passed &&
    here &&
    (advice[0]?.code ?? 'lost-twice') === 'lost-twice';
  useEffect(() => void loadOffers().catch(() => {}), []);
  useGoTo(teaching, cues);

  const seek = (toS: number) =>
    dispatch(
      clockSet({ sessionId, clock: { elapsedS: toS, runningSince: running ? Date.now() : null } }),
    );
  const toggle = () =>
    dispatch(
      clockSet({
        sessionId,
        clock: { elapsedS: seconds, runningSince: running ? null : Date.now() },
      }),
    );
  const index = now ? cues.indexOf(now) : -1;
  const place: Place = planned
    ? { rein: now?.rein ?? 'left', gait: movingGait(now), itemId: now?.itemId }
    : free;
  const base = () => ({ id: newId(), sessionId, at: new Date().toISOString() });
  const keep = (observation: Observation) =>
    dispatch(observed({ sessionId, parcelId: newId(), observation }));
  const record = (result: 'good' | 'lost') => {
    if (planned && !now) return;
    const observation: TryObservation = {
      ...base(),
      kind: 'try',
      itemId: now?.itemId ?? 'free',
      text: (now?.text ?? (free.what.trim() || `${free.gait} work`)).slice(0, 300),
      rein: place.rein,
      gait: place.gait,
      result,
      held: teaching.held,
    };
    dispatch(tried({ sessionId, parcelId: newId(), observation }));
  };
  const leave = next ? () => seek(next.atS) : null;
  const said = advice[0] && (
    <AdviceCard advice={advice[0]} leave={leave} onDone={() => setPassed(last!.id)} />
  );
  return (
    <div className="grid min-h-0 flex-1 grid-rows-[minmax(0,1fr)_auto] gap-2 landscape-phone:grid-cols-2 landscape-phone:grid-rows-1">
      <div
        role="region"
        aria-label="On course"
        // On a low screen it scrolls, by keys as well.
        tabIndex={0}
        className="flex min-h-0 flex-col gap-2 overflow-y-auto"
      >
        {mayOffer && now ? (
          <Suspense fallback={said}>
            <OfferCard
              key={last.id}
              teaching={teaching}
              own={own}
              itemId={now.itemId}
              seconds={seconds}
              leave={leave}
              otherwise={said}
              onDone={() => setPassed(last.id)}
            />
          </Suspense>
        ) : (
          said
        )}
        {teaching.before && (
          <BackToPlan
            onBack={() =>
              dispatch(swappedBack({ sessionId, parcelId: newId(), nowMs: Date.now() }))
            }
          />
        )}
        {planned ? (
          <>
            <NowCard
              cue={now}
              tries={teaching.tries.filter((t) => t.itemId === now?.itemId).length}
            />
            <NextCard next={next} moment={moment} spoken={spoken} />
            {/* What the watch says takes the room of the picture: the buttons stay where they are. */}
            {!advice[0] && <Where ride={ride} seconds={seconds} itemId={now?.itemId ?? null} />}
          </>
        ) : (
          <FreeCard work={free} onChange={setFree} />
        )}
      </div>
      <div className="flex flex-col justify-end gap-2">
        <Held
          held={teaching.held}
          unit={countWord(place.gait)}
          onHeld={(held) => dispatch(heldSet({ sessionId, held }))}
        />
        <div className="grid h-[clamp(76px,17vh,150px)] grid-cols-2 gap-2 landscape-phone:h-auto landscape-phone:flex-1">
          <TryButton
            className="bg-[#8a1f2a]"
            disabled={planned && !now}
            label="lost"
            hint="lost it: ride straight"
            onClick={() => record('lost')}
          />
          <TryButton
            className="bg-[#0f4a3b]"
            disabled={planned && !now}
            label="good"
            hint="it held"
            onClick={() => record('good')}
          />
        </div>
        <LastSeen
          last={here ? last : null}
          tries={teaching.tries}
          onUndo={(corrects) =>
            dispatch(
              withdrawn({
                sessionId,
                parcelId: newId(),
                observation: { ...base(), kind: 'withdrawn', corrects },
              }),
            )
          }
        />
        <nav
          aria-label="Lesson clock"
          className={`grid shrink-0 gap-1.5 ${planned ? 'grid-cols-5' : 'grid-cols-3'}`}
        >
          {planned && (
            <Foot disabled={index <= 0} onClick={() => seek(cues[Math.max(0, index - 1)]!.atS)}>
              back
            </Foot>
          )}
          <Foot onClick={toggle}>{running ? 'hold' : seconds > 0 ? 'ride on' : 'ride'}</Foot>
          {planned && (
            <Foot disabled={!next} onClick={() => next && seek(next.atS)}>
              next
            </Foot>
          )}
          <Foot onClick={() => setNoting(true)}>note</Foot>
          <Foot onClick={() => dispatch(stepSet({ sessionId, step: 'marks' }))}>finish</Foot>
        </nav>
      </div>
      {noting && (
        <InstrumentSheet
          sessionId={sessionId}
          place={place}
          onKeep={keep}
          onClose={() => setNoting(false)}
        />
      )}
    </div>
  );
}

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

/** What was seen in the movement that is ridden now; what belongs to none is looked at where it was made. */
const isOfNow = (seen: Observation, itemId: string | null): boolean =>
  !('itemId' in seen) || seen.itemId === undefined || itemId === null || seen.itemId === itemId;

const movingGait = (cue: Cue | null): Place['gait'] =>
  MOVING_GAITS.find((gait) => gait === cue?.gait) ?? 'walk';
