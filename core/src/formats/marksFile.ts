import type { MarkedRide, RideJudge } from '../sheet/markedRide.ts';
import { isMark, markFaults } from '../sheet/marks.ts';
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

/** A row of a table that could not be taken, and why. */
export interface MarkRowFault {
  /** From 1, with the heading. */
  readonly row: number;
  readonly why: string;
}

export interface MarksRead {
  readonly judges: readonly RideJudge[];
  readonly faults: readonly MarkRowFault[];
}

const REMARK = /^remark\s+/i;

/**
 * Reads marks from the rows of a table as `marksRows` writes them: boxes by their number, collective marks by
 * their name, a column a judge. What cannot be taken is kept aside, row by row, with its reason; the rest is read.
 */
export function readMarks(sheet: Sheet, rows: readonly (readonly string[])[]): MarksRead {
  const head = (rows[0] ?? []).map((cell) => cell.trim());
  const columns = head.map((name) => name.toLowerCase());
  const [numberAt, nameAt] = [columns.indexOf('number'), columns.indexOf('name')];
  if (numberAt < 0 && nameAt < 0) {
    return {
      judges: [],
      faults: [{ row: 1, why: 'the heading needs a column “number” or “name”' }],
    };
  }
  const others = ['number', 'name', 'coefficient', ''];
  const places = head.filter((name, i) => !others.includes(columns[i]!) && !REMARK.test(name));
  const faults: MarkRowFault[] = [];
  const twice = places.filter((at, i) => places.indexOf(at) !== i);
  for (const at of new Set(twice)) {
    faults.push({ row: 1, why: `the judge at ${at} has two columns: the first one is read` });
  }
  const judges = [...new Set(places)].map((at) => ({
    at,
    marks: {} as Record<string, number>,
    collectives: {} as Record<string, number>,
    remarks: {} as Record<string, string>,
  }));
  const seen = new Set<string>();
  rows.slice(1).forEach((cells, i) => {
    if (cells.every((cell) => cell.trim() === '')) return;
    const row = i + 2;
    const cell = (at: number) => (at < 0 ? '' : (cells[at] ?? '').trim());
    const number = cell(numberAt);
    const box = sheet.boxes.find((b) => String(b.number) === number);
    const whole =
      number === '' ? sheet.collectives.find((c) => c.name === cell(nameAt)) : undefined;
    const key = box ? String(box.number) : whole?.name;
    if (key === undefined) {
      const said = number === '' ? `“${cell(nameAt)}”` : `box ${number}`;
      faults.push({ row, why: `this sheet has no ${said}` });
      return;
    }
    if (seen.has(key)) {
      faults.push({ row, why: `there are two rows for ${box ? `box ${key}` : `“${key}”`}` });
      return;
    }
    seen.add(key);
    for (const judge of judges) {
      const written = cell(head.indexOf(judge.at));
      const remark = cell(columns.indexOf(`remark ${judge.at.toLowerCase()}`));
      if (remark !== '') judge.remarks[key] = remark.slice(0, 300);
      if (written === '') continue;
      const mark = Number(written.replace(',', '.'));
      if (isMark(mark)) (box ? judge.marks : judge.collectives)[key] = mark;
      else {
        faults.push({
          row,
          why: `${judge.at} gave “${written}”: marks go from 0 to 10 in halves`,
        });
      }
    }
  });
  return { judges, faults };
}
