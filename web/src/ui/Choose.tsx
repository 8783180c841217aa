import { classNames } from './classNames.ts';

/** Small things to choose by: one of a list, yes or no, any of a few. */

interface ChoiceProps<T extends string> {
  label: string;
  value: T;
  options: readonly (readonly [value: T, words: string])[];
  onChange(value: T): void;
}

/** One of a list; its label stands above it. */
export function Choice<T extends string>({ label, value, options, onChange }: ChoiceProps<T>) {
  return (
    <label className="block">
      <span className="mb-0.5 block text-[14px] text-soft">{label}</span>
      <select
        className="min-h-10 w-full rounded-lg border border-line bg-page px-2"
        value={value}
        onChange={(event) => onChange(event.target.value as T)}
      >
        {options.map(([option, words]) => (
          <option key={option} value={option}>
            {words}
          </option>
        ))}
      </select>
    </label>
  );
}

interface PressedProps<T extends string | number> {
  all: readonly T[];
  chosen: T;
  /** What stands on its button, where that is not the value itself. */
  said?(value: T): string;
  onChange(value: T, index: number): void;
}

/** Buttons in one frame, of which one is pressed. */
const Pressed = <T extends string | number>({
  all,
  chosen,
  said = String,
  onChange,
  small = false,
}: PressedProps<T> & { small?: boolean }) => (
  <div className={classNames('flex flex-wrap rounded-lg border border-line', small && 'bg-page')}>
    {all.map((value, i) => (
      <button
        key={`${value} ${i}`}
        type="button"
        aria-pressed={value === chosen}
        className={classNames(
          'whitespace-nowrap first:rounded-l-lg last:rounded-r-lg hover:bg-sand-light aria-pressed:bg-leather aria-pressed:font-bold aria-pressed:text-on-leather',
          small ? 'px-2 py-1.5 text-[13px]' : 'min-h-9 flex-1 px-2',
        )}
        onClick={() => onChange(value, i)}
      >
        {said(value)}
      </button>
    ))}
  </div>
);

/** One of a few beside a drawing; its label is heard, not seen. */
export const Segments = <T extends string | number>({
  label,
  ...rest
}: PressedProps<T> & { label: string }) => (
  <div role="group" aria-label={label}>
    <Pressed small {...rest} />
  </div>
);

interface OneOfProps<T extends string | number> extends PressedProps<T> {
  label: string;
  /** The label is heard, not seen. */
  quiet?: boolean;
  /** It stands among fields: its label looks like theirs. */
  amongFields?: boolean;
}

/** One of a few, side by side, all of them seen. */
export const OneOf = <T extends string | number>({
  label,
  quiet = false,
  amongFields = false,
  ...buttons
}: OneOfProps<T>) => (
  <fieldset>
    <legend
      className={quiet ? 'sr-only' : `mb-1 text-[14px] ${amongFields ? 'font-bold' : 'text-soft'}`}
    >
      {label}
    </legend>
    <Pressed {...buttons} />
  </fieldset>
);

interface TickProps {
  label: string;
  checked: boolean;
  onChange(checked: boolean): void;
}

/** Yes or no. */
export const Tick = ({ label, checked, onChange }: TickProps) => (
  <label className="flex min-h-9 items-center gap-2">
    <input
      type="checkbox"
      className="h-5 w-5 accent-leather"
      checked={checked}
      onChange={(event) => onChange(event.target.checked)}
    />
    {label}
  </label>
);

interface TicksProps<T extends string> {
  label: string;
  all: readonly T[];
  chosen: readonly T[];
  onChange(chosen: T[]): void;
}

/** Any of a few; they stay in their own order. */
export function Ticks<T extends string>({ label, all, chosen, onChange }: TicksProps<T>) {
  return (
    <fieldset>
      <legend className="text-[14px] text-soft">{label}</legend>
      <div className="flex flex-wrap gap-x-4 gap-y-1">
        {all.map((one) => (
          <Tick
            key={one}
            label={one}
            checked={chosen.includes(one)}
            onChange={(on) => onChange(all.filter((o) => (o === one ? on : chosen.includes(o))))}
          />
        ))}
      </div>
    </fieldset>
  );
}
