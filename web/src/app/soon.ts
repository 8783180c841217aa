/** Does what nothing on the page waits for in a task of its own, so that the page answers before it. */
export const soon = (work: () => void): void => void setTimeout(work);

/**
 * Does it in a task of its own once the page is loaded, as it may be already.
 *
 * @returns how not to
 */
export function whenLoaded(work: () => void): () => void {
  if (document.readyState === 'complete') {
    const timer = setTimeout(work);
    return () => clearTimeout(timer);
  }
  window.addEventListener('load', work);
  return () => window.removeEventListener('load', work);
}
