import { afterEach, describe, expect, jest, test } from '@jest/globals';
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { Choice, Tick, Ticks } from './Choose.tsx';
import { FilePick } from './FilePick.tsx';

afterEach(cleanup);

describe('choosing', () => {
  test('one of a list gives its value, not its words', () => {
    const onChange = jest.fn();
    const options = [
      ['', 'any horse'],
      ['h1', 'Tansy'],
    ] as const;
    render(<Choice label="For" value="" options={options} onChange={onChange} />);
    fireEvent.change(screen.getByLabelText('For'), { target: { value: 'h1' } });
    expect(onChange).toHaveBeenCalledWith('h1');
  });

  test('a tick says what it becomes', () => {
    const onChange = jest.fn();
    render(<Tick label="It is hot" checked onChange={onChange} />);
    fireEvent.click(screen.getByLabelText('It is hot'));
    expect(onChange).toHaveBeenCalledWith(false);
  });

  test.each([
    ['cone', ['poles', 'cone', 'barrel']],
    ['poles', ['barrel']],
  ])('any of a few stay in their own order: with %s clicked', (clicked, becomes) => {
    const onChange = jest.fn();
    const all = ['poles', 'cone', 'barrel'];
    render(<Ticks label="To set up" all={all} chosen={['barrel', 'poles']} onChange={onChange} />);
    fireEvent.click(screen.getByLabelText(clicked));
    expect(onChange).toHaveBeenCalledWith(becomes);
  });
});

describe('a file that is chosen', () => {
  test('is handed on; the same file can be chosen again, and none is no file', () => {
    const onPick = jest.fn();
    render(
      <FilePick label="A book file" accept=".jsonl" onPick={onPick}>
        Look at a book file
      </FilePick>,
    );
    const input = screen.getByLabelText<HTMLInputElement>('A book file');
    const opened = jest.spyOn(input, 'click').mockImplementation(() => undefined);
    fireEvent.click(screen.getByRole('button', { name: 'Look at a book file' }));
    expect(opened).toHaveBeenCalledTimes(1);
    const file = new File(['x'], 'book.jsonl');
    for (const files of [[file], [file], []]) fireEvent.change(input, { target: { files } });
    expect(onPick.mock.calls).toEqual([[file], [file]]);
    expect(input.value).toBe('');
  });
});
