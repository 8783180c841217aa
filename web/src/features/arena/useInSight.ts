import { useEffect, useState, type RefObject } from 'react';

/** How far outside the screen a picture is already made ready. */
const NEAR = '200px';

/** Whether a place has come near the screen; once it has, it stays so. What is not displayed never does. */
export function useInSight(place: RefObject<Element | null>): boolean {
  // A browser without the observer shows all at once.
  const [seen, setSeen] = useState(() => typeof IntersectionObserver === 'undefined');
  useEffect(() => {
    if (seen || !place.current) return;
    const watcher = new IntersectionObserver(
      (entries) => {
        if (entries.some((e) => e.isIntersecting)) setSeen(true);
      },
      { rootMargin: NEAR },
    );
    watcher.observe(place.current);
    return () => watcher.disconnect();
  }, [seen, place]);
  return seen;
}
