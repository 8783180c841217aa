import { useEffect, useRef, useState } from 'react';
import { intervalAt } from '@canter-book/core/ringside/intervals';
import { tapTempo } from '@canter-book/core/stats/tapTempo';
import { Segments } from '../../../ui/Choose.tsx';
import type { Entry } from '@canter-book/core/observations/kind';

interface EntryFieldProps<E extends Entry = Entry> {
  entry: E;
  value: unknown;
  onChange(value: unknown): void;
}

/** One answer, with targets for a glove. */
export function EntryField({ entry, value, onChange }: EntryFieldProps) {
  switch (entry.kind) {
    case 'choice':
      return <Choice entry={entry} value={value} onChange={onChange} />;
    case 'half':
      return (
        <Stepper
          label={entry.label}
          value={value as number}
          least={0}
          most={10}
          step={0.5}
          onChange={onChange}
        />
      );
    case 'number':
      return (
        <Stepper
          label={entry.label}
          value={value as number}
          least={entry.least}
          most={entry.most}
          step={entry.step}
          onChange={onChange}
        />
      );
    case 'taps':
      return <Taps label={entry.label} onChange={onChange} />;
    case 'clock':
      return <Stopwatch label={entry.label} onChange={onChange} />;
    case 'counter':
      return <IntervalCounter label={entry.label} onChange={onChange} />;
    case 'words':
      return (
        <label className="flex flex-col gap-1">
          <span className="text-[15px]">{entry.label}</span>
          <textarea
            rows={3}
            maxLength={entry.name === 'what' ? 60 : 300}
            className="rounded-2xl border-[3px] border-ink bg-page p-3 text-[17px]"
            value={(value as string | undefined) ?? ''}
            onChange={(e) => onChange(e.target.value)}
          />
        </label>
      );
  }
}

function Choice({ entry, value, onChange }: EntryFieldProps<Extract<Entry, { kind: 'choice' }>>) {
  return (
    <div>
      <p aria-hidden className="mb-1 text-[15px]">
        {entry.label}
      </p>
      <Segments
        look="glove, apart"
        label={entry.label}
        all={entry.options}
        said={(option) => entry.words?.[entry.options.indexOf(option)] ?? String(option)}
        chosen={value as string | boolean | undefined}
        onChange={(option) => onChange(value === option && entry.optional ? undefined : option)}
      />
    </div>
  );
}

interface StepperProps {
  label: string;
  value: number;
  least: number;
  most: number;
  step: number;
  onChange(value: number): void;
}

function Stepper({ label, value, least, most, step, onChange }: StepperProps) {
  const button = 'h-16 w-16 rounded-2xl border-[3px] border-ink text-3xl font-bold';
  return (
    <div className="flex items-center gap-3">
      <span className="flex-1 text-[16px]">{label}</span>
      <button
        type="button"
        aria-label={`${label}: less`}
        className={button}
        onClick={() => onChange(Math.max(least, value - step))}
      >
        −
      </button>
      <output className="tabular w-14 text-center font-mono text-[26px] font-bold">{value}</output>
      <button
        type="button"
        aria-label={`${label}: more`}
        className={button}
        onClick={() => onChange(Math.min(most, value + step))}
      >
        +
      </button>
    </div>
  );
}

/** A shorter row of taps says nothing of a drift. */
const BEATS_FOR_DRIFT = 20;

/** The beat under the thumb: tempo, scatter and drift as they come. */
function Taps({ label, onChange }: { label: string; onChange(taps: readonly number[]): void }) {
  const [taps, setTaps] = useState<readonly number[]>([]);
  const begun = useRef(0);
  const found = tapTempo(taps);
  const tap = (at: number) => {
    if (taps.length === 0) begun.current = at;
    const next = [...taps, Math.round(at - begun.current)].slice(-400);
    setTaps(next);
    onChange(next);
  };
  return (
    <div className="flex flex-col gap-2">
      <button
        type="button"
        className="flex min-h-44 touch-manipulation flex-col items-center justify-center rounded-3xl bg-[#0f4a3b] text-white"
        onPointerDown={(event) => tap(event.timeStamp)}
        onKeyDown={(event) => {
          if (event.key === ' ' && !event.repeat) tap(event.timeStamp);
        }}
      >
        <span className="tabular text-[44px] leading-none font-bold" data-testid="tempo">
          {found ? found.perMinute.toFixed(1) : taps.length}
        </span>
        <span className="text-[15px]">
          {found ? `a minute, ± ${found.error.toFixed(1)}` : `${label}: five or more`}
        </span>
        {found && (
          <span className="text-[15px]">
            scatter {(100 * found.scatter).toFixed(0)} %
            {found.beats >= BEATS_FOR_DRIFT &&
              ` · drift ${found.driftPercent.toFixed(0)} % a minute`}
          </span>
        )}
      </button>
      <button
        type="button"
        className="min-h-14 underline"
        onClick={() => {
          setTaps([]);
          onChange([]);
        }}
      >
        Begin again
      </button>
    </div>
  );
}

function Stopwatch({ label, onChange }: { label: string; onChange(seconds: number): void }) {
  const [since, setSince] = useState<number | null>(null);
  const [seconds, setSeconds] = useState(0);
  useEffect(() => {
    if (since === null) return;
    const timer = window.setInterval(() => setSeconds((Date.now() - since) / 1000), 100);
    return () => window.clearInterval(timer);
  }, [since]);
  return (
    <button
      type="button"
      className={`flex min-h-24 items-center justify-center gap-4 rounded-3xl border-[3px] border-ink text-[18px] font-bold ${since === null ? '' : 'bg-slip'}`}
      onClick={() => {
        if (since === null) return setSince(Date.now());
        const measured = Math.round((Date.now() - since) / 100) / 10;
        setSeconds(measured);
        setSince(null);
        onChange(measured);
      }}
    >
      <span>{since === null ? `start: ${label}` : 'stop'}</span>
      <span className="tabular font-mono text-[28px]">{seconds.toFixed(1)} s</span>
    </button>
  );
}

interface Counted {
  of: string;
  asked: number;
  soft: number;
  held: readonly number[];
}

/** n of this, m of that: tap each stride; it buzzes where the work changes, and keeps what held. */
function IntervalCounter({ label, onChange }: { label: string; onChange(counted: Counted): void }) {
  const [plan, setPlan] = useState({ asked: 5, soft: 3 });
  const [counts, setCounts] = useState(0);
  const [held, setHeld] = useState<readonly number[]>([]);
  const now = intervalAt(plan, counts);
  const tell = (list: readonly number[]) => onChange({ of: 'asked', ...plan, held: list });
  const tap = () => {
    const next = intervalAt(plan, counts + 1);
    if (next.part !== now.part) signal();
    // The asked strides are over and none was lost: all of them held.
    if (now.part === 'asked' && next.part === 'soft') {
      const list = [...held, plan.asked];
      setHeld(list);
      tell(list);
    }
    setCounts(counts + 1);
  };
  const lost = () => {
    const list = [...held, now.done];
    setHeld(list);
    tell(list);
    // On to the soft part of this round.
    setCounts(counts + now.left);
  };
  return (
    <div className="flex flex-col gap-3">
      {(['asked', 'soft'] as const).map((part) => (
        <Stepper
          key={part}
          label={`strides ${part}`}
          value={plan[part]}
          least={1}
          most={30}
          step={1}
          onChange={(n) => setPlan({ ...plan, [part]: n })}
        />
      ))}
      <button
        type="button"
        className={`flex min-h-32 touch-manipulation flex-col items-center justify-center rounded-3xl border-[3px] border-ink ${now.part === 'asked' ? 'bg-slip' : ''}`}
        onPointerDown={tap}
      >
        <span className="tabular text-[40px] leading-none font-bold">{now.left}</span>
        <span className="text-[16px]">
          more {now.part} · round {now.round} · {label}
        </span>
      </button>
      <button
        type="button"
        disabled={now.part !== 'asked'}
        className="min-h-16 rounded-2xl bg-[#8a1f2a] text-[18px] font-bold text-white disabled:opacity-40"
        onClick={lost}
      >
        lost here, after {now.done}
      </button>
      <p className="text-[15px]">held: {held.join(', ') || 'nothing yet'}</p>
    </div>
  );
}

/** A buzz and a short beep, where the device has them. */
function signal(): void {
  navigator.vibrate?.(80);
  try {
    const audio = new AudioContext();
    const tone = audio.createOscillator();
    tone.frequency.value = 880;
    tone.connect(audio.destination);
    tone.start();
    tone.stop(audio.currentTime + 0.08);
    tone.onended = () => void audio.close();
  } catch {
    // A device without sound still shows the count.
  }
}
