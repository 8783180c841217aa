import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { parseLesson } from '@canter-book/core/notation/parse';
import { FakeDevice } from '../../testing/device.ts';
import { FakeServer, renderIn, someHorse } from '../../testing/render.tsx';

const device = new FakeDevice();
jest.unstable_mockModule('idb-keyval', () => device.module);
const { default: RingsideStart } = await import('./RingsideStart.tsx');
const { createBookStore } = await import('../../app/store.ts');

const document = parseLesson('start A walk medium left\nA trot working\n').lesson;
const [ines, pia] = ['Ines', 'Pia'].map((name, i) => ({
  id: `0190a0b0-0000-7000-8000-00000000020${i}`,
  revision: 1,
  name,
  notes: '',
  theme: '',
  stage: null,
}));
const marram = someHorse({ riderIds: [pia!.id] });
const sedge = someHorse({ id: '0190a0b0-0000-7000-8000-000000000077', name: 'Sedge' });
const lesson = (n: number, title: string, horseId: string | null) => ({
  id: `0190a0b0-0000-7000-8000-00000000030${n}`,
  revision: 1,
  title,
  horseId,
  tags: [],
  template: false,
  updatedAt: '2026-01-01T00:00:00Z',
});
const lessons = [
  lesson(1, 'For Sedge', sedge.id),
  lesson(2, 'For Marram', marram.id),
  lesson(3, '', null),
];
const answers = {
  '/api/horses': [marram, sedge],
  '/api/riders': [ines, pia],
  '/api/lessons': lessons,
  [`/api/lessons/${lessons[1]!.id}`]: { ...lessons[1], document },
};

function open(at = '/ringside', by: Record<string, unknown> = answers) {
  const server = new FakeServer(by);
  const store = createBookStore();
  renderIn(<RingsideStart />, store, at);
  const taught = () => Object.values(store.getState().ringside.teaching);
  return { server, store, taught };
}
const choose = (label: string, value: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value } });
const shown = (label: string) => screen.getByLabelText<HTMLSelectElement>(label).value;
const begin = () => fireEvent.click(screen.getByRole('button', { name: 'Begin the lesson' }));

beforeEach(() => device.kept.clear());
afterEach(cleanup);

describe('before a lesson', () => {
  test('nothing begins without a horse; its own rider and newest lesson are chosen with it', async () => {
    const { taught } = open();
    const button = await screen.findByRole<HTMLButtonElement>('button', {
      name: 'Begin the lesson',
    });
    expect(button.disabled).toBe(true);
    choose('Horse', marram.id);
    expect([shown('Rider'), shown('Lesson')]).toEqual([pia!.id, lessons[1]!.id]);
    const offered = [...screen.getByLabelText<HTMLSelectElement>('Lesson').options];
    expect(offered.map((o) => o.text)).toEqual([
      'none: a free session',
      'For Marram',
      'Untitled lesson',
    ]);
    begin();
    await waitFor(() => expect(taught()).toHaveLength(1));
    expect(taught()[0]).toMatchObject({
      riderName: 'Pia',
      step: 'ride',
      session: { horseId: marram.id, riderId: pia!.id, lessonId: lessons[1]!.id, document },
    });
  });

  test('what another page has chosen is chosen here', async () => {
    open(`/ringside?lesson=${lessons[1]!.id}&horse=${marram.id}&rider=${ines!.id}`);
    await screen.findByLabelText('Horse');
    expect([shown('Horse'), shown('Rider'), shown('Lesson')]).toEqual([
      marram.id,
      ines!.id,
      lessons[1]!.id,
    ]);
  });

  test('a session without a plan has no lesson', async () => {
    const { taught } = open();
    await screen.findByLabelText('Horse');
    choose('Horse', sedge.id);
    choose('Lesson', 'free');
    begin();
    await waitFor(() => expect(taught()).toHaveLength(1));
    expect(taught()[0]!.session).toMatchObject({ lessonId: null, document: null, riderId: null });
  });

  test('the safety of the place stands above the button', async () => {
    open();
    expect((await screen.findByText('Before you begin:')).parentElement!.textContent).toContain(
      'the vet’s word come first',
    );
  });

  test('a lesson that is nowhere to be had is said, and nothing begins', async () => {
    const { taught } = open('/ringside', {
      ...answers,
      [`/api/lessons/${lessons[1]!.id}`]: undefined,
    });
    await screen.findByLabelText('Horse');
    choose('Horse', marram.id);
    begin();
    expect((await screen.findByRole('alert')).textContent).toContain('✕');
    expect(taught()).toHaveLength(0);
  });

  test('an empty book leads to the first horse', async () => {
    open('/ringside', { ...answers, '/api/horses': [] });
    await screen.findByRole('link', { name: 'Enter the first horse' });
  });
});

describe('without a network', () => {
  test('begins from what the device has kept', async () => {
    device.kept.set('ringside-kit', {
      horses: [marram],
      riders: [pia],
      lessons: [lessons[1]],
      documents: { [lessons[1]!.id]: document },
    });
    const { taught } = open('/ringside', {});
    await screen.findByText(/The server does not answer/);
    choose('Horse', marram.id);
    begin();
    await waitFor(() => expect(taught()).toHaveLength(1));
    expect(taught()[0]!.session.document).toEqual(document);
  });
});
