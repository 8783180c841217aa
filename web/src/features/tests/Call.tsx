import { useEffect, useMemo, useState } from 'react';
import { Link, useNavigate, useParams, useSearchParams } from 'react-router';
import type { Lesson } from '@canter-book/core/lesson/document';
import type { Horse } from '@canter-book/core/book/records';
import { callsOf } from '@canter-book/core/ringside/calls';
import { rideSeconds } from '@canter-book/core/ringside/follow';
import { gapFor } from '@canter-book/core/ringside/inFile';
import { clock } from '@canter-book/core/units';
import { useLessonQuery } from '../../api/lessons.ts';
import { QueryState } from '../../api/QueryState.tsx';
import { setOutdoors } from '../../app/theme.ts';
import { useTitle } from '../../app/title.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choose.tsx';
import { Page } from '../../ui/Page.tsx';
import { keptKit, useKit } from '../ringside/kit.ts';
import { useNow } from '../ringside/useNow.ts';
import { useScreenAwake } from '../ringside/useScreenAwake.ts';
import { BeginRide } from './BeginRide.tsx';
import { CallCard } from './CallCard.tsx';
import { acted, begin, keepCall, keptCall, type CallAct, type CallState } from './callState.ts';
import { InFileSaid } from './InFileSaid.tsx';
import { sheetOfDocument } from './resultOf.ts';
import { useRideOf } from './useSheet.ts';

/** A test is called: each line read out in time, while the caller follows the rider. */
export default function Call() {
  const { id = '' } = useParams();
  const query = useLessonQuery(id);
  const { kit } = useKit();
  const [kept, setKept] = useState<Lesson | null>(null);
  useTitle('Call a test');
  useEffect(() => {
    if (query.isError) void keptKit().then((found) => setKept(found?.documents[id] ?? null));
  }, [query.isError, id]);
  useEffect(() => {
    setOutdoors(true);
    return () => setOutdoors(false);
  }, []);
  const document = query.data?.document ?? kept;
  if (!document || !kit) return <QueryState query={query} what="test" />;
  return <Calling id={id} document={document} horses={kit.horses} />;
}

interface CallingProps {
  id: string;
  document: Lesson;
  horses: readonly Horse[];
}

function Calling({ id, document, horses }: CallingProps) {
  const [state, setState] = useState<CallState | null>(() => keptCall(id));
  const change = (next: CallState | null) => {
    keepCall(id, next);
    setState(next);
  };
  const first = horses.find((h) => h.id === state?.horseId);
  if (!state || !first)
    return <Choose id={id} document={document} horses={horses} onBegin={change} />;
  const second = horses.find((h) => h.id === state.secondId) ?? null;
  return state.step === 'done' ? (
    <Done id={id} document={document} horse={first} state={state} onChange={change} />
  ) : (
    <Open
      id={id}
      document={document}
      first={first}
      second={second}
      state={state}
      onChange={change}
    />
  );
}

const DISTANCES = [2, 3, 4, 5, 6] as const;

/** Who rides, and who behind. */
function Choose({ id, document, horses, onBegin }: CallingProps & { onBegin(s: CallState): void }) {
  const [search] = useSearchParams();
  const here = horses.filter((h) => !h.retiredOn);
  const [horseId, setHorse] = useState(search.get('horse') ?? '');
  const [secondId, setSecond] = useState('');
  const [lengths, setLengths] = useState<number>(4);
  const first = here.find((h) => h.id === horseId) ?? here[0];
  const second = here.find((h) => h.id === secondId && h !== first) ?? null;
  const ride = useRideOf(document, first ?? null);
  const gapS = second ? gapFor(ride, 0, lengths) : 0;
  const start = () => {
    if (!first) return;
    const calls = callsOf(ride, document, fileOf(first, second, gapS));
    // The first words are said before the rider comes in.
    const fromS = Math.min(0, (calls[0]?.speakAtS ?? 0) - 1);
    onBegin(begin(first.id, second?.id ?? '', gapS, fromS));
  };
  return (
    <Page
      title={`Call: ${document.title?.text ?? 'test'}`}
      about="Read out at this horse’s tempo, each line finished 1.5 to 3 seconds before its letter"
      actions={<Link to={`/tests/${id}`}>Back to the sheet</Link>}
    >
      <div className="flex max-w-xl flex-col gap-4 p-5 md:p-7">
        {here.length === 0 && <p>Enter a horse first: it sets the tempo.</p>}
        <Choice
          label="Horse"
          value={first?.id ?? ''}
          options={here.map((h) => [h.id, h.name] as const)}
          onChange={setHorse}
        />
        <BehindIt
          {...{ second, lengths }}
          horses={here.filter((h) => h !== first)}
          onSecond={setSecond}
          onLengths={setLengths}
        />
        {first && second && (
          <InFileSaid document={document} first={first} second={second} gapS={gapS} />
        )}
        <p className="rounded-lg border-2 border-line bg-page p-4 text-[14px]">
          Whoever rides decides: when a horse is not ready at a letter, wait. Check the current
          rules on whether a test may be called where it is ridden.
        </p>
        <Button className="min-h-14 text-lg" disabled={!first} onClick={start}>
          Begin
        </Button>
      </div>
    </Page>
  );
}

interface BehindItProps {
  horses: readonly Horse[];
  second: Horse | null;
  lengths: number;
  onSecond(id: string): void;
  onLengths(lengths: number): void;
}

const BehindIt = ({ horses, second, lengths, onSecond, onLengths }: BehindItProps) => (
  <div className="grid grid-cols-2 gap-4">
    <Choice
      label="Behind it"
      value={second?.id ?? ''}
      options={[['', 'no second horse'], ...horses.map((h) => [h.id, h.name] as const)]}
      onChange={onSecond}
    />
    {second && (
      <Choice
        label="Between them"
        value={String(lengths)}
        options={DISTANCES.map((d) => [String(d), `${d} lengths`] as const)}
        onChange={(d) => onLengths(Number(d))}
      />
    )}
  </div>
);

const fileOf = (first: Horse, second: Horse | null, gapS: number) =>
  second && { leader: first.name, follower: second.name, gapS };

/** A call is due to a fifth of a second. */
const RENEWED_MS = 200;

interface OpenProps {
  id: string;
  document: Lesson;
  first: Horse;
  second: Horse | null;
  state: CallState;
  onChange(state: CallState | null): void;
}

function Open({ id, document, first, second, state, onChange }: OpenProps) {
  const ride = useRideOf(document, first);
  const calls = useMemo(
    () => callsOf(ride, document, fileOf(first, second, state.gapS)),
    [ride, document, first, second, state.gapS],
  );
  const nowMs = useNow(state.clock.sinceMs === null ? null : RENEWED_MS);
  const seconds = rideSeconds(state.clock, nowMs);
  const act = (what: CallAct) => onChange(acted(state, what, { ride, calls, nowMs: Date.now() }));
  useScreenAwake(true);
  return (
    <div className="mx-auto flex h-full max-w-[520px] flex-col gap-2 overflow-hidden bg-paper p-2.5 landscape-phone:max-w-none">
      <header className="flex shrink-0 items-center gap-3">
        <Link to={`/tests/${id}`} aria-label="Leave" className="px-2 py-3 text-xl no-underline">
          ←
        </Link>
        <h1 className="min-w-0 flex-1 truncate text-[19px]">
          {first.name}
          {second && ` and ${second.name}`}
        </h1>
        <span className="tabular font-mono text-[15px]" title="Time of the ride">
          {seconds < 0 ? `−${clock(-seconds)}` : clock(seconds)} of {clock(ride.totals.seconds)}
        </span>
      </header>
      <CallCard
        ride={ride}
        calls={calls}
        second={second}
        seconds={seconds}
        state={state}
        mostErrors={sheetOfDocument(document).errors.costs.length}
        onAct={act}
      />
    </div>
  );
}

function Done({
  id,
  document,
  horse,
  state,
  onChange,
}: {
  id: string;
  document: Lesson;
  horse: Horse;
  state: CallState;
  onChange(state: CallState | null): void;
}) {
  const navigate = useNavigate();
  const [marking, setMarking] = useState(false);
  const { errors } = state;
  return (
    <div className="mx-auto max-w-[520px] p-5">
      <section className="flex flex-col gap-4 rounded-2xl border-[3px] border-ink bg-page p-5">
        <h1 className="text-2xl">The test is read.</h1>
        <p>
          {errors === 0
            ? 'No error of course.'
            : errors === 1
              ? 'One error of course.'
              : `${errors} errors of course.`}{' '}
          Walk on a long rein, and praise.
        </p>
        <Button className="min-h-14 text-lg" onClick={() => setMarking(true)}>
          Mark this ride
        </Button>
        <Button look="quiet" className="min-h-12" onClick={() => onChange(null)}>
          Call it again
        </Button>
        <Link to={`/tests/${id}`} className="p-2 text-center" onClick={() => keepCall(id, null)}>
          Back to the sheet
        </Link>
      </section>
      {marking && (
        <BeginRide
          lessonId={id}
          document={document}
          horseId={horse.id}
          errors={errors}
          onClose={() => setMarking(false)}
          onBegun={(rideId) => {
            keepCall(id, null);
            void navigate(`/tests/rides/${rideId}/mark`);
          }}
        />
      )}
    </div>
  );
}
