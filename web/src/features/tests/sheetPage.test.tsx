import { expect, test } from '@jest/globals';
import { act, fireEvent, screen } from '@testing-library/react';
import { parseLesson } from '@canter-book/core/notation/parse';
import { api } from '../../api/api.ts';
import { FakeServer, renderIn, someHorse } from '../../testing/render.tsx';
import SheetPage from './SheetPage.tsx';

const ID = '0190a0b0-0000-7000-8000-000000000301';
const textOf = (last: string) => `test "Two letters" for stage 2
arena 20x40
enter A trot working
box 1 "entry"
X halt 4 s, salute, proceed trot working
C track left
box 2 "${last}"
E circle left 20
errors points 2 4 out
`;
const record = (revision: number, last: string) => ({
  id: ID,
  revision,
  title: 'Two letters',
  horseId: null,
  document: parseLesson(textOf(last)).lesson,
});

test('what was chosen on the page of a test stays when a newer revision of it arrives', async () => {
  const marram = someHorse();
  let stands = record(1, 'circle');
  new FakeServer({
    '/api/horses': [marram],
    [`/api/lessons/${ID}`]: () => stands,
    '/api/rides': [],
    '*': [],
  });
  const { store } = renderIn(<SheetPage />, undefined, `/tests/${ID}`, '/tests/:id');
  await screen.findByText('circle');
  const horse = await screen.findByLabelText<HTMLSelectElement>(/ready for it/i);
  await screen.findByRole('option', { name: marram.name });
  fireEvent.change(horse, { target: { value: marram.id } });
  stands = record(2, 'half circle');
  act(() => void store.dispatch(api.util.invalidateTags([{ type: 'OpenLesson', id: ID }])));
  await screen.findByText('half circle');
  expect(screen.getByLabelText<HTMLSelectElement>(/ready for it/i).value).toBe(marram.id);
});
