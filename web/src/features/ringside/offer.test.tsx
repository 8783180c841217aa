import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { cleanup, fireEvent, screen, within } from '@testing-library/react';
import { ANY_HORSE } from '@canter-book/core/gaits/horse';
import { linesOf } from '@canter-book/core/lesson/document';
import { parseLesson } from '@canter-book/core/notation/parse';
import { swapsIn } from '@canter-book/core/planner/swap';
import { createBookStore, type BookStore } from '../../app/store.ts';
import { FakeServer, renderIn } from '../../testing/render.tsx';
import { someSession, someTeaching } from '../../testing/teaching.ts';
import Ringside from './Ringside.tsx';
import type { Session } from '@canter-book/core/book/records';
import { inOrder } from '../../kept/keptSlice.ts';
import { begun } from './ringsideSlice.ts';

const { lesson } = parseLesson(
  'arena 20x60\nstart A trot working left\nphase work 12 min\n# set shoulder-in 1: Shoulder-in\nK-H shoulder-in\nM-F shoulder-in\n# set trot-circle 1: Circle in trot\nA circle left 20\n',
);
const session = someSession({ document: lesson });
const sessionId = session.id;

let store: BookStore;
beforeEach(() => {
  new FakeServer();
  store = createBookStore();
  const teaching = someTeaching(session, { horse: { ...ANY_HORSE, stage: 5 } });
  store.dispatch(begun(teaching));
});
afterEach(cleanup);

const open = () => renderIn(<Ringside />, store, `/ringside/${sessionId}`, '/ringside/:id');
const press = (name: string | RegExp) => fireEvent.click(screen.getByRole('button', { name }));
const now = () => screen.getByRole('region', { name: 'Now' }).textContent;
const taught = () => store.getState().ringside.teaching[sessionId]!;
const offer = () => screen.findByRole('alert', { name: 'What could be ridden instead' });

describe('the thread at the ringside', () => {
  test('twice lost: the easier exercise by name and drawn; one tap rides it, one goes back', async () => {
    open();
    press('next');
    expect(now()).toContain('shoulder-in');
    press(/^lost/);
    press(/^lost/);
    const card = await offer();
    expect(card.textContent).toContain('Lost twice: leave it.');
    within(card).getByRole('img', { name: /, drawn$/ });
    fireEvent.click(within(card).getByRole('button', { name: 'ride it now' }));
    const [swap] = swapsIn(taught().session.document!);
    expect(swap!.planned).toEqual({ exercise: 'shoulder-in', rung: 0 });
    // It is ridden now, and what was lost has been ridden.
    expect(now()).not.toContain('shoulder-in');
    const lines = linesOf(taught().session.document!.items);
    expect(lines[0]!.id).toBe(linesOf(lesson.items)[0]!.id);
    expect(taught().tries.every((t) => t.itemId === lines[0]!.id)).toBe(true);
    // The book is told.
    const sent = inOrder(store.getState().kept).find(({ kind }) => kind === 'session')!;
    expect((sent.is as Session).document).toEqual(taught().session.document);
    press('back to the plan');
    expect(taught().session.document).toEqual(lesson);
    expect(now()).toContain('shoulder-in');
    expect(screen.queryByRole('button', { name: 'back to the plan' })).toBeNull();
  });

  test('three that held: the next step is offered, and can be declined', async () => {
    open();
    press('next');
    for (let i = 0; i < 3; i++) press(/^good/);
    const card = await offer();
    expect(card.textContent).toContain('Three good in a row. Next step:');
    fireEvent.click(within(card).getByRole('button', { name: 'stay with this' }));
    expect(screen.queryByRole('alert', { name: 'What could be ridden instead' })).toBeNull();
    expect(taught().session.document).toEqual(lesson);
  });
});
