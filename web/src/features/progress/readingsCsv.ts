import Papa from 'papaparse';
import { dateOf } from '@canter-book/core/progress/days';
import type { DatedMark } from '@canter-book/core/progress/standing';

/** Every reading as a row: RFC 4180, with the standard deviation beside the value. */
export const readingsCsv = (readings: readonly DatedMark[]): string =>
  Papa.unparse(
    readings.map(({ day, scale, rein, value, variance }) => ({
      date: dateOf(day),
      scale,
      rein,
      value: value.toFixed(2),
      sd: variance === undefined ? '' : Math.sqrt(variance).toFixed(2),
    })),
    { newline: '\r\n' },
  );
