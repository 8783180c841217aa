import { expect, test } from '@jest/globals';
import { onTop } from './onTop.ts';

interface Shelf {
  readonly revision: number;
  readonly things: readonly string[];
}

/** A book that takes a document only on top of the version it has, as the server does; each answer takes a while. */
function bookOf(stands: Shelf) {
  const refusal = { status: 409, data: { title: 'Saved elsewhere', detail: 'd', current: stands } };
  let saves = 0;
  const save = async (shelf: Shelf) => {
    saves++;
    await new Promise((on) => setTimeout(on));
    if (shelf.revision !== stands.revision)
      return { error: { ...refusal, data: { ...refusal.data, current: stands } } };
    stands = { ...shelf, revision: shelf.revision + 1 };
    return { data: stands };
  };
  return { save, now: () => stands, saves: () => saves };
}

const adding = (thing: string) => (shelf: Shelf) => ({
  ...shelf,
  things: [...shelf.things, thing],
});

test('taps that come before the answer to the one before are all kept', async () => {
  const known = { revision: 3, things: ['bridle'] };
  const book = bookOf(known);
  const answers = await Promise.all(
    ['girth', 'saddle', 'rug'].map((thing) => onTop(book.save, known, adding(thing))),
  );
  expect(answers.map(({ error }) => error)).toEqual([undefined, undefined, undefined]);
  expect([...book.now().things].sort()).toEqual(['bridle', 'girth', 'rug', 'saddle']);
  expect(book.now().revision).toBe(6);
});

test('what another device has saved stays', async () => {
  const book = bookOf({ revision: 4, things: ['bridle', 'bell'] });
  const stale = { revision: 3, things: ['bridle'] };
  await onTop(book.save, stale, adding('girth'));
  expect(book.now()).toEqual({ revision: 5, things: ['bridle', 'bell', 'girth'] });
});

test('any other refusal is answered as it is, and not tried again', async () => {
  const error = { status: 507, data: { title: 'The disk is full', detail: 'd' } };
  let saves = 0;
  const answer = await onTop(
    async () => (saves++, { error }),
    { revision: 1, things: [] },
    adding('girth'),
  );
  expect(answer.error).toBe(error);
  expect(saves).toBe(1);
});

test('a book that is never as it was answered is given up on', async () => {
  const book = bookOf({ revision: 9, things: [] });
  const never = async (shelf: Shelf) => {
    await book.save({ ...shelf, revision: -1 });
    return { error: { status: 409, data: { title: 't', detail: 'd', current: book.now() } } };
  };
  const answer = await onTop(never, { revision: 9, things: [] }, adding('girth'));
  expect(answer.error).toMatchObject({ status: 409 });
  expect(book.saves()).toBe(5);
});
