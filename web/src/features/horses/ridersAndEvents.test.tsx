import { afterEach, describe, expect, jest, test } from '@jest/globals';
import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react';
import type { Horse, Rider } from '@canter-book/core/book/records';
import { tapAt } from '../../testing/page.ts';
import { FakeServer, renderIn, someHorse, type Call } from '../../testing/render.tsx';
import { Events } from './Events.tsx';
import { Riders } from './Riders.tsx';
import { StrideTaps } from './StrideTaps.tsx';

afterEach(cleanup);

const echo = ({ body }: Call) => body;
const press = (name: string | RegExp) => fireEvent.click(screen.getByRole('button', { name }));
const type = (label: string, value: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value } });

const ines: Rider = {
  id: '0190a0b0-0000-7000-8000-000000000101',
  revision: 3,
  name: 'Ines Calloway',
  notes: 'Looks down.',
  theme: 'Corners ridden with bend',
  stage: 6,
};

describe('the riders', () => {
  const open = async (riders: Rider[] = [ines]) => {
    const server = new FakeServer({
      '/api/riders': riders,
      '/api/riders/corners': [{ riderId: ines.id, corners: 12, bent: 9 }],
      '*': echo,
    });
    renderIn(<Riders />);
    await waitFor(() => expect(server.calls.length).toBeGreaterThanOrEqual(2));
    return server;
  };

  test('stand with their habits, theme, stage and corners', async () => {
    await open();
    await screen.findByText('Looks down.');
    screen.getByText('· stage 6');
    await screen.findByText(/corners with bend, four weeks: 9 of 12/);
  });

  test('none yet says so; a new one is added by name, without spaces around it', async () => {
    const server = await open([]);
    await screen.findByText('No rider yet.');
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Add' }).disabled).toBe(true);
    type('New rider', '  Pia Undershaw ');
    press('Add');
    await waitFor(() => expect(server.sent('PUT')).toHaveLength(1));
    expect(server.sent('PUT')[0]!.body).toMatchObject({ name: 'Pia Undershaw', stage: null });
    await waitFor(() =>
      expect(screen.getByLabelText<HTMLInputElement>('New rider').value).toBe(''),
    );
  });

  test('the stage is changed, and taken back', async () => {
    const server = await open();
    fireEvent.click(await screen.findByRole('button', { name: 'Change Ines Calloway' }));
    type('Stage', '4');
    press('Save');
    await waitFor(() => expect(server.sent('PUT')).toHaveLength(1));
    expect(server.sent('PUT')[0]!.body).toEqual({ ...ines, stage: 4 });
    fireEvent.click(await screen.findByRole('button', { name: 'Change Ines Calloway' }));
    type('Stage', '');
    type('Habits', '');
    press('Save');
    await waitFor(() => expect(server.sent('PUT')).toHaveLength(2));
    expect(server.sent('PUT')[1]!.body).toEqual({ ...ines, stage: null, notes: '' });
  });

  test('one that could not be saved says why, and keeps what was entered', async () => {
    const server = await open();
    server.answers['*'] = { status: 507, title: 'The disk is full', detail: 'Make room on it.' };
    fireEvent.click(await screen.findByRole('button', { name: 'Change Ines Calloway' }));
    type('Habits', 'Sits well.');
    press('Save');
    expect((await screen.findByRole('alert')).textContent).toContain('Make room on it.');
    expect(screen.getByLabelText<HTMLInputElement>('Habits').value).toBe('Sits well.');
    // It is said of this one alone.
    press('Cancel');
    fireEvent.click(await screen.findByRole('button', { name: 'Change Ines Calloway' }));
    expect(screen.queryByRole('alert')).toBeNull();
  });

  test('cancel leaves it as it was', async () => {
    const server = await open();
    fireEvent.click(await screen.findByRole('button', { name: 'Change Ines Calloway' }));
    type('Theme', 'Something else');
    press('Cancel');
    screen.getByText('Corners ridden with bend');
    expect(server.sent('PUT')).toHaveLength(0);
  });
});

describe('the events of a horse', () => {
  const path = `PUT /api/horses/${someHorse().id}`;

  test('are listed from the newest on; a new one joins them', async () => {
    const server = new FakeServer({ [path]: echo });
    const events: Horse['events'] = [
      { date: '2026-02-01', kind: 'rest', text: 'A fortnight in the field' },
      { date: '2026-03-01', kind: 'vet', text: 'Sound again' },
    ];
    renderIn(<Events horse={someHorse({ events })} />);
    const said = screen.getAllByRole('listitem').map((li) => li.textContent);
    expect(said[0]).toContain('vet or physio Sound again');
    expect(said[1]).toContain('rest A fortnight in the field');
    press('Note an event');
    type('Day of the event', '2026-03-20');
    type('Kind of event', 'theme');
    type('What happened', '  Shoulders in front ');
    press('Note it');
    await waitFor(() => expect(server.sent('PUT')).toHaveLength(1));
    expect((server.sent('PUT')[0]!.body as Horse).events).toEqual([
      ...events,
      { date: '2026-03-20', kind: 'theme', text: 'Shoulders in front' },
    ]);
    await screen.findByRole('button', { name: 'Note an event' });
  });

  test('what the book does not take is said, and stays written', async () => {
    new FakeServer({ '*': { status: 400, title: 'No', detail: 'The words are too many.' } });
    renderIn(<Events horse={someHorse()} />);
    screen.getByText(/it shows in the charts/);
    press('Note an event');
    type('What happened', 'New saddle');
    press('Note it');
    expect((await screen.findByRole('alert')).textContent).toContain('✕');
    expect(screen.getByLabelText<HTMLInputElement>('What happened').value).toBe('New saddle');
  });
});

describe('strides by taps', () => {
  const tap = (ms: number) => tapAt(screen.getAllByRole('button')[0]!, ms);

  // The first tap is the first mark: n taps after it are n strides.
  test('count from the first mark, and time it to hundredths', () => {
    const measured = jest.fn();
    render(<StrideTaps unit="strides" onMeasured={measured} />);
    screen.getByText('Tap at the first mark, then with each of the strides');
    tap(1000);
    expect(measured).not.toHaveBeenCalled();
    tap(1783);
    expect(measured).toHaveBeenLastCalledWith(1, 0.78);
    tap(2561);
    expect(measured).toHaveBeenLastCalledWith(2, 1.56);
    screen.getByText('2 strides: the last tap is at the second mark');
    press('again');
    tap(9000);
    expect(measured).toHaveBeenCalledTimes(2);
  });

  test('the space bar counts as a tap', () => {
    const measured = jest.fn<(counts: number, seconds: number) => void>();
    render(<StrideTaps unit="steps" onMeasured={measured} />);
    const [button] = screen.getAllByRole('button');
    fireEvent.keyDown(button!, { key: ' ' });
    fireEvent.keyDown(button!, { key: ' ', repeat: true });
    fireEvent.keyDown(button!, { key: ' ' });
    expect(measured.mock.calls.map(([counts]) => counts)).toEqual([1]);
  });
});
