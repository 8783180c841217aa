import { useState } from 'react';
import { heatOf, wetBulbGlobeC, type Heat } from '@canter-book/core/planner/heat';
import { useWeatherQuery } from '../../api/yard.ts';
import { today } from '../../app/dates.ts';
import { Button } from '../../ui/Button.tsx';
import { inputClass } from '../../ui/Field.tsx';
import { Tick } from '../../ui/Choose.tsx';

const KEY = 'canter-book-air';

/** The air of a day, as it was typed. */
interface Air {
  readonly date: string;
  readonly celsius: string;
  readonly humidity: string;
}

/** The air as it was entered today; another day's does not count. */
function airToday(): Air {
  const none = { date: today(), celsius: '', humidity: '' };
  try {
    const kept = JSON.parse(localStorage.getItem(KEY) ?? 'null') as Partial<Air> | null;
    return kept?.date === none.date ? { ...none, ...kept } : none;
  } catch {
    return none;
  }
}

function keep(air: Air): void {
  try {
    localStorage.setItem(KEY, JSON.stringify(air));
  } catch {
    // A private window keeps nothing.
  }
}

/** A number within its bounds; null for anything else. */
function within(typed: string, low: number, high: number): number | null {
  const value = typed.trim() === '' ? NaN : Number(typed.replace(',', '.'));
  return value >= low && value <= high ? value : null;
}

function wetBulbOf({ celsius, humidity }: Air): number | null {
  const [t, rh] = [within(celsius, -30, 60), within(humidity, 0, 100)];
  return t === null || rh === null ? null : wetBulbGlobeC(t, rh);
}

/** Whether the day was entered as a hot one. */
export function hotToday(): boolean {
  const wetBulb = wetBulbOf(airToday());
  return wetBulb !== null && heatOf(wetBulb) !== 'cool';
}

const SAYS: Readonly<Record<Heat, string>> = {
  cool: 'no need to shorten',
  hot: 'hot for horses: shorter, and less that is heavy',
  'too hot': 'too hot to work: hose down, walk in the shade, or leave it for today',
};

const inWords = ({ celsius, humidity }: { celsius: number; humidity: number }) => ({
  celsius: String(celsius),
  humidity: String(humidity),
});

interface HeatTodayProps {
  hot: boolean;
  onHot(hot: boolean): void;
}

/** Temperature and humidity of the day, entered once; what they mean for a horse is worked out. */
export function HeatToday({ hot, onHot }: HeatTodayProps) {
  const [air, setAir] = useState(airToday);
  const { data: known } = useWeatherQuery(today());
  const wetBulb = wetBulbOf(air);
  const heat = wetBulb === null ? null : heatOf(wetBulb);
  const change = (part: Partial<Air>) => {
    const next = { ...air, ...part };
    keep(next);
    setAir(next);
    const now = wetBulbOf(next);
    if (now !== null) onHot(heatOf(now) !== 'cool');
  };
  const wrong =
    (air.celsius !== '' && within(air.celsius, -30, 60) === null) ||
    (air.humidity !== '' && within(air.humidity, 0, 100) === null);
  return (
    <fieldset>
      <legend className="mb-1 text-[14px] text-soft">The air today</legend>
      <div className="grid grid-cols-2 gap-2">
        {(
          [
            ['celsius', 'Temperature, °C'],
            ['humidity', 'Humidity, %'],
          ] as const
        ).map(([part, label]) => (
          <label key={part} className="text-[13px] text-soft">
            {label}
            <input
              className={`${inputClass} w-full`}
              inputMode="decimal"
              value={air[part]}
              onChange={(event) => change({ [part]: event.target.value })}
            />
          </label>
        ))}
      </div>
      {known && air.celsius === '' && air.humidity === '' && (
        <Button look="quiet" className="mt-2 w-full" onClick={() => change(inWords(known))}>
          {Math.round(known.celsius)} °C, {Math.round(known.humidity)} %: use the forecast
        </Button>
      )}
      {wrong && (
        <p role="alert" className="mt-1 text-[13px] text-madder">
          Temperature from −30 to 60 °C, humidity from 0 to 100 %.
        </p>
      )}
      {heat && (
        <p
          className={`mt-1 text-[13px] ${heat === 'too hot' ? 'font-bold text-madder' : 'text-soft'}`}
        >
          Heat index {Math.round(wetBulb!)} °C, {SAYS[heat]}. The yard’s and the federation’s rule
          comes first.
        </p>
      )}
      <Tick label="It is hot" checked={hot} onChange={onHot} />
    </fieldset>
  );
}
