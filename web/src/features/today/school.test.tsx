import { afterEach, beforeEach, expect, jest, test } from '@jest/globals';
import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { FakeServer, renderIn, someHorse, type Call } from '../../testing/render.tsx';
import ProgressIndex from '../progress/ProgressIndex.tsx';
import Today from './Today.tsx';

/** A school: more horses than are looked up at once. */

const ID = (i: number) => `0190a0b0-0000-7000-8000-${String(i).padStart(12, '0')}`;
const HORSES = Array.from({ length: 230 }, (_, i) =>
  someHorse({ id: ID(i), name: `Horse ${String(i).padStart(3, '0')}` }),
);
const row = (horseId: string) => ({
  horseId,
  lastDate: '2026-06-01',
  lastMinutes: 40,
  homework: '',
  next: { scale: 'contact', rein: 'left', mean: 5.2 },
  standings: Object.fromEntries(
    ['rhythm', 'suppleness', 'contact', 'impulsion', 'straightness', 'collection'].map((s) => [
      s,
      { left: { mean: 5.2, sd: 0.4, marks: 3, monthAgo: null }, right: null },
    ]),
  ),
  programme: null,
  verdicts: {},
});

/** As the server of a school answers. */
function school() {
  const asked: string[][] = [];
  const real = new FakeServer({
    '/api/health': { ok: true, demo: null },
    '/api/horses': HORSES,
    '/api/yard': { status: 422, title: 'Too many horses at once', detail: 'Ask for some.' },
    // The later the number, the longer it waits.
    '/api/yard/last': HORSES.map((h, i) => ({
      horseId: h.id,
      lastDate: new Date(Date.parse('2026-06-16') - i * 86_400_000).toISOString().slice(0, 10),
      lastMinutes: 40,
    })),
    '*': ({ method }: Call) => (method === 'GET' ? [] : {}),
  });
  const plain = globalThis.fetch;
  globalThis.fetch = (async (input: Request) => {
    const horses = new URL(input.url, 'http://book').searchParams.get('horses')?.split(',');
    if (!horses) return plain(input);
    asked.push(horses);
    return new Response(JSON.stringify(horses.map(row)), {
      headers: { 'Content-Type': 'application/json' },
    });
  }) as typeof fetch;
  return { real, asked };
}

beforeEach(() => {
  jest.useFakeTimers({ now: new Date('2026-06-17T09:30:00Z'), advanceTimers: true });
  // jsdom lays nothing out: a list that shows what is in sight has to be told that something is.
  jest.spyOn(HTMLElement.prototype, 'offsetHeight', 'get').mockReturnValue(800);
  jest.spyOn(HTMLElement.prototype, 'offsetWidth', 'get').mockReturnValue(1000);
});
afterEach(() => {
  cleanup();
  jest.restoreAllMocks();
  jest.useRealTimers();
});

test('the day asks for the horses that wait longest, never for all', async () => {
  const { asked } = school();
  renderIn(<Today />);
  await waitFor(() => expect(asked.length).toBeGreaterThan(0));
  for (const horses of asked) expect(horses.length).toBeLessThanOrEqual(100);
  expect(asked.flat()).toContain(ID(229));
  expect(asked.flat()).not.toContain(ID(0));
});

test('the progress of a school is turned a page at a time, and searched', async () => {
  const { asked } = school();
  renderIn(<ProgressIndex />);
  await screen.findByText('page 1 of 3');
  expect((await screen.findAllByText('5.2')).length).toBeGreaterThan(100);
  fireEvent.click(screen.getByRole('button', { name: 'Next' }));
  fireEvent.click(screen.getByRole('button', { name: 'Next' }));
  screen.getByText('page 3 of 3');
  screen.getByRole('link', { name: 'Horse 229' });
  await waitFor(() => expect(asked.at(-1)).toHaveLength(30));
  fireEvent.change(screen.getByLabelText('Find a horse'), { target: { value: '017' } });
  screen.getByText('page 1 of 1');
  await waitFor(() => expect(asked.at(-1)).toEqual([ID(17)]));
});
