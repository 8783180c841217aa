import type { ReactNode } from 'react';
import { labelClass } from '../../../ui/Field.tsx';

/** The small fields an exercise is written in. */

const box = 'rounded-lg border border-line bg-page px-3 py-2';

interface WordsProps {
  label: string;
  value: string;
  long?: boolean;
  mono?: boolean;
  onChange(value: string): void;
}

export function Words({ label, value, long = false, mono = false, onChange }: WordsProps) {
  const className = `w-full ${box} ${mono ? 'font-mono text-[14px]' : ''}`;
  const onEdit = (event: { target: { value: string } }) => onChange(event.target.value);
  return (
    <label className="block">
      <span className={labelClass}>{label}</span>
      {long ? (
        <textarea className={className} rows={3} value={value} onChange={onEdit} />
      ) : (
        <input className={className} value={value} onChange={onEdit} />
      )}
    </label>
  );
}

interface CountProps {
  label: string;
  value: number;
  most: number;
  step?: number;
  onChange(value: number): void;
}

/** A number from 0 to the most there is. */
export function Count({ label, value, most, step = 1, onChange }: CountProps) {
  return (
    <label className="flex items-center justify-between gap-2">
      {label}
      <input
        type="number"
        min={0}
        max={most}
        step={step}
        className="min-h-9 w-18 rounded-lg border border-line bg-page px-2"
        value={value}
        onChange={(event) => {
          const entered = Math.round(Number(event.target.value) / step) * step;
          onChange(Math.min(most, Math.max(0, entered)));
        }}
      />
    </label>
  );
}

/** A part of the form that opens; its title says what it holds. */
export function Part({
  title,
  open = false,
  children,
}: {
  title: string;
  open?: boolean;
  children: ReactNode;
}) {
  return (
    <details open={open} className="border-t border-line pt-3">
      <summary className="mb-3 cursor-pointer font-book text-[18px] font-semibold">{title}</summary>
      <div className="space-y-4 pb-3">{children}</div>
    </details>
  );
}

export function Small(props: React.ComponentProps<'button'>) {
  return (
    <button
      type="button"
      className="min-h-9 px-1 text-[14px] text-leather underline disabled:text-soft disabled:no-underline"
      {...props}
    />
  );
}
