import { aheadOf, bandOf, BANDS } from '../../core/src/progress/forecast.ts';
import { MARK_MODEL, type DatedMark } from '../../core/src/progress/standing.ts';
import { SCALES } from '../../core/src/scales.ts';
import { openFiveYears } from './fiveYears.ts';

const HORSES = 20;
const AHEAD_DAYS = [14, 28, 56, 112] as const;
/** A forecast is made so often in five years. */
const EVERY_DAYS = 45;
const FIRST_AFTER_DAYS = 120;

/** How often the bands of the forecast hold what was marked then, on the five-year book: of the 80 % bands about 80 %. */
export async function forecast(): Promise<void> {
  const { connection, book, ids } = await openFiveYears();
  const rows = AHEAD_DAYS.map((days) => ({ days, made: 0, none: 0, held: BANDS.map(() => 0) }));
  for (const id of ids.slice(0, HORSES)) {
    const { readings } = await book.evidence.readings(id);
    for (const scale of SCALES) {
      for (const rein of ['left', 'right'] as const) {
        const own = readings.filter((m) => m.scale === scale && m.rein === rein);
        count(own, (today) => aheadOf(own, scale, rein, today), rows);
      }
    }
  }
  console.log('days ahead   forecasts   none   in 50 %   in 80 %   in 95 %');
  for (const { days, made, none, held } of rows) {
    const share = (n: number) => `${((100 * n) / made).toFixed(1)} %`.padStart(8);
    console.log(
      `${String(days).padStart(10)}${String(made).padStart(12)}${String(none).padStart(7)}  ${held.map(share).join('  ')}`,
    );
  }
  await connection.close();
}

type Row = { readonly days: number; made: number; none: number; held: number[] };

/** What is marked on one day is the level and the day's own noise. */
function count(
  marks: readonly DatedMark[],
  aheadFrom: (today: number) => ReturnType<typeof aheadOf>,
  rows: readonly Row[],
): void {
  const [first, last] = [marks[0]?.day ?? 0, marks.at(-1)?.day ?? 0];
  for (let today = first + FIRST_AFTER_DAYS; today < last; today += EVERY_DAYS) {
    const ahead = aheadFrom(today);
    for (const row of rows) {
      const then = marks.find((m) => m.day >= today + row.days);
      if (!then || then.day > today + row.days + 7) continue;
      const said = ahead.at(then.day);
      if (!said) {
        row.none++;
        continue;
      }
      const variance = said.sd ** 2 + ahead.noise * (then.variance ?? MARK_MODEL.markVariance);
      row.made++;
      for (const [i, { z }] of BANDS.entries()) {
        const { low, high } = bandOf({ mean: said.mean, sd: Math.sqrt(variance) }, z);
        if (then.value >= low && then.value <= high) row.held[i]!++;
      }
    }
  }
}
