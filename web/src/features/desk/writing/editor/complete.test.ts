import { afterEach, beforeAll, describe, expect, test } from '@jest/globals';
import { currentCompletions, startCompletion } from '@codemirror/autocomplete';
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
});
