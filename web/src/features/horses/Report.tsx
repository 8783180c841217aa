import { useMemo, useState } from 'react';
import { useParams } from 'react-router';
import { reportSvg } from '@canter-book/core/formats/reportSvg';
import { daysLater } from '@canter-book/core/progress/days';
import { aheadUntil, reportFrom } from '@canter-book/core/report/gather';
import { periodSaid, type Report as Told } from '@canter-book/core/report/report';
import { useOwnExercisesQuery } from '../../api/exercises.ts';
import { useDoneQuery, useHorseQuery, useReadingsQuery, useSeenQuery } from '../../api/horses.ts';
import { useProgrammesQuery } from '../../api/programmes.ts';
import { useSessionsQuery } from '../../api/sessions.ts';
import { useAppointmentsQuery } from '../../api/timetable.ts';
import { useHealthQuery } from '../../api/yard.ts';
import { QueryState } from '../../api/QueryState.tsx';
import { today } from '../../app/dates.ts';
import { savePdf } from '../../app/savePdf.ts';
import { useTitle } from '../../app/title.ts';
import { Button, ButtonLink } from '../../ui/Button.tsx';
import { Field, TextInput } from '../../ui/Field.tsx';
import { Loading } from '../../ui/Loading.tsx';
import { Page } from '../../ui/Page.tsx';
import { ShareSheet } from '../share/ShareSheet.tsx';
import { ReportSections } from './ReportSections.tsx';

const FOUR_WEEKS = 27;

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
  const [isSharing, setSharing] = useState(false);
  const { data: health } = useHealthQuery();
  if (!horse.data) return <QueryState query={horse} what="horse" />;
  const save = (told: Told) =>
    savePdf(`${told.horse}-report`, `Report on ${told.horse}`, () => [
      reportSvg(told, health?.demo ?? ''),
    ]);
  return (
    <Page
      title={`Report on ${horse.data.name}`}
      about={periodSaid(period)}
      actions={
        <>
          <Button look="quiet" onClick={() => window.print()}>
            Print
          </Button>
          <Button disabled={!report} onClick={() => report && void save(report)}>
            As a page (PDF)
          </Button>
          <Button look="quiet" onClick={() => setSharing(true)}>
            Share
          </Button>
          <ButtonLink look="quiet" to={`/horses/${id}`}>
            To the horse
          </ButtonLink>
        </>
      }
    >
      <div className="max-w-4xl p-5 md:p-7">
        <PeriodFields period={period} onChange={setPeriod} />
        {isSharing && (
          <ShareSheet
            what={{ kind: 'report', horseId: id, ...period }}
            called="this report"
            onClose={() => setSharing(false)}
          />
        )}
        {report ? <ReportSections report={report} /> : <Loading what="book" />}
      </div>
    </Page>
  );
}

const PARTS = [
  ['from', 'From'],
  ['to', 'To'],
] as const;

interface Period {
  from: string;
  to: string;
}

const PeriodFields = ({ period, onChange }: { period: Period; onChange(to: Period): void }) => (
  <div className="no-print mb-5 flex flex-wrap items-end gap-4">
    {PARTS.map(([part, label]) => (
      <Field key={part} label={label}>
        {(field) => (
          <TextInput
            {...field}
            type="date"
            max={part === 'from' ? period.to : today()}
            min={part === 'to' ? period.from : undefined}
            value={period[part]}
            onChange={(e) => e.target.value && onChange({ ...period, [part]: e.target.value })}
          />
        )}
      </Field>
    ))}
  </div>
);

/** The report from all the book knows; null until it is there. */
function useReport(id: string, { from, to }: Period): Told | null {
  const horse = useHorseQuery(id).data;
  const readings = useReadingsQuery(id).data;
  const sessions = useSessionsQuery({ horseId: id, since: from, limit: 400 }).data;
  const tries = useSeenQuery({ horseId: id, kinds: 'try', since: from }).data;
  const done = useDoneQuery(id).data;
  const programmes = useProgrammesQuery({ horseId: id }).data;
  const own = useOwnExercisesQuery().data;
  const span = { from: to, to: aheadUntil(to) };
  const appointments = useAppointmentsQuery(span).data;
  return useMemo(() => {
    if (!horse || !readings || !sessions || !tries || !done || !own) return null;
    return reportFrom({
      horse,
      readings: readings.readings,
      sessions,
      tries,
      done,
      programme: programmes?.[0] ?? null,
      own,
      appointments: appointments ?? [],
      from,
      to,
    });
  }, [horse, readings, sessions, tries, done, programmes, own, appointments, from, to]);
}
