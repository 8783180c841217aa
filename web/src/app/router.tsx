import { lazy } from 'react';
import { matchPath, matchRoutes, type RouteObject, useRoutes } from 'react-router';
import type { Ahead, Opened } from '../api/ahead.ts';
import { NotFound } from './NotFound.tsx';
import { Shell, shellAhead } from './Shell.tsx';
import type { BookStore } from './store.ts';

interface Screen {
  readonly default: React.ComponentType;
  /** Queries the screen needs first. */
  readonly ahead?: (at: Opened) => Ahead;
}

type Line = readonly [path: string, fetched: () => Promise<Screen>];

/** Each screen by its address: loaded when it is first opened. */
export const SCREENS: readonly Line[] = [
  ['', () => import('../features/today/Today.tsx')],
  ['timetable', () => import('../features/timetable/Settings.tsx')],
  ['horses', () => import('../features/horses/Horses.tsx')],
  ['horses/new', () => import('../features/horses/NewHorse.tsx')],
  ['horses/:id', () => import('../features/horses/HorsePage.tsx')],
  ['horses/:id/edit', () => import('../features/horses/EditHorse.tsx')],
  ['horses/:id/plan', () => import('../features/plan/PlanPage.tsx')],
  ['horses/:id/programme', () => import('../features/programme/ProgrammePage.tsx')],
  ['horses/:id/report', () => import('../features/horses/Report.tsx')],
  ['riders/:id', () => import('../features/programme/RiderWeeks.tsx')],
  ['shelf', () => import('../features/shelf/Shelf.tsx')],
  ['shelf/new', () => import('../features/shelf/own/NewOwn.tsx')],
  ['shelf/:id', () => import('../features/shelf/ExercisePage.tsx')],
  ['desk', () => import('../features/desk/library/Lessons.tsx')],
  ['desk/:id', () => import('../features/desk/Desk.tsx')],
  ['tests', () => import('../features/tests/Tests.tsx')],
  ['tests/:id', () => import('../features/tests/SheetPage.tsx')],
  ['tests/:id/learn', () => import('../features/tests/Learn.tsx')],
  ['tests/:id/call', () => import('../features/tests/Call.tsx')],
  ['tests/rides/:id', () => import('../features/tests/Result.tsx')],
  ['tests/rides/:id/mark', () => import('../features/tests/Scribe.tsx')],
  ['ringside', () => import('../features/ringside/RingsideStart.tsx')],
  ['ringside/:id', () => import('../features/ringside/Ringside.tsx')],
  ['debrief', () => import('../features/debrief/Debriefs.tsx')],
  ['debrief/:id', () => import('../features/debrief/Debrief.tsx')],
  ['progress', () => import('../features/progress/ProgressIndex.tsx')],
  ['progress/:id', () => import('../features/progress/Progress.tsx')],
  ['help', () => import('../features/help/Help.tsx')],
  ['phones', () => import('../features/phones/Phones.tsx')],
  ['mine', () => import('../features/mine/Mine.tsx')],
  ['account', () => import('../features/people/Account.tsx')],
  ['shared', () => import('../features/share/Shared.tsx')],
  ['pair', () => import('../features/phones/Pair.tsx')],
  ['book', () => import('../features/book/BookData.tsx')],
];

/** A server that is just starting answers in a moment. */
const AGAIN_MS = [500, 1500, 3000];
/** In the words of the browsers. */
const IS_AWAY = /dynamically imported module|module script/i;

/** A script that cannot be had now is asked for again, for a while; one that fails by itself is not. */
async function fetchedAgain<T>(fetched: () => Promise<T>): Promise<T> {
  for (const ms of AGAIN_MS) {
    try {
      return await fetched();
    } catch (error) {
      if (!navigator.onLine || !IS_AWAY.test(String(error))) throw error;
      await new Promise((on) => setTimeout(on, ms));
    }
  }
  return fetched();
}

/** The screens of the book, in its shell. */
export function screensOf(store: BookStore, screens: readonly Line[] = SCREENS) {
  const ask = (ahead: Ahead = []) => ahead.forEach((query) => store.dispatch(query));
  /** Each screen is loaded when it is first opened, and what it shows asked for at once. */
  const screen = (path: string, fetched: () => Promise<Screen>): RouteObject => {
    let loading: Promise<Screen> | undefined;
    const load = () => (loading ??= fetchedAgain(fetched).then(askedFor));
    const askedFor = (loaded: Screen) => {
      const { pathname, search } = window.location;
      const match = matchPath(`/${path}`, pathname);
      const id = match?.params['id'] ?? '';
      // Whoever is somewhere else by now wants nothing of it.
      if (match) ask(loaded.ahead?.({ id, search: new URLSearchParams(search) }));
      return loaded;
    };
    return {
      ...(path === '' ? { index: true } : { path }),
      Component: lazy(load),
      handle: load,
    };
  };

  const routes: RouteObject[] = [
    {
      element: <Shell />,
      children: [
        ...screens.map(([path, fetched]) => screen(path, fetched)),
        { path: '*', element: <NotFound /> },
      ],
    },
  ];
  return {
    /** The screen of the address. */
    Screens: () => useRoutes(routes),
    /** Fetches the first one: until it is there the cover is shown. */
    async open(pathname: string): Promise<void> {
      ask(shellAhead());
      await matchRoutes(routes, pathname)?.at(-1)?.route.handle?.();
    },
  };
}
