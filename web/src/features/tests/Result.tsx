import { lazy, Suspense } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { withJudges, type MarkedRide, type RideJudge } from '@canter-book/core/sheet/markedRide';
import { markFaults, markFaultSentence } from '@canter-book/core/sheet/marks';
import type { Score } from '@canter-book/core/sheet/score';
import type { Sheet } from '@canter-book/core/sheet/sheet';
import Papa from 'papaparse';
import { sheetPages } from '@canter-book/core/formats/sheetPages';
import { marksJson, marksRows } from '@canter-book/core/formats/marksFile';
import { useHorsesQuery } from '../../api/horses.ts';
import { problemOf } from '../../api/problem.ts';
import { useRidersQuery } from '../../api/riders.ts';
import { useRideQuery, useRidesQuery } from '../../api/rides.ts';
import { QueryState } from '../../api/QueryState.tsx';
import { longDate, shortDate, whenSaid } from '../../app/dates.ts';
import { saveFile } from '../../app/files.ts';
import { savePdf } from '../../app/savePdf.ts';
import { tell } from '../../app/notices.ts';
import { useTitle } from '../../app/title.ts';
import { useSave } from '../../kept/useSave.ts';
import { Button, ButtonLink } from '../../ui/Button.tsx';
import { MarkStepper } from '../../ui/MarkStepper.tsx';
import { Page } from '../../ui/Page.tsx';
import { PlanLink } from '../plan/PlanLink.tsx';
import { MarksFromTable } from './MarksFromTable.tsx';
import { marksOf, resultOf, resultWords, sheetOfDocument } from './resultOf.ts';
import { MarkTable } from './MarkTable.tsx';
import { MostToGain } from './MostToGain.tsx';
import { percent, RIDE_KIND_WORDS } from './words.ts';

/** Charts come after the marks. */
const OverRides = lazy(() => import('./OverRides.tsx'));

/** A ride counted out: the result, every mark, and where the points are. */
export default function Result() {
  const { id = '' } = useParams();
  const query = useRideQuery(id);
  useTitle('Result');
  if (!query.data) return <QueryState query={query} what="ride" />;
  return <Shown ride={query.data} />;
}

/** The acts on a marked ride: change it, take marks in, delete it, save its paper. */
function useResult(ride: MarkedRide, horse: string) {
  const { data: riders = [] } = useRidersQuery();
  const { save, remove } = useSave('ride');
  const navigate = useNavigate();
  const change = async (to: MarkedRide, said?: string) => {
    const saved = await save(to, ride);
    if (saved.error) return tell(problemOf(saved.error).detail);
    if (said) tell(said, () => void save(ride, saved.data ?? to));
  };
  const take = (judges: readonly RideJudge[]) =>
    change(withJudges(ride, judges, new Date()), 'The marks are in the ride.');
  const takeOut = async () => {
    await remove(ride);
    void navigate(ride.lessonId ? `/tests/${ride.lessonId}` : '/tests');
    tell('The ride is deleted.', () => void save(ride, null));
  };
  const paper = (sheet: Sheet, score: Score | null) => {
    const rider = riders.find((r) => r.id === ride.riderId)?.name;
    const said = [
      [horse, rider].filter(Boolean).join(', '),
      longDate(ride.date),
      RIDE_KIND_WORDS[ride.kind],
      ride.place,
    ];
    const about = said.filter(Boolean).join(' · ');
    return savePdf(`${horse} ${ride.date}`, `${horse}: ${sheet.title}`, () =>
      sheetPages({ sheet, about, judges: ride.judges, score }),
    );
  };
  return { change, take, takeOut, paper };
}

/** The rides of the same sheet by the same horse until then, the first first. */
function useEarlier(ride: MarkedRide): readonly MarkedRide[] {
  const { data: before = [] } = useRidesQuery(
    { horseId: ride.horseId },
    { skip: ride.lessonId === null },
  );
  return before
    .filter((r) => r.lessonId === ride.lessonId && r.id !== ride.id && r.date <= ride.date)
    .sort((a, b) => a.date.localeCompare(b.date));
}

function Shown({ ride }: { ride: MarkedRide }) {
  const { data: horses = [] } = useHorsesQuery();
  const sheet = sheetOfDocument(ride.document);
  const score = resultOf(ride);
  const ridden = horses.find((h) => h.id === ride.horseId);
  const horse = ridden?.name ?? 'A horse';
  const earlier = useEarlier(ride);
  const { change, take, takeOut, paper } = useResult(ride, horse);
  return (
    <Page
      title={`${horse}: ${sheet.title}`}
      about={
        <>
          {longDate(ride.date)} · {RIDE_KIND_WORDS[ride.kind]}
          {ride.place && ` · ${ride.place}`}
        </>
      }
      actions={
        <Ways
          {...{ ride, sheet, horse }}
          onTake={(judges) => void take(judges)}
          onPaper={() => void paper(sheet, score)}
          onDelete={() => void takeOut()}
        />
      }
    >
      <div className="grid gap-8 p-5 md:p-7 xl:grid-cols-[1fr_22rem]">
        <div className="min-w-0 space-y-6">
          {score ? (
            <Headline sheet={sheet} score={score} />
          ) : (
            <Missing ride={ride} faults={markFaults(sheet, marksOf(ride)).map(markFaultSentence)} />
          )}
          <MarkTable sheet={sheet} ride={ride} score={score} earlier={earlier} />
          {earlier.length > 0 && (
            <Suspense>
              <OverRides sheet={sheet} rides={[...earlier, ride]} />
            </Suspense>
          )}
        </div>
        <aside className="space-y-6">
          <AimAt value={ride.target} onChange={(target) => void change({ ...ride, target })} />
          {score && ride.target !== null && (
            <MostToGain
              {...{ sheet, score, ride }}
              target={ride.target}
              stage={ridden?.stage ?? 4}
            />
          )}
          {earlier.length > 0 && <Before rides={earlier} />}
          {ride.corrections.length > 0 && <Corrected corrections={ride.corrections} />}
        </aside>
      </div>
    </Page>
  );
}

interface WaysProps {
  ride: MarkedRide;
  sheet: Sheet;
  horse: string;
  onTake(judges: readonly RideJudge[]): void;
  onPaper(): void;
  onDelete(): void;
}

function Ways({ ride, sheet, horse, onTake, onPaper, onDelete }: WaysProps) {
  const fileOf = (type: string, text: string) => new Blob([text], { type });
  const name = `${horse} ${ride.date}`;
  return (
    <>
      <PlanLink horseId={ride.horseId} ride={ride.id} look="main">
        Plan a lesson from it
      </PlanLink>
      <Button
        look="quiet"
        onClick={() => saveFile(`${name}.csv`, fileOf('text/csv', csvOf(sheet, ride)))}
      >
        Marks as CSV
      </Button>
      <Button
        look="quiet"
        onClick={() => saveFile(`${name}.json`, fileOf('application/json', marksJson(sheet, ride)))}
      >
        JSON
      </Button>
      <MarksFromTable sheet={sheet} onTake={onTake} />
      <Button look="quiet" onClick={onPaper}>
        PDF
      </Button>
      <Button look="quiet" onClick={() => window.print()}>
        Print
      </Button>
      <ButtonLink look="quiet" to={`/tests/rides/${ride.id}/mark`}>
        Change marks
      </ButtonLink>
      <Button look="danger" onClick={onDelete}>
        Delete
      </Button>
    </>
  );
}

interface AimAtProps {
  value: number | null;
  onChange(target: number | null): void;
}

const AimAt = ({ value, onChange }: AimAtProps) => (
  <section>
    <h2 className="mb-1 text-lg">Aim at</h2>
    <MarkStepper label="Mark to aim at in every box" value={value} word="" onChange={onChange} />
  </section>
);

const Before = ({ rides }: { rides: readonly MarkedRide[] }) => (
  <section>
    <h2 className="mb-1 text-lg">Before</h2>
    <ul className="text-[14px]">
      {rides.map((r) => (
        <li key={r.id} className="flex justify-between gap-4 py-0.5">
          <Link to={`/tests/rides/${r.id}`}>
            {shortDate(r.date)}, {RIDE_KIND_WORDS[r.kind]}
          </Link>
          <span className="tabular font-mono">{resultWords(resultOf(r))}</span>
        </li>
      ))}
    </ul>
  </section>
);

const Corrected = ({ corrections }: Pick<MarkedRide, 'corrections'>) => (
  <details>
    <summary className="cursor-pointer text-[14px] text-soft">
      {corrections.length === 1 ? '1 mark' : `${corrections.length} marks`} corrected
    </summary>
    <ul className="mt-1 text-[13px]">
      {corrections.map((c, i) => (
        <li key={i}>
          {c.judge}, {/^\d+$/.test(c.of) ? `box ${c.of}` : c.of}: was {c.was.toFixed(1)},{' '}
          {whenSaid(c.at)}
        </li>
      ))}
    </ul>
  </details>
);

const csvOf = (sheet: Sheet, ride: MarkedRide): string =>
  `${Papa.unparse(marksRows(sheet, ride), { newline: '\r\n', escapeFormulae: true })}\r\n`;

function Missing({ ride, faults }: { ride: MarkedRide; faults: readonly string[] }) {
  return (
    <div className="rounded-lg border border-line bg-page p-4">
      <p className="mb-2 font-book text-lg font-semibold">Not finished yet.</p>
      <p className="mb-3 text-soft">
        {faults.slice(0, 3).join(' ')}
        {faults.length > 3 && ` And ${faults.length - 3} more.`}
      </p>
      <ButtonLink to={`/tests/rides/${ride.id}/mark`}>Go on marking</ButtonLink>
    </div>
  );
}

function Headline({ sheet, score }: { sheet: Sheet; score: Score }) {
  return (
    <div className="flex flex-wrap items-baseline gap-x-8 gap-y-2">
      <p className="tabular font-book text-4xl font-semibold">
        {score.eliminated ? 'Eliminated' : percent(score.percent)}
      </p>
      <p className="text-[15px]">
        {Number(score.points.toFixed(3))} of {sheet.possible} points
        {score.errors > 0 &&
          `, ${score.errors === 1 ? '1 error' : `${score.errors} errors`} of course taken off`}
      </p>
      {score.judges.length > 1 && (
        <p className="tabular text-[15px]">
          {score.judges.map((j) => `${j.at} ${percent(j.percent)}`).join(' · ')}
        </p>
      )}
    </div>
  );
}
