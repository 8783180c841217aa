import type { MarkedRide } from '../sheet/markedRide.ts';
import { markFaults } from '../sheet/marks.ts';
import { scoreOf } from '../sheet/score.ts';
import type { Sheet } from '../sheet/sheet.ts';
import { scoreJson } from './sheetJson.ts';

/** The marks of a ride as rows of a table: one for each box and collective mark, two columns for each judge. */
export function marksRows(sheet: Sheet, { judges }: MarkedRide): string[][] {
  const head = [
    'number',
    'name',
    'coefficient',
    ...judges.flatMap((j) => [j.at, `remark ${j.at}`]),
  ];
  const cells = (list: 'marks' | 'collectives', key: string) =>
    judges.flatMap((j) => [String(j[list][key] ?? ''), j.remarks[key] ?? '']);
  const boxes = sheet.boxes.map(({ number, title, lines, coefficient }) => [
    String(number),
    title ?? lines.join(' · '),
    String(coefficient),
    ...cells('marks', String(number)),
  ]);
  const collectives = sheet.collectives.map(({ name, coefficient }) => [
    '',
    name,
    String(coefficient),
    ...cells('collectives', name),
  ]);
  return [head, ...boxes, ...collectives];
}

/** A ride as JSON: the marks, and the score where none is missing. */
export function marksJson(sheet: Sheet, ride: MarkedRide): string {
  const { judges, errors, target, date, kind, place } = ride;
  const marks = { judges, errors, ...(target !== null && { target }) };
  const whole = judges.length > 0 && markFaults(sheet, marks).length === 0;
  const score = whole ? { score: scoreJson(scoreOf(sheet, marks)) } : {};
  const json = { sheet: sheet.title, date, kind, place, ...marks, ...score };
  return `${JSON.stringify(json, null, 2)}\n`;
}
