import { afterEach, describe, expect, test } from '@jest/globals';
import { cleanup, screen } from '@testing-library/react';
import { reviewLesson } from '@canter-book/core/review/review';
import { compileRide } from '@canter-book/core/ride/compile';
import { FakeServer, renderIn } from '../../testing/render.tsx';
import Help from './Help.tsx';
import { REFERENCE } from './reference.ts';
import { lessonOfRow } from './rideOfRow.ts';

afterEach(cleanup);

describe('the shorthand on the page of help', () => {
  const rows = REFERENCE.flatMap((g) => g.rows);
  test.each(rows.map((row) => [row.line, row] as const))('%s is read and ridden', (_, row) => {
    const parsed = lessonOfRow(row);
    const ride = compileRide(parsed.lesson);
    expect(parsed.faults).toEqual([]);
    expect(ride.faults.map((f) => f.fault)).toEqual([]);
    const findings = reviewLesson(parsed.lesson, ride, parsed);
    expect(findings.filter((f) => f.level === 'error')).toEqual([]);
  });

  test('each line stands on the page, with its picture where something is ridden', async () => {
    new FakeServer();
    renderIn(<Help />);
    for (const { line } of rows)
      expect(
        screen.getByText((_, e) => e?.tagName === 'CODE' && e.textContent === line),
      ).toBeTruthy();
    expect((await screen.findAllByRole('img')).length).toBeGreaterThan(20);
  });
});
