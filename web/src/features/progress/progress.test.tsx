import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import { cleanup, fireEvent, render, screen, within } from '@testing-library/react';
import Papa from 'papaparse';
import { dateOf, dayOf } from '@canter-book/core/progress/days';
import type { DatedMark } from '@canter-book/core/progress/standing';
import { FakeServer, renderIn, someHorse } from '../../testing/render.tsx';
import { Compare } from './Compare.tsx';
import { Courses } from './Courses.tsx';
import { Measured } from './Measured.tsx';
import { readingsCsv } from './readingsCsv.ts';
import { SessionCalendar } from './SessionCalendar.tsx';

const TODAY = dayOf('2026-06-15');
const HORSE = someHorse().id;

/** Contact on both reins over twelve weeks: the left one rises, the right one stands. */
const readings: DatedMark[] = Array.from({ length: 40 }, (_, i) => ({
  scale: 'contact' as const,
  rein: i % 2 ? ('right' as const) : ('left' as const),
  day: TODAY - 82 + 2 * i,
  value: i % 2 ? 7 + ((i % 6) - 2) / 10 : 4 + i / 18 + ((i % 3) - 1) / 10,
  variance: 0.3,
}));

beforeEach(() => {
  jest.useRealTimers();
});
afterEach(cleanup);

describe('the last twelve weeks', () => {
  const row = (scale: string) => {
    const head = screen.getByRole('rowheader', { name: scale });
    return head.closest('tr')!;
  };

  test('say level, trend with its interval, verdict, and the weaker rein', () => {
    render(<Courses readings={readings} today={TODAY} />);
    expect(row('contact').textContent).toMatch(
      /left\d\.\d ± \d\.\d\+\d\.\d \(\+\d\.\d … \+\d\.\d\)/,
    );
    expect(row('contact').textContent).toContain('improving');
    expect(row('contact').textContent).toContain('the left rein is weaker');
    expect(row('contact').nextElementSibling!.textContent).toContain('steady');
  });

  test('say nothing that the data do not carry', () => {
    render(<Courses readings={readings.slice(0, 3)} today={TODAY} />);
    expect(row('contact').textContent).toContain('not enough seen');
    expect(row('rhythm').textContent).toContain('not enough seen');
    expect(row('rhythm').textContent).toContain('–');
  });
});

describe('two periods', () => {
  test('are the last two months at first, and others when they are chosen', () => {
    render(<Compare readings={readings} today={TODAY} />);
    const contact = () => within(screen.getByRole('rowheader', { name: 'contact' }).closest('tr')!);
    contact().getByText('↗ better');
    contact().getByText('no sure difference');
    fireEvent.change(screen.getByLabelText('before from'), { target: { value: '2020-01-01' } });
    fireEvent.change(screen.getByLabelText('before to'), { target: { value: '2020-02-01' } });
    expect(contact().getAllByText('nothing to compare')).toHaveLength(2);
    screen.getByRole('rowheader', { name: 'rhythm' });
  });
});

describe('the days of half a year', () => {
  test('each worked day is darker, and says how long', async () => {
    const worked = [TODAY - 1, TODAY - 1, TODAY - 9].map((day, i) => ({
      id: `s${i}`,
      date: dateOf(day),
      minutes: 30,
    }));
    new FakeServer({ '/api/sessions': worked });
    const { container } = renderIn(<SessionCalendar horseId={HORSE} today={TODAY} />);
    await screen.findByText(/^2 days in half a year, 1.5 h in all\./);
    const prints = [...container.querySelectorAll('title')];
    expect(prints).toHaveLength(2);
    expect(prints.map((p) => p.textContent).join()).toContain('60 min');
    // Each week has its stretch of sand.
    expect(container.querySelectorAll('path[stroke="var(--sand)"]')).toHaveLength(26);
  });
});

describe('what was measured', () => {
  const base = { id: 'x', sessionId: 's', at: '2026-06-01T10:00:00Z', rein: 'left', gait: 'trot' };
  const seen = (o: object) => ({ date: '2026-06-01', seen: { ...base, ...o } });

  test('lies as it is: tempo, contact, and the strides that held', async () => {
    new FakeServer({
      [`/api/horses/${HORSE}/seen`]: [
        seen({ kind: 'tempo', perMinute: 76, scatter: 0.03, driftPercent: 0, tapsMs: [] }),
        seen({ kind: 'tempo', perMinute: 80, scatter: 0.03, driftPercent: 0, tapsMs: [] }),
        seen({ kind: 'contact', left: 2, right: 3, when: 'during' }),
        seen({ kind: 'try', text: 'F-M shoulder-in', result: 'good', held: 6 }),
        seen({ kind: 'try', text: 'F-M shoulder-in', result: 'good', held: 9 }),
      ],
    });
    renderIn(
      <Measured horseId={HORSE} biases={{ aid: { mean: 0.8, pairs: 14 } }} since="2025-06-15" />,
    );
    await screen.findByRole('img', { name: 'Tempo, strides a minute in trot: middle 78.0' });
    screen.getByRole('img', { name: 'Contact, of 10, both hands: middle 2.5' });
    const holds = screen.getByText('F-M shoulder-in').closest('tr')!;
    expect(holds.textContent).toBe('F-M shoulder-in697');
    screen.getByText(/against the marks it lies above by 0.8 \(14 pairs\)/);
  });

  test('with nothing yet, it says how to begin', () => {
    new FakeServer({ [`/api/horses/${HORSE}/seen`]: [] });
    renderIn(<Measured horseId={HORSE} biases={{}} since="2025-06-15" />);
    screen.getByText(/Tap the beat at the ringside/);
    screen.getByText(/Note the weight in the hand/);
    screen.getByText(/Tap along while it holds/);
  });
});

// Source: RFC 4180; read back by another library.
test('the table holds every reading', () => {
  const { data, errors } = Papa.parse<Record<string, string>>(readingsCsv(readings), {
    header: true,
  });
  expect(errors).toEqual([]);
  expect(data).toHaveLength(readings.length);
  expect(data[1]).toEqual({
    date: dateOf(readings[1]!.day),
    scale: 'contact',
    rein: 'right',
    value: readings[1]!.value.toFixed(2),
    sd: Math.sqrt(0.3).toFixed(2),
  });
});
