import { afterEach, describe, expect, jest, test } from '@jest/globals';
import { cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { findExercise } from '@canter-book/core/exercises/catalogue';
import type { Exercise, OwnExercise } from '@canter-book/core/exercises/exercise';
import { FakeServer, renderIn, type Call } from '../../../testing/render.tsx';
import NewOwn from './NewOwn.tsx';
import { faultsOf, newOwn } from './own.ts';
import { OwnEditor } from './OwnEditor.tsx';
import { OwnFiles } from './OwnFiles.tsx';

afterEach(cleanup);

const kept = newOwn(
  findExercise('trot-circle')!,
  '0190a0b0-0000-7000-8000-0000000000aa',
  new Set(),
);
const own = kept.exercise;
const echo = ({ body }: Call) => body;
const answers = { '/api/exercises': [], [`PUT /api/exercises/${kept.id}`]: echo };
const type = (label: string | RegExp, value: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value } });
const keep = () => screen.getByRole<HTMLButtonElement>('button', { name: 'Save' });

describe('an exercise of one’s own', () => {
  test('begins as a copy that can be kept as it is', () => {
    expect(faultsOf(own)).toEqual([]);
    expect(newOwn(own, 'y', new Set([`${own.id}-own-1`])).exercise.id).toBe(`${own.id}-own-2`);
  });

  test.each([
    [{ template: '{at} trot wrking, circle left 20' }, /cannot be read/],
    [{ template: '{at} trot working, circle left {metres}' }, /says nothing for \{metres\}/],
    [{ template: '{at} trot working, circle left 30' }, /30|wider/],
    [{ template: 'A trot working, centre line' }, /back to the track/],
    [{ at: [] }, /name a letter/],
    [{ at: ['Q'] }, /no arena has/],
    [{ id: 'trot-circle' }, /shelf has an exercise/],
    [{ name: '' }, /^Name: write a few words/],
    [{ builds: {} }, /^Builds: say which scale it builds/],
    [{ gaits: [] }, /^Gaits: choose at least one/],
    [{ faults: [{ fault: '', cause: 'no leg', answer: 'ride on' }] }, /^Fault 1: write a few/],
  ])('%j is told in a sentence', (change, says) => {
    expect(faultsOf({ ...own, ...change }).join('\n')).toMatch(says);
  });

  test('is checked while it is written, and kept when it is right', async () => {
    const server = new FakeServer(answers);
    renderIn(<NewOwn />, undefined, '/shelf/new?from=trot-circle');
    await screen.findByLabelText(/Shorthand/);
    type(/Shorthand/, '{at} trot wrking');
    await waitFor(() => expect(keep().disabled).toBe(true));
    type(/Shorthand/, '{at} trot working, circle left {size}');
    await screen.findByText(/✓ It can be ridden/);
    type('Name', 'Mine');
    fireEvent.click(keep());
    await waitFor(() => expect(server.sent('PUT')).toHaveLength(1));
    expect(server.sent('PUT')[0]!.body).toMatchObject({ exercise: { name: 'Mine' } });
  });
});

describe('leaving', () => {
  const begin = async () => {
    const server = new FakeServer({ '/api/exercises': [], '*': echo });
    renderIn(<NewOwn />, undefined, '/shelf/new?from=trot-circle');
    type(await screen.findByLabelText('Name').then(() => 'Name'), 'Mine');
    return server;
  };

  test('what is changed is not lost without a question', async () => {
    await begin();
    fireEvent.click(screen.getByRole('button', { name: 'Discard' }));
    fireEvent.click(await screen.findByRole('button', { name: 'Go on writing' }));
    expect(screen.getByLabelText<HTMLInputElement>('Name').value).toBe('Mine');
  });

  test('one that is on the shelf already is given up only when it is meant', async () => {
    new FakeServer(answers);
    const onDone = jest.fn();
    renderIn(<OwnEditor own={{ ...kept, revision: 2 }} onDone={onDone} />);
    const leave = () => fireEvent.click(screen.getByRole('button', { name: 'Discard' }));
    type('Name', 'Another');
    leave();
    fireEvent.click(await screen.findByRole('button', { name: 'Go on writing' }));
    await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
    expect(onDone).not.toHaveBeenCalled();
    leave();
    fireEvent.click(await screen.findByRole('button', { name: 'Discard' }));
    expect(onDone).toHaveBeenCalledWith();
  });

  test('what was not changed is left without a question', () => {
    new FakeServer(answers);
    const onDone = jest.fn();
    renderIn(<OwnEditor own={kept} onDone={onDone} />);
    fireEvent.click(screen.getByRole('button', { name: 'Discard' }));
    expect(onDone).toHaveBeenCalled();
  });

  test('what is kept is left at once', async () => {
    const server = await begin();
    fireEvent.click(keep());
    await waitFor(() => expect(server.sent('PUT')).toHaveLength(1));
    expect(screen.queryByText('Discard your changes?')).toBeNull();
  });
});

describe('the form', () => {
  const open = () => {
    const server = new FakeServer(answers);
    const onDone = jest.fn();
    renderIn(<OwnEditor own={kept} onDone={onDone} />);
    const sent = async (): Promise<Exercise> => {
      await waitFor(() => expect(keep().disabled).toBe(false));
      fireEvent.click(keep());
      await waitFor(() => expect(onDone).toHaveBeenCalled());
      return (server.sent('PUT').at(-1)!.body as OwnExercise).exercise;
    };
    return { server, onDone, sent };
  };

  test('has a ladder: rungs with their gaps, their stage and their own lines', async () => {
    const { sent } = open();
    const before = own.rungs.length;
    fireEvent.click(screen.getByRole('button', { name: 'Add a harder step' }));
    type(`Step ${before + 1}`, '10 m');
    type(`{size} in step ${before + 1}`, '10');
    type(`From stage, step ${before + 1}`, '5');
    fireEvent.click(screen.getByRole('button', { name: 'Remove step 1' }));
    fireEvent.click(screen.getByRole('button', { name: 'Step 1 is ridden differently' }));
    type(/Shorthand of step 1/, '{at} trot working, circle left 18');
    const { rungs } = await sent();
    expect(rungs).toHaveLength(before);
    expect(rungs[0]!.template).toBe('{at} trot working, circle left 18');
    expect(rungs.at(-1)).toMatchObject({ name: '10 m', gaps: { size: 10 }, stage: 5 });
  });

  test('has what must be there before, and what is said of it', async () => {
    const { sent } = open();
    type('Exercises before it', 'walk-halt-walk');
    type('Its parts, ridden on the same day', 'trot-large');
    const marks = within(screen.getByRole('group', { name: /Marks it needs/ }));
    fireEvent.change(marks.getByLabelText('straightness'), { target: { value: '2.4' } });
    fireEvent.click(screen.getByLabelText('work'));
    fireEvent.click(screen.getByLabelText('cone'));
    type('Seat and weight', 'Sit to the inside, no heavier.');
    fireEvent.click(screen.getByRole('button', { name: 'Add a fault' }));
    const n = own.faults.length + 1;
    type(`Seen, ${n}`, 'Falls in');
    type(`Because, ${n}`, 'No inside leg');
    type(`Answer, ${n}`, 'A larger circle');
    type('Cautions, one a line', 'Not on hard ground.\nNot on the lunge.');
    type('By light rein', 'From the seat alone.');
    const made = await sent();
    expect(made.needs.exercises).toContain('walk-halt-walk');
    expect(made.parts).toContain('trot-large');
    // Marks are halves.
    expect(made.needs.scales.straightness).toBe(2.5);
    expect(made.phases.includes('work')).toBe(!own.phases.includes('work'));
    expect(made.equipment).toEqual(['cone']);
    expect(made.aids.seat).toBe('Sit to the inside, no heavier.');
    expect(made.faults.at(-1)).toEqual({
      fault: 'Falls in',
      cause: 'No inside leg',
      answer: 'A larger circle',
    });
    expect(made.cautions).toEqual(['Not on hard ground.', 'Not on the lunge.']);
    expect(made.remarks['light-rein']).toBe('From the seat alone.');
  });

  test('what was added can be taken out again', async () => {
    const { sent } = open();
    for (const id of own.needs.exercises) {
      const name = findExercise(id)!.name;
      fireEvent.click(screen.getAllByRole('button', { name: `Take out: ${name}` })[0]!);
    }
    type('Cautions, one a line', '');
    type('By light rein', '');
    const made = await sent();
    expect(made.needs.exercises).toEqual([]);
    expect(made.cautions).toEqual([]);
    expect(made.remarks).not.toHaveProperty('light-rein');
  });

  test('what the server refuses is said, and the form stays', async () => {
    const server = new FakeServer({
      '*': { status: 400, title: 'No', detail: 'The id is taken.' },
    });
    const onDone = jest.fn();
    renderIn(<OwnEditor own={kept} onDone={onDone} />);
    type('Name', 'Another name');
    fireEvent.click(keep());
    expect((await screen.findByRole('alert')).textContent).toContain('✕');
    expect(screen.getByLabelText<HTMLInputElement>('Name').value).toBe('Another name');
    expect(server.sent('PUT')).toHaveLength(1);
    expect(onDone).not.toHaveBeenCalled();
  });

  test('asks before it is taken off the shelf', async () => {
    const server = new FakeServer({ [`DELETE /api/exercises/${kept.id}`]: null });
    renderIn(<OwnEditor own={{ ...kept, revision: 2 }} onDone={jest.fn()} />);
    fireEvent.click(screen.getByRole('button', { name: 'Take it off the shelf' }));
    const asked = await screen.findByRole('dialog');
    fireEvent.click(within(asked).getByRole('button', { name: 'Cancel' }));
    await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
    expect(server.sent('DELETE')).toHaveLength(0);
    fireEvent.click(screen.getByRole('button', { name: 'Take it off the shelf' }));
    fireEvent.click(await screen.findByRole('button', { name: 'Take it off' }));
    await waitFor(() => expect(server.sent('DELETE')).toHaveLength(1));
  });
});

describe('own exercises as a file', () => {
  const take = async (text: string, mine: readonly OwnExercise[] = []) => {
    const server = new FakeServer({ '*': echo });
    renderIn(<OwnFiles own={mine} />);
    const file = new File([text], 'mine.json', { type: 'application/json' });
    file.text = () => Promise.resolve(text);
    fireEvent.change(screen.getByLabelText('Exercises as a file'), { target: { files: [file] } });
    return { said: (await screen.findByRole('status')).textContent, sent: server.sent('PUT') };
  };

  test('a whole file is taken', async () => {
    const other = { ...own, id: 'second-of-mine', name: 'The second' };
    const { said, sent } = await take(JSON.stringify({ exercises: [own, other] }));
    expect(said).toBe('✓ 2 taken from mine.json.');
    expect(sent.map((c) => (c.body as OwnExercise).exercise)).toEqual([own, other]);
  });

  test.each([
    ['nothing', /not a valid JSON file/],
    ['{}', /no list of “exercises”/],
    [JSON.stringify({ exercises: [own, { ...own, id: 'b', name: '' }] }), /exercise 2, name/],
    [JSON.stringify({ exercises: [{ ...own, id: 'trot-circle' }] }), /on the shelf already/],
    [JSON.stringify({ exercises: [own, own] }), /exercise 2: .* on the shelf already/],
  ])('of %.40s nothing is taken, and it says why', async (text, says) => {
    const { said, sent } = await take(text);
    expect(said).toMatch(says);
    expect(sent).toHaveLength(0);
  });

  test('goes out in the form in which it comes in', async () => {
    const files: Blob[] = [];
    const original = URL.createObjectURL;
    URL.createObjectURL = (blob: Blob) => (files.push(blob), 'blob:mine');
    URL.revokeObjectURL = () => undefined;
    jest.spyOn(HTMLAnchorElement.prototype, 'click').mockImplementation(() => undefined);
    renderIn(<OwnFiles own={[kept]} />);
    fireEvent.click(screen.getByRole('button', { name: 'Save mine as a file' }));
    URL.createObjectURL = original;
    const reader = new FileReader();
    const text = await new Promise<string>((resolve) => {
      reader.onload = () => resolve(reader.result as string);
      reader.readAsText(files[0]!);
    });
    expect(JSON.parse(text)).toEqual({ exercises: [own] });
  });
});
