import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react';
import { useParams } from 'react-router';
import { Provider } from 'react-redux';
import { createMemoryHistory } from 'history';
import type { Opened } from '../api/ahead.ts';
import { BookRouter } from '../ui/BookRouter.tsx';
import { horsesApi } from '../api/horses.ts';
import { SCREENS, screensOf } from './router.tsx';
import { createBookStore } from './store.ts';

/** Answers of the server by path; what is missing does not answer at all. */
let answers: Record<string, unknown>;

beforeEach(() => {
  answers = { '/api/health': { ok: true, demo: null } };
  globalThis.fetch = jest.fn(async (input: unknown) => {
    const { pathname } = new URL((input as Request).url ?? String(input), 'http://book');
    if (!(pathname in answers)) throw new TypeError('no network');
    const body = answers[pathname];
    const status = (body as { status?: number }).status ?? 200;
    return new Response(JSON.stringify(body), {
      status,
      headers: { 'Content-Type': 'application/json' },
    });
  }) as typeof fetch;
});
afterEach(cleanup);

function open(path: string) {
  const store = createBookStore();
  const { Screens } = screensOf(store);
  render(
    <Provider store={store}>
      <BookRouter history={createMemoryHistory({ initialEntries: [path] })}>
        <Screens />
      </BookRouter>
    </Provider>,
  );
}

describe('pages without their data', () => {
  test('an empty book teaches the first step', async () => {
    answers['/api/horses'] = [];
    answers['/api/yard'] = [];
    open('/');
    await screen.findByText('The book is empty.');
    expect(document.title).toBe('Today · Canter Book');
  });

  test('a server that does not answer is said, and asked again', async () => {
    open('/debrief');
    await screen.findByText('The book’s server does not answer');
    answers['/api/sessions'] = [];
    answers['/api/horses'] = [];
    answers['/api/riders'] = [];
    fireEvent.click(screen.getByRole('button', { name: 'Try again' }));
    await screen.findByText('Nothing has been taught yet.');
  });

  test('what is not in the book, and what is no page, are said in words', async () => {
    answers['/api/horses/x'] = { status: 404, title: 'No such horse', detail: 'd' };
    answers['/api/horses/x/marks'] = [];
    answers['/api/sessions'] = [];
    answers['/api/riders'] = [];
    open('/horses/x');
    await screen.findByText('There is no such horse in the book.');
    cleanup();
    open('/no/such/page');
    await screen.findByText('There is no such page in the book.');
  });
});

test('one more screen is its file and its line: in the shell, with what it asks for first', async () => {
  answers['/api/horses/toy'] = { id: 'toy', name: 'Rag doll' };
  const Toy = () => <h1>{horsesApi.useHorseQuery(useParams()['id']!).data?.name}</h1>;
  const ahead = ({ id }: Opened) => [horsesApi.endpoints.horse.initiate(id)];
  const store = createBookStore();
  const file = jest.fn(() => Promise.resolve({ default: Toy, ahead }));
  const screens = screensOf(store, [...SCREENS, ['toys/:id', file]]);
  window.history.replaceState(null, '', '/toys/toy');
  await screens.open('/toys/toy');
  expect(file).toHaveBeenCalledTimes(1);
  await waitFor(() =>
    expect(horsesApi.endpoints.horse.select('toy')(store.getState()).data?.name).toBe('Rag doll'),
  );
  render(
    <Provider store={store}>
      <BookRouter history={createMemoryHistory({ initialEntries: ['/toys/toy'] })}>
        <screens.Screens />
      </BookRouter>
    </Provider>,
  );
  await screen.findByRole('heading', { name: 'Rag doll' });
  screen.getByRole('link', { name: 'Horses' });
  expect(file).toHaveBeenCalledTimes(1);
  window.history.replaceState(null, '', '/');
});

test('a screen whose script is away for a moment is asked for again; one with a fault is not', async () => {
  jest.useFakeTimers();
  const away = new TypeError('Failed to fetch dynamically imported module: /assets/Toy.js');
  const Toy = () => <h1>Toys</h1>;
  const opened = async (...outcomes: (Error | null)[]) => {
    const file = jest.fn(async () => {
      const outcome = outcomes.shift();
      if (outcome) throw outcome;
      return { default: Toy };
    });
    const ended = screensOf(createBookStore(), [['toys', file]])
      .open('/toys')
      .then(
        () => 'shown',
        (error: Error) => error.message,
      );
    await jest.advanceTimersByTimeAsync(10_000);
    return [await ended, file.mock.calls.length];
  };
  expect(await opened(away, away)).toEqual(['shown', 3]);
  expect(await opened(away, away, away, away)).toEqual([away.message, 4]);
  expect(await opened(new TypeError('x is not a function'))).toEqual(['x is not a function', 1]);
  jest.useRealTimers();
});
