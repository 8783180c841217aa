import { lazy } from 'react';
import { matchPath, matchRoutes, type RouteObject, useRoutes } from 'react-router';
import type { Ahead, Opened } from '../api/ahead.ts';
import { NotFound } from './NotFound.tsx';
import { Shell, shellAhead } from './Shell.tsx';
import type { BookStore } from './store.ts';

interface Screen {
  readonly default: React.ComponentType;
  /** What it shows first. */
  readonly ahead?: (at: Opened) => Ahead;
}

/** The screens of the book, in its shell. */
export function screensOf(store: BookStore) {
  const ask = (ahead: Ahead = []) => ahead.forEach((query) => store.dispatch(query));
  /** Each screen is loaded when it is first opened, and what it shows asked for at once. */
  const screen = (path: string, fetched: () => Promise<Screen>): RouteObject => {
    let loading: Promise<Screen> | undefined;
    const load = () => (loading ??= fetched().then(askedFor));
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
        screen('', () => import('../features/today/Today.tsx')),
        screen('timetable', () => import('../features/timetable/Settings.tsx')),
        screen('horses', () => import('../features/horses/Horses.tsx')),
        screen('horses/new', () => import('../features/horses/NewHorse.tsx')),
        screen('horses/:id', () => import('../features/horses/HorsePage.tsx')),
        screen('horses/:id/edit', () => import('../features/horses/EditHorse.tsx')),
        screen('horses/:id/plan', () => import('../features/plan/PlanPage.tsx')),
        screen('horses/:id/programme', () => import('../features/programme/ProgrammePage.tsx')),
        screen('horses/:id/report', () => import('../features/horses/Report.tsx')),
        screen('riders/:id', () => import('../features/programme/RiderWeeks.tsx')),
        screen('shelf', () => import('../features/shelf/Shelf.tsx')),
        screen('shelf/new', () => import('../features/shelf/own/NewOwn.tsx')),
        screen('shelf/:id', () => import('../features/shelf/ExercisePage.tsx')),
        screen('desk', () => import('../features/desk/library/Lessons.tsx')),
        screen('desk/:id', () => import('../features/desk/Desk.tsx')),
        screen('tests', () => import('../features/tests/Tests.tsx')),
        screen('tests/:id', () => import('../features/tests/SheetPage.tsx')),
        screen('tests/:id/learn', () => import('../features/tests/Learn.tsx')),
        screen('tests/:id/call', () => import('../features/tests/Call.tsx')),
        screen('tests/rides/:id', () => import('../features/tests/Result.tsx')),
        screen('tests/rides/:id/mark', () => import('../features/tests/Scribe.tsx')),
        screen('ringside', () => import('../features/ringside/RingsideStart.tsx')),
        screen('ringside/:id', () => import('../features/ringside/Ringside.tsx')),
        screen('debrief', () => import('../features/debrief/Debriefs.tsx')),
        screen('debrief/:id', () => import('../features/debrief/Debrief.tsx')),
        screen('progress', () => import('../features/progress/ProgressIndex.tsx')),
        screen('progress/:id', () => import('../features/progress/Progress.tsx')),
        screen('help', () => import('../features/help/Help.tsx')),
        screen('phones', () => import('../features/phones/Phones.tsx')),
        screen('mine', () => import('../features/mine/Mine.tsx')),
        screen('account', () => import('../features/people/Account.tsx')),
        screen('shared', () => import('../features/share/Shared.tsx')),
        screen('pair', () => import('../features/phones/Pair.tsx')),
        screen('book', () => import('../features/book/BookData.tsx')),
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
