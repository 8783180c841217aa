import type { Observation, TryObservation } from '@canter-book/core/observations/observation';
import { sayObservation } from '@canter-book/core/observations/observation';

/** The parts of the card under the thumb. */

interface HeldProps {
  held: number;
  unit: string;
  onHeld(held: number): void;
}

export function Held({ held, unit, onHeld }: HeldProps) {
  const side = 'rounded-2xl border-[3px] border-ink bg-page text-3xl font-bold';
  return (
    <div className="grid h-[clamp(56px,9.5vh,76px)] grid-cols-[64px_1fr_64px] gap-2">
      <button
        type="button"
        aria-label={`One of the ${unit} less`}
        className={side}
        onClick={() => onHeld(held - 1)}
      >
        −
      </button>
      <button
        type="button"
        aria-label={`${held} ${unit} held. Tap along to count`}
        className="rounded-2xl bg-[#f1f1ea] text-black"
        onClick={() => onHeld(held + 1)}
      >
        <span className="tabular block text-[30px] leading-none font-bold" data-testid="held">
          {held}
        </span>
        <span className="text-[14px]">{unit} held · tap along</span>
      </button>
      <button
        type="button"
        aria-label={`One of the ${unit} more`}
        className={side}
        onClick={() => onHeld(held + 1)}
      >
        +
      </button>
    </div>
  );
}

export function TryButton({
  label,
  hint,
  className,
  ...rest
}: { label: string; hint: string; className: string } & React.ComponentProps<'button'>) {
  return (
    <button
      type="button"
      className={`flex flex-col items-center justify-center rounded-3xl text-white disabled:opacity-50 ${className}`}
      {...rest}
    >
      <span className="text-[clamp(22px,3.6vh,27px)] leading-tight font-bold">{label}</span>
      <span className="text-[15px]">{hint}</span>
    </button>
  );
}

interface LastSeenProps {
  last: Observation | null;
  tries: readonly TryObservation[];
  onUndo(id: string): void;
}

/** The last thing kept, to be taken back; one after the other, as far back as it goes. */
export function LastSeen({ last, tries, onUndo }: LastSeenProps) {
  const good = tries.filter((t) => t.result === 'good').length;
  return (
    <div
      className="flex min-h-14 items-center justify-between gap-3 text-[15px] leading-tight"
      role="status"
    >
      {last ? (
        <>
          <span className="line-clamp-2">
            {last.kind === 'try'
              ? `${last.result === 'good' ? '✓ good' : '✕ lost'}${last.held > 0 ? `, held ${last.held}` : ''} · ${good} of ${tries.length} good`
              : `✓ ${sayObservation(last)}`}
          </span>
          <button
            type="button"
            className="min-h-14 px-4 font-bold underline"
            onClick={() => onUndo(last.id)}
          >
            undo
          </button>
        </>
      ) : (
        <span className="text-soft">
          {tries.length > 0
            ? `${good} of ${tries.length} good so far.`
            : 'The first good answer may be two strides: praise that one.'}
        </span>
      )}
    </div>
  );
}

export function Foot(props: React.ComponentProps<'button'>) {
  return (
    <button
      type="button"
      className="min-h-14 rounded-2xl border-[3px] border-ink bg-page text-[16px] font-bold disabled:opacity-35"
      {...props}
    />
  );
}
