import type { ReactNode } from 'react';
import { labelClass } from './Field.tsx';

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
      <span className={labelClass}>{label}</span>
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

/** How a row of buttons looks: among fields, beside a drawing, and for a glove, close together or apart. */
const LOOKS = {
  usual: {
    frame: 'flex flex-wrap rounded-lg border border-line',
    button:
      'min-h-9 flex-1 whitespace-nowrap px-2 first:rounded-l-lg last:rounded-r-lg hover:bg-sand-light aria-pressed:bg-leather aria-pressed:font-bold aria-pressed:text-on-leather',
  },
  small: {
    frame: 'flex flex-wrap rounded-lg border border-line bg-page',
    button:
      'whitespace-nowrap px-2 py-1.5 text-[13px] first:rounded-l-lg last:rounded-r-lg hover:bg-sand-light aria-pressed:bg-leather aria-pressed:font-bold aria-pressed:text-on-leather',
  },
  glove: {
    frame: 'flex rounded-2xl border-[3px] border-ink',
    button:
      'min-h-14 flex-1 px-1 text-[15px] font-bold first:rounded-l-xl last:rounded-r-xl aria-pressed:bg-ink aria-pressed:text-page',
  },
  'glove, apart': {
    frame: 'grid grid-cols-[repeat(auto-fit,minmax(6.5rem,1fr))] gap-2',
    button:
      'min-h-14 rounded-2xl border-[3px] border-ink px-2 text-[16px] font-bold aria-pressed:bg-ink aria-pressed:text-page',
  },
} as const;

interface PressedProps<T extends string | number | boolean> {
  all: readonly T[];
  /** None where nothing has been said yet. */
  chosen: T | undefined;
  /** Label of a value's button, where it isn't the value itself. */
  said?(value: NoInfer<T>): string;
  onChange(value: NoInfer<T>, index: number): void;
}

type Look = keyof typeof LOOKS;

/** Buttons in one frame, of which one is pressed. */
const Pressed = <T extends string | number | boolean>({
  all,
  chosen,
  said = String,
  onChange,
  look,
}: PressedProps<T> & { look: Look }) => (
  <div className={LOOKS[look].frame}>
    {all.map((value, i) => (
      <button
        key={`${value} ${i}`}
        type="button"
        aria-pressed={value === chosen}
        className={LOOKS[look].button}
        onClick={() => onChange(value, i)}
      >
        {said(value)}
      </button>
    ))}
  </div>
);

/** One of a few beside a drawing or under a glove; its label is heard, not seen. */
export const Segments = <T extends string | number | boolean>({
  label,
  look = 'small',
  ...rest
}: PressedProps<T> & { label: string; look?: Look }) => (
  <div role="group" aria-label={label}>
    <Pressed look={look} {...rest} />
  </div>
);

interface ToggleProps {
  pressed: boolean;
  children: ReactNode;
  onChange(pressed: boolean): void;
}

/** On or off, beside a drawing. */
export const Toggle = ({ pressed, children, onChange }: ToggleProps) => (
  <button
    type="button"
    aria-pressed={pressed}
    className="rounded-lg border border-line bg-page px-2 py-1 text-[13px] hover:border-leather aria-pressed:bg-leather aria-pressed:font-bold aria-pressed:text-on-leather"
    onClick={() => onChange(!pressed)}
  >
    {children}
  </button>
);

interface OneOfProps<T extends string | number | boolean> extends PressedProps<T> {
  label: string;
  /** The label is heard, not seen. */
  quiet?: boolean;
  /** It stands among fields: its label looks like theirs. */
  amongFields?: boolean;
}

/** One of a few, side by side, all of them seen. */
export const OneOf = <T extends string | number | boolean>({
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
    <Pressed look="usual" {...buttons} />
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
      <legend className={labelClass}>{label}</legend>
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
