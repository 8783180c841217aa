import { afterEach, beforeAll, describe, expect, jest, test } from '@jest/globals';
import { createRef } from 'react';
import { act, cleanup, render } from '@testing-library/react';
import { derive } from '../derive.ts';
import { Editor, type EditorHandle } from './Editor.tsx';
import type { Annotations } from './margin.ts';
import { layNothingOut } from '../../../testing/page.ts';

beforeAll(layNothingOut);
afterEach(cleanup);

const TEXT =
  'lesson "Soft"\nphase work 5 min\nA trot working -- ride on\nK circle left 20\nA crcle # oh\n';

function open(text = TEXT) {
  const { findings, margin } = derive(text, []);
  const notes: Annotations = {
    margin,
    findings,
    slips: findings,
    ridden: 3,
    onFix: jest.fn(),
    onAllow: jest.fn(),
  };
  const help = { lettersFrom: () => [], describe: () => null };
  const handle = createRef<EditorHandle>();
  const [onText, onLine, onHistory] = [jest.fn(), jest.fn(), jest.fn()];
  const view = render(
    <Editor
      text={text}
      notes={notes}
      help={help}
      handle={handle}
      onText={onText}
      onLine={onLine}
      onHistory={onHistory}
    />,
  );
  return { ...view, handle: handle.current!, onText, onLine, onHistory, notes };
}

const texts = (container: HTMLElement, selector: string) =>
  [...container.querySelectorAll(selector)].map((e) => e.textContent);

describe('the text of a lesson', () => {
  test('is coloured by the words of the shorthand', () => {
    const { container } = open();
    expect(texts(container, '.cb-head')).toEqual(['lesson', 'phase']);
    expect(texts(container, '.cb-place')).toEqual(expect.arrayContaining(['A', 'K']));
    expect(texts(container, '.cb-pace')).toEqual(['trot', 'working']);
    expect(texts(container, '.cb-number')).toEqual(expect.arrayContaining(['5', '20']));
    expect(texts(container, '.cb-note').join('')).toContain('-- ride on');
    expect(texts(container, '.cb-comment')).toEqual(['# oh']);
    expect(container.querySelectorAll('.cb-phase')).toHaveLength(1);
  });

  test('has its figures in the margin, its mistakes underlined and its slips below', () => {
    const { container, notes } = open();
    expect(texts(container, '.cb-figures')).toEqual(expect.arrayContaining(['60 m · 22 strides']));
    expect(texts(container, '.cb-error')).toEqual(
      expect.arrayContaining(['circle left 20', 'crcle']),
    );
    const slips = texts(container, '.cb-slip-what');
    expect(slips.some((s) => s!.includes('leaves the arena'))).toBe(true);
    expect(slips.some((s) => s!.includes('Did you mean “circle”?'))).toBe(true);
    container.querySelector<HTMLButtonElement>('.cb-slip-error button')!.click();
    expect(notes.onFix).toHaveBeenCalledTimes(1);
  });

  test('a slip that is no error can be let stand, with a reason', () => {
    const { container, notes } = open('phase work 6 min\nA trot working\nA circle left 20 x9\n');
    const stand = [...container.querySelectorAll('.cb-slip button')].find(
      (b) => b.textContent === 'Let it stand',
    ) as HTMLButtonElement;
    stand.click();
    const input = container.querySelector<HTMLInputElement>('.cb-slip-reason input')!;
    const form = container.querySelector<HTMLFormElement>('.cb-slip-reason')!;
    form.dispatchEvent(new Event('submit', { cancelable: true }));
    expect(notes.onAllow).not.toHaveBeenCalled();
    input.value = ' the horse is fresh ';
    form.dispatchEvent(new Event('submit', { cancelable: true }));
    expect(notes.onAllow).toHaveBeenCalledWith(
      expect.objectContaining({ code: 'repeated-too-often' }),
      'the horse is fresh',
    );
  });

  test('shows the line that is ridden now', () => {
    const { container } = open();
    expect(texts(container, '.cb-ridden')[0]).toContain('A trot working');
  });

  test('an edit from elsewhere is one step that can be undone', () => {
    const { handle, onText, onHistory } = open();
    act(() => handle.setText(TEXT.replace('crcle', 'circle left 20')));
    expect(onText).toHaveBeenLastCalledWith(expect.stringContaining('A circle left 20'));
    expect(onHistory).toHaveBeenLastCalledWith({ undo: 1, redo: 0 });
    act(() => handle.undo());
    expect(onText).toHaveBeenLastCalledWith(TEXT);
    expect(onHistory).toHaveBeenLastCalledWith({ undo: 0, redo: 1 });
    act(() => handle.redo());
    expect(onText).toHaveBeenLastCalledWith(expect.stringContaining('A circle left 20'));
  });

  test('goes to a line, and tells which one the hand is on', () => {
    const { handle, onLine } = open();
    act(() => handle.goToLine(4));
    expect(onLine).toHaveBeenLastCalledWith(4);
    act(() => handle.goToLine(99));
    expect(onLine).toHaveBeenCalledTimes(1);
  });

  test('an empty text shows how a line is written', () => {
    const { container } = open('');
    expect(container.querySelectorAll('.cb-slip')).toHaveLength(0);
    expect(texts(container, '.cm-placeholder')[0]).toContain('C circle left 20');
  });
});
