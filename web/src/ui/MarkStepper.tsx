import { classNames } from './classNames.ts';

interface MarkStepperProps {
  label: string;
  value: number | null;
  word: string;
  large?: boolean;
  onChange(value: number): void;
}

const FIRST = 6;

/** A mark 0–10 in halves, with big buttons and the arrow keys. */
export function MarkStepper({ label, value, word, large = false, onChange }: MarkStepperProps) {
  const step = (by: number) =>
    onChange(value === null ? FIRST : Math.min(10, Math.max(0, value + by)));
  const button = classNames(
    'rounded-lg border-2 border-line bg-page font-bold text-ink hover:border-leather',
    large ? 'h-14 w-14 text-2xl' : 'h-10 w-10 text-xl',
  );
  return (
    <div
      role="spinbutton"
      aria-label={label}
      aria-valuemin={0}
      aria-valuemax={10}
      {...(value !== null && { 'aria-valuenow': value })}
      aria-valuetext={value === null ? 'no mark yet' : `${value}, ${word}`}
      tabIndex={0}
      className={`flex items-center rounded-lg ${large ? 'gap-2' : 'gap-1 sm:gap-2'}`}
      onKeyDown={(event) => {
        const by = { ArrowUp: 0.5, ArrowRight: 0.5, ArrowDown: -0.5, ArrowLeft: -0.5 }[event.key];
        if (by === undefined) return;
        event.preventDefault();
        step(by);
      }}
    >
      <button
        type="button"
        tabIndex={-1}
        aria-label={`${label}: less`}
        className={button}
        onClick={() => step(-0.5)}
      >
        −
      </button>
      <span className={`text-center ${large ? 'min-w-12' : 'min-w-9 sm:min-w-12'}`}>
        <span
          className={classNames(
            'tabular block font-mono font-bold',
            large ? 'text-2xl' : 'text-lg',
          )}
        >
          {value === null ? '–' : value.toFixed(1)}
        </span>
      </span>
      <button
        type="button"
        tabIndex={-1}
        aria-label={`${label}: more`}
        className={button}
        onClick={() => step(0.5)}
      >
        +
      </button>
    </div>
  );
}
