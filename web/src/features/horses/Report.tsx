import { useMemo, useState } from 'react';
import { useParams } from 'react-router';
import { occurrencesIn } from '@canter-book/core/calendar/occurrences';
import { shelfWith } from '@canter-book/core/exercises/shelf';
import { reportSvg } from '@canter-book/core/formats/reportSvg';
import { SCALES, SCALE_WORDS } from '@canter-book/core/observations/scales';
import { levelsFrom } from '@canter-book/core/planner/request';
import { dayOf, daysLater } from '@canter-book/core/progress/days';
import { standingsOf } from '@canter-book/core/progress/standing';
import { periodSaid, reportOf, type Report as Told } from '@canter-book/core/report/report';
import { timeSaid } from '@canter-book/core/report/time';
import {
  useAppointmentsQuery,
  useDoneQuery,
  useHealthQuery,
  useHorseQuery,
  useOwnExercisesQuery,
  useProgrammesQuery,
  useReadingsQuery,
  useSeenQuery,
  useSessionsQuery,
} from '../../api/api.ts';
import { QueryState } from '../../api/QueryState.tsx';
import { longDate, shortDate, today } from '../../app/dates.ts';
import { saveFile } from '../../app/files.ts';
import { useTitle } from '../../app/title.ts';
import { Button, ButtonLink } from '../../ui/Button.tsx';
import { Field, TextInput } from '../../ui/Field.tsx';
import { Loading } from '../../ui/Loading.tsx';
import { Page } from '../../ui/Page.tsx';
import { ReinMark } from '../../ui/ReinMark.tsx';
import { Strap } from '../../ui/Strap.tsx';

const FOUR_WEEKS = 27;
const AHEAD_DAYS = 28;

/** One page for the owner or the rider: what was worked on, where the horse stands, what is next. */
export default function Report() {
  const { id = '' } = useParams();
  const horse = useHorseQuery(id);
  const [period, setPeriod] = useState(() => ({
    from: daysLater(today(), -FOUR_WEEKS),
    to: today(),
  }));
  useTitle(horse.data ? `Report on ${horse.data.name}` : 'Report');
  const report = useReport(id, period);
  const [failed, setFailed] = useState(false);
  const { data: health } = useHealthQuery();
  if (!horse.data) return <QueryState query={horse} what="horse" />;
  const save = async (told: Told) => {
    setFailed(false);
    const { pdfOf } = await import('../../pdf/pdf.ts');
    const page = reportSvg(told, health?.demo ?? '');
    saveFile(`${told.horse}-report.pdf`, await pdfOf([page], `Report on ${told.horse}`));
  };
  return (
    <Page
      title={`Report on ${horse.data.name}`}
      about={periodSaid(period)}
      actions={
        <>
          <Button look="quiet" onClick={() => window.print()}>
            Print
          </Button>
          <Button
            disabled={!report}
            onClick={() => report && void save(report).catch(() => setFailed(true))}
          >
            {failed ? 'The PDF failed: try again' : 'As a page (PDF)'}
          </Button>
          <ButtonLink look="quiet" to={`/horses/${id}`}>
            To the horse
          </ButtonLink>
        </>
      }
    >
      <div className="max-w-4xl p-5 md:p-7">
        <div className="no-print mb-5 flex flex-wrap items-end gap-4">
          {(
            [
              ['from', 'From'],
              ['to', 'To'],
            ] as const
          ).map(([part, label]) => (
            <Field key={part} label={label}>
              {(field) => (
                <TextInput
                  {...field}
                  type="date"
                  max={part === 'from' ? period.to : today()}
                  min={part === 'to' ? period.from : undefined}
                  value={period[part]}
                  onChange={(e) =>
                    e.target.value && setPeriod({ ...period, [part]: e.target.value })
                  }
                />
              )}
            </Field>
          ))}
        </div>
        {report ? <Sections report={report} /> : <Loading what="book" />}
      </div>
    </Page>
  );
}

/** The report from all the book knows; null until it is there. */
function useReport(id: string, { from, to }: { from: string; to: string }): Told | null {
  const horse = useHorseQuery(id).data;
  const readings = useReadingsQuery(id).data;
  const sessions = useSessionsQuery({ horseId: id, since: from, limit: 400 }).data;
  const tries = useSeenQuery({ horseId: id, kinds: 'try', since: from }).data;
  const done = useDoneQuery(id).data;
  const programmes = useProgrammesQuery({ horseId: id }).data;
  const own = useOwnExercisesQuery().data;
  const span = { from: to, to: daysLater(to, AHEAD_DAYS) };
  const appointments = useAppointmentsQuery(span).data;
  return useMemo(() => {
    if (!horse || !readings || !sessions || !tries || !done || !own) return null;
    return reportOf({
      horse,
      readings: readings.readings,
      sessions,
      tries,
      done,
      programme: programmes?.[0] ?? null,
      levels: levelsFrom(standingsOf(readings.readings, dayOf(to))),
      shelf: shelfWith(own.map((o) => o.exercise)),
      ahead: occurrencesIn(
        (appointments ?? []).filter((a) => a.horseId === id),
        to,
        daysLater(to, AHEAD_DAYS),
      ),
      from,
      to,
    });
  }, [horse, readings, sessions, tries, done, programmes, own, appointments, id, from, to]);
}

function Sections({ report }: { report: Told }) {
  const { words, stands, exercises, best, next, load, dates } = report;
  return (
    <article className="space-y-7">
      <p className="font-book text-[17px] leading-relaxed">{words.join(' ')}</p>
      <section>
        <h2 className="text-lg">Where {report.horse} stands</h2>
        <p className="mb-3 text-[13px] text-soft">
          Buckle: now. Notch: {shortDate(report.from)}. Keeper: how sure it is. Marks 0–10.
        </p>
        <div className="space-y-2">
          {SCALES.map((scale) => {
            const [left, right] = (['left', 'right'] as const).map((rein) =>
              stands.find((s) => s.scale === scale && s.rein === rein),
            );
            if (!left && !right) return null;
            return (
              <div key={scale} className="grid items-center gap-x-4 sm:grid-cols-[9rem_1fr_1fr]">
                <div>
                  <b>{scale}</b>
                  <span className="block text-[12.5px] text-soft">{SCALE_WORDS[scale]}</span>
                </div>
                {([left, right] as const).map((s, i) => (
                  <div key={i} className="grid grid-cols-[1rem_1fr_2.6rem] items-center gap-2">
                    <ReinMark rein={i === 0 ? 'left' : 'right'} />
                    <Strap
                      side={i === 0 ? 'left' : 'right'}
                      value={s?.now?.mean ?? null}
                      spread={s?.now?.sd ?? 0}
                      notch={s?.then?.mean ?? null}
                      label={strapSaid(scale, i === 0 ? 'left' : 'right', s)}
                    />
                    <span className="tabular font-mono">{s?.now?.mean.toFixed(1) ?? '–'}</span>
                  </div>
                ))}
              </div>
            );
          })}
        </div>
      </section>
      {exercises.length > 0 && (
        <section>
          <h2 className="mb-1 text-lg">What was worked on</h2>
          <ul>
            {exercises.map(({ name, good, tries }) => (
              <li
                key={name}
                className="flex justify-between border-b border-dotted border-line py-1"
              >
                {name}
                <span className="tabular text-soft">
                  {good} of {tries} good
                </span>
              </li>
            ))}
          </ul>
        </section>
      )}
      {best.length > 0 && (
        <section>
          <h2 className="mb-1 text-lg">Best tries</h2>
          <ul>
            {best.map(({ date, said }) => (
              <li key={said} className="py-0.5">
                <span className="text-soft">{shortDate(date)}</span> {said}
              </li>
            ))}
          </ul>
        </section>
      )}
      <section>
        <h2 className="mb-1 text-lg">What is next</h2>
        {next.length === 0 && <p>To keep what is there.</p>}
        {next.map((said) => (
          <p key={said}>{said}</p>
        ))}
      </section>
      <section>
        <h2 className="mb-1 text-lg">Load</h2>
        <p>
          {load.lessons === 1 ? 'One lesson' : `${load.lessons} lessons`}, {timeSaid(load.minutes)}{' '}
          in all, {timeSaid(load.aWeek)} a week.
        </p>
      </section>
      {dates.length > 0 && (
        <section>
          <h2 className="mb-1 text-lg">Next dates</h2>
          <ul>
            {dates.map(({ date, said }) => (
              <li key={date + said}>
                {longDate(date)} <span className="text-soft">{said}</span>
              </li>
            ))}
          </ul>
        </section>
      )}
      <p className="text-[13px] text-soft italic">
        Levels are estimates from what was seen. They say nothing of the horse’s health: that is for
        the vet.
      </p>
    </article>
  );
}

const strapSaid = (scale: string, rein: string, s: Told['stands'][number] | undefined): string => {
  if (!s?.now) return `${scale}, ${rein} rein: no marks yet`;
  const then = s.then ? `, ${s.then.mean.toFixed(1)} at the beginning` : '';
  return `${scale}, ${rein} rein: about ${s.now.mean.toFixed(1)}${then}`;
};
