import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import { act, cleanup, fireEvent, screen } from '@testing-library/react';
import { ANY_HORSE } from '@canter-book/core/gaits/horse';
import { parseLesson } from '@canter-book/core/notation/parse';
import { createBookStore, type BookStore } from '../../app/store.ts';
import { FakeServer, renderIn } from '../../testing/render.tsx';
import Ringside from './Ringside.tsx';
import { begun, restored } from './ringsideSlice.ts';

const { lesson } = parseLesson(
  'arena 20x40\nstart A walk medium left\ngo large -- breathe\nA trot working\nC circle left 20\nA halt 4 s\n',
);
const sessionId = '0190a0b0-0000-7000-8000-000000000001';

jest.useFakeTimers();

let store: BookStore;
beforeEach(() => {
  new FakeServer();
  store = createBookStore();
  store.dispatch(restored(null));
  const session = {
    id: sessionId,
    revision: 0,
    horseId: '0190a0b0-0000-7000-8000-000000000002',
    riderId: null,
    lessonId: null,
    document: lesson,
    date: '2026-01-01',
    startedAt: new Date().toISOString(),
    endedAt: null,
    minutes: null,
    notes: '',
    homework: '',
  };
  store.dispatch(
    begun({
      parcelId: 'p',
      teaching: {
        session,
        horse: { ...ANY_HORSE, name: 'Marram' },
        riderName: 'Ines Calloway',
        clock: { elapsedS: 0, runningSince: null },
        held: 0,
        tries: [],
        marks: {},
        step: 'ride',
      },
    }),
  );
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
    expect(screen.getByRole('heading', { name: /Marram · Ines/ })).toBeTruthy();
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
    expect(screen.getByText(/1 of 2 good/)).toBeTruthy();
    press('undo');
    expect(screen.getByText(/1 of 1 good/)).toBeTruthy();
    expect(store.getState().ringside.outbox.map((p) => p.kind)).toEqual([
      'session',
      'observations',
      'observations',
      'observations',
    ]);
  });

  test('ends with the marks of each rein; what was not worked on stays without', () => {
    open();
    press('finish');
    press('rhythm, left rein: more');
    press('rhythm, left rein: more');
    press('contact, right rein: less');
    press('Keep the lesson');
    expect(screen.getByText(/0 tries and 2 marks/)).toBeTruthy();
    const last = store.getState().ringside.outbox.at(-1)!;
    expect(last.kind === 'observations' && last.observations).toMatchObject([
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
