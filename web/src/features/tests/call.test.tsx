import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import { act, cleanup, fireEvent, screen } from '@testing-library/react';
import { parseLesson } from '@canter-book/core/notation/parse';
import { FakeDevice } from '../../testing/device.ts';
import { FakeServer, renderIn, someHorse } from '../../testing/render.tsx';

const device = new FakeDevice();
jest.unstable_mockModule('idb-keyval', () => device.module);
const { default: Call } = await import('./Call.tsx');

const ID = '0190a0b0-0000-7000-8000-000000000301';
const document = parseLesson(`test "Two letters" for stage 2
arena 20x40
enter A trot working
box 1 "entry"
X halt 4 s, salute, proceed trot working
C track left
box 2 "circle"
E circle left 20
box 3 "walk"
A walk medium
K-X-M walk free, long rein
errors points 2 4 out
`).lesson;
const marram = someHorse();
const sedge = someHorse({
  id: '0190a0b0-0000-7000-8000-000000000077',
  name: 'Sedge',
  heightCm: 138,
});
const known = {
  '/api/horses': [marram, sedge],
  '/api/riders': [],
  '/api/lessons': [],
  [`/api/lessons/${ID}`]: { id: ID, revision: 1, title: 'Two letters', horseId: null, document },
};

/** The page at its address; what was begun before goes on. */
async function open(answers: Record<string, unknown> = known) {
  const server = new FakeServer(answers);
  renderIn(<Call />, undefined, `/tests/${ID}/call`, '/tests/:id/call');
  return { server };
}
const press = (name: string | RegExp) => fireEvent.click(screen.getByRole('button', { name }));
const read = () => screen.getByRole('region', { name: 'Read' }).textContent!;
/** The wall's clock goes on, and the page with it. */
const later = (seconds: number) => act(() => jest.advanceTimersByTime(1000 * seconds));

beforeEach(() => {
  device.kept.clear();
  sessionStorage.clear();
});
afterEach(() => {
  jest.useRealTimers();
  cleanup();
});

async function begun(second?: string) {
  const opened = await open();
  await screen.findByRole('button', { name: 'Begin' });
  if (second) fireEvent.change(screen.getByLabelText(/Behind it/), { target: { value: sedge.id } });
  jest.useFakeTimers({ now: 1_000_000 });
  press('Begin');
  return opened;
}

describe('a test is called', () => {
  test('the first words come before the rider does; a tap at the letter brings the next', async () => {
    await begun();
    expect(read()).toContain('X, halt, salute, proceed working trot');
    press('go');
    later(3);
    expect(read()).toContain('say it now');
    press(/at X/);
    later(0.4);
    expect(read()).toContain('C, track left');
    // It waits while the rider does.
    press('wait');
    const before = read();
    later(30);
    expect(read()).toBe(before);
    press('box back');
    expect(read()).toContain('X, halt, salute');
  });

  test('errors are noted and taken back; the one after the last price ends the test, and is read on', async () => {
    await begun();
    press('error');
    screen.getByText('1 error of course. Go on calling.');
    press('undo');
    expect(screen.queryByText(/of course/)).toBeNull();
    for (let i = 0; i < 3; i++) press('error');
    screen.getByText('Eliminated at error 3. Read on, for practice.');
    press('finish');
    screen.getByText(/3 errors of course\./);
    press('Call it again');
    screen.getByRole('button', { name: 'Begin' });
  });

  test('by keys as well, and never while a button has the focus', async () => {
    await begun();
    fireEvent.keyDown(window.document.body, { key: ' ' });
    screen.getByRole('button', { name: 'wait' });
    fireEvent.keyDown(window.document.body, { key: 'e' });
    screen.getByText(/1 error/);
    fireEvent.keyDown(screen.getByRole('button', { name: 'finish' }), { key: ' ' });
    screen.getByRole('button', { name: 'wait' });
  });

  test('of two horses the distance is measured where both pass one letter', async () => {
    await begun(sedge.id);
    expect(screen.getByRole('region', { name: 'Distance' }).textContent).toContain(
      '4 lengths between them, as begun',
    );
    press('go');
    later(5);
    press(/^at X/);
    later(13);
    press(/^at C.*Marram/);
    // Half a second later the other one is there: much nearer than it was to be.
    later(0.5);
    press(/^at C.*Sedge/);
    const said = screen.getByRole('alert');
    expect(said.textContent).toMatch(/less than half a length between them, measured 0 s ago/);
    expect(said.textContent).toContain('Too near: Sedge, wait.');
  });

  test('which two do not go alike is said before they begin', async () => {
    await open();
    await screen.findByRole('button', { name: 'Begin' });
    fireEvent.change(screen.getByLabelText(/Behind it/), { target: { value: sedge.id } });
    expect(
      screen.getAllByText(/Sedge covers \d+ % less ground than Marram/).length,
    ).toBeGreaterThan(0);
    fireEvent.change(screen.getByLabelText(/Between them/), { target: { value: '2' } });
    screen.getByText(/Too near at “.*walk/);
  });

  test('a page opened again goes on, also without the book', async () => {
    await begun();
    press('error');
    jest.useRealTimers();
    cleanup();
    device.kept.set('ringside-kit', {
      horses: [marram, sedge],
      riders: [],
      lessons: [],
      documents: { [ID]: document },
    });
    await open({});
    await screen.findByText(/1 error of course/);
    expect(read()).toContain('X, halt, salute');
  });
});
