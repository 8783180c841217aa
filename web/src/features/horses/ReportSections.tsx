import type { ReactNode } from 'react';
import { REINS } from '@canter-book/core/arena/rein';
import { SCALES, SCALE_WORDS } from '@canter-book/core/scales';
import type { Report } from '@canter-book/core/report/report';
import { timeSaid } from '@canter-book/core/report/time';
import { longDate, shortDate } from '../../app/dates.ts';
import { ReinMark } from '../../ui/ReinMark.tsx';
import { Strap } from '../../ui/Strap.tsx';

/** A report to be read, on the page of the horse and by a link. */
export function ReportSections({ report }: { report: Report }) {
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
          <Stands stands={stands} />
        </div>
      </section>
      <Listed title="What was worked on" rows={exercises}>
        {({ name, good, tries }) => (
          <li key={name} className="flex justify-between border-b border-dotted border-line py-1">
            {name}
            <span className="tabular text-soft">
              {good} of {tries} good
            </span>
          </li>
        )}
      </Listed>
      <Listed title="Best tries" rows={best}>
        {({ date, said }) => (
          <li key={said} className="py-0.5">
            <span className="text-soft">{shortDate(date)}</span> {said}
          </li>
        )}
      </Listed>
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
      <Listed title="Next dates" rows={dates}>
        {({ date, said }) => (
          <li key={date + said}>
            {longDate(date)} <span className="text-soft">{said}</span>
          </li>
        )}
      </Listed>
      <p className="text-[13px] text-soft italic">
        Levels are estimates from what was seen. They say nothing of the horse’s health: that is for
        the vet.
      </p>
    </article>
  );
}

interface ListedProps<T> {
  title: string;
  rows: readonly T[];
  children(row: T): ReactNode;
}

/** A list under its heading; nothing where there is nothing. */
function Listed<T>({ title, rows, children }: ListedProps<T>) {
  if (rows.length === 0) return null;
  return (
    <section>
      <h2 className="mb-1 text-lg">{title}</h2>
      <ul>{rows.map(children)}</ul>
    </section>
  );
}

/** Each scale with a strap for each rein. */
const Stands = ({ stands }: Pick<Report, 'stands'>) =>
  SCALES.map((scale) => {
    const [left, right] = REINS.map((rein) =>
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
  });

const strapSaid = (
  scale: string,
  rein: string,
  s: Report['stands'][number] | undefined,
): string => {
  if (!s?.now) return `${scale}, ${rein} rein: no marks yet`;
  const then = s.then ? `, ${s.then.mean.toFixed(1)} at the beginning` : '';
  return `${scale}, ${rein} rein: about ${s.now.mean.toFixed(1)}${then}`;
};
