import { useParams } from 'react-router';
import { datedMarks } from '@canter-book/core/progress/days';
import { SCALES } from '@canter-book/core/observations/scales';
import { useHorseQuery, useMarksQuery } from '../../api/api.ts';
import { QueryState } from '../../api/QueryState.tsx';
import { useTitle } from '../../app/title.ts';
import { ButtonLink } from '../../ui/Button.tsx';
import { Empty } from '../../ui/Empty.tsx';
import { Page } from '../../ui/Page.tsx';
import { ScaleChart } from './ScaleChart.tsx';

/** Marks of each scale and rein over time, with the level they speak for. */
export default function Progress() {
  const { id = '' } = useParams();
  const horse = useHorseQuery(id);
  const query = useMarksQuery(id);
  useTitle(horse.data ? `Progress of ${horse.data.name}` : 'Progress');
  if (!horse.data) return <QueryState query={horse} what="horse" />;
  if (!query.data) return <QueryState query={query} what="marks" />;
  const marks = datedMarks(query.data);
  const days = marks.map((m) => m.day);
  const span = { from: Math.min(...days), to: Math.max(...days) };
  return (
    <Page
      title={horse.data.name}
      about="Dots are marks. The line is the level they speak for; the band, how sure it is."
      actions={
        <ButtonLink look="quiet" to={`/horses/${id}`}>
          Where {horse.data.name} stands
        </ButtonLink>
      }
    >
      <div className="p-5 md:p-7">
        {marks.length === 0 ? (
          <Empty title="No marks yet.">
            <p>They come from the end of each lesson: six scales, each on both reins.</p>
            <ButtonLink to={`/ringside?horse=${id}`}>Teach a lesson</ButtonLink>
          </Empty>
        ) : (
          <>
            <p className="mb-4 flex gap-6 text-[14px]">
              <span>
                <span className="mr-2 inline-block h-0.5 w-8 bg-leather align-middle" aria-hidden />
                ◐ left rein, round dots
              </span>
              <span>
                <span
                  className="mr-2 inline-block w-8 border-t-2 border-dashed border-sky align-middle"
                  aria-hidden
                />
                ◑ right rein, diamonds
              </span>
            </p>
            <div className="grid gap-x-8 gap-y-6 md:grid-cols-2 xl:grid-cols-3">
              {SCALES.map((scale) => (
                <ScaleChart key={scale} scale={scale} marks={marks} span={span} />
              ))}
            </div>
          </>
        )}
      </div>
    </Page>
  );
}
