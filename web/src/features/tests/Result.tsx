import { lazy, Suspense, useMemo } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import type { Stage } from '@canter-book/core/gaits/stage';
import { withJudges, type MarkedRide, type RideJudge } from '@canter-book/core/sheet/markedRide';
import { markFaults, markFaultSentence } from '@canter-book/core/sheet/marks';
import { scoreOf, WIDE_SPREAD, type Score } from '@canter-book/core/sheet/score';
import type { Sheet } from '@canter-book/core/sheet/sheet';
import Papa from 'papaparse';
import { marksJson, marksRows } from '@canter-book/core/formats/marksFile';
import {
  problemOf,
  useHorsesQuery,
  useRemoveRideMutation,
  useRideQuery,
  useRidesQuery,
  useSaveRideMutation,
} from '../../api/api.ts';
import { QueryState } from '../../api/QueryState.tsx';
import { longDate, shortDate, whenSaid } from '../../app/dates.ts';
import { saveFile } from '../../app/files.ts';
import { tell } from '../../app/notices.ts';
import { useTitle } from '../../app/title.ts';
import { Button, ButtonLink } from '../../ui/Button.tsx';
import { MarkStepper } from '../../ui/MarkStepper.tsx';
import { Page } from '../../ui/Page.tsx';
import { MiniArena } from '../arena/MiniArena.tsx';
import { PlanLink } from '../plan/PlanLink.tsx';
import { compileRide } from '@canter-book/core/ride/compile';
import { MarksFromTable } from './MarksFromTable.tsx';
import { marksOf, resultOf, resultWords, sheetOfDocument } from './resultOf.ts';
import { boxRide } from './boxRide.ts';
import { boxName, mark, percent, RIDE_KIND_WORDS } from './words.ts';

/** The shelf is large: it comes when there is something to train. */
const TrainedBy = lazy(() => import('./TrainedBy.tsx'));

/** A ride counted out: the result, every mark, and where the points are. */
export default function Result() {
  const { id = '' } = useParams();
  const query = useRideQuery(id);
  useTitle('Result');
  if (!query.data) return <QueryState query={query} what="ride" />;
  return <Shown ride={query.data} />;
}

function Shown({ ride }: { ride: MarkedRide }) {
  const { data: horses = [] } = useHorsesQuery();
  const { data: before = [] } = useRidesQuery(
    { horseId: ride.horseId },
    { skip: ride.lessonId === null },
  );
  const [remove] = useRemoveRideMutation();
  const [save] = useSaveRideMutation();
  const navigate = useNavigate();
  const sheet = sheetOfDocument(ride.document);
  const faults = markFaults(sheet, marksOf(ride));
  const score =
    faults.length === 0 && ride.judges.length > 0 ? scoreOf(sheet, marksOf(ride)) : null;
  const ridden = horses.find((h) => h.id === ride.horseId);
  const horse = ridden?.name ?? 'A horse';
  const earlier = before
    .filter((r) => r.lessonId === ride.lessonId && r.id !== ride.id && r.date <= ride.date)
    .sort((a, b) => a.date.localeCompare(b.date));
  const change = async (to: MarkedRide, said?: string) => {
    const saved = await save(to);
    if (saved.error) return tell(problemOf(saved.error).detail);
    if (said) tell(said, () => void save({ ...ride, revision: saved.data.revision }));
  };
  const take = (judges: readonly RideJudge[]) =>
    change(withJudges(ride, judges, new Date()), 'The marks are in the ride.');
  const takeOut = async () => {
    await remove(ride.id);
    void navigate(ride.lessonId ? `/tests/${ride.lessonId}` : '/tests');
    tell('The ride is deleted.', () => void save({ ...ride, revision: 0 }));
  };
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
        <>
          <Button
            look="quiet"
            onClick={() =>
              saveFile(
                `${horse} ${ride.date}.csv`,
                new Blob([csvOf(sheet, ride)], { type: 'text/csv' }),
              )
            }
          >
            Marks as CSV
          </Button>
          <Button
            look="quiet"
            onClick={() =>
              saveFile(
                `${horse} ${ride.date}.json`,
                new Blob([marksJson(sheet, ride)], { type: 'application/json' }),
              )
            }
          >
            JSON
          </Button>
          <MarksFromTable sheet={sheet} onTake={(judges) => void take(judges)} />
          <Button look="quiet" onClick={() => window.print()}>
            Print
          </Button>
          <ButtonLink look="quiet" to={`/tests/rides/${ride.id}/mark`}>
            Change marks
          </ButtonLink>
          <Button look="danger" onClick={() => void takeOut()}>
            Delete
          </Button>
          <PlanLink horseId={ride.horseId} ride={ride.id}>
            Plan a lesson from it
          </PlanLink>
        </>
      }
    >
      <div className="grid gap-8 p-5 md:p-7 xl:grid-cols-[1fr_22rem]">
        <div className="min-w-0 space-y-6">
          {score ? (
            <Headline sheet={sheet} score={score} />
          ) : (
            <Missing ride={ride} faults={faults.map(markFaultSentence)} />
          )}
          <MarkTable sheet={sheet} ride={ride} score={score} earlier={earlier} />
        </div>
        <aside className="space-y-6">
          <section>
            <h2 className="mb-1 text-lg">Aim at</h2>
            <MarkStepper
              label="Mark to aim at in every box"
              value={ride.target}
              word=""
              onChange={(target) => void change({ ...ride, target })}
            />
          </section>
          {score && ride.target !== null && (
            <MostToGain
              sheet={sheet}
              score={score}
              ride={ride}
              target={ride.target}
              stage={ridden?.stage ?? 4}
            />
          )}
          {earlier.length > 0 && (
            <section>
              <h2 className="mb-1 text-lg">Before</h2>
              <ul className="text-[14px]">
                {earlier.map((r) => (
                  <li key={r.id} className="flex justify-between gap-4 py-0.5">
                    <Link to={`/tests/rides/${r.id}`}>
                      {shortDate(r.date)}, {RIDE_KIND_WORDS[r.kind]}
                    </Link>
                    <span className="tabular font-mono">{resultWords(resultOf(r))}</span>
                  </li>
                ))}
              </ul>
            </section>
          )}
          {ride.corrections.length > 0 && (
            <details>
              <summary className="cursor-pointer text-[14px] text-soft">
                {ride.corrections.length === 1 ? '1 mark' : `${ride.corrections.length} marks`}{' '}
                corrected
              </summary>
              <ul className="mt-1 text-[13px]">
                {ride.corrections.map((c, i) => (
                  <li key={i}>
                    {c.judge}, {/^\d+$/.test(c.of) ? `box ${c.of}` : c.of}: was {c.was.toFixed(1)},{' '}
                    {whenSaid(c.at)}
                  </li>
                ))}
              </ul>
            </details>
          )}
        </aside>
      </div>
    </Page>
  );
}

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

/** What the judges said to a mark; who said it, where there are more. */
const remarksOf = ({ judges }: MarkedRide, key: string): string =>
  judges
    .flatMap((j) => {
      const said = j.remarks[key];
      return said ? [judges.length > 1 ? `${j.at}: ${said}` : said] : [];
    })
    .join(' · ');

/** The darker, the better: from 4 to 8, as most marks lie. */
const shade = (value: number | undefined): string =>
  value === undefined
    ? 'transparent'
    : `color-mix(in srgb, var(--leather) ${Math.round(Math.min(1, Math.max(0, (value - 4) / 4)) * 45)}%, transparent)`;

interface MarkTableProps {
  sheet: Sheet;
  ride: MarkedRide;
  score: Score | null;
  earlier: readonly MarkedRide[];
}

/** Box by box: earlier rides as shades, today's judges, the spread, the remarks. */
function MarkTable({ sheet, ride, score, earlier }: MarkTableProps) {
  const past = earlier.slice(-4);
  const meanOf = (r: MarkedRide, key: string): number | undefined => {
    const given = r.judges.map((j) => j.marks[key]).filter((m) => m !== undefined);
    return given.length ? given.reduce((a, b) => a + b, 0) / given.length : undefined;
  };
  const head = 'px-2 py-1.5 text-left font-normal text-soft';
  const cell = 'px-2 py-1.5 align-top';
  return (
    <div className="overflow-x-auto">
      <table className="w-full text-[14px]">
        <thead>
          <tr className="border-b border-line text-[12.5px]">
            <th className={head}>Box</th>
            {past.map((r) => (
              <th key={r.id} className={`${head} tabular`}>
                {shortDate(r.date)}
              </th>
            ))}
            {ride.judges.map((j) => (
              <th key={j.at} className={head}>
                {j.at}
              </th>
            ))}
            <th className={head}>×</th>
            <th className={head}>Remark</th>
          </tr>
        </thead>
        <tbody className="divide-y divide-line">
          {sheet.boxes.map((box, i) => {
            const wide = (score?.boxes[i]?.spread ?? 0) >= WIDE_SPREAD;
            return (
              <tr key={box.number}>
                <td className={cell}>
                  <b className="tabular font-mono text-leather">{box.number}</b> {boxName(box)}
                  <span className="block text-[12.5px] text-soft md:hidden">
                    {remarksOf(ride, String(box.number))}
                  </span>
                </td>
                {past.map((r) => {
                  const value = meanOf(r, String(box.number));
                  return (
                    <td
                      key={r.id}
                      className={`${cell} tabular font-mono`}
                      style={{ background: shade(value) }}
                    >
                      {mark(value)}
                    </td>
                  );
                })}
                {ride.judges.map((j) => (
                  <td
                    key={j.at}
                    className={`${cell} tabular font-mono font-bold`}
                    style={{ background: shade(j.marks[box.number]) }}
                  >
                    {mark(j.marks[box.number])}
                  </td>
                ))}
                <td className={cell}>{box.coefficient > 1 ? box.coefficient : ''}</td>
                <td className={`${cell} text-[13px] text-soft`}>
                  <span className="max-md:hidden">{remarksOf(ride, String(box.number))}</span>
                  {wide && <b className="text-madder"> judges {score!.boxes[i]!.spread} apart</b>}
                </td>
              </tr>
            );
          })}
          {sheet.collectives.map(({ name, coefficient }) => (
            <tr key={name}>
              <td className={`${cell} italic`}>{name}</td>
              {past.map((r) => (
                <td key={r.id} className={`${cell} tabular font-mono`}>
                  {mark(r.judges[0]?.collectives[name])}
                </td>
              ))}
              {ride.judges.map((j) => (
                <td key={j.at} className={`${cell} tabular font-mono font-bold`}>
                  {mark(j.collectives[name])}
                </td>
              ))}
              <td className={cell}>{coefficient > 1 ? coefficient : ''}</td>
              <td className={`${cell} text-[13px] text-soft`}>{remarksOf(ride, name)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

interface MostToGainProps {
  sheet: Sheet;
  score: Score;
  ride: MarkedRide;
  target: number;
  stage: Stage;
}

function MostToGain({ sheet, score, ride, target, stage }: MostToGainProps) {
  const most = score.gains.filter((g) => g.gain > 0).slice(0, 3);
  const ridden = useMemo(() => compileRide(ride.document), [ride.document]);
  return (
    <section>
      <h2 className="mb-1 text-lg">Where the points are</h2>
      {most.length === 0 && (
        <p className="text-soft">Every box has reached {target}: set a higher mark to aim at.</p>
      )}
      <ol className="space-y-3">
        {most.map(({ number, gain }) => {
          const box = sheet.boxes.find((b) => b.number === number)!;
          return (
            <li key={number} className="rounded-lg border border-line bg-page p-2.5">
              <p className="mb-1 flex justify-between gap-3">
                <b>
                  {number} {boxName(box)}
                </b>
                <span className="tabular font-mono font-bold">+{gain.toFixed(1)}</span>
              </p>
              <MiniArena ride={() => boxRide(ridden, box)} label={`Box ${number}, drawn`} />
              <Suspense>
                <TrainedBy
                  box={box}
                  document={ride.document}
                  ride={ridden}
                  horseId={ride.horseId}
                  stage={stage}
                />
              </Suspense>
            </li>
          );
        })}
      </ol>
      {most.length > 0 && (
        <p className="mt-2 text-[13px] text-soft">
          Points to be had up to a mark of {target}, with what each box counts.
        </p>
      )}
    </section>
  );
}
