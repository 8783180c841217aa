import { afterEach, expect, test } from '@jest/globals';
import { act, cleanup, renderHook } from '@testing-library/react';
import fc from 'fast-check';
import { rebased, useDraft } from './useDraft.ts';

afterEach(cleanup);

interface Sheet {
  revision: number;
  title: string;
  words: readonly string[];
  note: string;
}
const sheet: Sheet = { revision: 1, title: 'Loops', words: ['soft'], note: '' };

test('what is entered stays, what is not is as the book has it', () => {
  const { result, rerender } = renderHook((stands: Sheet) => useDraft(stands), {
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
  const { result, rerender } = renderHook((stands: Sheet) => useDraft(stands), {
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

const field = fc.constantFrom('a', 'b', 'c');
const sheets = fc.record({ x: field, y: field, z: field });

test('of three versions each field is mine where I changed it, and theirs where not', () => {
  fc.assert(
    fc.property(sheets, sheets, sheets, (base, draft, stands) => {
      const now = rebased({ base, draft, overruled: [] }, stands);
      for (const name of ['x', 'y', 'z'] as const) {
        const [was, mine, theirs] = [base[name], draft[name], stands[name]];
        expect(now.draft[name]).toBe(mine === was ? theirs : mine);
        const isContested = mine !== was && theirs !== was && mine !== theirs;
        expect(now.overruled.includes(name)).toBe(isContested);
      }
      // Once more changes nothing.
      expect(rebased(now, stands)).toEqual(now);
    }),
    { seed: 20261128 },
  );
});
