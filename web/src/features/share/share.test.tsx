import { afterEach, expect, test } from '@jest/globals';
import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { parseLesson } from '@canter-book/core/notation/parse';
import { FakeServer, renderIn } from '../../testing/render.tsx';
import Shared from './Shared.tsx';
import { Shares } from './Shares.tsx';
import { ShareSheet } from './ShareSheet.tsx';

/** A link to one thing: made, opened, taken back. */

afterEach(() => {
  cleanup();
  window.history.replaceState(null, '', '/');
});

const id = '0190a0b0-0000-7000-8000-0000000000c1';
const share = {
  id,
  what: { kind: 'lesson', lessonId: id },
  title: 'A depart that waits',
  madeBy: 'Rowan Ashdown',
  madeAt: '2026-06-17T09:00:00Z',
  expiresAt: '2026-07-01T09:00:00Z',
  openedAt: null,
};

test('a link is made for so many days, under an address that others reach', async () => {
  const server = new FakeServer({
    'GET /api/shares': { homes: ['https://yard.test:4781'], shares: [] },
    'POST /api/shares': { ...share, token: 'secret' },
  });
  const what = { kind: 'lesson', lessonId: id } as const;
  renderIn(<ShareSheet what={what} called="this lesson" onClose={() => {}} />);
  fireEvent.click(await screen.findByRole('button', { name: '30 days' }));
  fireEvent.click(screen.getByRole('button', { name: 'Make the link' }));
  const link = await screen.findByLabelText<HTMLInputElement>('Link');
  await waitFor(() => expect(link.value).toBe('https://yard.test:4781/shared#secret'));
  expect(server.sent('POST')[0]!.body).toEqual({ what, days: 30 });
  expect(screen.queryByText(/opens on this machine only/)).toBeNull();
});

test('where nobody is let in the link says so', async () => {
  new FakeServer({
    'GET /api/shares': { homes: [], shares: [] },
    'POST /api/shares': { ...share, token: 'secret' },
  });
  renderIn(
    <ShareSheet what={{ kind: 'homework', sessionId: id }} called="it" onClose={() => {}} />,
  );
  fireEvent.click(await screen.findByRole('button', { name: 'Make the link' }));
  await screen.findByText(/opens on this machine only/);
});

test('links are listed with what became of them, and taken back', async () => {
  const server = new FakeServer({
    'GET /api/shares': { homes: [], shares: [share] },
    'DELETE /api/shares': {},
    '*': () => ({}),
  });
  renderIn(<Shares />);
  expect((await screen.findByRole('listitem')).textContent).toContain(
    'until 1 Jul · not opened yet · made by Rowan Ashdown',
  );
  fireEvent.click(
    screen.getByRole('button', { name: 'Take back the link to A depart that waits' }),
  );
  await waitFor(() => expect(server.sent('DELETE')[0]?.path).toBe(`/api/shares/${id}`));
});

const LESSON = parseLesson(
  'lesson "Waiting"\nphase work 10 min\nA trot working -- wait for the beat\nrepeat 2 {\nC circle left 20\n}\n',
).lesson;

test('a lesson is read line by line, with its times, notes and repeats', async () => {
  window.history.replaceState(null, '', '/shared#secret');
  new FakeServer({
    '/api/shared': {
      kind: 'lesson',
      title: 'Waiting',
      horse: 'Kelpwick',
      lesson: LESSON,
      expiresAt: share.expiresAt,
    },
  });
  renderIn(<Shared />);
  const rows = (await screen.findByRole('list', { name: 'The lesson, line by line' })).textContent!;
  for (const said of ['work, 10 min', 'wait for the beat', '2 times:', 'C circle left 20', ' m · '])
    expect(rows).toContain(said);
  screen.getByText('A lesson for Kelpwick');
});

test('homework is one sentence; a link that is good no longer says what to do', async () => {
  new FakeServer({
    '/api/shared': {
      kind: 'homework',
      title: 'Homework for Kelpwick',
      horse: 'Kelpwick',
      date: '2026-06-17',
      said: 'Two quiet breaths',
      lesson: null,
      expiresAt: share.expiresAt,
    },
  });
  const { unmount } = renderIn(<Shared />);
  await screen.findByText('Two quiet breaths');
  unmount();
  new FakeServer({ '/api/shared': { status: 410, title: 'Gone', detail: 'Ask for a new one.' } });
  renderIn(<Shared />);
  await screen.findByText('Ask for a new one.');
});
