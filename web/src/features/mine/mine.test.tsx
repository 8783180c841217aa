import { afterEach, expect, test } from '@jest/globals';
import { cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { standingsOf } from '@canter-book/core/progress/standing';
import { FakeServer, renderIn, type Call } from '../../testing/render.tsx';
import Mine from './Mine.tsx';
import type { Mine as AllMine } from './mineApi.ts';

/** What a rider finds on the phone. */

afterEach(cleanup);

const SESSION = '0190a0b0-0000-7000-8000-0000000000a1';
const mine = (answer: AllMine['horses'][number]['homework']): AllMine => ({
  name: 'Marnie Voss',
  lessons: [
    { date: '2026-06-19', start: '11:00', minutes: 45, arena: 'Slipway', horse: 'Kelpwick' },
  ],
  horses: [
    {
      id: '0190a0b0-0000-7000-8000-000000000001',
      name: 'Kelpwick',
      homework: answer,
      lesson: null,
      theme: 'contact',
      days: [
        { date: '2026-06-18', kind: 'hack', minutes: 40 },
        { date: '2026-06-19', kind: 'lesson', minutes: 45 },
        { date: '2026-06-20', kind: 'rest', minutes: 0 },
      ],
      standings: standingsOf(
        [{ day: 20_620, scale: 'rhythm', rein: 'left', value: 7, variance: 0.3 }],
        20_621,
      ),
    },
  ],
});

test('the homework comes first, and its answer goes back once', async () => {
  let answer: { did: 'partly'; felt: string } | null = null;
  const homework = { sessionId: SESSION, date: '2026-06-17', said: 'Two quiet breaths' };
  const server = new FakeServer({
    '/api/mine': () => mine({ ...homework, answer }),
    'POST /api/mine/answers': ({ body }: Call) => {
      answer = body as typeof answer;
      return { stored: 1 };
    },
  });
  renderIn(<Mine />);
  await screen.findByText('Two quiet breaths');
  const send = screen.getByRole<HTMLButtonElement>('button', { name: 'Send it' });
  expect(send.disabled).toBe(true);
  fireEvent.click(screen.getByRole('button', { name: 'partly' }));
  fireEvent.change(screen.getByLabelText('What did you feel?'), {
    target: { value: ' he waits for me ' },
  });
  fireEvent.click(send);
  await screen.findByText(/“he waits for me”/);
  expect(server.sent('POST').map((c) => c.body)).toMatchObject([
    { sessionId: SESSION, did: 'partly', felt: 'he waits for me' },
  ]);
  fireEvent.click(screen.getByRole('button', { name: 'Change it' }));
  expect(screen.getByRole('button', { name: 'partly' }).getAttribute('aria-pressed')).toBe('true');
});

test('what could not be sent stays in the form, and says why', async () => {
  new FakeServer({
    '/api/mine': mine({ sessionId: SESSION, date: '2026-06-17', said: 'Breathe', answer: null }),
    'POST /api/mine/answers': { status: 503, title: 'Waiting', detail: 'Try again.' },
  });
  renderIn(<Mine />);
  fireEvent.click(await screen.findByRole('button', { name: 'done' }));
  fireEvent.change(screen.getByLabelText('What did you feel?'), { target: { value: 'calm' } });
  fireEvent.click(screen.getByRole('button', { name: 'Send it' }));
  expect((await screen.findByRole('alert')).textContent).toContain('Try again.');
  expect(screen.getByLabelText<HTMLTextAreaElement>('What did you feel?').value).toBe('calm');
});

test('days without a lesson, the lessons, and where the horse stands', async () => {
  new FakeServer({ '/api/mine': mine(null) });
  renderIn(<Mine />);
  const horse = await screen.findByRole('region', { name: 'Kelpwick' });
  expect(horse.textContent).toContain('No homework from the last lesson.');
  const [hack, ...others] = within(horse).getAllByRole('listitem');
  expect(hack!.textContent).toContain('hack or stretch, 40 min');
  expect(others).toEqual([]);
  within(horse).getByLabelText(/^rhythm, left rein: about \d/);
  await waitFor(() =>
    expect(screen.getByRole('region', { name: 'Your lessons' }).textContent).toContain(
      'Kelpwick · 45 min · Slipway',
    ),
  );
});
