import { afterEach, beforeEach, expect, jest, test } from '@jest/globals';
import { act, cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { FakeServer, renderIn, type Call } from '../../testing/render.tsx';
import BookData from '../book/BookData.tsx';
import Pair from './Pair.tsx';
import Phones from './Phones.tsx';
import type { Device, Devices } from './phonesApi.ts';

/** The owner's page of phones, and the phone's own. */

const NOW = '2026-06-17T09:30:00Z';
const rowan: Device = {
  id: '0190a0b0-0000-7000-8000-0000000000d1',
  person: 'Rowan Ashdown',
  role: 'instructor',
  personId: null,
  kind: 'Android phone',
  pairedAt: '2026-06-16T09:00:00Z',
  lastSeenAt: '2026-06-17T09:00:00Z',
  removedAt: null,
  endsAt: '2026-09-14T09:00:00Z',
};
const door = (more: Partial<Devices['door']> = {}): Devices['door'] => ({
  isOpen: true,
  staysOpen: false,
  homes: ['https://192.168.7.20:4781'],
  begin: ['http://192.168.7.20:4780/trust', 'http://[fd00::5]:4780/trust'],
  fingerprint: '8A:2E:77:12',
  trustEnds: null,
  ...more,
});
const open = (answers: Record<string, unknown> = {}) => {
  const server = new FakeServer({
    '/api/devices': { door: door(), devices: [] } satisfies Devices,
    '/api/devices/set-aside': [],
    '/api/devices/audit': [],
    '/api/riders': [],
    '/api/horses': [],
    '/api/people': [],
    '/api/shares': { homes: [], shares: [] },
    '/api/timetable': { instructors: ['Rowan Ashdown'], arenas: [] },
    ...answers,
  });
  renderIn(<Phones />);
  return server;
};

beforeEach(() => {
  jest.useFakeTimers({ now: new Date(NOW), advanceTimers: true });
});
afterEach(() => {
  cleanup();
  jest.useRealTimers();
});

test('a shut door is opened for the next start, and says that it takes one', async () => {
  let staysOpen = false;
  const server = open({
    '/api/devices': () => ({ door: door({ isOpen: false, staysOpen, begin: [] }), devices: [] }),
    'PUT /api/devices/door': ({ body }: Call) => {
      staysOpen = (body as { open: boolean }).open;
      return body;
    },
  });
  fireEvent.click(await screen.findByRole('button', { name: 'Let phones in' }));
  await screen.findByText(/Close the book and start it again/);
  expect(server.sent('PUT')[0]!.body).toEqual({ open: true });
  expect(screen.queryByLabelText('Whose phone')).toBeNull();
});

test('a code is shown as a square, counts down, and says when the phone is there or it is too old', async () => {
  let devices: Device[] = [];
  open({
    '/api/devices': () => ({ door: door(), devices }),
    'POST /api/devices/codes': { code: 'abc', expiresAt: '2026-06-17T09:40:00Z' },
  });
  const show = async () => {
    fireEvent.change(await screen.findByLabelText('Whose phone'), {
      target: { value: 'Rowan Ashdown' },
    });
    fireEvent.click(screen.getByRole('button', { name: 'Show the code' }));
    return screen.findByRole('img', { name: 'The code for the phone' });
  };
  const square = await show();
  expect(square.getAttribute('data-code')).toBe('http://192.168.7.20:4780/trust#abc');
  fireEvent.change(screen.getByLabelText('Address of this machine'), {
    target: { value: 'http://[fd00::5]:4780/trust' },
  });
  expect(square.getAttribute('data-code')).toBe('http://[fd00::5]:4780/trust#abc');
  devices = [rowan];
  await act(() => jest.advanceTimersByTimeAsync(6_000));
  await screen.findByText('✓ Rowan Ashdown’s phone is paired');
  fireEvent.click(screen.getByRole('button', { name: 'Add another' }));
  await show();
  await act(() => jest.advanceTimersByTimeAsync(11 * 60_000));
  await screen.findByText('The code is too old');
}, 30_000);

test.each([
  ['2026-07-20T00:00:00Z', true, /runs out on Monday, 20 July/],
  ['2026-06-10T00:00:00Z', true, /ran out on Wednesday, 10 June: no phone comes in/],
  ['2026-07-20T00:00:00Z', false, /On Monday, 20 July the book makes itself a new/],
  ['2027-07-20T00:00:00Z', false, null],
])('what phones trust until %s (own: %s) is said in time', async (at, isOwn, said) => {
  open({ '/api/devices': { door: door({ trustEnds: { at, isOwn } }), devices: [] } });
  await screen.findByText('Phones are let in');
  if (said) screen.getByText(said);
  else expect(screen.queryByText(/certificate authority/)).toBeNull();
});

test('a phone is removed after a question; what it sent since is taken in the order it came', async () => {
  const aside = ['a session of 2026-06-16', '3 observations'].map((about, i) => ({
    id: `0190a0b0-0000-7000-8000-00000000000${i}`,
    deviceId: rowan.id,
    at: NOW,
    about,
  }));
  const server = open({
    '/api/devices': { door: door(), devices: [rowan] },
    '/api/devices/set-aside': aside,
    '*': ({ method }: Call) => (method === 'GET' ? [] : {}),
  });
  fireEvent.click(await screen.findByRole('button', { name: 'Remove' }));
  expect(server.sent('DELETE')).toHaveLength(0);
  fireEvent.click(await screen.findByRole('button', { name: 'Remove it' }));
  await waitFor(() => expect(server.sent('DELETE')[0]!.path).toContain(rowan.id));
  fireEvent.click(screen.getByRole('button', { name: 'Take it into the book' }));
  await waitFor(() => expect(server.sent('POST')).toHaveLength(2));
  expect(server.sent('POST').map((c) => c.path.split('/').pop())).toEqual(aside.map((a) => a.id));
});

test('what was changed from phones is said in words, with the way to it', async () => {
  const id = '0190a0b0-0000-7000-8000-0000000000b1';
  const row = (n: number, more: object) => ({
    id: `0190a0b0-0000-7000-8000-00000000010${n}`,
    at: NOW,
    person: 'Rowan Ashdown',
    times: 1,
    ...more,
  });
  open({
    '/api/devices/audit': [
      row(1, { method: 'PUT', path: `lessons/${id}`, times: 7 }),
      row(2, { method: 'POST', path: 'observations' }),
      row(3, { method: 'DELETE', path: `devices/${rowan.id}`, person: null }),
    ],
  });
  const list = await screen.findByRole('list', { name: 'What was changed', hidden: true });
  const said = [...list.children].map((li) => li.textContent);
  expect(said[0]).toContain('Rowan Ashdownsaved a lesson, 7 times');
  expect(said[1]).toContain('added what was seen');
  expect(said[2]).toContain('the ownerremoved a phone');
  expect(list.querySelector('a')!.getAttribute('href')).toBe(`/desk/${id}`);
});

test('the phone shows its code once, takes it out of its address, and says why it was refused', async () => {
  window.history.replaceState(null, '', '/pair#the-code');
  let role = 'nobody';
  const server = new FakeServer({
    'GET /api/pairing': () => ({
      role,
      person: role === 'nobody' ? null : 'Rowan',
      isRemoved: false,
    }),
    'POST /api/pairing': () => {
      role = 'instructor';
      return { person: 'Rowan' };
    },
  });
  renderIn(<Pair />);
  await screen.findByText(/is paired with the book, for Rowan/);
  expect(server.sent('POST').map((c) => c.body)).toEqual([{ code: 'the-code' }]);
  expect(window.location.hash).toBe('');
  cleanup();

  window.history.replaceState(null, '', '/pair#old');
  new FakeServer({
    'GET /api/pairing': { role: 'nobody', person: null, isRemoved: false },
    'POST /api/pairing': { status: 410, title: 'Too old', detail: 'Show a new one.' },
  });
  renderIn(<Pair />);
  expect((await screen.findByRole('alert')).textContent).toContain('Show a new one.');
  // The same again would be refused again.
  expect(screen.queryByRole('button', { name: 'Try again' })).toBeNull();
});

test('on a phone the book offers nothing that it may not do', async () => {
  new FakeServer({
    '/api/pairing': { role: 'instructor', person: 'Rowan', isRemoved: false },
    '/api/book/imports': [],
  });
  renderIn(<BookData />);
  await screen.findByText(/on its own machine, not from a phone/);
  expect(screen.queryByText('Export the whole book')).toBeNull();
});
