import { afterEach, describe, expect, jest, test } from '@jest/globals';
import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import type { Horse } from '@canter-book/core/book/records';
import { FakeServer, renderIn, someHorse, type Call } from '../../testing/render.tsx';
import { api } from '../../api/api.ts';
import EditHorse from './EditHorse.tsx';
import { HorseForm } from './HorseForm.tsx';
import { ScaleStraps } from './ScaleStraps.tsx';
import { Strides } from './Strides.tsx';

afterEach(cleanup);

const echo = ({ body }: Call) => ({ ...(body as Horse), revision: 2 });
const horsePath = `/api/horses/${someHorse().id}`;

describe('the form of a horse', () => {
  const open = (horse = someHorse()) => {
    const server = new FakeServer({
      '/api/riders': [
        { id: '0190a0b0-0000-7000-8000-000000000009', revision: 1, name: 'Ines', notes: '' },
      ],
      [`PUT ${horsePath}`]: echo,
    });
    const onSaved = jest.fn();
    const { store } = renderIn(<HorseForm horse={horse} onSaved={onSaved} />);
    return { server, store, onSaved };
  };
  const save = () => fireEvent.click(screen.getByRole('button', { name: 'Save' }));

  test('sends what was entered, numbers as numbers, an empty year as none', async () => {
    const { server, onSaved } = open();
    fireEvent.change(screen.getByLabelText('Name'), { target: { value: '  Sedge ' } });
    fireEvent.change(screen.getByLabelText('Born in'), { target: { value: '' } });
    fireEvent.change(screen.getByLabelText(/Height/), { target: { value: '151.5' } });
    fireEvent.change(screen.getByLabelText('Stage of training'), { target: { value: '6' } });
    fireEvent.change(screen.getByLabelText('Hollow side'), { target: { value: 'left' } });
    fireEvent.change(screen.getByLabelText(/walk break/), { target: { value: '7' } });
    fireEvent.change(screen.getByLabelText('Smallest circle in trot, m'), {
      target: { value: '12' },
    });
    fireEvent.click(await screen.findByLabelText('Ines'));
    save();
    await waitFor(() => expect(onSaved).toHaveBeenCalled());
    expect(server.sent('PUT')[0]!.body).toMatchObject({
      name: 'Sedge',
      bornYear: null,
      heightCm: 151.5,
      stage: 6,
      hollowSide: 'left',
      limits: { breakEveryMin: 7, smallestCircleM: { trot: 12 } },
      riderIds: ['0190a0b0-0000-7000-8000-000000000009'],
    });
  });

  test('what is saved elsewhere comes in, and nothing that was entered here is lost', async () => {
    const before = someHorse({ theme: 'One tempo', events: [] });
    const event = { date: '2026-05-01', kind: 'vet' as const, text: 'teeth done' };
    let stands: Horse = before;
    const server = new FakeServer({
      '/api/riders': [],
      '/api/sessions': [],
      [horsePath]: () => stands,
      [`PUT ${horsePath}`]: ({ body }: Call) => (stands = { ...(body as Horse), revision: 9 }),
    });
    const at = `/horses/${before.id}/edit`;
    const { store } = renderIn(<EditHorse />, undefined, at, '/horses/:id/edit');
    const name = await screen.findByLabelText<HTMLInputElement>('Name');
    fireEvent.change(name, { target: { value: 'Sedge' } });
    fireEvent.change(screen.getByLabelText(/walk break/), { target: { value: '7' } });
    // On a phone an event was noted, and the height put right.
    stands = { ...before, revision: 5, heightCm: 158, events: [event] };
    store.dispatch(api.util.invalidateTags(['Horse']));
    const height = screen.getByLabelText<HTMLInputElement>(/Height/);
    await waitFor(() => expect(height.value).toBe('158'));
    expect(screen.getByLabelText<HTMLInputElement>('Name').value).toBe('Sedge');
    save();
    await waitFor(() => expect(server.sent('PUT')).toHaveLength(1));
    expect(server.sent('PUT')[0]!.body).toMatchObject({
      revision: 5,
      name: 'Sedge',
      heightCm: 158,
      events: [event],
      limits: { breakEveryMin: 7 },
    });
  });

  test('what the vet forbids until a day is sent as a limit that ends', async () => {
    const { server, onSaved } = open();
    fireEvent.click(screen.getByRole('button', { name: 'Add a limit for a time' }));
    fireEvent.change(screen.getByLabelText('What'), { target: { value: '5' } });
    fireEvent.change(screen.getByLabelText('Minutes'), { target: { value: '20' } });
    fireEvent.change(screen.getByLabelText('From'), { target: { value: '2026-06-10' } });
    fireEvent.change(screen.getByLabelText('Until'), { target: { value: '2026-06-01' } });
    save();
    await screen.findByText('✕ It must not end before it begins.');
    expect(server.sent('PUT')).toEqual([]);
    fireEvent.change(screen.getByLabelText('Until'), { target: { value: '2026-07-01' } });
    save();
    await waitFor(() => expect(onSaved).toHaveBeenCalled());
    expect((server.sent('PUT')[0]!.body as Horse).limits.dated).toEqual([
      {
        what: { kind: 'walk first', minutes: 20 },
        saidBy: 'the vet',
        from: '2026-06-10',
        until: '2026-07-01',
      },
    ]);
  });

  test('says what is wrong beside its field, and sends nothing', async () => {
    const { server, onSaved } = open();
    fireEvent.change(screen.getByLabelText('Name'), { target: { value: ' ' } });
    fireEvent.change(screen.getByLabelText(/Height/), { target: { value: '20' } });
    fireEvent.change(screen.getByLabelText(/Steepest/), { target: { value: '80' } });
    save();
    await screen.findByText('✕ give a name');
    // The hand is led to the first of them.
    expect(document.activeElement).toBe(screen.getByLabelText('Name'));
    screen.getByText('✕ Enter a height between 70 and 210 cm');
    screen.getByText('✕ Enter a sensible number, or leave it empty');
    expect(server.sent('PUT')).toHaveLength(0);
    expect(onSaved).not.toHaveBeenCalled();
  });

  test('keeps what was entered when the server refuses it', async () => {
    const { server } = open();
    server.answers[`PUT ${horsePath}`] = { status: 500, title: 'No', detail: 'It went wrong.' };
    fireEvent.change(screen.getByLabelText('Name'), { target: { value: 'Sedge' } });
    save();
    expect((await screen.findByRole('alert')).textContent).toContain('It went wrong.');
    expect(screen.getByLabelText<HTMLInputElement>('Name').value).toBe('Sedge');
  });

  test('works without a network: what was entered is kept, to be sent', async () => {
    const { server, store, onSaved } = open();
    delete server.answers[`PUT ${horsePath}`];
    fireEvent.change(screen.getByLabelText('Name'), { target: { value: 'Sedge' } });
    save();
    await waitFor(() => expect(onSaved).toHaveBeenCalled());
    expect(Object.values(store.getState().kept.records)).toMatchObject([{ is: { name: 'Sedge' } }]);
  });

  test('shows the limits of the chosen stage', () => {
    open(someHorse({ stage: 2 }));
    screen.getByText('stage: 8');
    screen.getByText('stage: none yet');
  });
});

describe('the strides of a horse', () => {
  test('are those of its height until they are measured', () => {
    renderIn(<Strides horse={someHorse()} />);
    screen.getByText('By height, until they are measured.');
    screen.getByText('2.73 m');
  });

  test('a ridden distance is kept, and shown with its uncertainty', async () => {
    const server = new FakeServer({ [`PUT ${horsePath}`]: echo });
    renderIn(<Strides horse={someHorse()} />);
    fireEvent.click(screen.getByRole('button', { name: 'Measure strides' }));
    fireEvent.change(screen.getByLabelText('Gait'), { target: { value: 'walk' } });
    fireEvent.change(screen.getByLabelText('Steps'), { target: { value: '52' } });
    fireEvent.change(screen.getByLabelText('Seconds'), { target: { value: '28' } });
    fireEvent.click(screen.getByRole('button', { name: 'Save' }));
    await waitFor(() => expect(server.sent('PUT')).toHaveLength(1));
    const [measured] = (server.sent('PUT')[0]!.body as Horse).measured;
    // Steps are counted in walk, strides are kept.
    expect(measured).toMatchObject({
      gait: 'walk',
      pace: 'medium',
      metres: 48,
      strides: 26,
      seconds: 28,
    });
    cleanup();
    renderIn(<Strides horse={someHorse({ measured: [measured!] })} />);
    screen.getByText('1.85 m');
    screen.getByText('± 0.02');
  });

  test('figures that cannot be are said', async () => {
    const server = new FakeServer();
    renderIn(<Strides horse={someHorse()} />);
    fireEvent.click(screen.getByRole('button', { name: 'Measure strides' }));
    fireEvent.change(screen.getByLabelText('Metres'), { target: { value: '2' } });
    fireEvent.click(screen.getByRole('button', { name: 'Save' }));
    await screen.findByText('✕ ride at least 5 m');
    expect(server.sent('PUT')).toHaveLength(0);
    fireEvent.click(screen.getByRole('button', { name: 'Cancel' }));
    screen.getByRole('button', { name: 'Measure strides' });
  });
});

test('two straps a scale, each said in words', () => {
  const standing = { left: { mean: 6.24, sd: 0.41, marks: 9, monthAgo: 5.5 }, right: null };
  renderIn(<ScaleStraps scale="contact" words="light" standing={standing} />);
  screen.getByRole('img', { name: 'contact, left rein: about 6.2, give or take 0.4' });
  screen.getByRole('img', { name: 'contact, right rein: no marks yet' });
});
