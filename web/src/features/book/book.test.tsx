import { afterEach, describe, expect, test } from '@jest/globals';
import { cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { DOCUMENT_KINDS, DOCUMENT_NAMES } from '@canter-book/core/documents';
import { FakeServer, renderIn, someHorse, type Call } from '../../testing/render.tsx';
import BookData from './BookData.tsx';

afterEach(cleanup);

const horse = someHorse();
const none = Object.fromEntries(DOCUMENT_KINDS.map((kind) => [kind, 0]));
const counts = (n: number) => ({ ...none, horse: n, observation: 2 * n });
const report = (more: object = {}) => ({
  added: counts(3),
  known: counts(1),
  refused: [],
  refusedCount: 0,
  whole: true,
  ...more,
});
const open = (more: Record<string, unknown> = {}) => {
  const server = new FakeServer({
    '/api/horses': [horse],
    '/api/riders': [],
    '/api/book/imports': [],
    '/api/book/copies': [],
    'POST /api/book/import': report(),
    'POST /api/book/sessions': { added: 1, stored: 1 },
    ...more,
  });
  renderIn(<BookData />);
  return server;
};
const give = (label: string, name: string, text: string) =>
  fireEvent.change(screen.getByLabelText(label), {
    target: { files: [new File([text], name, { type: 'text/plain' })] },
  });

describe('the book as a file', () => {
  test('is looked at before it is taken', async () => {
    const server = open();
    give('A book file', 'book.jsonl', '{}\n');
    await screen.findByText('✓ The file is complete.');
    screen.getByText('new');
    fireEvent.click(screen.getByRole('button', { name: 'Import it' }));
    await screen.findByText('✓ It is in the book.');
    expect(server.sent('POST')).toHaveLength(2);
  });

  test('one that was cut short says so, with the lines that cannot be taken', async () => {
    open({
      'POST /api/book/import': report({
        whole: false,
        refusedCount: 1,
        refused: [{ line: 7, why: 'horse: name give a name' }],
      }),
    });
    give('A book file', 'book.jsonl', '{}\n');
    await screen.findByText(/cut short or changed/);
    screen.getByText('line 7: horse: name give a name');
    fireEvent.click(screen.getByRole('button', { name: 'Cancel' }));
    expect(screen.queryByText(/cut short/)).toBeNull();
  });

  test.each(DOCUMENT_KINDS)('of a %s alone says so, and is taken', async (kind) => {
    open({ 'POST /api/book/import': report({ added: { ...none, [kind]: 3 }, known: none }) });
    give('A book file', 'book.jsonl', '{}\n');
    const row = await screen.findByRole('row', { name: `${DOCUMENT_NAMES[kind].many} 3 0` });
    expect(within(row.closest('table')!).getAllByRole('row')).toHaveLength(2);
    const take = screen.getByRole<HTMLButtonElement>('button', { name: 'Import it' });
    expect(take.disabled).toBe(false);
  });

  test('nothing new in it? Then there is nothing to take', async () => {
    open({ 'POST /api/book/import': report({ added: counts(0) }) });
    give('A book file', 'book.jsonl', '{}\n');
    const take = await screen.findByRole<HTMLButtonElement>('button', {
      name: 'Import it',
    });
    expect(take.disabled).toBe(true);
    screen.getByText('Nothing in it is new.');
  });
});

describe('sessions from a table', () => {
  const CSV = 'Date,Horse,Rhythm left\n2026-01-05,Marram,6.5\n2026-01-06,Nobody,6\n';

  test('the good rows are taken with their marks, the bad ones are kept aside', async () => {
    const server = open();
    await waitFor(() => expect(server.calls.length).toBeGreaterThanOrEqual(2));
    give('A table of sessions', 'old.csv', CSV);
    await screen.findByText('1 of 2 rows can be imported.', { exact: false });
    screen.getByText(/line 3: horse “Nobody”, no horse of this name/);
    fireEvent.click(screen.getByRole('button', { name: 'Import 1 session' }));
    await screen.findByText('✓ 1 session imported.');
    const { sessions, observations } = server.sent('POST')[0]!.body as {
      sessions: { horseId: string; date: string; id: string }[];
      observations: { value: number; scale: string; sessionId: string }[];
    };
    expect(sessions).toMatchObject([{ horseId: horse.id, date: '2026-01-05' }]);
    expect(observations).toMatchObject([
      { kind: 'mark', scale: 'rhythm', value: 6.5, sessionId: sessions[0]!.id },
    ]);
  });

  test('a field is one column: choosing it elsewhere takes it away here', async () => {
    open();
    give('A table of sessions', 'old.csv', CSV);
    const date = await screen.findByLabelText<HTMLSelectElement>('What “Date” is');
    fireEvent.change(screen.getByLabelText('What “Horse” is'), { target: { value: 'date' } });
    expect(date.value).toBe('');
    screen.getByText('0 of 2 rows can be imported.', { exact: false });
  });
});

describe('readings from a table', () => {
  test('those of one day are sent as one session, to join the one that is there', async () => {
    const server = open({ 'POST /api/book/sessions': { added: 1, stored: 2 } });
    await waitFor(() => expect(server.calls.length).toBeGreaterThanOrEqual(2));
    give(
      'A table of readings',
      'hand.csv',
      'date,horse,reading,rein,gait,value,detail\n2026-01-05,Marram,contact,left,trot,2 / 3,during\n2026-01-05,Marram,aid,left,walk,late,\n2026-01-05,Marram,aid,left,walk,soonish,\n',
    );
    await screen.findByText('2 of 3 rows can be imported.', { exact: false });
    screen.getByText(/line 4: value “soonish”, value: at once/);
    fireEvent.click(screen.getByRole('button', { name: 'Import 2 readings' }));
    await screen.findByText('✓ 2 readings imported.');
    const { body } = server.sent('POST')[0]!;
    const { sessions, observations } = body as {
      sessions: { id: string }[];
      observations: { sessionId: string; kind: string }[];
    };
    expect(sessions).toHaveLength(1);
    expect(observations.map((o) => [o.kind, o.sessionId])).toEqual([
      ['contact', sessions[0]!.id],
      ['aid', sessions[0]!.id],
    ]);
  });
});

test('safety copies are listed, written at once and read through', async () => {
  const copy = (day: number) => ({
    name: `book-2026-06-${day}T09-00-00-1200-records.jsonl.gz`,
    at: `2026-06-${day}T09:00:00.000Z`,
    records: 1200,
  });
  const copies = [17, 16, 15, 14].map(copy);
  const server = open({
    '/api/book/copies': () => copies,
    'POST /api/book/copies': () => {
      copies.unshift(copy(18));
      return copies;
    },
    'POST /api/book/copies/check': ({ body }: Call) =>
      report({ whole: (body as { name: string }).name.includes('-18T') }),
  });
  const section = await screen.findByRole('region', { name: 'Safety copies' });
  within(section).getByText('1 older');
  fireEvent.click(within(section).getByRole('button', { name: 'Write one now' }));
  await within(section).findByText('2 older');
  const checks = within(section).getAllByRole('button', { name: /^Check the copy of/ });
  fireEvent.click(checks[0]!);
  await within(section).findByText(/✓ complete, 12 records read/);
  fireEvent.click(checks[1]!);
  await within(section).findByText(/✕ cut short or changed/);
  expect(server.sent('POST')).toHaveLength(3);
});

test('a book in a database shows no copies beside it', async () => {
  open({ '/api/book/copies': { status: 404, title: 'No', detail: 'No' } });
  await screen.findByText('The whole book as a file');
  expect(screen.queryByText('Safety copies')).toBeNull();
});
