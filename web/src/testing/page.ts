import { act } from '@testing-library/react';

/** For tests: what the page under jsdom does not do by itself. */

/** jsdom lays nothing out: an editor asks for places, and gets none. */
export function layNothingOut(): void {
  Range.prototype.getClientRects = () => [] as unknown as DOMRectList;
  Range.prototype.getBoundingClientRect = () => new DOMRect();
}

/** A tap at a moment of the page's own clock, in milliseconds. */
export function tapAt(target: Element, ms: number): void {
  const event = new Event('pointerdown', { bubbles: true });
  Object.defineProperty(event, 'timeStamp', { value: ms });
  act(() => void target.dispatchEvent(event));
}
