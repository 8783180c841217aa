import { REINS } from '@canter-book/core/arena/rein';
import { SCALES } from '@canter-book/core/scales';
import { focusSaid, HABITS, HABIT_SAID, type Focus } from '@canter-book/core/planner/focus';
import { labelClass } from '../../ui/Field.tsx';

interface FocusChoiceProps {
  focus: Focus | undefined;
  onFocus(focus: Focus | undefined): void;
}

const OF_SCALES: readonly Focus[] = SCALES.flatMap((scale) =>
  REINS.map((rein) => ({ scale, rein })),
);
const OF_HABITS: readonly Focus[] = HABITS.map((habit) => ({ habit }));

/** The choice of focus: the planner's, a scale on a rein, or a habit of the rider. */
export function FocusChoice({ focus, onFocus }: FocusChoiceProps) {
  const find = (said: string) => [...OF_SCALES, ...OF_HABITS].find((f) => focusSaid(f) === said);
  return (
    <label className="block">
      <span className={labelClass}>The day is for</span>
      <select
        className="min-h-10 w-full rounded-lg border border-line bg-page px-2"
        value={focus ? focusSaid(focus) : ''}
        onChange={(event) => onFocus(find(event.target.value))}
      >
        <option value="">what the horse needs most</option>
        <optgroup label="A scale on a rein">
          {OF_SCALES.map((f) => (
            <option key={focusSaid(f)}>{focusSaid(f)}</option>
          ))}
        </optgroup>
        <optgroup label="A rider who">
          {HABITS.map((habit) => (
            <option key={habit} value={focusSaid({ habit })}>
              {HABIT_SAID[habit]}
            </option>
          ))}
        </optgroup>
      </select>
    </label>
  );
}
