import { afterEach, expect, test } from '@jest/globals';
import { act, cleanup, renderHook } from '@testing-library/react';
import { useEntered } from './useEntered.ts';

afterEach(cleanup);

interface Sheet {
  revision: number;
  title: string;
  words: readonly string[];
  note: string;
}
const sheet: Sheet = { revision: 1, title: 'Loops', words: ['soft'], note: '' };

test('what is entered stays, what is not is as the book has it', () => {
  const { result, rerender } = renderHook((stands: Sheet) => useEntered(stands), {
    initialProps: sheet,
  });
  expect(result.current).toMatchObject({ draft: sheet, isChanged: false, overruled: [] });
  act(() => result.current.set({ note: 'hind legs' }));
  rerender({ ...sheet, revision: 2, words: ['soft', 'round'] });
  expect(result.current).toMatchObject({
    draft: { revision: 2, title: 'Loops', words: ['soft', 'round'], note: 'hind legs' },
    isChanged: true,
    overruled: [],
  });
  // Saved as it stands here: nothing is left to save.
  rerender({ ...result.current.draft, revision: 3 });
  expect(result.current).toMatchObject({ isChanged: false, overruled: [] });
});

test('what was changed here and elsewhere is kept, and said until both agree', () => {
  const { result, rerender } = renderHook((stands: Sheet) => useEntered(stands), {
    initialProps: sheet,
  });
  act(() => result.current.set({ title: 'Mine' }));
  rerender({ ...sheet, revision: 2, title: 'Theirs' });
  expect(result.current).toMatchObject({ draft: { title: 'Mine' }, overruled: ['title'] });
  rerender({ ...sheet, revision: 3, title: 'Theirs', note: 'more' });
  expect(result.current).toMatchObject({
    draft: { title: 'Mine', note: 'more' },
    overruled: ['title'],
  });
  rerender({ ...sheet, revision: 4, title: 'Mine', note: 'more' });
  expect(result.current).toMatchObject({ isChanged: false, overruled: [] });
});
