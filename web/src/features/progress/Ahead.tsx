import { REINS } from '@canter-book/core/arena/rein';
import { useMemo, useState } from 'react';
import { dateOf, dayOf } from '@canter-book/core/progress/days';
import {
  aheadOf,
  chanceOf,
  FARTHEST_DAYS,
  type NoForecast,
} from '@canter-book/core/progress/forecast';
import type { DatedMark } from '@canter-book/core/progress/standing';
import { SCALES } from '@canter-book/core/scales';
import { longDate } from '../../app/dates.ts';
import { Field, inputClass, labelClass } from '../../ui/Field.tsx';
import { MarkStepper } from '../../ui/MarkStepper.tsx';
import { ReinMark } from '../../ui/ReinMark.tsx';
import { chanceSaid, Reach } from './Reach.tsx';

const EIGHT_WEEKS = 56;
const WHY: Readonly<Record<NoForecast, string>> = {
  'too little seen': 'too little seen to tell',
  'not seen lately': 'not marked for four weeks',
  'too far ahead': 'too far ahead to tell',
};

interface AheadProps {
  readings: readonly DatedMark[];
  today: number;
}

/** Where each scale is likely to be on a day, and how likely it has reached a level. */
export function Ahead({ readings, today }: AheadProps) {
  const [day, setDay] = useState(today + EIGHT_WEEKS);
  const [level, setLevel] = useState(6);
  // What a horse's readings say of it does not hang on the day that is asked for.
  const aheads = useMemo(
    () =>
      SCALES.flatMap((scale) =>
        REINS.map((rein) => ({ scale, rein, ahead: aheadOf(readings, scale, rein, today) })),
      ),
    [readings, today],
  );
  return (
    <section aria-labelledby="ahead">
      <h2 id="ahead" className="text-xl">
        Ahead
      </h2>
      <p className="mb-3 max-w-3xl text-[14px] text-soft">
        Today’s level carried on with this horse’s own trend, which fades. It says what is likely if
        the work goes on as it has; it knows nothing of rest, illness or a new theme. The thick bar
        holds the level half of the time, the thinner one four times in five, the line nineteen in
        twenty.
      </p>
      <WhenAndWhat {...{ today, day, level }} onDay={setDay} onLevel={setLevel} />
      <ul
        aria-label={`Likely on ${longDate(dateOf(day))}`}
        className="grid gap-x-10 gap-y-1 text-[14px] md:grid-cols-2"
      >
        {aheads.map(({ scale, rein, ahead }) => (
          <li
            key={scale + rein}
            className="grid grid-cols-[8rem_1fr_9.5rem] items-center gap-3 border-b border-line py-1.5 max-sm:grid-cols-[6.5rem_1fr]"
          >
            <span>
              {scale} <ReinMark rein={rein} word />
            </span>
            <Then ahead={ahead} day={day} level={level} />
          </li>
        ))}
      </ul>
    </section>
  );
}

interface WhenAndWhatProps {
  /** Days, as `dayOf` counts them. */
  today: number;
  day: number;
  level: number;
  onDay(day: number): void;
  onLevel(level: number): void;
}

/** The day that is asked for, and the level to be reached. */
function WhenAndWhat({ today, day, level, onDay, onLevel }: WhenAndWhatProps) {
  const choose = (date: string) => {
    const chosen = date ? dayOf(date) : NaN;
    if (chosen >= today) onDay(chosen);
  };
  return (
    <div className="mb-4 flex flex-wrap items-end gap-6">
      <Field label="On" hint="up to half a year">
        {(field) => (
          <input
            {...field}
            type="date"
            className={inputClass}
            min={dateOf(today)}
            max={dateOf(today + FARTHEST_DAYS)}
            value={dateOf(day)}
            onChange={(event) => choose(event.target.value)}
          />
        )}
      </Field>
      <div>
        <span className={labelClass}>Level to reach</span>
        <MarkStepper
          label="Level to reach"
          value={level}
          word=""
          onChange={(to) => onLevel(to ?? level)}
        />
      </div>
    </div>
  );
}

interface ThenProps {
  ahead: ReturnType<typeof aheadOf>;
  day: number;
  level: number;
}

/** Where a scale is likely to be by then, or why nobody can tell. */
function Then({ ahead, day, level }: ThenProps) {
  const then = ahead.at(day);
  if (!then) {
    return (
      <span className="col-span-2 text-soft max-sm:col-span-1">
        {WHY[ahead.why ?? 'too far ahead']}
      </span>
    );
  }
  return (
    <>
      <Reach then={then} level={level} />
      <span className="tabular max-sm:col-start-2">
        <b>{chanceSaid(chanceOf(then, level))}</b> to be at {level.toFixed(1)}
      </span>
    </>
  );
}
