import { expect, test } from '@jest/globals';
import { act, render, screen } from '@testing-library/react';
import { arenaOf } from '@canter-book/core/lesson/arenaOf';
import { parseLesson } from '@canter-book/core/notation/parse';
import { compileRide } from '@canter-book/core/ride/compile';
import { MiniArena } from './MiniArena.tsx';

test('a picture is drawn when it comes into sight, and what stands below it stays where it is', () => {
  let show = () => {};
  globalThis.IntersectionObserver = class {
    constructor(seen: IntersectionObserverCallback) {
      const entry = { isIntersecting: true } as IntersectionObserverEntry;
      show = () => seen([entry], this as never);
    }
    observe() {}
    disconnect() {}
  } as never;
  const { lesson } = parseLesson('arena 20x40\nstart A trot working left\nC circle left 10\n');
  const { container } = render(
    <MiniArena arena={arenaOf(lesson)} ride={() => compileRide(lesson)} label="drawn" />,
  );
  const place = container.firstElementChild as HTMLElement;
  expect(screen.queryByRole('img')).toBeNull();
  expect(place.getAttribute('style')).toContain('aspect-ratio: 42 / 22');
  act(show);
  screen.getByRole('img', { name: 'drawn' });
  expect(place.getAttribute('style')).toContain('aspect-ratio: 42 / 22');
});
