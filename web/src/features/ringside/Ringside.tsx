import { useEffect, useMemo, useState } from 'react';
import { Link, useParams } from 'react-router';
import { EMPTY_LESSON } from '@canter-book/core/lesson/document';
import { compileRide } from '@canter-book/core/ride/compile';
import { cuesOf } from '@canter-book/core/ringside/cues';
import { Loading } from '../../ui/Loading.tsx';
import { NotFound } from '../../app/NotFound.tsx';
import { useAppSelector } from '../../app/store.ts';
import { useTitle } from '../../app/title.ts';
import { clock } from '@canter-book/core/units';
import { BreakClock } from './BreakClock.tsx';
import { DeliveryPill } from './DeliveryPill.tsx';
import { EndMarks } from './EndMarks.tsx';
import { RideCard } from './RideCard.tsx';
import { elapsedS, type Teaching } from './ringsideSlice.ts';

/** Teaching from the phone: what now, what next, and how it went. */
export default function Ringside() {
  const { id = '' } = useParams();
  const teaching = useAppSelector((state) => state.ringside.teaching[id]);
  const ready = useAppSelector((state) => state.ringside.restored);
  useTitle(teaching ? `${teaching.horse.name} at the ringside` : 'Ringside');
  useEffect(() => {
    const root = document.documentElement;
    const before = root.dataset['theme'];
    root.dataset['theme'] = 'sunlight';
    return () => void (root.dataset['theme'] = before ?? 'paper');
  }, []);
  if (!teaching)
    return ready ? <NotFound what="lesson under way on this device" /> : <Loading what="lesson" />;
  return <Open teaching={teaching} />;
}

function Open({ teaching }: { teaching: Teaching }) {
  const { session, horse, riderName, step } = teaching;
  const { ride, cues } = useMemo(() => {
    const lesson = session.document ?? EMPTY_LESSON;
    const compiled = compileRide(lesson, horse);
    return { ride: compiled, cues: cuesOf(compiled, lesson) };
  }, [session.document, horse]);
  const now = useNow(teaching.clock.runningSince !== null);
  const elapsed = elapsedS(teaching.clock, now);
  // Without a plan the clock has no end.
  const seconds = cues.length > 0 ? Math.min(elapsed, ride.totals.seconds) : elapsed;
  useScreenAwake(step === 'ride');
  return (
    <div className="mx-auto flex min-h-full max-w-[520px] flex-col gap-2.5 bg-paper p-3.5">
      <header className="flex items-center justify-between gap-2">
        <h1 className="flex-1 truncate text-[19px]">
          {horse.name}
          {riderName && (
            <span className="hidden min-[460px]:inline"> · {riderName.split(' ')[0]}</span>
          )}
        </h1>
        {step === 'ride' && <BreakClock teaching={teaching} />}
        <DeliveryPill />
        <span className="tabular font-mono text-[15px]" aria-label="Time of the lesson">
          {clock(seconds)}
        </span>
      </header>
      {step === 'ride' && (
        <RideCard teaching={teaching} ride={ride} cues={cues} seconds={seconds} />
      )}
      {step === 'marks' && <EndMarks teaching={teaching} />}
      {step === 'done' && <Done teaching={teaching} />}
    </div>
  );
}

const counted = (n: number, one: string, more: string): string => `${n} ${n === 1 ? one : more}`;

function Done({ teaching }: { teaching: Teaching }) {
  const waiting = useAppSelector((state) => state.ringside.outbox.length);
  const marks = Object.keys(teaching.marks).length;
  const notes = (teaching.seen ?? []).length - teaching.tries.length;
  return (
    <section className="flex flex-col gap-4 rounded-2xl border-[3px] border-ink bg-page p-5">
      <h2 className="text-2xl">The lesson is kept.</h2>
      <p>
        {counted(teaching.tries.length, 'try', 'tries')} and {counted(marks, 'mark', 'marks')}
        {notes > 0 && `, and ${counted(notes, 'reading', 'readings')}`}.{' '}
        {waiting > 0
          ? 'They are on this device and are sent as soon as the server answers. You can close the page.'
          : 'They are in the book.'}
      </p>
      <p>Loosen the girth, walk on until dry, and praise.</p>
      <Link
        to={`/debrief/${teaching.session.id}`}
        className="rounded-xl bg-leather p-4 text-center text-lg font-bold text-on-leather no-underline"
      >
        Debrief
      </Link>
      <Link to="/" className="p-3 text-center underline">
        Back to Today
      </Link>
    </section>
  );
}

/** The present moment, renewed four times a second while the clock runs. */
function useNow(running: boolean): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    if (!running) return;
    const timer = window.setInterval(() => setNow(Date.now()), 250);
    return () => window.clearInterval(timer);
  }, [running]);
  return now;
}

/** The screen stays on while a lesson runs, where the device allows it. */
function useScreenAwake(wanted: boolean): void {
  useEffect(() => {
    if (!wanted || !('wakeLock' in navigator)) return;
    const lock = navigator.wakeLock.request('screen').catch(() => null);
    return () => void lock.then((l) => l?.release());
  }, [wanted]);
}
