import { afterEach, describe, expect, test } from '@jest/globals';
import { act, cleanup, fireEvent, render, screen } from '@testing-library/react';
import { createMemoryHistory } from 'history';
import { useState } from 'react';
import { Link, Route, Routes } from 'react-router';
import { BookRouter } from './BookRouter.tsx';
import { LeaveGuard } from './LeaveGuard.tsx';

afterEach(cleanup);

function Form() {
  const [text, setText] = useState('');
  return (
    <>
      <LeaveGuard what="the horse" unsaved={() => text !== ''} />
      <input aria-label="Name" value={text} onChange={(e) => setText(e.target.value)} />
      <Link to="/">Today</Link>
      <Link to="/form?part=2">Part 2</Link>
    </>
  );
}

/** Today, and on it a form that was opened. */
function open() {
  const history = createMemoryHistory({ initialEntries: ['/', '/form'] });
  render(
    <BookRouter history={history}>
      <Routes>
        <Route path="/" element={<h1>Today</h1>} />
        <Route path="/form" element={<Form />} />
      </Routes>
    </BookRouter>,
  );
  return history;
}
const enter = (text: string) =>
  fireEvent.change(screen.getByLabelText('Name'), { target: { value: text } });
const press = async (name: string) => {
  fireEvent.click(await screen.findByRole('button', { name }));
};
const asked = () => screen.findByText(/is not saved yet/);

describe('a page on which something is entered', () => {
  test.each([
    ['by a link', () => fireEvent.click(screen.getByRole('link', { name: 'Today' }))],
    ['by going back', (history: ReturnType<typeof open>) => act(() => history.back())],
  ])('is left %s only after the question', async (_how, leave) => {
    const history = open();
    enter('Fescue');
    leave(history);
    await asked();
    await press('Stay');
    expect(screen.getByLabelText<HTMLInputElement>('Name').value).toBe('Fescue');
    expect(history.location.pathname).toBe('/form');
    leave(history);
    await asked();
    await press('Leave');
    await screen.findByRole('heading', { name: 'Today' });
  });

  test('is left without a question when nothing would be lost, and asks on each part of itself', async () => {
    const history = open();
    enter('Fescue');
    fireEvent.click(screen.getByRole('link', { name: 'Part 2' }));
    expect(history.location.search).toBe('?part=2');
    fireEvent.click(screen.getByRole('link', { name: 'Today' }));
    await asked();
    await press('Stay');
    enter('');
    fireEvent.click(screen.getByRole('link', { name: 'Today' }));
    await screen.findByRole('heading', { name: 'Today' });
  });
});
