import { describe, expect, test } from '@jest/globals';
import Papa from 'papaparse';
import { XMLParser, XMLValidator } from 'fast-xml-parser';
import { parseLesson } from '../notation/parse.ts';
import { compileRide } from '../ride/compile.ts';
import { SHEETS, rideOf } from '../testing/lessons.ts';
import { lessonSvg } from './lessonSvg.ts';
import { progressSvg } from './progressSvg.ts';
import { trackCsv } from './trackCsv.ts';

describe('the track as CSV', () => {
  const ride = rideOf(SHEETS.beginner);

  // Source: RFC 4180; read back by another library.
  test('is read back with the positions of the ride', () => {
    const { data, errors } = Papa.parse<Record<string, string>>(trackCsv(ride, 0.5), {
      header: true,
      skipEmptyLines: true,
    });
    expect(errors).toEqual([]);
    expect(data[0]).toMatchObject({
      seconds: '0',
      x_m: '0',
      y_m: '0',
      heading_deg: '90',
      gait: 'trot',
      rein: 'left',
      lead: '',
    });
    expect(Number(data.at(-1)!['seconds'])).toBeCloseTo(ride.totals.seconds, 1);
    expect(Number(data.at(-1)!['metres'])).toBeCloseTo(ride.totals.metres, 1);
    data.slice(1).forEach((row, i) => {
      const step = Math.hypot(
        Number(row['x_m']) - Number(data[i]!['x_m']),
        Number(row['y_m']) - Number(data[i]!['y_m']),
      );
      expect(step).toBeLessThan(2.6);
    });
    expect(data.some((row) => row['lead'] === 'left')).toBe(true);
  });

  test('ends its lines as the RFC says, and wants a time between its rows', () => {
    expect(trackCsv(ride).endsWith('\r\n')).toBe(true);
    expect(trackCsv(rideOf(''))).toMatch(/^seconds,.*\r\n$/);
    expect(() => trackCsv(ride, 0)).toThrow('everyS must be > 0');
  });
});

describe('the lesson on one page', () => {
  const text = SHEETS.lesson.replace('let her look, keep the beat', 'look <up> & "wait"');
  const { lesson } = parseLesson(text);
  const svg = lessonSvg(compileRide(lesson), lesson);

  // Read by another library: well-formed, whatever a note holds.
  test('is well-formed and holds every line with its figures', () => {
    expect(XMLValidator.validate(svg)).toBe(true);
    const texts: string[] = [];
    const collect = (node: unknown): void => {
      if (Array.isArray(node)) node.forEach(collect);
      else if (node && typeof node === 'object') {
        for (const [key, value] of Object.entries(node)) {
          if (key === '#text') texts.push(String(value));
          else collect(value);
        }
      }
    };
    collect(new XMLParser({ preserveOrder: true, trimValues: true }).parse(svg));
    const said = texts.join('\n');
    for (const line of [
      'Loosen, then straighten',
      'warm-up, 12 min',
      'C circle left 20 x2',
      'look <up> & "wait"',
      '119 m',
      '44 strides',
      'E half circle left 10 return H',
    ]) {
      expect(said).toContain(line);
    }
  });

  test('prints a repeat with its rounds, once, and the time at which it ends', () => {
    const { lesson } = parseLesson(
      'A trot working\nrepeat 3 {\nC circle left 20\nrepeat 2 {\nE circle left 15\n}\n}\nA halt 4 s\n',
    );
    const ride = compileRide(lesson);
    const page = lessonSvg(ride, lesson);
    const said = [...page.matchAll(/<text[^>]*>([^<]*)<\/text>/g)].map(([, t]) => t!);
    const once = (line: string) => said.filter((t) => t === line).length;
    expect(once('C circle left 20')).toBe(1);
    expect(once('E circle left 15')).toBe(1);
    expect(once('3 times:')).toBe(1);
    expect(once('2 times:')).toBe(1);
    const halt = ride.movements.find((m) => m.kind === 'halt')!;
    const ends = said.find((t) => t.startsWith('↺ 3 times in all, to '))!;
    const [, minutes, seconds] = /(\d+):(\d\d)$/.exec(ends)!;
    // What comes after it begins where it ends, but for the way there.
    const endS = Number(minutes) * 60 + Number(seconds);
    expect(endS).toBeLessThanOrEqual(halt.startsAtS + 1);
    expect(endS).toBeGreaterThan(halt.startsAtS - 60);
  });

  test('fits its page, also a long lesson', () => {
    const long = parseLesson(
      `A trot working\n${'C circle left 20\nE circle left 15\n'.repeat(30)}`,
    ).lesson;
    for (const page of [svg, lessonSvg(compileRide(long), long)]) {
      const ys = [...page.matchAll(/<text x="[\d.]+" y="([\d.]+)" font-size="([\d.]+)"/g)];
      const lowest = Math.max(...ys.map(([, y]) => Number(y)));
      expect(ys.length).toBeGreaterThan(20);
      expect(lowest).toBeLessThanOrEqual(297);
      expect(
        Math.min(...ys.filter(([, y]) => Number(y) > 30).map(([, , size]) => Number(size))),
      ).toBeGreaterThan(1);
    }
  });
});

describe('the progress on one page', () => {
  const readings = Array.from({ length: 40 }, (_, i) => ({
    scale: 'contact' as const,
    rein: i % 2 ? ('right' as const) : ('left' as const),
    day: 20_000 + i * 2,
    value: i % 2 ? 7 : 4 + i / 20,
  }));
  const page = (list: typeof readings) =>
    progressSvg({
      horse: 'Marram & Co',
      about: 'stage 4',
      theme: 'one <tempo>',
      homework: 'Look up',
      readings: list,
      today: 20_080,
    });

  test('is well-formed, fits, and says level, trend and the weaker rein', () => {
    const svg = page(readings);
    expect(XMLValidator.validate(svg)).toBe(true);
    for (const said of [
      'Marram &amp; Co',
      'improving',
      'the left rein is weaker',
      'Homework: Look up',
    ]) {
      expect(svg).toContain(said);
    }
    const ys = [...svg.matchAll(/<text x="[\d.]+" y="([\d.]+)"/g)].map(([, y]) => Number(y));
    expect(Math.max(...ys)).toBeLessThan(297);
    expect([...svg.matchAll(/stroke-dasharray="2 1.2"/g)]).toHaveLength(1);
  });

  test('with nothing seen it says so', () => {
    expect(page([])).toContain('not marked');
    expect(page([])).toContain('not enough seen');
  });
});
