import { afterEach, beforeAll, describe, expect, jest, test } from '@jest/globals';
import { cursorDocStart, deleteCharBackward, selectAll } from '@codemirror/commands';
import { EditorView } from '@codemirror/view';
import { createRef } from 'react';
import { act, cleanup, fireEvent, render } from '@testing-library/react';
import { reviewed } from '@canter-book/core/review/reviewed';
import { derive } from '../../derive.ts';
import { Editor, type EditorHandle } from './Editor.tsx';
import type { Annotations } from './margin.tsx';
import { layNothingOut } from '../../../../testing/page.ts';

beforeAll(layNothingOut);
afterEach(cleanup);

const TEXT =
  'lesson "Soft"\nphase work 5 min\nA trot working -- ride on\nK circle left 20\nA crcle # oh\n';

function open(text = TEXT) {
  const { parsed, ride, margin } = derive(text, []);
  const { open: findings } = reviewed(parsed, ride);
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
  const [onText, onLine, onHistory, onHead] = [jest.fn(), jest.fn(), jest.fn(), jest.fn()];
  const view = render(
    <Editor
      text={text}
      notes={notes}
      help={help}
      handle={handle}
      onText={onText}
      onLine={onLine}
      onHistory={onHistory}
      onHead={onHead}
    />,
  );
  return { ...view, handle: handle.current!, onText, onLine, onHistory, onHead, notes };
}

/** The editor and its view, to press keys in. */
function openBare(written: string) {
  const { container, onText } = open(written);
  const view = EditorView.findFromDOM(container)!;
  return { view, text: () => (onText.mock.lastCall?.[0] as string | undefined) ?? written };
}

const texts = (container: HTMLElement, selector: string) =>
  [...container.querySelectorAll(selector)].map((e) => e.textContent);

function press(container: HTMLElement, name: string) {
  const button = [...container.querySelectorAll('button')].find((b) => b.textContent === name);
  act(() => button!.click());
}

const REPEATS = `lesson "Soft"
arena 20x60
start A walk medium left

phase work 5 min
repeat 3 {
  A trot working
  repeat 12 { # slowly
    K circle left 20
  }
}
`;

describe('the text of a lesson', () => {
  test('is coloured by the words of the shorthand', () => {
    const { container } = open();
    press(container, 'As text');
    expect(texts(container, '.cb-head')).toEqual(['lesson', 'phase']);
    expect(texts(container, '.cb-place')).toEqual(expect.arrayContaining(['A', 'K']));
    expect(texts(container, '.cb-pace')).toEqual(['trot', 'working']);
    expect(texts(container, '.cb-number')).toEqual(expect.arrayContaining(['5', '20']));
    expect(texts(container, '.cb-note').join('')).toContain('-- ride on');
    expect(texts(container, '.cb-comment')).toEqual(['# oh']);
    expect(container.querySelectorAll('.cb-phase')).toHaveLength(1);
  });

  test('is coloured as it is read: a name is a name, a comment begins outside of it', () => {
    const { container } = open(
      'lesson "Trot # 2 -- at A" # for a windy day\npoles 3 at B # near the gate\nA trot working -- ask "soft" # now\n',
    );
    expect(texts(container, '.cb-comment')).toEqual([
      '# for a windy day',
      '# near the gate',
      '# now',
    ]);
    expect(texts(container, '.cb-head')).toEqual(['lesson', 'poles']);
    expect(texts(container, '.cb-pace')).toEqual(['trot', 'working']);
    expect(texts(container, '.cb-note').map((t) => t!.trim())).toEqual(['-- ask "soft"']);
    expect(texts(container, '.cb-place')).toEqual(['B', 'A']);
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
    fireEvent.click(container.querySelector('.cb-slip-error button')!);
    expect(notes.onFix).toHaveBeenCalledTimes(1);
  });

  test('a slip that is no error can be let stand, with a reason', () => {
    const { container, notes } = open('phase work 6 min\nA trot working\nA circle left 20 x9\n');
    const stand = [...container.querySelectorAll('.cb-slip button')].find(
      (b) => b.textContent === 'Let it stand',
    ) as HTMLButtonElement;
    fireEvent.click(stand);
    const input = container.querySelector<HTMLInputElement>('.cb-slip-reason input')!;
    const form = container.querySelector<HTMLFormElement>('.cb-slip-reason')!;
    fireEvent.submit(form);
    expect(notes.onAllow).not.toHaveBeenCalled();
    fireEvent.change(input, { target: { value: ' the horse is fresh ' } });
    fireEvent.submit(form);
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

  test('what is typed goes on perhaps; what a button or the arena does is whole at once', () => {
    const { container, handle, onText } = open();
    const view = EditorView.findFromDOM(container)!;
    act(() => view.dispatch({ changes: { from: 0, insert: '#' }, userEvent: 'input.type' }));
    expect(onText).toHaveBeenLastCalledWith(`#${TEXT}`, true);
    act(() => handle.setText(TEXT));
    expect(onText).toHaveBeenLastCalledWith(TEXT);
    act(() => handle.undo());
    expect(onText).toHaveBeenLastCalledWith(`#${TEXT}`);
  });

  test('goes to a line, and tells which one the hand is on', () => {
    const { handle, onLine } = open();
    act(() => handle.goToLine(4));
    expect(onLine).toHaveBeenLastCalledWith(4);
    act(() => handle.goToLine(99));
    expect(onLine).toHaveBeenCalledTimes(1);
  });

  test('its head is a sentence, and its lines when asked for or wrong', () => {
    const { container, onHead } = open(REPEATS);
    const lines = () => texts(container, '.cm-line');
    expect(lines()[0]).toContain('phase work');
    const [said] = texts(container, '.cb-head-line span');
    expect(said).toBe('Begins at A, left rein, medium walk');
    press(container, 'Change');
    expect(onHead).toHaveBeenCalledTimes(1);
    press(container, 'As text');
    expect(lines()[0]).toBe('lesson "Soft"');
    press(container, 'Fold away');
    expect(lines()[0]).toContain('phase work');
    cleanup();
    const wrong = open(REPEATS.replace('20x60', '20 by 60'));
    expect(texts(wrong.container, '.cm-line')[1]).toContain('arena 20 by 60');
  });

  test('no key gets into the folded head; with everything selected, everything goes', () => {
    const { view, text } = openBare(REPEATS);
    const body = REPEATS.indexOf('phase');
    expect(view.state.selection.main.head).toBe(body);
    act(() => void (deleteCharBackward(view), cursorDocStart(view)));
    expect(text()).toBe(REPEATS);
    expect(view.state.selection.main.head).toBe(body);
    act(() => void (selectAll(view), deleteCharBackward(view)));
    expect(text()).toBe('');
  });

  test.each([
    ['lesson "New"\nA trot\n', 'lesson "New"\nA trot\n'],
    ['A trot\n', REPEATS.slice(0, REPEATS.indexOf('phase')) + 'A trot\n'],
  ])('%j over all lines: with a head of its own the folded one goes', (insert, after) => {
    const { view, text } = openBare(REPEATS);
    const [from, to] = [REPEATS.indexOf('phase'), REPEATS.length];
    act(() => view.dispatch({ selection: { anchor: from, head: to } }));
    act(() => view.dispatch({ changes: { from, to, insert }, userEvent: 'input' }));
    expect(text()).toBe(after);
    cleanup();
    // With everything selected, as the browser reads it back.
    const again = openBare(REPEATS);
    act(() => void selectAll(again.view));
    const read = REPEATS.slice(0, from) + insert;
    act(() => again.view.dispatch({ changes: { from: 0, to, insert: read }, userEvent: 'input' }));
    expect(again.text()).toBe(after);
  });

  test('a header that is being written is not folded away under the hand', () => {
    const { view } = openBare('lesson "Soft"\n\n\nphase work 5 min\n');
    act(() => view.dispatch(view.state.replaceSelection('approach steady-hand\nstart A walk')));
    expect(texts(view.dom, '.cm-line').slice(0, 1)).toEqual([
      expect.stringContaining('start A walkphase work 5 min'),
    ]);
  });

  test('a set of a plan is a heading, its further rounds a word; the line in hand shows what is written', () => {
    const text =
      'A walk medium\n# set trot-circle 2: Circle in trot\nE trot working, circle left 20\n# set trot-circle 2 round 2\nE circle left 20\n# set aside\nA walk medium\n';
    const { container } = open(text);
    expect(texts(container, '.cb-set-name')).toEqual(['Circle in trot']);
    expect(texts(container, '.cb-set-round')).toEqual(['round 2']);
    expect(container.textContent).toContain('# set aside');
    expect(container.textContent).not.toContain('# set trot-circle');
  });

  test('a repeat is a bracket that says how often; the line in hand shows what is written', () => {
    const { container, handle } = open(REPEATS);
    const lines = () => texts(container, '.cm-line').map((l) => l!.trim());
    expect(texts(container, '.cb-times')).toEqual(['three times', '12 times', '', '']);
    expect(container.querySelectorAll('.cb-bracket')).toHaveLength(6);
    expect(lines()[3]).toMatch(/12 times # slowly/);
    act(() => handle.goToLine(8));
    expect(lines()[3]).toContain('repeat 12 { # slowly');
    expect(texts(container, '.cb-times')).toEqual(['three times', '', '']);
  });

  test('an empty text shows how a line is written', () => {
    const { container } = open('');
    expect(container.querySelectorAll('.cb-slip')).toHaveLength(0);
    expect(texts(container, '.cm-placeholder')[0]).toContain('C circle left 20');
  });
});
