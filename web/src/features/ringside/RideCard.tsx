import { useEffect } from 'react';
import { countWord } from '@canter-book/core/gaits/paces';
import { momentAt, type Cue } from '@canter-book/core/ringside/cues';
import type { Ride } from '@canter-book/core/ride/types';
import { ArenaDrawing } from '../arena/ArenaDrawing.tsx';
import { usePlayer } from '../arena/player.ts';
import { newId } from '../../app/newId.ts';
import { useAppDispatch } from '../../app/store.ts';
import { ReinMark } from '../../ui/ReinMark.tsx';
import { clockSet, heldSet, stepSet, tried, tryWithdrawn, type Teaching } from './ringsideSlice.ts';

interface RideCardProps {
  teaching: Teaching;
  ride: Ride;
  cues: readonly Cue[];
  seconds: number;
}

/** The running lesson: what now, what next, when it comes, and the tries. */
export function RideCard({ teaching, ride, cues, seconds }: RideCardProps) {
  const dispatch = useAppDispatch();
  const sessionId = teaching.session.id;
  const moment = momentAt(ride, cues, seconds);
  const { now, next } = moment;
  const running = teaching.clock.runningSince !== null;
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
  const record = (result: 'good' | 'lost') => {
    if (!now) return;
    dispatch(
      tried({
        sessionId,
        parcelId: newId(),
        observation: {
          id: newId(),
          sessionId,
          at: new Date().toISOString(),
          kind: 'try',
          itemId: now.itemId,
          text: now.text.slice(0, 300),
          rein: now.rein,
          gait: now.gait === 'trot' || now.gait === 'canter' ? now.gait : 'walk',
          result,
          held: teaching.held,
        },
      }),
    );
  };
  return (
    <>
      <NowCard cue={now} tries={teaching.tries.filter((t) => t.itemId === now?.itemId).length} />
      <NextCard next={next} moment={moment} />
      <Where ride={ride} seconds={seconds} itemId={now?.itemId ?? null} />
      <Held
        teaching={teaching}
        unit={now ? countWord(now.gait) : 'strides'}
        onHeld={(held) => dispatch(heldSet({ sessionId, held }))}
      />
      <div className="grid max-h-[190px] flex-1 grid-cols-2 gap-2.5">
        <TryButton
          className="bg-[#8a1f2a]"
          disabled={!now}
          label="lost"
          hint="quality gone: straight on"
          onClick={() => record('lost')}
        />
        <TryButton
          className="bg-[#0f4a3b]"
          disabled={!now}
          label="good"
          hint="it held"
          onClick={() => record('good')}
        />
      </div>
      <LastTry
        teaching={teaching}
        onUndo={(corrects) =>
          dispatch(
            tryWithdrawn({
              sessionId,
              parcelId: newId(),
              observation: {
                id: newId(),
                sessionId,
                at: new Date().toISOString(),
                kind: 'withdrawn',
                corrects,
              },
            }),
          )
        }
      />
      <nav aria-label="Lesson clock" className="grid grid-cols-4 gap-2">
        <Foot disabled={index <= 0} onClick={() => seek(cues[Math.max(0, index - 1)]!.atS)}>
          back
        </Foot>
        <Foot onClick={toggle}>{running ? 'hold' : seconds > 0 ? 'ride on' : 'ride'}</Foot>
        <Foot disabled={!next} onClick={() => next && seek(next.atS)}>
          next
        </Foot>
        <Foot onClick={() => dispatch(stepSet({ sessionId, step: 'marks' }))}>finish</Foot>
      </nav>
    </>
  );
}

/** The arena with the present movement, so that a glance tells where it goes. */
function Where({ ride, seconds, itemId }: { ride: Ride; seconds: number; itemId: string | null }) {
  const player = usePlayer(ride.totals.seconds);
  useEffect(() => player.seek(seconds), [player, seconds]);
  return (
    <div className="min-h-0 px-1">
      <ArenaDrawing ride={ride} player={player} selectedItem={itemId} only={itemId} />
    </div>
  );
}

function NowCard({ cue, tries }: { cue: Cue | null; tries: number }) {
  return (
    <section aria-label="Now" className="rounded-2xl border-[3px] border-ink bg-page px-4 py-3">
      <p className="text-[14px]">
        now
        {cue && (
          <>
            {' '}
            · <ReinMark rein={cue.rein} word />{' '}
            {tries > 0 && `· ${tries} ${tries === 1 ? 'try' : 'tries'}`}
          </>
        )}
      </p>
      <p className="font-book text-[27px] leading-tight font-semibold">
        {cue ? cue.text : 'Ready to begin'}
      </p>
      {cue && cue.metres > 0.5 && (
        <p className="tabular text-[15px]">
          {Math.round(cue.metres)} m · {Math.round(cue.counts)} {countWord(cue.gait)}
        </p>
      )}
      {cue?.note && <p className="font-book text-[15px] italic">{cue.note}</p>}
    </section>
  );
}

function NextCard({ next, moment }: { next: Cue | null; moment: ReturnType<typeof momentAt> }) {
  const counts = Math.round(moment.countsToCall);
  const soon = next !== null && moment.secondsToCall < 0.5;
  const unit = countWord(moment.now?.gait ?? 'walk');
  return (
    <section
      aria-label="Next"
      className={`flex items-center gap-3 rounded-2xl px-4 py-3 ${soon ? 'bg-slip outline-3 outline-ink' : 'bg-sand'}`}
    >
      <div className="min-w-0 flex-1">
        <p className="text-[13px]">next</p>
        <p className="font-book text-[20px] leading-tight font-semibold">
          {next ? next.text : 'The end of the lesson'}
        </p>
      </div>
      {next && (
        <p className="tabular shrink-0 text-right" aria-live="off">
          <span className="block text-[30px] leading-none font-bold">
            {soon
              ? 'say it'
              : counts > 0 && counts < 60
                ? counts
                : `${Math.round(moment.secondsToCall)} s`}
          </span>
          <span className="text-[13px]">
            {soon
              ? 'now'
              : counts > 0 && counts < 60
                ? `${unit} · ${Math.round(moment.secondsToCall)} s`
                : 'to the call'}
          </span>
        </p>
      )}
    </section>
  );
}

function Held({
  teaching,
  unit,
  onHeld,
}: {
  teaching: Teaching;
  unit: string;
  onHeld(held: number): void;
}) {
  const { held } = teaching;
  const side = 'rounded-2xl border-[3px] border-ink bg-page text-3xl font-bold';
  return (
    <div className="grid h-[76px] grid-cols-[72px_1fr_72px] gap-2.5">
      <button
        type="button"
        aria-label={`One of the ${unit} less`}
        className={side}
        onClick={() => onHeld(held - 1)}
      >
        −
      </button>
      <button
        type="button"
        aria-label={`${held} ${unit} held. Tap along to count`}
        className="rounded-2xl bg-[#f1f1ea] text-black"
        onClick={() => onHeld(held + 1)}
      >
        <span className="tabular block text-[30px] leading-none font-bold" data-testid="held">
          {held}
        </span>
        <span className="text-[14px]">{unit} held · tap along</span>
      </button>
      <button
        type="button"
        aria-label={`One of the ${unit} more`}
        className={side}
        onClick={() => onHeld(held + 1)}
      >
        +
      </button>
    </div>
  );
}

function TryButton({
  label,
  hint,
  className,
  ...rest
}: { label: string; hint: string; className: string } & React.ComponentProps<'button'>) {
  return (
    <button
      type="button"
      className={`flex min-h-[120px] flex-col items-center justify-center rounded-3xl text-white disabled:opacity-50 ${className}`}
      {...rest}
    >
      <span className="text-[27px] font-bold">{label}</span>
      <span className="text-[15px]">{hint}</span>
    </button>
  );
}

function LastTry({ teaching, onUndo }: { teaching: Teaching; onUndo(id: string): void }) {
  const last = teaching.tries.at(-1);
  const good = teaching.tries.filter((t) => t.result === 'good').length;
  return (
    <div className="flex min-h-14 items-center justify-between gap-3 text-[15px]" role="status">
      {last ? (
        <>
          <span>
            {last.result === 'good' ? '✓ good' : '✕ lost'}
            {last.held > 0 && `, held ${last.held}`} · {good} of {teaching.tries.length} good
          </span>
          <button
            type="button"
            className="min-h-14 px-4 font-bold underline"
            onClick={() => onUndo(last.id)}
          >
            undo
          </button>
        </>
      ) : (
        <span className="text-soft">
          The first good answer may be two strides: praise that one.
        </span>
      )}
    </div>
  );
}

function Foot(props: React.ComponentProps<'button'>) {
  return (
    <button
      type="button"
      className="min-h-[60px] rounded-2xl border-[3px] border-ink bg-page text-[16px] font-bold disabled:opacity-35"
      {...props}
    />
  );
}
