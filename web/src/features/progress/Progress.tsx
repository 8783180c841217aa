import { useMemo } from 'react';
import { useParams } from 'react-router';
import { progressSvg } from '@canter-book/core/formats/progressSvg';
import { dateOf, dayOf } from '@canter-book/core/progress/days';
import type { Horse } from '@canter-book/core/book/records';
import type { Readings } from '@canter-book/core/progress/readings';
import { SCALES } from '@canter-book/core/scales';
import { useHorseQuery, useReadingsQuery } from '../../api/horses.ts';
import { useSessionsQuery } from '../../api/sessions.ts';
import { QueryState } from '../../api/QueryState.tsx';
import { shortDate, today } from '../../app/dates.ts';
import { saveFile } from '../../app/files.ts';
import { savePdf } from '../../app/savePdf.ts';
import { useTitle } from '../../app/title.ts';
import { Button, ButtonLink } from '../../ui/Button.tsx';
import { Empty } from '../../ui/Empty.tsx';
import { Page } from '../../ui/Page.tsx';
import { Ahead } from './Ahead.tsx';
import { Compare } from './Compare.tsx';
import { Courses } from './Courses.tsx';
import { Measured } from './Measured.tsx';
import { readingsCsv } from './readingsCsv.ts';
import { ScaleChart } from './ScaleChart.tsx';
import { SessionCalendar } from './SessionCalendar.tsx';

/** Each scale and rein over time, what it comes to, and what it was measured from. */
export default function Progress() {
  const { id = '' } = useParams();
  const horse = useHorseQuery(id);
  const query = useReadingsQuery(id);
  useTitle(horse.data ? `Progress of ${horse.data.name}` : 'Progress');
  if (!horse.data) return <QueryState query={horse} what="horse" />;
  if (!query.data) return <QueryState query={query} what="readings" />;
  return <Known horse={horse.data} known={query.data} />;
}

function Known({ horse, known }: { horse: Horse; known: Readings }) {
  const { readings } = known;
  const now = dayOf(today());
  return (
    <Page
      title={horse.name}
      about="Dots are what was seen. The line is the estimated level; the band, how sure it is."
      actions={<Actions {...{ horse, readings, now }} />}
    >
      {readings.length === 0 ? (
        <div className="p-5 md:p-7">
          <Empty title="No marks yet.">
            <p>They come from the end of each lesson: six scales, each on both reins.</p>
            <ButtonLink to={`/ringside?horse=${horse.id}`}>Teach a lesson</ButtonLink>
          </Empty>
        </div>
      ) : (
        <div className="space-y-9 p-5 md:p-7">
          <Levels {...{ horse, readings, now }} />
          <Courses readings={readings} today={now} />
          <Ahead readings={readings} today={now} />
          <div className="grid gap-9 xl:grid-cols-2">
            <Compare readings={readings} today={now} />
            <SessionCalendar horseId={horse.id} today={now} />
          </div>
          <Measured horseId={horse.id} biases={known.biases} since={dateOf(now - 365)} />
        </div>
      )}
    </Page>
  );
}

interface OfHorseProps {
  horse: Horse;
  readings: Readings['readings'];
  /** Today. */
  now: number;
}

/** Exports of the page, and the way back. */
function Actions({ horse, readings, now }: OfHorseProps) {
  const { data: sessions } = useSessionsQuery({ horseId: horse.id, limit: 1 });
  const page = () =>
    progressSvg({
      horse: horse.name,
      about: [horse.kind, `stage ${horse.stage}`].filter(Boolean).join(' · '),
      theme: horse.theme,
      homework: sessions?.[0]?.homework ?? '',
      readings,
      today: now,
    });
  const report = () =>
    savePdf(`${horse.name}-progress`, `Progress of ${horse.name}`, () => [page()]);
  return (
    <span className="flex gap-2">
      {readings.length > 0 && (
        <Button look="quiet" onClick={() => void report()}>
          Report (PDF)
        </Button>
      )}
      {readings.length > 0 && (
        <Button
          look="quiet"
          onClick={() =>
            saveFile(
              `${horse.name}-progress.csv`,
              new Blob([readingsCsv(readings)], { type: 'text/csv;charset=utf-8' }),
            )
          }
        >
          As a table (CSV)
        </Button>
      )}
      <ButtonLink look="quiet" to={`/horses/${horse.id}`}>
        Where {horse.name} stands
      </ButtonLink>
    </span>
  );
}

/** The six scales over time, and how their signs are read. */
function Levels({ horse, readings, now }: OfHorseProps) {
  const span = useMemo(
    () => ({ from: readings[0]?.day ?? now, to: readings.at(-1)?.day ?? now }),
    [readings, now],
  );
  return (
    <section aria-label="Levels over time">
      <p className="mb-4 flex flex-wrap gap-x-6 gap-y-1 text-[14px]">
        <span>
          <span
            className="forced-shape mr-2 inline-block h-0.5 w-8 bg-leather align-middle"
            aria-hidden
          />
          ◐ left rein, round dots
        </span>
        <span>
          <span
            className="mr-2 inline-block w-8 border-t-2 border-dashed border-sky align-middle"
            aria-hidden
          />
          ◑ right rein, diamonds
        </span>
        {horse.events.length > 0 && (
          <span className="text-soft">
            upright lines are events:{' '}
            {horse.events
              .filter((e) => dayOf(e.date) >= span.from)
              .map((e) => `${shortDate(e.date)} ${e.text}`)
              .join('; ')}
          </span>
        )}
      </p>
      <div className="grid gap-x-8 gap-y-6 md:grid-cols-2 xl:grid-cols-3">
        {SCALES.map((scale) => (
          <ScaleChart
            key={scale}
            scale={scale}
            marks={readings}
            span={span}
            events={horse.events}
            today={now}
          />
        ))}
      </div>
    </section>
  );
}
