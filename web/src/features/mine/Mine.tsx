import { REINS } from '@canter-book/core/arena/rein';
import { SCALES, type Scale } from '@canter-book/core/scales';
import { DAYS } from '@canter-book/core/programme/days';
import type { Standing } from '@canter-book/core/progress/standing';
import { lower } from '@canter-book/core/words';
import { QueryState } from '../../api/QueryState.tsx';
import { longDate, today } from '../../app/dates.ts';
import { useTitle } from '../../app/title.ts';
import { Empty } from '../../ui/Empty.tsx';
import { Page } from '../../ui/Page.tsx';
import { ReinMark } from '../../ui/ReinMark.tsx';
import { Strap } from '../../ui/Strap.tsx';
import { HomeworkCard } from './HomeworkCard.tsx';
import { useMineQuery, type Mine as AllMine, type MyHorse } from './mineApi.ts';

const LOOK_EVERY_MS = 60_000;

/** On a rider's phone: the homework of each horse first, then what comes, then where it stands. */
export default function Mine() {
  const query = useMineQuery(today(), {
    pollingInterval: LOOK_EVERY_MS,
    skipPollingIfUnfocused: true,
    refetchOnMountOrArgChange: true,
  });
  useTitle(query.data ? query.data.name : 'Your horses');
  if (!query.data) return <QueryState query={query} what="page" />;
  const { name, horses, lessons } = query.data;
  return (
    <Page title={name} about={horses.map((h) => h.name).join(', ')}>
      <div className="max-w-2xl space-y-9 p-5 md:p-7">
        {horses.length === 0 && (
          <Empty title="No horse is yours in the book yet.">
            <p>Once your instructor names you as the rider of a horse, it appears here.</p>
          </Empty>
        )}
        {horses.map((horse) => (
          <OneHorse key={horse.id} horse={horse} />
        ))}
        <Lessons lessons={lessons} />
      </div>
    </Page>
  );
}

function OneHorse({ horse }: { horse: MyHorse }) {
  const { name, homework, lesson, theme, days, standings } = horse;
  const alone = days.filter((d) => d.kind !== 'lesson' && d.kind !== 'rest');
  const known = SCALES.filter((s) => standings[s]?.left ?? standings[s]?.right);
  return (
    <section aria-label={name}>
      <h2 className="mb-2 text-xl">{name}</h2>
      {homework ? (
        <HomeworkCard key={homework.sessionId} homework={homework} lesson={lesson} />
      ) : (
        <p className="text-soft">No homework from the last lesson.</p>
      )}
      {theme && (
        <p className="mt-4">
          This week is for <b>{theme}</b>.{alone.length > 0 && ' Between the lessons:'}
        </p>
      )}
      {alone.length > 0 && (
        <ul className="mt-1">
          {alone.map(({ date, kind, minutes }) => (
            <li
              key={date}
              className="flex justify-between border-b border-dotted border-line py-1.5"
            >
              {longDate(date)}
              <span className="text-soft">
                {lower(DAYS[kind].label)}, {minutes} min
              </span>
            </li>
          ))}
        </ul>
      )}
      {known.length > 0 && (
        <details className="mt-4">
          <summary className="min-h-11 cursor-pointer py-2 font-bold">Where {name} stands</summary>
          <p className="mb-2 text-[14px] text-soft">
            Left rein ◐ and right rein ◑, 0 to 10; from 6 on it is confirmed.
          </p>
          {known.map((scale) => (
            <ScaleRow key={scale} scale={scale} {...standings[scale]} />
          ))}
        </details>
      )}
    </section>
  );
}

interface ScaleRowProps {
  scale: Scale;
  left: Standing | null;
  right: Standing | null;
}

const ScaleRow = ({ scale, ...reins }: ScaleRowProps) => (
  <div className="mb-2">
    <b>{scale}</b>
    {REINS.map((rein) => {
      const at = reins[rein];
      const said = at ? `about ${at.mean.toFixed(1)}` : 'no marks yet';
      return (
        <div key={rein} className="grid grid-cols-[1rem_1fr_2.6rem] items-center gap-2">
          <ReinMark rein={rein} />
          <Strap
            side={rein}
            value={at?.mean ?? null}
            spread={at?.sd ?? 0}
            notch={null}
            label={`${scale}, ${rein} rein: ${said}`}
          />
          <span className="tabular font-mono">{at?.mean.toFixed(1) ?? '–'}</span>
        </div>
      );
    })}
  </div>
);

const Lessons = ({ lessons }: Pick<AllMine, 'lessons'>) => (
  <section aria-label="Your lessons">
    <h2 className="mb-2 text-xl">Your lessons</h2>
    {lessons.length === 0 && <p className="text-soft">None is set for the next two weeks.</p>}
    <ul>
      {lessons.map(({ date, start, minutes, arena, horse }) => (
        <li key={date + start} className="border-b border-dotted border-line py-1.5">
          <b>
            {longDate(date)}, <span className="tabular">{start}</span>
          </b>
          <span className="block text-soft">
            {[horse, `${minutes} min`, arena].filter(Boolean).join(' · ')}
          </span>
        </li>
      ))}
    </ul>
  </section>
);
