import { createContext, useContext } from 'react';
import type { History } from 'history';

/** Where the book has been opened: what asks before a page is left holds it up. */
export const HistoryContext = createContext<History | null>(null);

export function useHistory(): History {
  const history = useContext(HistoryContext);
  if (!history) throw new Error('useHistory: no BookRouter above');
  return history;
}
