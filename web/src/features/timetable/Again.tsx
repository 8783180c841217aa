import { WEEKDAYS_SHORT } from '@canter-book/core/daysSaid';
import { weekdayOf } from '@canter-book/core/progress/days';
import type { Appointment } from '@canter-book/core/calendar/appointment';
import { OneOf, Tick } from '../../ui/Choose.tsx';
import { Field, TextInput } from '../../ui/Field.tsx';

const REPEATS = ['once', 'every week', 'every two weeks'] as const;
type Repeats = (typeof REPEATS)[number];

interface AgainProps {
  draft: Appointment;
  wrong: string | undefined;
  onChange(part: Partial<Appointment>): void;
}

/** How it comes again. */
export function Again({ draft, wrong, onChange }: AgainProps) {
  const { repeat, date } = draft;
  const chosen: Repeats = !repeat
    ? 'once'
    : repeat.everyWeeks === 1
      ? 'every week'
      : 'every two weeks';
  const choose = (to: Repeats) => {
    if (to === 'once') return onChange({ repeat: null });
    const everyWeeks = to === 'every week' ? 1 : 2;
    const { weekdays, until } = repeat ?? { weekdays: [weekdayOf(date)], until: null };
    onChange({ repeat: { everyWeeks, weekdays, until } });
  };
  return (
    <div className="flex flex-wrap items-end gap-x-6 gap-y-3 sm:col-span-2">
      <OneOf label="Repeats" all={REPEATS} chosen={chosen} onChange={choose} />
      {repeat && (
        <>
          <fieldset>
            <legend className="text-[14px] text-soft">On</legend>
            <div className="flex flex-wrap gap-x-3">
              {WEEKDAYS_SHORT.map((word, weekday) => (
                <Tick
                  key={word}
                  label={word}
                  checked={repeat.weekdays.includes(weekday)}
                  onChange={(on) => {
                    const weekdays = on
                      ? [...repeat.weekdays, weekday].sort()
                      : repeat.weekdays.filter((d) => d !== weekday);
                    if (weekdays.length > 0) onChange({ repeat: { ...repeat, weekdays } });
                  }}
                />
              ))}
            </div>
          </fieldset>
          <Field label="Until" error={wrong} hint="empty: until you end it">
            {(field) => (
              <TextInput
                {...field}
                type="date"
                value={repeat.until ?? ''}
                onChange={(e) => onChange({ repeat: { ...repeat, until: e.target.value || null } })}
              />
            )}
          </Field>
        </>
      )}
    </div>
  );
}
