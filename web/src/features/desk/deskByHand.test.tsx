import { afterEach, beforeAll, beforeEach, describe, expect, test } from '@jest/globals';
import { act, cleanup, fireEvent, render, screen, within } from '@testing-library/react';
import { reviewed } from '@canter-book/core/review/reviewed';
import { Player } from '../arena/player.ts';
import { ArenaBench } from './bench/ArenaBench.tsx';
import { DeskProvider, useDeskModel } from './deskModel.ts';
import { derive } from './derive.ts';
import { Editor } from './writing/editor/Editor.tsx';
import { Inspector } from './writing/list/Inspector.tsx';
import { MovementList } from './writing/list/MovementList.tsx';
import { layNothingOut } from '../../testing/page.ts';

/** The parts of the desk around one lesson, with the real editor holding its text. */

beforeAll(layNothingOut);
afterEach(cleanup);

let text = '';
const player = new Player();

function Desk({ opening }: { opening: string }) {
  const { model, holdEditor, setTyped, setLine, setDepth } = useDeskModel(derive(opening, []), []);
  const { margin, parsed, ride } = model.derived;
  const { open: findings } = reviewed(parsed, ride);
  const notes = { margin, findings, slips: [], ridden: null, onFix() {}, onAllow() {} };
  return (
    <DeskProvider value={model}>
      <Editor
        text={opening}
        notes={notes}
        help={{ lettersFrom: () => [], describe: () => null }}
        handle={holdEditor}
        onText={(next) => {
          text = next;
          setTyped(next);
        }}
        onLine={setLine}
        onHistory={setDepth}
        onHead={() => {}}
      />
      <MovementList findings={findings} />
      <Inspector />
      <ArenaBench ride={ride} selected={model.selected} player={player} slips={[]} />
      <button type="button" onClick={() => model.editor.current?.undo()}>
        undo
      </button>
    </DeskProvider>
  );
}

const OPENING = 'phase work 12 min\nA trot working\nC circle left 20\nH-K loop 5\n';
beforeEach(() => {
  text = OPENING;
  render(<Desk opening={OPENING} />);
});

const list = () => screen.getByRole('list', { name: 'Movements' });
const choose = (name: string | RegExp) =>
  fireEvent.click(within(list()).getByRole('button', { name }));
const selected = () => screen.getByRole('region', { name: 'Selected line' });
const press = (name: string) => fireEvent.click(within(selected()).getByRole('button', { name }));
const set = (label: string, value: string) =>
  fireEvent.change(within(selected()).getByLabelText(label), { target: { value } });

describe('the selected line', () => {
  test('has the fields of its form, and each changes the text', () => {
    choose(/^C circle/);
    set('metres', '15');
    expect(text).toContain('C circle left 15\n');
    set('times', '3');
    expect(text).toContain('C circle left 15 x3\n');
    set('side', 'right');
    expect(text).toContain('C circle right 15 x3\n');
    set('pace', 'canter working');
    expect(text).toContain('C canter working, circle right 15 x3\n');
    set('also', 'stretch');
    expect(text).toContain('circle right 15 x3, stretch\n');
    press('Remove stretch');
    set('pace', '');
    expect(text).toContain('C circle right 15 x3\n');
    fireEvent.click(screen.getByRole('button', { name: 'undo' }));
    expect(text).toContain('canter working');
  });

  test('a number that is none is said to be none, and is not taken over', () => {
    choose(/^H-K loop/);
    set('depth, m', 'deep');
    expect(text).toBe(OPENING);
    expect(within(selected()).getByLabelText('depth, m').getAttribute('aria-invalid')).toBe('true');
    set('depth, m', '7,5');
    expect(text).toContain('H-K loop 7.5\n');
  });

  test('what is to be said goes with it, without what would begin a comment', () => {
    choose(/^C circle/);
    set('Note to the rider', ' look # up ');
    fireEvent.blur(within(selected()).getByLabelText('Note to the rider'));
    expect(text).toContain('C circle left 20 -- look  up\n');
  });

  test('is put in again, on the other rein, in a repeat, and taken out', () => {
    choose(/^H-K loop/);
    press('Repeat on the other rein');
    expect(text).toContain('H-K loop 5\nM-F loop 5\n');
    press('Repeat');
    expect(text.match(/M-F loop 5/g)).toHaveLength(2);
    press('Put it in a repeat');
    expect(text).toContain('repeat 2 {\n  M-F loop 5\n}\n');
    press('Delete');
    choose(/^twice/);
    set('times', '4');
    expect(text).toContain('repeat 4 {');
    press('Take the repeat away, keep its lines');
    expect(text).not.toContain('repeat');
  });

  test('a phase has its name and its minutes', () => {
    choose(/^(. )?phase work/);
    set('minutes', '9');
    set('phase', 'peak');
    expect(text.startsWith('phase peak 9 min\n')).toBe(true);
    set('minutes', '');
    expect(text.startsWith('phase peak\n')).toBe(true);
  });

  test('says when it comes, and the strides from letter to letter', () => {
    choose(/^H-K loop/);
    expect(selected().textContent).toMatch(/\d:\d\d, 0:\d\d long/);
    expect(selected().textContent).toContain('H–K');
  });
});

describe('the list by keys', () => {
  test('moves a line up and down, and takes it out', () => {
    const line = () => within(list()).getByRole('button', { name: /^H-K loop/ });
    fireEvent.keyDown(line(), { key: 'ArrowUp', altKey: true });
    expect(text).toContain('H-K loop 5\nC circle left 20\n');
    fireEvent.keyDown(line(), { key: 'ArrowDown', altKey: true });
    expect(text).toBe(OPENING);
    fireEvent.keyDown(line(), { key: 'Delete' });
    expect(text).not.toContain('loop');
    fireEvent.keyDown(within(list()).getByRole('button', { name: /^A trot/ }), { key: 'x' });
    expect(text).toContain('A trot working');
  });
});

describe('laying down by letters', () => {
  const take = (name: string) => {
    // The menu opens a layer that jsdom cannot place; what it calls is the same.
    fireEvent.click(screen.getByRole('button', { name: 'Change rein' }));
    fireEvent.click(screen.getByRole('menuitem', { name: new RegExp(`^${name}`) }));
  };

  test('shows the ghost under the pointer, and asks for the second letter', () => {
    choose(/^C circle/);
    take('across the school');
    screen.getByText(/at which letter\?/);
    const h = screen.getByRole('button', { name: 'across the school at H' });
    fireEvent.pointerEnter(h);
    screen.getByTestId('ghost');
    fireEvent.pointerLeave(h);
    expect(screen.queryByTestId('ghost')).toBeNull();
    act(() => void fireEvent.keyDown(document, { key: 'h' }));
    screen.getByText(/from H to which letter\?/);
    fireEvent.click(screen.getByRole('button', { name: 'across the school to F' }));
    expect(text).toContain('C circle left 20\nH-X-F change rein\nH-K loop 5\n');
  });

  test('is put back by Esc, with nothing changed', () => {
    take('across the school');
    fireEvent.keyDown(document, { key: 'Escape' });
    expect(screen.queryByText(/at which letter/)).toBeNull();
    expect(text).toBe(OPENING);
  });

  test('grips are moved by the arrow keys', () => {
    choose(/^C circle/);
    const grip = screen.getByRole('slider', { name: 'How large the circle is' });
    fireEvent.keyDown(grip, { key: 'ArrowRight' });
    expect(text).toContain('C circle left 18\n');
    fireEvent.keyDown(screen.getByRole('slider', { name: 'How large the circle is' }), {
      key: 'ArrowLeft',
    });
    expect(text).toContain('C circle left 20\n');
  });

  test('the lines of the arena are shown when they are wanted', () => {
    const { container } = { container: document.body };
    expect(container.querySelector('[data-lines]')).toBeNull();
    fireEvent.click(screen.getByRole('button', { name: 'lines' }));
    expect(container.querySelectorAll('[data-lines] path').length).toBe(2 + 5 + 2);
    expect(container.querySelectorAll('[data-lines] circle').length).toBe(4);
  });
});
