import { expect, test } from '@jest/globals';
import type { Horse } from '@canter-book/core/book/records';
import { someHorse } from '../testing/render.tsx';
import { someTry } from '../testing/teaching.ts';
import { changed, keptReducer, type AnyDocument, type Change } from './keptSlice.ts';
import { laidOver } from './overlay.ts';

const asAny = (document: object) => document as AnyDocument;
const keptWith = (...changes: Change[]) =>
  keptReducer('page')(keptReducer('page')(undefined, { type: '' }), changed(changes));

const horse = someHorse();
const renamed: Horse = { ...horse, name: 'Sedge' };

test('a list has what was made here, not what was removed, and the rest as it is here', () => {
  const [other, gone, made] = ['2', '3', '4'].map((id) => someHorse({ id }));
  const kept = keptWith(
    { kind: 'horse', was: horse, is: renamed },
    { kind: 'horse', was: gone!, is: null },
    { kind: 'horse', was: null, is: made! },
  );
  const list = [horse, other, gone];
  expect(laidOver(kept, 'horse', { url: 'horses' }, list)).toEqual([renamed, other, made]);
  // Nothing of its kind waits: it is the same list.
  expect(laidOver(kept, 'rider', { url: 'riders' }, list)).toBe(list);
});

test('one by its id is as it is here, also where the book cannot be asked', () => {
  const kept = keptWith({ kind: 'horse', was: horse, is: renamed });
  const asked = { url: `horses/${horse.id}` };
  expect(laidOver(kept, 'horse', asked, horse)).toEqual(renamed);
  expect(laidOver(kept, 'horse', asked, undefined)).toEqual(renamed);
  expect(laidOver(kept, 'horse', { url: 'horses/2' }, undefined)).toBeUndefined();
});

test('a list that says less of a lesson is told as much', () => {
  const lesson = { id: 'l1', title: 'Loops', tags: [], document: { items: [] } };
  const kept = keptWith(
    { kind: 'lesson', was: asAny({ ...lesson, title: 'Old' }), is: asAny(lesson) },
    { kind: 'lesson', was: null, is: asAny({ ...lesson, id: 'l2', title: 'New' }) },
  );
  const listed = { id: 'l1', title: 'Old', tags: [] };
  expect(laidOver(kept, 'lesson', { url: 'lessons', params: {} }, [listed])).toEqual([
    { ...listed, title: 'Loops' },
    { id: 'l2', title: 'New', tags: [] },
  ]);
  // What is searched for is the server's to find.
  expect(
    laidOver(kept, 'lesson', { url: 'lessons', params: { q: 'loop' } }, [listed]),
  ).toHaveLength(1);
});

test('new ones are shown where they belong: in their days, to their horse, in their session', () => {
  const booked = asAny({ id: 'a1', horseId: 'h1', date: '2026-03-02', repeat: null });
  const kept = keptWith(
    { kind: 'appointment', was: null, is: booked },
    { kind: 'observation', was: null, is: someTry('s1', 't1') },
  );
  const shown = (from: string, to: string) =>
    laidOver(kept, 'appointment', { url: 'appointments', params: { from, to } }, []);
  expect(shown('2026-03-02', '2026-03-08')).toEqual([booked]);
  expect(shown('2026-03-09', '2026-03-15')).toEqual([]);
  const seenIn = (session: string) =>
    laidOver(kept, 'observation', { url: `sessions/${session}/observations` }, []);
  expect(seenIn('s1')).toHaveLength(1);
  expect(seenIn('s2')).toEqual([]);
});
