import { expect, test } from '@jest/globals';
import { fireEvent, screen, waitFor } from '@testing-library/react';
import type { Session } from '@canter-book/core/book/records';
import { FakeServer, renderIn } from '../../testing/render.tsx';
import { someSession } from '../../testing/teaching.ts';
import { NextSets } from './NextSets.tsx';

const LINES = [
  {
    exercise: 'shoulder-in',
    rung: 1,
    next: 'back' as const,
    said: 'Shoulder-in, one side: 1 of 4 good. Next time “Shoulder-fore” first.',
  },
];
const choice = () =>
  screen.getByRole<HTMLSelectElement>('combobox', { name: 'Next time: Shoulder-in, one side' });

test('what comes of a set is decided in its line, and kept with the session', async () => {
  const other = { exercise: 'travers', rung: 0, next: 'on' as const };
  const session = someSession({
    next: [other, { exercise: 'shoulder-in', rung: 1, next: 'again' }],
  });
  const server = new FakeServer({ '*': session });
  renderIn(<NextSets session={session} lines={LINES} />);
  expect(choice().value).toBe('back');
  fireEvent.change(choice(), { target: { value: 'rest' } });
  await waitFor(() => expect(server.sent('PUT')).toHaveLength(1));
  expect((server.sent('PUT')[0]!.body as Session).next).toEqual([
    other,
    { exercise: 'shoulder-in', rung: 1, next: 'rest' },
  ]);
});

test('a decision that cannot be kept is said', async () => {
  new FakeServer({ '*': { status: 507, title: 'No room', detail: 'Make room on the disk.' } });
  renderIn(<NextSets session={someSession()} lines={LINES} />);
  fireEvent.change(choice(), { target: { value: 'on' } });
  expect((await screen.findByRole('alert')).textContent).toContain('Make room on the disk.');
});
