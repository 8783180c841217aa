import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import { act, cleanup, fireEvent, render, screen } from '@testing-library/react';
import { tapAt } from '../../../testing/page.ts';
import { EntryField } from './EntryField.tsx';
import type { Entry } from '@canter-book/core/observations/kind';

/** What the thumb does comes out as a value. */

beforeEach(() => {
  jest.useFakeTimers();
});
afterEach(() => {
  cleanup();
  jest.useRealTimers();
});

function open(entry: Entry, value?: unknown) {
  const onChange = jest.fn<(value: unknown) => void>();
  const view = render(<EntryField entry={entry} value={value} onChange={onChange} />);
  const last = () => onChange.mock.calls.at(-1)?.[0];
  return { ...view, onChange, last };
}
const press = (name: string | RegExp) => fireEvent.click(screen.getByRole('button', { name }));

describe('a choice', () => {
  const entry: Entry = {
    kind: 'choice',
    name: 'square',
    label: 'The halt was',
    options: [true, false],
    words: ['square', 'not square'],
  };

  test('gives what its words stand for', () => {
    const { last } = open(entry);
    press('not square');
    expect(last()).toBe(false);
  });

  test('can be taken back only where it need not be answered', () => {
    const { last, unmount } = open(entry, true);
    press('square');
    expect(last()).toBe(true);
    unmount();
    const optional = open({ ...entry, optional: true }, true);
    press('square');
    expect(optional.last()).toBeUndefined();
  });
});

describe('a number', () => {
  const entry: Entry = {
    kind: 'number',
    name: 'steps',
    label: 'steps',
    from: 3,
    least: 1,
    most: 4,
    step: 1,
  };

  test.each([
    [3, 'more', 4],
    [4, 'more', 4],
    [1, 'less', 1],
    [2, 'less', 1],
  ])('%s and %s is %s: it stays within its bounds', (value, way, becomes) => {
    const { last } = open(entry, value);
    press(`steps: ${way}`);
    expect(last()).toBe(becomes);
  });

  test('marks go by halves, from 0 to 10', () => {
    const { last } = open({ kind: 'half', name: 'left', label: 'left', from: 5 }, 9.5);
    press('left: more');
    expect(last()).toBe(10);
    screen.getByText('9.5');
  });
});

describe('taps', () => {
  const entry: Entry = { kind: 'taps', name: 'tapsMs', label: 'each beat' };

  // Source: arithmetic. 400 ms between beats are 150 in a minute.
  test('are kept from the first on, and become a tempo', () => {
    const { last } = open(entry);
    const button = screen.getByRole('button', { name: /each beat/ });
    for (let i = 0; i < 8; i++) tapAt(button, 5000 + 400 * i);
    expect(last()).toEqual([0, 400, 800, 1200, 1600, 2000, 2400, 2800]);
    expect(screen.getByTestId('tempo').textContent).toBe('150.0');
    screen.getByText('scatter 0 %');
  });

  test('begin again from nothing', () => {
    const { last } = open(entry);
    const button = screen.getByRole('button', { name: /each beat/ });
    tapAt(button, 100);
    tapAt(button, 600);
    press('Begin again');
    expect(last()).toEqual([]);
    expect(screen.getByTestId('tempo').textContent).toBe('0');
    tapAt(button, 9000);
    expect(last()).toEqual([0]);
  });

  test('the space bar taps too, but not while it is held', () => {
    const { last } = open(entry);
    const button = screen.getByRole('button', { name: /each beat/ });
    fireEvent.keyDown(button, { key: ' ' });
    fireEvent.keyDown(button, { key: ' ', repeat: true });
    fireEvent.keyDown(button, { key: 'x' });
    expect(last()).toHaveLength(1);
  });
});

describe('a stopwatch', () => {
  test('gives tenths of a second between start and stop', () => {
    const { last, onChange } = open({ kind: 'clock', name: 'seconds', label: 'immobile' });
    press(/start: immobile/);
    act(() => void jest.advanceTimersByTime(3460));
    expect(onChange).not.toHaveBeenCalled();
    screen.getByText('3.4 s');
    press(/stop/);
    expect(last()).toBe(3.5);
    screen.getByRole('button', { name: /start: immobile/ });
  });
});

describe('n strides of this, m of that', () => {
  const open5and3 = () => open({ kind: 'counter', name: 'held', label: 'strides' });
  const stride = () =>
    fireEvent.pointerDown(screen.getByRole('button', { name: /more (asked|soft)/ }));

  test('a round that was never lost has held to its end', () => {
    const { last } = open5and3();
    for (let i = 0; i < 4; i++) stride();
    expect(last()).toBeUndefined();
    stride();
    expect(last()).toEqual({ of: 'asked', asked: 5, soft: 3, held: [5] });
    screen.getByText(/more soft · round 1/);
    for (let i = 0; i < 3; i++) stride();
    screen.getByText(/more asked · round 2/);
  });

  test('what was lost held so far, and the soft strides follow', () => {
    const { last } = open5and3();
    stride();
    stride();
    press('lost here, after 2');
    expect(last()).toEqual({ of: 'asked', asked: 5, soft: 3, held: [2] });
    screen.getByText(/more soft · round 1/);
    expect(screen.getByRole<HTMLButtonElement>('button', { name: /lost here/ }).disabled).toBe(
      true,
    );
    screen.getByText('held: 2');
  });

  test('the plan can be another', () => {
    const { last } = open5and3();
    press('strides asked: less');
    press('strides soft: more');
    for (let i = 0; i < 4; i++) stride();
    expect(last()).toEqual({ of: 'asked', asked: 4, soft: 4, held: [4] });
  });
});

test('words are kept as they are written', () => {
  const { last } = open({ kind: 'words', name: 'what', label: 'What was seen' }, 'snort');
  expect(screen.getByLabelText<HTMLTextAreaElement>('What was seen').maxLength).toBe(60);
  fireEvent.change(screen.getByLabelText('What was seen'), { target: { value: 'snorted twice' } });
  expect(last()).toBe('snorted twice');
});
