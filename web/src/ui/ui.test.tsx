import { afterEach, describe, expect, jest, test } from '@jest/globals';
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { Confirm } from './Confirm.tsx';
import { Field, TextInput } from './Field.tsx';
import { MarkStepper } from './MarkStepper.tsx';
import { ReinMark } from './ReinMark.tsx';
import { Strap } from './Strap.tsx';

afterEach(cleanup);

describe('a mark', () => {
  const stepper = (value: number | null) => {
    const onChange = jest.fn();
    render(
      <MarkStepper label="contact, left rein" value={value} word="good" onChange={onChange} />,
    );
    return { onChange, spin: screen.getByRole('spinbutton', { name: 'contact, left rein' }) };
  };

  test('begins at satisfactory, and goes on in halves', () => {
    const empty = stepper(null);
    expect(empty.spin.getAttribute('aria-valuetext')).toBe('no mark yet');
    fireEvent.click(screen.getByRole('button', { name: 'contact, left rein: more' }));
    expect(empty.onChange).toHaveBeenCalledWith(6);
    cleanup();
    const { onChange, spin } = stepper(6.5);
    expect(spin.getAttribute('aria-valuenow')).toBe('6.5');
    fireEvent.click(screen.getByRole('button', { name: 'contact, left rein: less' }));
    expect(onChange).toHaveBeenLastCalledWith(6);
  });

  test('is set with the arrow keys, and never leaves 0 to 10', () => {
    const top = stepper(10);
    fireEvent.keyDown(top.spin, { key: 'ArrowUp' });
    expect(top.onChange).toHaveBeenLastCalledWith(10);
    cleanup();
    const low = stepper(0);
    fireEvent.keyDown(low.spin, { key: 'ArrowLeft' });
    expect(low.onChange).toHaveBeenLastCalledWith(0);
    fireEvent.keyDown(low.spin, { key: 'a' });
    expect(low.onChange).toHaveBeenCalledTimes(1);
  });
});

describe('a strap', () => {
  test('has its buckle at the estimate and its notch at last month', () => {
    const { container } = render(
      <Strap side="left" value={7} spread={0.5} notch={6} label="rhythm" />,
    );
    screen.getByRole('img', { name: 'rhythm' });
    expect(container.querySelectorAll('circle')).toHaveLength(11);
    const keeper = container.querySelector('rect[fill-opacity]')!;
    expect(Number(keeper.getAttribute('width'))).toBeCloseTo(52, 6);
  });

  test('without marks it has no buckle', () => {
    const { container } = render(
      <Strap side="right" value={null} spread={0} notch={null} label="none" />,
    );
    expect(container.querySelectorAll('rect')).toHaveLength(0);
  });

  test('the keeper stays on the strap', () => {
    const { container } = render(
      <Strap side="right" value={9.8} spread={2} notch={null} label="high" />,
    );
    const keeper = container.querySelector('rect[fill-opacity]')!;
    expect(
      Number(keeper.getAttribute('x')) + Number(keeper.getAttribute('width')),
    ).toBeLessThanOrEqual(10 + 520);
  });
});

test('a field says its error in words, and points to it', () => {
  render(
    <Field label="Height" error="Give a height" hint="in cm">
      {(field) => <TextInput {...field} />}
    </Field>,
  );
  const input = screen.getByLabelText('Height');
  expect(input.getAttribute('aria-invalid')).toBe('true');
  expect(document.getElementById(input.getAttribute('aria-describedby')!)!.textContent).toBe(
    '✕ Give a height',
  );
});

test('the rein has a mark and a word, not only a colour', () => {
  render(<ReinMark rein="left" />);
  screen.getByText('left');
  screen.getByText('◐');
});

test('a question is answered with yes or no', () => {
  const [yes, no] = [jest.fn(), jest.fn()];
  render(
    <Confirm open title="Remove it?" yes="Remove" onYes={yes} onNo={no}>
      Gone for good.
    </Confirm>,
  );
  fireEvent.click(screen.getByRole('button', { name: 'Remove' }));
  fireEvent.click(screen.getByRole('button', { name: 'Cancel' }));
  expect(yes).toHaveBeenCalledTimes(1);
  expect(no).toHaveBeenCalledTimes(1);
});
