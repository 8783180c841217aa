import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import { cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { FakeServer, renderIn, someHorse, type Call } from '../../testing/render.tsx';
import Account from './Account.tsx';
import { Join } from './Join.tsx';
import { People } from './People.tsx';
import type { Person } from './peopleApi.ts';
import { saidOf, SignIn } from './SignIn.tsx';

/** Who signs in: invited by the owner, in at the door, and at home on their own page. */

const NOW = '2026-06-17T09:30:00Z';
const horse = someHorse();
const tove: Person = {
  id: '0190a0b0-0000-7000-8000-0000000000e1',
  name: 'Tove Lindqvist',
  role: 'helper',
  riderId: null,
  horseIds: [horse.id],
  hasPassword: true,
  passkeys: 1,
  invitedUntil: null,
  lastSeenAt: '2026-06-17T09:00:00Z',
};

beforeEach(() => {
  jest.useFakeTimers({ now: new Date(NOW), advanceTimers: true });
});
afterEach(() => {
  cleanup();
  jest.useRealTimers();
});

const type = (label: string, value: string, within_: HTMLElement = document.body) =>
  fireEvent.change(within(within_).getByLabelText(label), { target: { value } });

describe('the owner', () => {
  const open = (answers: Record<string, unknown> = {}) => {
    const server = new FakeServer({
      '/api/people': [],
      '/api/horses': [horse],
      '/api/riders': [],
      '/api/timetable': { instructors: [], arenas: [] },
      ...answers,
    });
    renderIn(<People begin={['http://yard.test:4780/trust']} />);
    return server;
  };

  test('invites a helper with the horses that are given, and sends the link', async () => {
    const server = open({
      'POST /api/people': {
        id: tove.id,
        name: tove.name,
        code: 'abc',
        expiresAt: '2026-06-24T09:30:00Z',
      },
    });
    fireEvent.click(await screen.findByRole('button', { name: 'Invite somebody' }));
    const form = screen.getByRole('form', { name: 'Invite somebody' });
    fireEvent.click(within(form).getByRole('button', { name: 'helper' }));
    type('Name to sign in with', ' Tove Lindqvist ', form);
    const invite = within(form).getByRole<HTMLButtonElement>('button', { name: 'Invite' });
    // A helper without a horse helps nobody.
    expect(invite.disabled).toBe(true);
    fireEvent.click(await within(form).findByLabelText(horse.name));
    fireEvent.click(invite);
    const link = await screen.findByLabelText<HTMLInputElement>('Link');
    expect(link.value).toBe('http://yard.test:4780/trust#invite:abc');
    expect(screen.getByRole('img', { name: 'The invitation' }).getAttribute('data-code')).toBe(
      link.value,
    );
    expect(server.sent('POST')[0]!.body).toEqual({
      role: 'helper',
      name: 'Tove Lindqvist',
      horseIds: [horse.id],
    });
  });

  test('is told that a name is taken, and keeps what was entered', async () => {
    open({ 'POST /api/people': { status: 409, title: 'Taken', detail: 'Tell the two apart.' } });
    fireEvent.click(await screen.findByRole('button', { name: 'Invite somebody' }));
    type('Name to sign in with', 'Rowan');
    fireEvent.click(screen.getByRole('button', { name: 'Invite' }));
    expect((await screen.findByRole('alert')).textContent).toContain('Tell the two apart.');
    expect(screen.getByLabelText<HTMLInputElement>('Name to sign in with').value).toBe('Rowan');
  });

  test('changes what somebody may do, signs out and shuts out', async () => {
    const server = open({
      '/api/people': [tove],
      '*': ({ method }: Call) => (method === 'GET' ? [] : {}),
    });
    const row = (await screen.findByText('Tove Lindqvist')).closest('li')!;
    await waitFor(() => expect(row.textContent).toContain(`helper of ${horse.name}`));
    expect(row.textContent).toContain('one passkey');
    fireEvent.click(within(row).getByRole('button', { name: 'Change' }));
    const sheet = await screen.findByRole('dialog');
    expect(within(sheet).getByLabelText<HTMLInputElement>('Name').readOnly).toBe(true);
    fireEvent.click(within(sheet).getByRole('button', { name: 'instructor' }));
    fireEvent.click(within(sheet).getByRole('button', { name: 'Save' }));
    await waitFor(() => expect(server.sent('PUT')).toHaveLength(1));
    expect(server.sent('PUT')[0]!.body).toEqual({ role: 'instructor', name: 'Tove Lindqvist' });
    await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
    fireEvent.click(within(row).getByRole('button', { name: 'Sign out' }));
    fireEvent.click(within(row).getByRole('button', { name: 'Shut out' }));
    const asked = await screen.findByRole('dialog');
    fireEvent.click(within(asked).getByRole('button', { name: 'Shut out' }));
    await waitFor(() => expect(server.sent('DELETE')).toHaveLength(2));
    expect(server.sent('DELETE').map((c) => c.path)).toEqual([
      `/api/people/${tove.id}/devices`,
      `/api/people/${tove.id}`,
    ]);
  });
});

describe('at the door', () => {
  test('a wrong password is said, and stays in the form', async () => {
    new FakeServer({
      'POST /api/sign-in': { status: 401, title: 'No', detail: 'Check both.' },
    });
    renderIn(<SignIn />);
    type('Name', 'Tove');
    type('Password', 'wrong');
    fireEvent.click(screen.getByRole('button', { name: 'Sign in' }));
    expect((await screen.findByRole('alert')).textContent).toContain('Check both.');
    expect(screen.getByLabelText<HTMLInputElement>('Password').value).toBe('wrong');
  });

  test.each([
    ['NotAllowedError', /did not give the passkey/],
    ['InvalidStateError', /has a passkey for the book already/],
    ['SecurityError', /cannot use a passkey here/],
  ])('what a browser calls %s is said in words', (name, said) => {
    expect(saidOf(Object.assign(new Error('x'), { name }))).toMatch(said);
  });

  test('whoever is invited writes the password twice', async () => {
    const server = new FakeServer({
      'POST /api/sign-in/invitation': { name: 'Tove', role: 'helper' },
      'POST /api/sign-in/invitation/password': {
        status: 400,
        title: 'No',
        detail: 'Too easy to guess.',
      },
    });
    renderIn(<Join code="abc" />);
    await screen.findByText('Tove');
    const save = screen.getByRole<HTMLButtonElement>('button', { name: 'Save and sign in' });
    type('Your new password', 'saddle lantern');
    type('Once more', 'saddle lanterm');
    expect(save.disabled).toBe(true);
    screen.getByText('✕ The two differ.');
    type('Once more', 'saddle lantern');
    fireEvent.click(save);
    expect((await screen.findByRole('alert')).textContent).toContain('Too easy to guess.');
    expect(server.sent('POST').at(-1)!.body).toEqual({ code: 'abc', password: 'saddle lantern' });
  });

  test('an invitation that was taken says what to do', async () => {
    new FakeServer({
      'POST /api/sign-in/invitation': { status: 410, title: 'Gone', detail: 'Ask the owner.' },
    });
    renderIn(<Join code="abc" />);
    expect((await screen.findByRole('alert')).textContent).toBe('✕ Ask the owner.');
  });
});

describe('one’s own page', () => {
  const account = {
    name: 'Tove Lindqvist',
    role: 'helper',
    canHavePasskeys: false,
    passkeys: [{ id: 'k', kind: 'Android phone', madeAt: NOW, domain: 'yard.test' }],
    devices: [
      { id: 'a', kind: 'Android phone', lastSeenAt: NOW, isThis: true },
      { id: 'b', kind: 'Mac', lastSeenAt: NOW, isThis: false },
    ],
  };

  test('signs another device out, deletes a passkey and changes the password', async () => {
    const server = new FakeServer({ '/api/account': account, '*': () => ({}) });
    renderIn(<Account />);
    fireEvent.click(await screen.findByRole('button', { name: 'Sign it out' }));
    fireEvent.click(screen.getByRole('button', { name: 'Delete the passkey of Android phone' }));
    await waitFor(() => expect(server.sent('DELETE')).toHaveLength(2));
    screen.getByText(/Passkeys need a name/);
    type('The one you have', 'old');
    type('A new one', 'saddle lantern cobweb');
    fireEvent.click(screen.getByRole('button', { name: 'Change it' }));
    await waitFor(() =>
      expect(server.sent('PUT')[0]?.body).toEqual({
        old: 'old',
        password: 'saddle lantern cobweb',
      }),
    );
    await waitFor(() =>
      expect(screen.getByLabelText<HTMLInputElement>('A new one').value).toBe(''),
    );
  });
});
