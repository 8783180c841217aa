import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import { act, cleanup, fireEvent, screen } from '@testing-library/react';
import { ANY_HORSE } from '@canter-book/core/gaits/horse';
import { parseLesson } from '@canter-book/core/notation/parse';
import { createBookStore, type BookStore } from '../../app/store.ts';
import { FakeServer, renderIn } from '../../testing/render.tsx';
import { someSession, someTeaching } from '../../testing/teaching.ts';
import Ringside from './Ringside.tsx';
import type { Observation } from '@canter-book/core/observations/observation';
import { inOrder } from '../../kept/keptSlice.ts';
import { begun } from './ringsideSlice.ts';

const { lesson } = parseLesson(
  'arena 20x40\nstart A walk medium left\ngo large -- breathe\nA trot working\nC circle left 20\nA halt 4 s\n',
);
const session = someSession({ document: lesson });
const sessionId = session.id;

jest.useFakeTimers();

let store: BookStore;
beforeEach(() => {
  new FakeServer();
  store = createBookStore();
  const teaching = someTeaching(
    { ...session, startedAt: new Date().toISOString() },
    { horse: { ...ANY_HORSE, name: 'Marram' }, riderName: 'Ines Calloway' },
  );
  store.dispatch(begun(teaching));
});
afterEach(cleanup);

function open() {
  return renderIn(<Ringside />, store, `/ringside/${sessionId}`, '/ringside/:id');
}

const region = (name: string) => screen.getByRole('region', { name });
const press = (name: string | RegExp) => fireEvent.click(screen.getByRole('button', { name }));

describe('teaching', () => {
  test('shows what now, its note, what next and when it comes', () => {
    open();
    expect(region('Now').textContent).toContain('go large');
    expect(region('Now').textContent).toContain('breathe');
    expect(region('Next').textContent).toContain('A trot working');
    screen.getByRole('heading', { name: /Marram · Ines/ });
  });

  test('goes to the next and back, and runs by the clock', () => {
    open();
    press('next');
    expect(region('Now').textContent).toContain('A trot working');
    press('next');
    expect(region('Now').textContent).toContain('C circle left 20');
    press('back');
    expect(region('Now').textContent).toContain('A trot working');
    press('ride on');
    act(() => void jest.advanceTimersByTime(30_000));
    expect(region('Now').textContent).not.toContain('A trot working');
    press('hold');
    const held = region('Now').textContent;
    act(() => void jest.advanceTimersByTime(60_000));
    expect(region('Now').textContent).toBe(held);
  });

  test('records tries with the strides held, and takes the last one back', () => {
    open();
    press('next');
    press('next');
    for (let i = 0; i < 3; i++) press(/Tap along/);
    press('One of the strides less');
    press(/^good/);
    press(/^lost/);
    const { tries } = store.getState().ringside.teaching[sessionId]!;
    expect(tries.map((t) => [t.text, t.result, t.held, t.gait, t.rein])).toEqual([
      ['C circle left 20', 'good', 2, 'trot', 'left'],
      ['C circle left 20', 'lost', 0, 'trot', 'left'],
    ]);
    screen.getByText(/1 of 2 good/);
    press('undo');
    screen.getByText(/1 of 1 good/);
    expect(inOrder(store.getState().kept).map(({ kind }) => kind)).toEqual([
      'session',
      'observation',
      'observation',
      'observation',
    ]);
  });

  test('ends with the marks of each rein; what was not worked on stays without', () => {
    open();
    press('finish');
    press('rhythm, left rein: more');
    press('rhythm, left rein: more');
    press('contact, right rein: less');
    press('Save the lesson');
    screen.getByText(/0 tries and 2 marks/);
    const marks = inOrder(store.getState().kept).filter(({ kind }) => kind === 'observation');
    expect(marks.map(({ is }) => is)).toMatchObject([
      { kind: 'mark', scale: 'rhythm', rein: 'left', value: 6.5 },
      { kind: 'mark', scale: 'contact', rein: 'right', value: 6 },
    ]);
    const ended = store.getState().ringside.teaching[sessionId]!.session;
    expect(ended.endedAt).not.toBeNull();
  });

  test('says how much is still kept on the device', () => {
    open();
    press('next');
    press(/^good/);
    expect(screen.getByTestId('delivery').textContent).toContain('kept here, 2 to send');
  });
});

describe('noting what is seen', () => {
  const lastSeen = () => {
    const { kind, is } = inOrder(store.getState().kept).at(-1)!;
    return kind === 'observation' ? (is as Observation) : null;
  };

  test('a reading is kept with its rein and gait, and can be taken back', () => {
    open();
    press('ride');
    press('next');
    press('note');
    press('contact');
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Save' }).disabled).toBe(true);
    press('during');
    press('◐ left hand: more');
    press('Save');
    expect(lastSeen()).toMatchObject({
      kind: 'contact',
      left: 2.5,
      right: 2,
      when: 'during',
      rein: 'left',
      gait: 'trot',
    });
    screen.getByText('✓ contact ◐ 2.5 ◑ 2, during');
    const { id } = lastSeen()!;
    press('undo');
    expect(lastSeen()).toMatchObject({ kind: 'withdrawn', corrects: id });
    expect(store.getState().ringside.teaching[sessionId]!.seen).toHaveLength(0);
  });

  test('two lost tries in a row bring the advice to leave, which can be followed or passed', () => {
    open();
    press('ride');
    press('next');
    press(/^lost/);
    expect(screen.queryByRole('alert')).toBeNull();
    press(/^lost/);
    expect(screen.getByRole('alert').textContent).toContain('Lost twice: leave it now.');
    const before = region('Now').textContent;
    press('leave it, on to the next');
    expect(screen.queryByRole('alert')).toBeNull();
    expect(region('Now').textContent).not.toBe(before);
  });

  test('too heavy a hand says stop, at once', () => {
    open();
    press('note');
    press('contact');
    press('during');
    for (let i = 0; i < 8; i++) press('◑ right hand: more');
    press('Save');
    expect(screen.getByRole('alert').textContent).toContain('6 of 10 in the hand is too much.');
    press('understood');
    expect(screen.queryByRole('alert')).toBeNull();
  });

  test('the break clock runs down, and a tap begins it anew', () => {
    open();
    expect(screen.getByRole('button', { name: 'Time to the walk break' }).textContent).toMatch(
      /^walk in /,
    );
    act(() => void jest.advanceTimersByTime(60 * 60_000));
    press(/A walk break is due/);
    screen.getByRole('button', { name: 'Time to the walk break' });
  });
});

describe('a session without a plan', () => {
  test('is taught by what is worked on now', () => {
    store.dispatch(
      begun({
        ...store.getState().ringside.teaching[sessionId]!,
        session: { ...store.getState().ringside.teaching[sessionId]!.session, document: null },
      }),
    );
    open();
    expect(screen.queryByRole('button', { name: 'next' })).toBeNull();
    fireEvent.change(screen.getByLabelText('What is worked on'), { target: { value: 'spiral' } });
    press('◑ right');
    press(/^good/);
    const { tries } = store.getState().ringside.teaching[sessionId]!;
    expect(tries.at(-1)).toMatchObject({
      itemId: 'free',
      text: 'spiral',
      rein: 'right',
      result: 'good',
    });
  });
});
