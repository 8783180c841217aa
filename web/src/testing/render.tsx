import type { ReactElement } from 'react';
import { afterEach } from '@jest/globals';
import { render } from '@testing-library/react';
import { Provider } from 'react-redux';
import { createMemoryHistory } from 'history';
import { Route, Routes } from 'react-router';
import type { Horse } from '@canter-book/core/book/records';
import { BookRouter } from '../ui/BookRouter.tsx';
import { createBookStore, type BookStore } from '../app/store.ts';

/** For tests: a page that is gone sends nothing any more. */
const pages = new Set<BookStore>();
afterEach(() => {
  for (const { outbox } of pages) outbox.stop();
  pages.clear();
});

/** For tests: renders with a store and a router, and a server that answers from a table. */

export interface Call {
  readonly method: string;
  readonly path: string;
  readonly body: unknown;
}

export type Answer = unknown | ((call: Call) => unknown);

export class FakeServer {
  readonly calls: Call[] = [];

  constructor(readonly answers: Record<string, Answer> = {}) {
    globalThis.fetch = (async (input: Request) => this.answer(input)) as typeof fetch;
  }

  private async answer(request: Request): Promise<Response> {
    const { pathname, search } = new URL(request.url, 'http://book');
    const text = await request.text();
    const call = { method: request.method, path: pathname, body: bodyOf(text) };
    this.calls.push(call);
    const found =
      this.answers[`${call.method} ${pathname}`] ??
      this.answers[`${pathname}${search}`] ??
      // A book without tests, unless they are given.
      (search === '?sheets=1' && this.answers[pathname] ? [] : this.answers[pathname]) ??
      this.answers['*'];
    if (found === undefined) throw new TypeError('no network');
    const body: unknown =
      typeof found === 'function' ? await (found as (c: Call) => unknown)(call) : found;
    const status = (body as { status?: number } | null)?.status ?? 200;
    return new Response(JSON.stringify(body), {
      status,
      headers: { 'Content-Type': 'application/json' },
    });
  }

  sent(method: string): Call[] {
    return this.calls.filter((call) => call.method === method);
  }
}

/** JSON as its value; anything else, such as a file, as its text. */
function bodyOf(text: string): unknown {
  try {
    return text ? JSON.parse(text) : null;
  } catch {
    return text;
  }
}

export function renderIn(
  element: ReactElement,
  store: BookStore = createBookStore(),
  at = '/',
  path = '*',
) {
  pages.add(store);
  return {
    store,
    ...render(
      <Provider store={store}>
        <BookRouter history={createMemoryHistory({ initialEntries: [at] })}>
          <Routes>
            <Route path={path} element={element} />
          </Routes>
        </BookRouter>
      </Provider>,
    ),
  };
}

export const someHorse = (more: Partial<Horse> = {}): Horse => ({
  id: '0190a0b0-0000-7000-8000-000000000001',
  revision: 1,
  name: 'Marram',
  kind: 'dun mare',
  bornYear: 2015,
  heightCm: 165,
  stage: 4,
  approach: 'steady-hand',
  hollowSide: null,
  theme: '',
  notes: '',
  riderIds: [],
  measured: [],
  limits: {},
  fitness: 'usual',
  events: [],
  ...more,
});
