import { useState } from 'react';

interface StrideTapsProps {
  unit: string;
  onMeasured(counts: number, seconds: number): void;
}

/** Stopwatch and count in one: the first tap as the horse passes the first mark, then one a stride. */
export function StrideTaps({ unit, onMeasured }: StrideTapsProps) {
  const [taps, setTaps] = useState<readonly number[]>([]);
  const tap = (at: number) => {
    const next = [...taps, at];
    setTaps(next);
    if (next.length > 1) {
      onMeasured(next.length - 1, Math.round((at - next[0]!) / 10) / 100);
    }
  };
  return (
    <div className="col-span-2 flex gap-2">
      <button
        type="button"
        className="min-h-20 flex-1 touch-manipulation rounded-xl border-2 border-leather bg-sand-light text-[15px] font-bold"
        onPointerDown={(event) => tap(event.timeStamp)}
        onKeyDown={(event) => {
          if (event.key === ' ' && !event.repeat) tap(event.timeStamp);
        }}
      >
        {taps.length === 0
          ? `Tap at the first mark, then with each of the ${unit}`
          : `${taps.length - 1} ${unit}: the last tap is at the second mark`}
      </button>
      {taps.length > 0 && (
        <button type="button" className="px-3 underline" onClick={() => setTaps([])}>
          again
        </button>
      )}
    </div>
  );
}
