import { useEffect } from 'react';

/** The title of the page, as tabs and histories show it. */
export function useTitle(title: string): void {
  useEffect(() => {
    document.title = title ? `${title} · Canter Book` : 'Canter Book';
  }, [title]);
}
