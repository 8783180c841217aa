import { describe, expect, test } from '@jest/globals';
import { parseLesson } from '../notation/parse.ts';
import { compileRide } from '../ride/compile.ts';
import type { RideJudge } from '../sheet/markedRide.ts';
import { OUR_SHEETS } from '../sheet/ours.ts';
import { scoreOf } from '../sheet/score.ts';
import { sheetOf } from '../sheet/sheet.ts';
import { escapeXml } from './page.ts';
import { sheetPages } from './sheetPages.ts';

const known = OUR_SHEETS.map(({ name, text }) => {
  const { lesson } = parseLesson(text);
  return { name, sheet: sheetOf(lesson, compileRide(lesson)) };
});
const said = (pages: readonly string[]) =>
  pages.flatMap((page) => [...page.matchAll(/>([^<>]*)<\/text>/g)].map((m) => m[1]!));
/** Everything of a page that is written stands on it. */
const onThePage = (page: string) =>
  [...page.matchAll(/<text x="([\d.-]+)" y="([\d.-]+)"/g)].every(
    ([, x, y]) => Number(x) >= 10 && Number(x) <= 200 && Number(y) > 5 && Number(y) < 292,
  );

describe.each(known)('the paper of $name', ({ sheet }) => {
  test('empty: every box with its lines and what it counts, room for the total', () => {
    const pages = sheetPages({ sheet, about: '', judges: [], score: null });
    const words = said(pages).join(' ');
    for (const { lines, number } of sheet.boxes) {
      expect(words).toContain(` ${number} `);
      for (const line of lines) expect(words).toContain(escapeXml(line.split(',')[0]!));
    }
    for (const { name } of sheet.collectives) expect(words).toContain(name);
    expect(words).toContain(`of ${sheet.possible}`);
    expect(pages.every(onThePage)).toBe(true);
  });

  test('filled in by five judges who say much: nothing runs off the page, all is there', () => {
    const judge = (at: string, i: number): RideJudge => ({
      at,
      marks: Object.fromEntries(sheet.boxes.map((b) => [b.number, 5 + ((b.number + i) % 5) / 2])),
      collectives: Object.fromEntries(sheet.collectives.map((c) => [c.name, 6.5])),
      remarks: Object.fromEntries(
        sheet.boxes.map((b) => [b.number, `${at} saw the tempo change & the bend get lost`]),
      ),
    });
    const judges = ['C', 'E', 'B', 'H', 'M'].map(judge);
    const score = scoreOf(sheet, { judges, errors: 1, target: 7 });
    const pages = sheetPages({ sheet, about: 'Tansy, 27 Nov 2026', judges, score });
    const words = said(pages);
    expect(words).toContain(`${score.percent.toFixed(3)} %`);
    expect(words.filter((w) => /^\d+\.\d$/.test(w)).length).toBeGreaterThanOrEqual(
      5 * (sheet.boxes.length + sheet.collectives.length),
    );
    expect(words.join(' ').match(/bend get lost/g)!.length).toBeGreaterThanOrEqual(
      sheet.boxes.length,
    );
    expect(pages.every(onThePage)).toBe(true);
    expect(pages.join('')).not.toMatch(/ & /);
  });
});
