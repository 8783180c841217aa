import { useState } from 'react';
import { WEEKDAYS_SHORT } from '@canter-book/core/daysSaid';
import type { Shelf } from '@canter-book/core/exercises/shelf';
import { compileRide } from '@canter-book/core/ride/compile';
import { profileOf } from '@canter-book/core/book/profile';
import type { Horse } from '@canter-book/core/book/records';
import { SCALES, type Scale } from '@canter-book/core/scales';
import type { Wished } from '@canter-book/core/programme/fromBook';
import type { Goal } from '@canter-book/core/programme/goal';
import { daysLater } from '@canter-book/core/progress/days';
import { demandsOfAll } from '@canter-book/core/sheet/demands';
import { sheetOf } from '@canter-book/core/sheet/sheet';
import { useLazyLessonQuery, useSheetsQuery } from '../../api/lessons.ts';
import { today } from '../../app/dates.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice, OneOf } from '../../ui/Choose.tsx';
import { Field, inputClass, TextInput, labelClass } from '../../ui/Field.tsx';
import { MarkStepper } from '../../ui/MarkStepper.tsx';

interface GoalFormProps {
  wished: Wished;
  horse: Horse;
  shelf: Shelf;
  isNew: boolean;
  onChange(part: Partial<Wished>): void;
  onBegin(): void;
}

const KINDS = [
  ['keep going', 'Keep going, no date'],
  ['level', 'A scale at a level'],
  ['exercise', 'An exercise'],
  ['stage', 'Up one stage'],
  ['test', 'A test'],
] as const;
const WEEKS = [8, 12, 16, 20, 26];
const LENGTHS = [0, 20, 30, 45, 60];
const IN_WEEKS = 12;

/** The form of a goal, its date, and the days there are. */
export function GoalForm({ wished, horse, shelf, isNew, onChange, onBegin }: GoalFormProps) {
  const { goal, weeks, availability } = wished;
  const date = goal.kind === 'keep going' ? undefined : goal.date;
  const set = (next: Goal) => onChange({ goal: next });
  const choose = (kind: Goal['kind']) => {
    const by = { date: date ?? daysLater(today(), 7 * IN_WEEKS) };
    if (kind === 'keep going') set({ kind });
    else if (kind === 'level') set({ kind, scale: 'contact', least: 6.5, ...by });
    else if (kind === 'exercise') set({ kind, exercise: firstFor(shelf, horse), rung: 0, ...by });
    else if (kind === 'stage') set({ kind, ...by });
    else set({ kind, title: 'A test', percent: 65, ...by });
  };
  return (
    <form
      className="flex flex-col gap-4"
      onSubmit={(event) => {
        event.preventDefault();
        onBegin();
      }}
    >
      <Choice label="Goal" value={goal.kind} options={KINDS} onChange={choose} />
      <WhatFor goal={goal} horse={horse} shelf={shelf} onChange={set} />
      {goal.kind !== 'keep going' && (
        <Field label="By" hint="empty: no date">
          {(field) => (
            <TextInput
              {...field}
              type="date"
              min={today()}
              value={goal.date ?? ''}
              onChange={(e) => {
                const { date: _, ...rest } = goal;
                set((e.target.value ? { ...rest, date: e.target.value } : rest) as Goal);
              }}
            />
          )}
        </Field>
      )}
      {date === undefined && (
        <OneOf
          label="Weeks ahead"
          all={WEEKS}
          chosen={weeks}
          onChange={(to) => onChange({ weeks: Number(to) })}
        />
      )}
      <DaysThereAre availability={availability} onChange={(to) => onChange({ availability: to })} />
      <Lately wished={wished} horse={horse} onChange={onChange} />
      {isNew && <Button type="submit">Plan the weeks</Button>}
    </form>
  );
}

interface WhatForProps {
  goal: Goal;
  horse: Horse;
  shelf: Shelf;
  onChange(goal: Goal): void;
}

/** The fields of one kind of goal. */
function WhatFor({ goal, horse, shelf, onChange }: WhatForProps) {
  return (
    <>
      {goal.kind === 'level' && (
        <>
          <Choice
            label="Scale"
            value={goal.scale}
            options={SCALES.map((s) => [s, s] as const)}
            onChange={(scale: Scale) => onChange({ ...goal, scale })}
          />
          <div>
            <span className={labelClass}>On both reins at</span>
            <MarkStepper
              label="Level to reach"
              value={goal.least}
              word=""
              onChange={(least) => onChange({ ...goal, least })}
            />
          </div>
        </>
      )}
      {goal.kind === 'exercise' && (
        <ExerciseGoal goal={goal} horse={horse} shelf={shelf} onChange={onChange} />
      )}
      {goal.kind === 'test' && <TestGoal goal={goal} horse={horse} onChange={onChange} />}
    </>
  );
}

interface DaysThereAreProps {
  availability: Wished['availability'];
  onChange(to: Wished['availability']): void;
}

/** On which weekdays there is a rider, for how long, and an arena. */
function DaysThereAre({ availability, onChange }: DaysThereAreProps) {
  const { minutes, arena } = availability;
  return (
    <fieldset>
      <legend className="mb-1 text-[14px] text-soft">
        The rider’s minutes, and whether the arena is free
      </legend>
      <ul className="grid grid-cols-2 gap-x-4 gap-y-1 xl:grid-cols-1">
        {WEEKDAYS_SHORT.map((word, d) => (
          <li
            key={word}
            className="grid grid-cols-[2.5rem_1fr_auto] items-center gap-2 text-[14px]"
          >
            {word}
            <select
              aria-label={`${word}: the rider’s minutes`}
              className={`${inputClass} py-1`}
              value={minutes[d]}
              onChange={(e) =>
                onChange({
                  ...availability,
                  minutes: minutes.map((m, i) => (i === d ? Number(e.target.value) : m)),
                })
              }
            >
              {[...new Set([...LENGTHS, minutes[d]!])].map((m) => (
                <option key={m} value={m}>
                  {m === 0 ? 'no rider' : `${m} min`}
                </option>
              ))}
            </select>
            <label className="flex min-h-9 items-center gap-1 text-soft">
              <input
                type="checkbox"
                className="h-5 w-5 accent-leather"
                aria-label={`${word}: the arena is free`}
                checked={arena[d]}
                onChange={(e) =>
                  onChange({
                    ...availability,
                    arena: arena.map((a, i) => (i === d ? e.target.checked : a)),
                  })
                }
              />
              arena
            </label>
          </li>
        ))}
      </ul>
    </fieldset>
  );
}

const firstFor = (shelf: Shelf, { stage }: Horse): string =>
  (
    shelf.exercises.find((e) => e.stage === stage && e.phases.includes('work')) ??
    shelf.exercises[0]!
  ).id;

interface ExerciseGoalProps {
  goal: Extract<Goal, { kind: 'exercise' }>;
  horse: Horse;
  shelf: Shelf;
  onChange(goal: Goal): void;
}

/** The choice of an exercise to learn: of this stage and the next. */
function ExerciseGoal({ goal, horse, shelf, onChange }: ExerciseGoalProps) {
  const offered = shelf.exercises
    .filter((e) => e.phases.includes('work'))
    .filter(
      (e) => e.id === goal.exercise || (e.stage <= horse.stage + 1 && e.stage >= horse.stage - 1),
    );
  const rungs = shelf.find(goal.exercise)?.rungs ?? [];
  return (
    <>
      <Choice
        label="Exercise"
        value={goal.exercise}
        options={offered.map((e) => [e.id, e.name] as const)}
        onChange={(exercise) => onChange({ ...goal, exercise, rung: 0 })}
      />
      {rungs.length > 1 && (
        <Choice
          label="Step"
          value={String(goal.rung)}
          options={rungs.map((r, i) => [String(i), r.name] as const)}
          onChange={(rung) => onChange({ ...goal, rung: Number(rung) })}
        />
      )}
    </>
  );
}

interface TestGoalProps {
  goal: Extract<Goal, { kind: 'test' }>;
  horse: Horse;
  onChange(goal: Goal): void;
}

const NO_SHEET = '';

/** A test sheet of the book, and what it shall come to. */
function TestGoal({ goal, horse, onChange }: TestGoalProps) {
  const { data: sheets = [] } = useSheetsQuery();
  const [load] = useLazyLessonQuery();
  const [failed, setFailed] = useState(false);
  const choose = async (id: string) => {
    setFailed(false);
    const { lessonId: _, asks: __, ...rest } = goal;
    if (id === NO_SHEET) return onChange({ ...rest, title: 'A test' });
    const { data } = await load(id);
    if (!data) return setFailed(true);
    const ride = compileRide(data.document, profileOf(horse, today()));
    const asks = demandsOfAll(sheetOf(data.document, ride).boxes, ride);
    onChange({ ...rest, title: data.title, lessonId: id, asks });
  };
  return (
    <>
      <Choice
        label="Sheet"
        value={goal.lessonId ?? NO_SHEET}
        options={[[NO_SHEET, 'not in the book'], ...sheets.map((s) => [s.id, s.title] as const)]}
        onChange={(id) => void choose(id)}
      />
      {failed && (
        <p role="alert" className="text-[13px] text-madder">
          ✕ The sheet could not be read. Try it again.
        </p>
      )}
      <Field label="Percent">
        {(field) => (
          <TextInput
            {...field}
            type="number"
            min={30}
            max={100}
            value={goal.percent}
            onChange={(e) => {
              const percent = Number(e.target.value);
              if (percent >= 30 && percent <= 100) onChange({ ...goal, percent });
            }}
          />
        )}
      </Field>
    </>
  );
}

/** Recent work, where the book does not know: the load begins there. */
function Lately({ wished, horse, onChange }: Pick<GoalFormProps, 'wished' | 'horse' | 'onChange'>) {
  const usual = horse.fitness === 'unfit' ? { days: 3, minutes: 20 } : { days: 5, minutes: 40 };
  const { days, minutes } = wished.lately ?? usual;
  const set = (part: Partial<typeof usual>) => onChange({ lately: { days, minutes, ...part } });
  return (
    <fieldset className="grid grid-cols-2 gap-3">
      <legend className="mb-1 text-[14px] text-soft">Recent work</legend>
      <label className="text-[13px] text-soft">
        Days a week
        <input
          type="number"
          min={0}
          max={7}
          className={inputClass}
          value={days}
          onChange={(e) => set({ days: Math.min(7, Math.max(0, Number(e.target.value))) })}
        />
      </label>
      <label className="text-[13px] text-soft">
        Minutes a day
        <input
          type="number"
          min={0}
          max={90}
          step={5}
          className={inputClass}
          value={minutes}
          onChange={(e) => set({ minutes: Math.min(90, Math.max(0, Number(e.target.value))) })}
        />
      </label>
    </fieldset>
  );
}
