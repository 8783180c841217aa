import { DAY_KINDS, DAYS, loadOf, type Day, type DayKind } from '@canter-book/core/programme/days';
import type { Wished } from '@canter-book/core/programme/fromBook';
import type { PlannedStep, Week } from '@canter-book/core/programme/types';
import type { ProgrammeRecord } from '@canter-book/core/programme/record';
import { factSaid } from '@canter-book/core/programme/said';
import { problemOf } from '../../api/problem.ts';
import { longDate, shortDate, today } from '../../app/dates.ts';
import { tell } from '../../app/notices.ts';
import { useSave } from '../../kept/useSave.ts';
import { Segments } from '../../ui/Choose.tsx';
import { PlanLink } from '../plan/PlanLink.tsx';
import { withDay, withTheme } from './pins.ts';

interface WeekDetailProps {
  week: Week;
  step: PlannedStep | null;
  horseId: string;
  /** What it could be for. */
  themes: readonly Week['theme'][];
  wished: Wished;
  record: ProgrammeRecord | null;
  onChange(part: Partial<Wished>): void;
}

const FREE = '';

/** One week: why it is so, its days, and the way to the lesson of each. */
export function WeekDetail({
  week,
  step,
  horseId,
  themes,
  wished,
  record,
  onChange,
}: WeekDetailProps) {
  const aim = step?.theme === week.theme ? step.gate.show?.exercise : undefined;
  return (
    <section>
      <h2 className="mb-1 text-lg">
        Week of {shortDate(week.monday)}: {week.theme}
      </h2>
      <label className="mb-2 flex items-center gap-2 text-[14px] text-soft">
        Theme
        <select
          className="min-h-9 rounded-lg border border-line bg-page px-2 text-ink"
          value={wished.themes.find((t) => t.monday === week.monday)?.theme ?? FREE}
          onChange={(e) =>
            onChange(withTheme(wished, week.monday, e.target.value as Week['theme'] | ''))
          }
        >
          <option value={FREE}>{week.theme}, as planned</option>
          {themes.map((theme) => (
            <option key={theme} value={theme}>
              {theme}, fixed
            </option>
          ))}
        </select>
      </label>
      <p className="mb-3 text-[14px]">{week.facts.map(factSaid).join(' ')}</p>
      <ul className="grid grid-cols-[auto_minmax(0,1fr)_auto_auto] gap-x-3">
        <li aria-hidden className="col-start-3 text-right text-[12px] text-soft">
          load
        </li>
        {week.days.map((day) => (
          <DayOfWeek key={day.date} {...{ day, aim, horseId, wished, record, onChange }} />
        ))}
      </ul>
    </section>
  );
}

interface DayOfWeekProps extends Pick<
  WeekDetailProps,
  'horseId' | 'wished' | 'record' | 'onChange'
> {
  day: Day;
  /** What its lesson should get to. */
  aim: string | undefined;
}

/** A day: what is planned or fixed for it, its load, and what comes of it. */
function DayOfWeek({ day, aim, horseId, wished, record, onChange }: DayOfWeekProps) {
  const now = today();
  const fixed = wished.days.find((d) => d.date === day.date)?.kind ?? FREE;
  return (
    <li className="col-span-full grid min-h-11 grid-cols-subgrid items-center border-b border-dotted border-line py-1 text-[14px]">
      <span className={day.date === now ? 'font-bold' : ''}>
        {longDate(day.date).split(',')[0]}
      </span>
      {day.date < now ? (
        <span className="text-soft">{saidOf(day)}</span>
      ) : (
        <select
          aria-label={`${longDate(day.date)}: what is done`}
          className="min-h-9 w-full rounded-lg border border-line bg-page px-2"
          value={fixed}
          onChange={(e) => onChange(withDay(wished, day.date, e.target.value as DayKind | ''))}
        >
          <option value={FREE}>{saidOf(day)}</option>
          {DAY_KINDS.filter((k) => k !== 'goal').map((kind) => (
            <option key={kind} value={kind}>
              {DAYS[kind].label}, fixed
            </option>
          ))}
        </select>
      )}
      <span className="tabular text-right font-mono text-soft" title="Load">
        {loadOf(day) > 0 && <span className="sr-only">load </span>}
        {loadOf(day) || ''}
      </span>
      {day.date <= now && record ? (
        <Done day={day} record={record} />
      ) : day.kind === 'lesson' || day.kind === 'easy' ? (
        <PlanLink horseId={horseId} {...(aim && { aim })}>
          Propose
        </PlanLink>
      ) : (
        <span />
      )}
    </li>
  );
}

const saidOf = ({ kind, minutes }: Day): string =>
  minutes > 0 ? `${DAYS[kind].label}, ${minutes} min` : DAYS[kind].label;

/** Done or not, for a day without a lesson in the book. */
function Done({ day, record }: { day: Day; record: ProgrammeRecord }) {
  const { save } = useSave('programme');
  if (day.kind === 'lesson') return <span className="text-[13px] text-soft">from its debrief</span>;
  if (day.kind === 'rest') return <span />;
  const entered = record.done.find((d) => d.date === day.date);
  const enter = async (isDone: boolean) => {
    const { date, kind, minutes } = day;
    const made = { date, kind, minutes: isDone ? minutes : 0 };
    const done = [...record.done.filter((d) => d.date !== date), made];
    const { error } = await save({ ...record, done }, record);
    if (error) tell(`Not noted: ${problemOf(error).detail}`);
  };
  return (
    <Segments
      label={`${longDate(day.date)}: done or not`}
      all={['done', 'not done']}
      chosen={entered && (entered.minutes > 0 ? 'done' : 'not done')}
      onChange={(said) => void enter(said === 'done')}
    />
  );
}
