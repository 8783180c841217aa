import { type ReactNode, startTransition, useLayoutEffect, useState } from 'react';
import type { History } from 'history';
import { Router } from 'react-router';
import { HistoryContext } from './history.ts';

interface BookRouterProps {
  history: History;
  children: ReactNode;
}

/**
 * The router on a history that can be held up. The router's own way to hold it up comes with its
 * loaders and actions, a tenth of what the first view loads; the book has none of them.
 */
export function BookRouter({ history, children }: BookRouterProps) {
  const [at, setAt] = useState({ action: history.action, location: history.location });
  // The page that is left stays until the next one has been fetched.
  useLayoutEffect(() => history.listen((next) => startTransition(() => setAt(next))), [history]);
  return (
    <HistoryContext value={history}>
      <Router location={at.location} navigationType={at.action} navigator={history}>
        {children}
      </Router>
    </HistoryContext>
  );
}
