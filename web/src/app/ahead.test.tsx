import { afterEach, expect, test } from '@jest/globals';
import { cleanup, screen, waitFor } from '@testing-library/react';
import type { Ahead, Opened } from '../api/ahead.ts';
import HorsePage, { ahead as horseAhead } from '../features/horses/HorsePage.tsx';
import Today, { ahead as todayAhead } from '../features/today/Today.tsx';
import { FakeServer, renderIn, someHorse } from '../testing/render.tsx';
import { createBookStore } from './store.ts';

afterEach(cleanup);

const horse = someHorse();

const server = () =>
  new FakeServer({
    '/api/health': { ok: true, demo: null },
    [`/api/horses/${horse.id}`]: horse,
    [`/api/horses/${horse.id}/readings`]: { readings: [], corrected: [] },
    '/api/horses': [horse],
    '/api/timetable': { arenas: [], instructors: [], hours: [] },
    '*': [],
  });

const SCREENS: [string, React.ComponentType, (at: Opened) => Ahead, string, RegExp][] = [
  ['the day', Today, todayAhead, '/', /Nothing is scheduled/],
  ['a horse', HorsePage, horseAhead, `/horses/${horse.id}`, /Where Marram stands/],
];

test.each(SCREENS)(
  '%s asks once for what it shows, also when it was asked for before it is drawn',
  async (_name, Screen, ahead, at, shown) => {
    const { calls } = server();
    const paths = () => calls.map(({ path }) => path);
    const id = at.split('/')[2] ?? '';
    const store = createBookStore();
    ahead({ id, search: new URLSearchParams() }).forEach((ask) => store.dispatch(ask));
    await waitFor(() => expect(calls.length).toBeGreaterThan(1));
    const asked = paths();
    renderIn(<Screen />, store, at, id ? at.replace(id, ':id') : '/');
    expect((await screen.findAllByText(shown)).length).toBeGreaterThan(0);
    expect(new Set(paths()).size).toBe(calls.length);

    cleanup();
    const { calls: plain } = server();
    renderIn(<Screen />, createBookStore(), at, id ? at.replace(id, ':id') : '/');
    expect((await screen.findAllByText(shown)).length).toBeGreaterThan(0);
    // Nothing is asked for that it does not want.
    expect(plain.map(({ path }) => path)).toEqual(expect.arrayContaining(asked));
  },
);
