import { useMemo, useRef, useState } from 'react';
import { Link, useParams } from 'react-router';
import { ANY_HORSE } from '@canter-book/core/gaits/horse';
import { judgedMark, withMark, type MarkedRide } from '@canter-book/core/sheet/markedRide';
import { JUDGE_PLACES } from '@canter-book/core/sheet/marks';
import { isEliminated } from '@canter-book/core/sheet/score';
import type { SheetBox } from '@canter-book/core/sheet/sheet';
import { clock } from '@canter-book/core/units';
import { useHorsesQuery } from '../../api/horses.ts';
import { QueryState } from '../../api/QueryState.tsx';
import { useRideQuery } from '../../api/rides.ts';
import { useTitle } from '../../app/title.ts';
import {
  useDocument,
  useDocumentState,
  useOpenRecord,
  type DocumentState,
} from '../../kept/useDocument.ts';
import { Button, ButtonLink } from '../../ui/Button.tsx';
import { Loading } from '../../ui/Loading.tsx';
import { MiniArena } from '../arena/MiniArena.tsx';
import { Keypad } from './Keypad.tsx';
import { RemarkField } from './RemarkField.tsx';
import { runningOf, toMark } from './running.ts';
import { useFollow } from './useFollow.ts';
import { boxRide } from './boxRide.ts';
import { useSheet } from './useSheet.ts';
import { boxName, mark } from './words.ts';

/** A scribe's page: the present box, one tap a mark, and the total running along. */
export default function Scribe() {
  const { id = '' } = useParams();
  const query = useRideQuery(id, { refetchOnMountOrArgChange: true });
  const document = useDocument('ride', id, query.data, query.isError);
  const open = useOpenRecord(document);
  const state = useDocumentState(document);
  useTitle('Marking');
  if (!open || !state) {
    return query.isError ? <QueryState query={query} what="ride" /> : <Loading what="ride" />;
  }
  return (
    <Marking ride={open.is} state={state} onChange={(ride) => document.change(ride, REST_MS)} />
  );
}

/** Marks come quickly, one after the other: they go together. */
const REST_MS = 400;

/** So long a mark that was just given is still being entered. */
const ENTERING_MS = 4000;

interface MarkingProps {
  ride: MarkedRide;
  state: DocumentState;
  onChange(ride: MarkedRide): void;
}

/** Whose sheet is written on this page: also after it was made anew. */
function useJudge({ id, judges }: MarkedRide) {
  const key = `canter-book-judge-${id}`;
  const [at, setAt] = useState(() => sessionStorage.getItem(key) ?? judges[0]?.at ?? 'C');
  const choose = (next: string) => {
    sessionStorage.setItem(key, next);
    setAt(next);
  };
  return [at, choose] as const;
}

/** The judge and the box that are being marked, and what is done to them. */
function useMarking({ ride, onChange }: Omit<MarkingProps, 'state'>) {
  const { ride: ridden, sheet } = useSheet(ride.document, ANY_HORSE);
  const [at, setAt] = useJudge(ride);
  const judge = ride.judges.find((j) => j.at === at) ?? ride.judges[0];
  const all = useMemo(() => toMark(sheet), [sheet]);
  const follow = useFollow(sheet);
  const lastMark = useRef<{ key: string; at: number } | null>(null);
  const first = judge ? all.findIndex((m) => judgedMark(judge, m) === undefined) : 0;
  const [chosen, setChosen] = useState(() => Math.max(0, first));
  const index = follow.box ?? chosen;
  const go = (to: number) => {
    follow.stop();
    setChosen(Math.min(all.length - 1, Math.max(0, to)));
  };
  const now = all[index];
  if (!judge || !now) return null;
  const write = (value: number | null) => {
    const key = `${judge.at} ${now.key}`;
    // A slip of the thumb, or a half on top, is no correction.
    const still = lastMark.current?.key === key && Date.now() - lastMark.current.at < ENTERING_MS;
    if (!still) lastMark.current = { key, at: Date.now() };
    onChange(withMark(ride, judge.at, now, value, still ? null : new Date()));
  };
  const remark = (words: string) => {
    const { [now.key]: _, ...others } = judge.remarks;
    const remarks = words === '' ? others : { ...others, [now.key]: words };
    onChange({ ...ride, judges: ride.judges.map((j) => (j === judge ? { ...j, remarks } : j)) });
  };
  const addJudge = (added: string) => {
    const empty = { at: added, marks: {}, collectives: {}, remarks: {} };
    onChange({ ...ride, judges: [...ride.judges, empty] });
    setAt(added);
  };
  const box = now.kind === 'box' ? sheet.boxes[index] : undefined;
  return {
    ride,
    ridden,
    sheet,
    judge,
    setAt,
    addJudge,
    all,
    index,
    go,
    now,
    box,
    follow,
    write,
    remark,
  };
}

type Present = NonNullable<ReturnType<typeof useMarking>>;

function Marking({ ride: marked, state, onChange }: MarkingProps) {
  const { data: horses = [] } = useHorsesQuery();
  const present = useMarking({ ride: marked, onChange });
  if (!present) return null;
  const { ride, sheet } = present;
  const horse = horses.find((h) => h.id === ride.horseId)?.name;
  return (
    <div className="mx-auto flex min-h-full max-w-5xl flex-col gap-3 p-4 md:p-6">
      <header className="flex flex-wrap items-baseline gap-x-4 gap-y-1 max-md:pr-24">
        <h1 className="text-[22px] leading-tight">{horse ?? 'Marking'}</h1>
        <Link to={ride.lessonId ? `/tests/${ride.lessonId}` : '/tests'} className="text-soft">
          {sheet.title}
        </Link>
        <SavedWords state={state} />
      </header>
      <Judges {...present} />
      <div className="grid flex-1 gap-4 md:grid-cols-[1fr_24rem]">
        <PresentBox {...present} />
        <section aria-label="Mark" className="flex flex-col gap-3">
          <Pad {...present} />
          <OnCourse {...present} onErrors={(errors) => onChange({ ...ride, errors })} />
          <SoFar {...present} />
        </section>
      </div>
      <AllMarks {...present} />
    </div>
  );
}

function Judges({ ride, judge, setAt, addJudge }: Present) {
  const missing = JUDGE_PLACES.filter((place) => !ride.judges.some((j) => j.at === place));
  return (
    <div className="flex flex-wrap items-center gap-2">
      <div role="group" aria-label="Judge" className="flex flex-wrap gap-2">
        {ride.judges.map((j) => (
          <button
            key={j.at}
            type="button"
            aria-pressed={j.at === judge.at}
            className="min-h-10 rounded-lg border border-line bg-page px-4 font-bold aria-pressed:bg-leather aria-pressed:text-on-leather"
            onClick={() => setAt(j.at)}
          >
            {j.at}
          </button>
        ))}
      </div>
      {missing.length > 0 && (
        <select
          aria-label="Add a judge"
          className="min-h-10 rounded-lg border border-line bg-page px-2 text-[14px]"
          value=""
          onChange={(event) => addJudge(event.target.value)}
        >
          <option value="">+ judge</option>
          {missing.map((at) => (
            <option key={at}>{at}</option>
          ))}
        </select>
      )}
    </div>
  );
}

/** The box that is ridden now, its mark, and the remark on it. */
const PresentBox = ({ ridden, judge, now, box, remark }: Present) => (
  <section aria-live="polite" className="rounded-xl border border-line bg-page p-4">
    <div className="flex items-baseline gap-3">
      <span className="tabular font-mono text-2xl font-bold text-leather">
        {box ? box.number : '✱'}
      </span>
      <h2 className="min-w-0 flex-1 text-xl">{box ? boxName(box) : now.label}</h2>
      {now.coefficient > 1 && <b className="text-lg">×{now.coefficient}</b>}
      <output className="tabular font-mono text-2xl font-bold">
        {mark(judgedMark(judge, now))}
      </output>
    </div>
    {box ? (
      <BoxShown box={box}>
        <MiniArena
          key={box.number}
          arena={ridden.arena}
          ride={() => boxRide(ridden, box)}
          label={`Box ${box.number}, drawn`}
          className="mx-auto w-full max-w-md"
        />
      </BoxShown>
    ) : (
      <p className="mt-1 text-soft">A mark for the whole ride.</p>
    )}
    <RemarkField
      key={`${judge.at} ${now.key}`}
      value={judge.remarks[now.key] ?? ''}
      onChange={remark}
    />
  </section>
);

const Pad = ({ judge, now, all, index, go, write }: Present) => (
  <>
    <Keypad
      value={judgedMark(judge, now) ?? null}
      onMark={write}
      onNext={() => go(index + 1)}
      onBack={() => go(index - 1)}
    />
    <div className="grid grid-cols-2 gap-2">
      <Button look="quiet" disabled={index === 0} onClick={() => go(index - 1)}>
        ◂ Back
      </Button>
      <Button disabled={index === all.length - 1} onClick={() => go(index + 1)}>
        Next ▸
      </Button>
    </div>
  </>
);

type OnCourseProps = Present & { onErrors(errors: number): void };

/** Where the ride is, and what went wrong on the way. */
const OnCourse = ({ ride, sheet, index, go, follow, onErrors }: OnCourseProps) => (
  <div className="flex flex-wrap items-center gap-2">
    <Button look="quiet" onClick={() => (follow.running ? go(index) : follow.begin())}>
      {follow.running ? `Following, ${clock(follow.seconds)}` : 'The ride begins'}
    </Button>
    <Button
      look="danger"
      disabled={isEliminated(sheet, ride.errors)}
      onClick={() => onErrors(ride.errors + 1)}
    >
      Error of course
    </Button>
    {ride.errors > 0 && (
      <Button look="quiet" onClick={() => onErrors(ride.errors - 1)}>
        Take one back
      </Button>
    )}
  </div>
);

/** The total running along, and what is still within reach. */
function SoFar({ ride, sheet, judge }: Present) {
  const running = runningOf(sheet, ride, judge);
  return (
    <>
      <p className="text-[15px]">
        {running.given} of {running.all} marked · <b className="tabular">{running.points}</b> points
        {running.percent !== null && (
          <>
            {' '}
            · <b className="tabular">{running.percent.toFixed(2)} %</b> so far
          </>
        )}
        {ride.errors > 0 && ` · ${ride.errors === 1 ? '1 error' : `${ride.errors} errors`}`}
      </p>
      {running.needed !== null && ride.target !== null && running.given > 0 && (
        <p className="text-[14px] text-soft">
          {running.needed > 10
            ? `${ride.target * 10} % is out of reach now.`
            : `For ${ride.target * 10} % the rest needs ${running.needed.toFixed(1)} on average.`}
        </p>
      )}
      {isEliminated(sheet, ride.errors) && (
        <p role="alert" className="font-bold text-madder">
          Eliminated at error {ride.errors}. Marks can still be written for practice.
        </p>
      )}
      {running.given === running.all && (
        <ButtonLink to={`/tests/rides/${ride.id}`}>See the result</ButtonLink>
      )}
    </>
  );
}

const AllMarks = ({ judge, all, index, go }: Present) => (
  <ol aria-label="All marks" className="flex flex-wrap gap-1.5">
    {all.map((m, i) => (
      <li key={m.kind + m.key}>
        <button
          type="button"
          aria-current={i === index}
          className="tabular min-h-10 rounded-md border border-line bg-page px-2 text-[13px] aria-[current=true]:border-2 aria-[current=true]:border-leather"
          onClick={() => go(i)}
        >
          {m.label} <b className="font-mono">{mark(judgedMark(judge, m))}</b>
        </button>
      </li>
    ))}
  </ol>
);

function BoxShown({ box, children }: { box: SheetBox; children: React.ReactNode }) {
  return (
    <>
      <ul className="mt-1 text-[15px]">
        {box.lines.map((line, i) => (
          <li key={i}>{line}</li>
        ))}
      </ul>
      {box.directive && <p className="font-book text-soft italic">{box.directive}</p>}
      <div className="my-3 max-md:hidden">{children}</div>
    </>
  );
}

function SavedWords({ state }: { state: DocumentState }) {
  if (state.kind === 'refused') {
    return (
      <span role="alert" className="text-madder">
        The book does not take it: {state.why} It is kept on this device.
      </span>
    );
  }
  return (
    <span role="status" className="text-[13px] text-soft">
      {state.kind === 'saved'
        ? 'In the book'
        : state.kind === 'offline'
          ? 'Kept on this device until the book answers'
          : 'Saving …'}
    </span>
  );
}
