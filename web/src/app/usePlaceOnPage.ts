import { useEffect, useLayoutEffect, useRef } from 'react';
import { useLocation, useNavigationType } from 'react-router';

/** The id of what scrolls. */
export const PAGE = 'page';

/** How far each page in the history was scrolled. */
const places = new Map<string, number>();

/** How long a page may take to reach its height while its first data arrives. */
const SETTLES_MS = 1500;

/** A new page opens at its top; going back opens it where it was left. */
export function usePlaceOnPage(): void {
  const { key, pathname } = useLocation();
  const type = useNavigationType();
  const isFirst = useRef(true);
  useLayoutEffect(() => {
    const page = document.getElementById(PAGE);
    const wanted = type === 'POP' ? (places.get(key) ?? 0) : 0;
    const wasFirst = isFirst.current;
    isFirst.current = false;
    // The first page is where it should be; asking it would have it laid out at once.
    if (!page || (wasFirst && wanted === 0)) return;
    page.scrollTop = wanted;
    if (wanted === 0) return;
    const grown = new ResizeObserver(() => {
      page.scrollTop = wanted;
      if (Math.abs(page.scrollTop - wanted) < 2) grown.disconnect();
    });
    for (const child of page.children) grown.observe(child);
    const stop = window.setTimeout(() => grown.disconnect(), SETTLES_MS);
    return () => {
      window.clearTimeout(stop);
      grown.disconnect();
    };
    // A change of the search (filters) stays where it is.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [pathname, type]);
  useEffect(() => {
    const page = document.getElementById(PAGE);
    const remember = () => void places.set(key, page?.scrollTop ?? 0);
    page?.addEventListener('scroll', remember, { passive: true });
    return () => page?.removeEventListener('scroll', remember);
  }, [key]);
}
