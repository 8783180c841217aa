import { useEffect } from 'react';
import { countsPerStride, countWord } from '@canter-book/core/gaits/paces';
import type { Horse } from '@canter-book/core/book/records';
import { sampleRide } from '@canter-book/core/ride/sample';
import type { Ride } from '@canter-book/core/ride/types';
import {
  letterToTap,
  callerAt,
  type Call,
  type CallerState,
} from '@canter-book/core/ringside/calls';
import type { RideClock } from '@canter-book/core/ringside/follow';
import { LEAST_LENGTHS, lengthsBetween, nearest } from '@canter-book/core/ringside/inFile';
import { isWriting } from '../../app/isWriting.ts';
import { Foot } from '../ringside/hands.tsx';
import { Where } from '../ringside/plan.tsx';
import { VoiceButton } from '../ringside/VoiceButton.tsx';
import { useSpokenCalls, type SpokenCalls } from '../ringside/useSpokenCalls.ts';
import { firstIsThere, followersOf, leadersOf, type CallAct, type CallState } from './callState.ts';
import { lengthsSaid } from './words.ts';

interface CallCardProps {
  ride: Ride;
  calls: readonly Call[];
  second: Horse | null;
  seconds: number;
  state: CallState;
  /** So many errors of course have a price; the next one ends the test. */
  mostErrors: number;
  onAct(act: CallAct): void;
}

/** The lines to read now and next; under the thumb the letter the rider comes to, which sets the clock right. */
export function CallCard(props: CallCardProps) {
  const { ride, calls, second, seconds, state, onAct } = props;
  const running = state.clock.sinceMs !== null;
  const reading = callerAt(calls, seconds);
  const firsts = leadersOf(calls);
  const say = running && reading.state === 'say it' ? reading.call : null;
  const voice = useSpokenCalls(say && { id: calls.indexOf(say), said: say.said });
  useKeys(onAct);
  const box = firsts.findLast((c) => c.atS <= seconds)?.box ?? firsts[0]?.box ?? null;
  const itemId = firsts.findLast((c) => c.atS <= seconds)?.itemId ?? null;
  return (
    <div className="grid min-h-0 flex-1 grid-rows-[minmax(0,1fr)_auto] gap-2 landscape-phone:grid-cols-2 landscape-phone:grid-rows-1">
      <div
        role="region"
        aria-label="The test"
        // On a low screen it scrolls, by keys as well.
        tabIndex={0}
        className="flex min-h-0 flex-col gap-2 overflow-y-auto"
      >
        <ReadCard reading={reading} seconds={seconds} ride={ride} voice={voice} box={box} />
        <Where ride={ride} seconds={Math.max(0, seconds)} itemId={itemId} />
        {second && (
          <Distance ride={ride} seconds={Math.max(0, seconds)} state={state} second={second} />
        )}
      </div>
      <div className="flex flex-col justify-end gap-2">
        <Letters {...props} />
        <Errors {...props} />
        <nav aria-label="Calling" className="grid shrink-0 grid-cols-4 gap-1.5">
          <Foot onClick={() => onAct('back a box')}>box back</Foot>
          <Foot onClick={() => onAct('go or wait')}>
            {running ? 'wait' : seconds > 0 ? 'go on' : 'go'}
          </Foot>
          <Foot onClick={() => onAct('error')}>error</Foot>
          <Foot onClick={() => onAct('finish')}>finish</Foot>
        </nav>
      </div>
    </div>
  );
}

/** The letter the rider comes to, and that of the one behind. */
function Letters({ calls, second, seconds, state, onAct }: CallCardProps) {
  const running = state.clock.sinceMs !== null;
  const behind = second && letterToTap(followersOf(calls), seconds);
  return (
    <div
      className={`grid h-[clamp(84px,18vh,150px)] gap-2 ${second ? 'grid-cols-2' : ''} landscape-phone:h-auto landscape-phone:flex-1`}
    >
      <LetterButton
        call={letterToTap(leadersOf(calls), seconds)}
        horse={second ? calls.find((c) => c.horse && !c.follows)?.horse : null}
        running={running}
        onTap={() => onAct('at the letter')}
      />
      {second && (
        <LetterButton
          call={behind}
          horse={second.name}
          running={running && !!behind && firstIsThere(behind, state.gapS, seconds)}
          onTap={() => onAct('second at the letter')}
        />
      )}
    </div>
  );
}

/** Errors of course, which can be taken back; without one, the tempo. */
const Errors = ({ state: { errors, clock }, mostErrors, onAct }: CallCardProps) => (
  <div className="flex min-h-12 items-center justify-between gap-3 text-[15px]" role="status">
    <span>{errors === 0 ? tempoSaid(clock) : errorsSaid(errors, mostErrors)}</span>
    {errors > 0 && (
      <button
        type="button"
        className="min-h-12 px-3 font-bold underline"
        onClick={() => onAct('no error')}
      >
        undo
      </button>
    )}
  </div>
);

/** The caller carries on, whatever it costs. */
function errorsSaid(errors: number, most: number): string {
  if (errors > most) return `Eliminated at error ${most + 1}. Read on, for practice.`;
  return `${errors === 1 ? '1 error' : `${errors} errors`} of course. Go on calling.`;
}

function tempoSaid({ tempo }: RideClock): string {
  const off = Math.round(Math.abs(tempo - 1) * 100);
  if (off < 2) return 'Tap the letter when the rider is there: the calls follow.';
  return `The rider is ${off} % ${tempo < 1 ? 'slower' : 'quicker'} than planned: the calls follow.`;
}

interface ReadCardProps {
  reading: CallerState;
  ride: Ride;
  seconds: number;
  voice: SpokenCalls;
  box: number | null;
}

function ReadCard({ reading, ride, seconds, voice, box }: ReadCardProps) {
  const { call, after, state, secondsToCall, share } = reading;
  const span = sampleRide(ride, Math.max(0, seconds))?.span;
  const perSecond = span?.seconds ? (span.strides * countsPerStride(span.gait)) / span.seconds : 0;
  const counts = Math.round(secondsToCall * perSecond);
  const tone = state === 'say it' ? 'bg-slip' : state === 'get ready' ? 'bg-sand' : 'bg-page';
  return (
    <>
      <section
        aria-label="Read"
        className={`relative shrink-0 overflow-hidden rounded-2xl border-[3px] border-ink px-4 py-3 ${tone}`}
      >
        <p className="tabular flex items-center justify-between text-[15px]">
          <span className="font-bold">
            {state === 'say it'
              ? 'say it now'
              : state === 'get ready'
                ? 'get ready'
                : state === 'all read'
                  ? 'all is read'
                  : counts > 0 && counts < 60
                    ? `in ${counts} ${countWord(span!.gait)}`
                    : `in ${Math.round(secondsToCall)} s`}
          </span>
          {call?.box && <span>box {call.box}</span>}
        </p>
        <p className="font-book text-[clamp(24px,4.4vh,34px)] leading-tight font-semibold">
          {call ? call.said : 'The end of the test'}
        </p>
        {state === 'say it' && (
          <span
            aria-hidden
            className="absolute bottom-0 left-0 h-1.5 bg-ink"
            style={{ width: `${Math.min(100, 100 * share)}%` }}
          />
        )}
      </section>
      <section
        aria-label="After it"
        className="flex shrink-0 items-center gap-3 rounded-2xl bg-sand px-4 py-2"
      >
        <VoiceButton voice={voice} />
        <p className="min-w-0 flex-1 font-book text-[17px] leading-tight">
          <span className="block font-sans text-[13px]">after it</span>
          {after ? after.said : 'nothing more'}
        </p>
        {box !== null && <p className="shrink-0 text-[13px]">riding box {box}</p>}
      </section>
    </>
  );
}

interface LetterButtonProps {
  call: Call | null;
  horse: string | null | undefined;
  running: boolean;
  onTap(): void;
}

const LetterButton = ({ call, horse, running, onTap }: LetterButtonProps) => (
  <button
    type="button"
    disabled={!call || !running}
    className="flex flex-col items-center justify-center rounded-3xl bg-leather text-on-leather disabled:opacity-50"
    onClick={onTap}
  >
    <span className="text-[clamp(26px,5vh,40px)] leading-tight font-bold">
      {call ? `at ${call.letter}` : 'done'}
    </span>
    <span className="text-[15px]">
      {horse ? `${horse} is there` : 'tap when the rider is there'}
    </span>
  </button>
);

interface DistanceProps {
  ride: Ride;
  seconds: number;
  state: CallState;
  second: Horse;
}

/** So far ahead the caller wants to know. */
const AHEAD_S = 60;

function Distance({ ride, seconds, state, second }: DistanceProps) {
  const { gapS, measuredAtS } = state;
  const now = lengthsBetween(ride, seconds, gapS);
  const ahead = nearest(ride, gapS, seconds);
  const close = now < LEAST_LENGTHS;
  const soon = !close && ahead && ahead.lengths < LEAST_LENGTHS && ahead.atS - seconds < AHEAD_S;
  return (
    <section
      aria-label="Distance"
      role={close ? 'alert' : undefined}
      className={`shrink-0 rounded-2xl px-4 py-2 text-[16px] ${close ? 'bg-[#8a1f2a] text-white' : soon ? 'bg-slip' : 'bg-sand'}`}
    >
      <b>{lengthsSaid(now)} between them</b>
      {measuredAtS === null
        ? ', as begun'
        : `, measured ${Math.max(0, Math.round(seconds - measuredAtS))} s ago`}
      {close && <span className="block font-bold">Too near: {second.name}, wait.</span>}
      {soon && (
        <span className="block">
          In {Math.round(ahead.atS - seconds)} s only {lengthsSaid(ahead.lengths)}: {second.name},
          let it grow.
        </span>
      )}
    </section>
  );
}

const KEYS: Readonly<Record<string, CallAct>> = {
  ' ': 'go or wait',
  Enter: 'at the letter',
  ArrowLeft: 'back a box',
  e: 'error',
};

function useKeys(onAct: (act: CallAct) => void): void {
  useEffect(() => {
    const down = (event: KeyboardEvent) => {
      const act = KEYS[event.key];
      if (!act || isWriting(event.target) || event.ctrlKey || event.metaKey || event.altKey) return;
      // A button or link that has the focus does what it says.
      const presses = event.key === ' ' || event.key === 'Enter';
      if (presses && (event.target as Element).closest('button, a')) return;
      event.preventDefault();
      onAct(act);
    };
    window.addEventListener('keydown', down);
    return () => window.removeEventListener('keydown', down);
  }, [onAct]);
}
