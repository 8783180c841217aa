import { afterEach, beforeAll, describe, expect, test } from '@jest/globals';
import { completionStatus, currentCompletions, startCompletion } from '@codemirror/autocomplete';
import { EditorState } from '@codemirror/state';
import { EditorView } from '@codemirror/view';
import { waitFor } from '@testing-library/react';
import { completion, type LineHelp } from './complete.ts';
import { layNothingOut } from '../../../../testing/page.ts';

beforeAll(layNothingOut);

const asked: number[] = [];
const help: LineHelp = {
  lettersFrom(line) {
    asked.push(line);
    return [
      { letter: 'M', metres: 0.2 },
      { letter: 'C', metres: 16 },
      { letter: 'H', metres: 28.4 },
    ];
  },
  describe: () => null,
};

/** The editor asks for words a tenth of a second after a key. */
const TYPED_MS = 200;

let view: EditorView | null = null;
afterEach(() => {
  view?.destroy();
  view = null;
});

/** What is offered with the cursor at the | of a text. */
async function offered(text: string) {
  const at = text.indexOf('|');
  view = new EditorView({
    parent: document.body,
    state: EditorState.create({
      doc: text.replace('|', ''),
      selection: { anchor: at },
      extensions: [completion(() => help)],
    }),
  });
  view.focus();
  startCompletion(view);
  await waitFor(() => expect(currentCompletions(view!.state).length).toBeGreaterThan(0));
  return currentCompletions(view.state);
}

describe('completion at the desk', () => {
  test('at the beginning of a line: the letters from here on, nearest first, and how far', async () => {
    const list = await offered('A trot working\n|');
    expect(list.slice(0, 3).map((c) => [c.label, c.detail])).toEqual([
      ['M', 'here'],
      ['C', '16 m on'],
      ['H', '28 m on'],
    ]);
    // Words may begin a line as well.
    expect(list.some((c) => c.label === 'phase')).toBe(true);
    expect(asked.at(-1)).toBe(2);
  });

  test('the first letter narrows it', async () => {
    const list = await offered('A trot working\n  C|');
    expect(list[0]!.label).toBe('C');
    expect(list.every((c) => c.label.toLowerCase().includes('c'))).toBe(true);
  });

  test('within a line: words of the shorthand, and no letters', async () => {
    const list = await offered('C ci|');
    expect(list.map((c) => c.label)).toContain('circle');
    expect(list.some((c) => ['M', 'C', 'H'].includes(c.label))).toBe(false);
  });

  test('words with a hyphen are one word', async () => {
    const list = await offered('K-H shoulder-i|');
    expect(list[0]!.label).toBe('shoulder-in');
  });

  test('each word is offered once', async () => {
    const labels = (await offered('C |')).map((c) => c.label);
    expect(new Set(labels).size).toBe(labels.length);
    expect(labels).toEqual(expect.arrayContaining(['half-pass', 'serpentine', 'canter', 'give']));
  });

  /** What is offered once the hand rests after typing. */
  async function offeredTo(typed: string) {
    view = new EditorView({
      parent: document.body,
      state: EditorState.create({ extensions: [completion(() => help)] }),
    });
    view.focus();
    for (const key of typed) {
      const { length } = view.state.doc;
      view.dispatch({
        changes: { from: length, insert: key },
        selection: { anchor: length + 1 },
        userEvent: 'input.type',
      });
    }
    await new Promise((rested) => setTimeout(rested, TYPED_MS));
    await waitFor(() => expect(completionStatus(view!.state)).not.toBe('pending'));
    const labels = currentCompletions(view.state).map((c) => c.label);
    view.destroy();
    return labels;
  }

  test('a word that is finished is left alone, so that Enter begins a new line', async () => {
    for (const [unfinished, rest] of [
      ['A trot workin', 'g'],
      ['C circle lef', 't'],
      ['A centre lin', 'e'],
      ['H-X-F change rei', 'n'],
    ] as const) {
      expect(await offeredTo(unfinished)).toContain(/[a-z]+$/.exec(unfinished + rest)![0]);
      expect([unfinished + rest, await offeredTo(unfinished + rest)]).toEqual([
        unfinished + rest,
        [],
      ]);
    }
  });

  test('within a name, a note or a comment nothing is offered', async () => {
    for (const prose of [
      'lesson "Loo',
      'C circle left 20 -- keep the cor',
      'A halt # sof',
      '# loo',
    ])
      expect([prose, await offeredTo(prose)]).toEqual([prose, []]);
    expect(await offeredTo('horse "Bramble" loo')).toContain('loop');
  });
});
