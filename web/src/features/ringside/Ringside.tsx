import { useEffect, useMemo } from 'react';
import { Link, useParams } from 'react-router';
import { EMPTY_LESSON } from '@canter-book/core/lesson/document';
import { compileRide } from '@canter-book/core/ride/compile';
import { cuesOf, waiting } from '@canter-book/core/ringside/cues';
import { clock } from '@canter-book/core/units';
import { useAlsoOpen } from '../../app/live.ts';
import { NotFound } from '../../app/NotFound.tsx';
import { useAppSelector } from '../../app/store.ts';
import { setOutdoors } from '../../app/theme.ts';
import { useTitle } from '../../app/title.ts';
import { counted } from '../../app/words.ts';
import { useWaiting } from '../../kept/useWaiting.ts';
import { Loading } from '../../ui/Loading.tsx';
import { BreakClock } from './BreakClock.tsx';
import { DeliveryPill } from './DeliveryPill.tsx';
import { EndMarks } from './EndMarks.tsx';
import { RideCard } from './RideCard.tsx';
import { RingsideMenu } from './RingsideMenu.tsx';
import { elapsedS, type Teaching } from './ringsideSlice.ts';
import { useNow } from './useNow.ts';
import { useScreenAwake } from './useScreenAwake.ts';

/** Teaching from the phone: what now, what next, and how it went. */
export default function Ringside() {
  const { id = '' } = useParams();
  const teaching = useAppSelector((state) => state.ringside.teaching[id]);
  const ready = useAppSelector((state) => state.kept.restored);
  useTitle(teaching ? `${teaching.horse.name} at the ringside` : 'Ringside');
  useEffect(() => {
    setOutdoors(true);
    return () => setOutdoors(false);
  }, []);
  if (!teaching)
    return ready ? (
      <NotFound title="This lesson is not under way on this device." />
    ) : (
      <Loading what="lesson" />
    );
  return <Open teaching={teaching} />;
}

function Open({ teaching }: { teaching: Teaching }) {
  const { session, horse, riderName, step } = teaching;
  const { ride, cues } = useMemo(() => {
    const lesson = session.document ?? EMPTY_LESSON;
    const compiled = compileRide(lesson, horse);
    return { ride: compiled, cues: cuesOf(compiled, lesson) };
  }, [session.document, horse]);
  const now = useNow(teaching.clock.runningSince === null ? 1000 : 250);
  // A condition waits for the tap.
  const elapsed = waiting(cues, teaching.clock.elapsedS, elapsedS(teaching.clock, now));
  // Without a plan the clock has no end.
  const seconds = cues.length > 0 ? Math.min(elapsed, ride.totals.seconds) : elapsed;
  const taughtS = Math.max(0, (now - Date.parse(session.startedAt)) / 1000);
  useScreenAwake(step === 'ride');
  // Whoever has the lesson at the desk sees that it is being taught.
  useAlsoOpen(step === 'ride' ? session.lessonId : null);
  const riding = step === 'ride';
  return (
    <div
      className={`mx-auto flex flex-col gap-2 bg-paper p-2.5 ${riding ? 'h-full max-w-[520px] overflow-hidden landscape-phone:max-w-none' : 'min-h-full max-w-[520px]'}`}
    >
      <header className="flex shrink-0 items-center gap-2">
        <h1 className="min-w-0 flex-1 truncate text-[19px]">
          {horse.name}
          {riderName && (
            <span className="hidden min-[460px]:inline"> · {riderName.split(' ')[0]}</span>
          )}
        </h1>
        {riding && <BreakClock teaching={teaching} />}
        <DeliveryPill />
        <span
          className="tabular font-mono text-[15px]"
          aria-label="Time since the lesson began"
          title="Time since the lesson began"
        >
          {clock(taughtS)}
        </span>
        <RingsideMenu teaching={teaching} />
      </header>
      {riding && <RideCard teaching={teaching} ride={ride} cues={cues} seconds={seconds} />}
      {step === 'marks' && <EndMarks teaching={teaching} />}
      {step === 'done' && <Done teaching={teaching} />}
    </div>
  );
}

function Done({ teaching }: { teaching: Teaching }) {
  const { count: waiting } = useWaiting();
  const keeping = useAppSelector((state) => state.kept.keeping);
  const marks = Object.keys(teaching.marks).length;
  const notes = (teaching.seen ?? []).length - teaching.tries.length;
  return (
    <section className="flex flex-col gap-4 rounded-2xl border-[3px] border-ink bg-page p-5">
      <h2 className="text-2xl">The lesson is saved.</h2>
      <p>
        {counted(teaching.tries.length, 'try', 'tries')} and {counted(marks, 'mark')}
        {notes > 0 && `, and ${counted(notes, 'reading')}`}.{' '}
        {waiting === 0
          ? 'They are in the book.'
          : keeping
            ? 'They are on this device and are sent as soon as the server answers. You can close the page.'
            : 'This device keeps nothing: leave the page open until they are sent.'}
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
