import { useState } from 'react';

export const smallInput =
  'min-h-8 rounded-md border border-line bg-page px-2 text-[13.5px] text-ink aria-[invalid=true]:border-madder';

interface SmallSelectProps {
  label: string;
  value: string;
  options: readonly string[];
  /** What the empty choice is called. */
  none?: string;
  onChange(value: string): void;
}

export function SmallSelect(props: SmallSelectProps) {
  const { label, value, options, none = 'as before', onChange } = props;
  return (
    <label className="flex flex-col gap-0.5">
      <span className="text-soft">{label}</span>
      <select className={smallInput} value={value} onChange={(e) => onChange(e.target.value)}>
        {options.map((option) => (
          <option key={option} value={option}>
            {option || none}
          </option>
        ))}
      </select>
    </label>
  );
}

interface SmallNumberProps {
  label: string;
  value: number | null;
  min: number;
  max: number;
  onChange(value: number | null): void;
}

/** A number that is taken over when it is one, and said to be none otherwise. */
export function SmallNumber({ label, value, min, max, onChange }: SmallNumberProps) {
  const [typed, setTyped] = useState<string | null>(null);
  const shown = typed ?? (value === null ? '' : String(value));
  const read = Number(shown);
  const valid = shown === '' || (Number.isFinite(read) && read >= min && read <= max);
  return (
    <label className="flex flex-col gap-0.5">
      <span className="text-soft">{label}</span>
      <input
        inputMode="decimal"
        className={`${smallInput} w-16`}
        aria-invalid={!valid}
        title={valid ? undefined : `From ${min} to ${max}`}
        value={shown}
        onChange={(e) => {
          const next = e.target.value.replace(',', '.');
          setTyped(next);
          const number = Number(next);
          if (next === '') onChange(null);
          else if (Number.isFinite(number) && number >= min && number <= max) onChange(number);
        }}
        onBlur={() => setTyped(null)}
      />
    </label>
  );
}
