import { afterEach, describe, expect, jest, test } from '@jest/globals';
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import type { Finding } from '@canter-book/core/review/finding';
import { ArenaDrawing } from './ArenaDrawing.tsx';
import { BeatLegend } from './BeatLegend.tsx';
import { Conflict } from './Conflict.tsx';
import { derive } from './derive.ts';
import { slipElement } from './editor/margin.ts';
import { LessonSlips } from './LessonSlips.tsx';
import type { SaveState } from './lessonSaver.ts';
import { Player } from './player.ts';
import { SaveNote } from './SaveNote.tsx';
import { Strip } from './Strip.tsx';
import { Totals } from './Totals.tsx';

afterEach(cleanup);

const TEXT =
  'arena 20x60\nphase warm-up 5 min\nA trot working\nC circle left 20\nK circle left 20\ncone E\npoles 2 at B\nF-M shoulder-in\n';
const { ride, findings, parsed } = derive(TEXT, []);
const leaves = findings.find((f) => f.code === 'figure-leaves-arena')!;

describe('a slip', () => {
  test('says what, why and how it knows, and mends by one click', () => {
    const onFix = jest.fn<(finding: Finding) => void>();
    const slip = slipElement(leaves, onFix);
    expect(slip.textContent).toContain('goes 3.5 m over the rail');
    expect(slip.textContent).toContain('rule');
    slip.querySelector('button')!.click();
    expect(onFix).toHaveBeenCalledWith(leaves);
  });

  test('without a fix it has no button', () => {
    const slip = slipElement({ ...leaves, fix: undefined } as never, () => {});
    expect(slip.querySelector('button')).toBeNull();
  });

  test('those of the whole lesson stand below the text, and all are counted', () => {
    const whole: Finding = {
      from: 'rule',
      code: 'stretch-missing',
      level: 'hint',
      source: 'practice',
      facts: {},
      itemId: null,
      act: -1,
    };
    render(<LessonSlips findings={[leaves, whole]} onFix={() => {}} />);
    expect(screen.getByRole('status').textContent).toBe('Slips: 1 that cannot be ridden, 1 hint.');
    expect(screen.getAllByRole('note')).toHaveLength(1);
    cleanup();
    render(<LessonSlips findings={[]} onFix={() => {}} />);
    expect(screen.getByRole('status').textContent).toContain('No slips');
  });
});

describe('the drawing', () => {
  const open = (selectedItem: string | null, onSelect = jest.fn()) => {
    const player = new Player();
    player.setDuration(ride.totals.seconds);
    return {
      player,
      onSelect,
      ...render(
        <ArenaDrawing
          ride={ride}
          player={player}
          selectedItem={selectedItem}
          onSelect={onSelect}
        />,
      ),
    };
  };

  test('has its movements as its text, and every letter', () => {
    open(null);
    const drawing = screen.getByRole('img');
    expect(drawing.getAttribute('aria-label')).toContain('C circle left 20; K circle left 20');
    for (const letter of 'AKVESHCMRBPFDLXIG') expect(screen.getByText(letter)).toBeTruthy();
  });

  test('the horse follows the play head', () => {
    const { player, container } = open(null);
    const body = container.querySelector('[data-testid="horse"] path')!;
    const before = body.getAttribute('d');
    player.seek(20);
    expect(body.getAttribute('d')).not.toBe(before);
  });

  test('the chosen line stands out, and a line is chosen by its stroke', () => {
    const item = [...parsed.spans].find(([, span]) => span.line === 4)![0];
    const { container, onSelect } = open(item);
    expect(container.querySelectorAll('g[stroke="var(--leather)"]').length).toBeGreaterThan(0);
    fireEvent.click(container.querySelector('g.cursor-pointer')!);
    expect(onSelect).toHaveBeenCalledTimes(1);
  });

  test('shows what lies on the ground, and the second track of lateral work', () => {
    const { container } = open(null);
    expect(container.querySelectorAll('path[stroke="var(--sky)"]')).toHaveLength(2);
    expect(container.querySelectorAll('path[fill="var(--ochre)"]')).toHaveLength(1);
    const twoTracks = [...container.querySelectorAll('g.cursor-pointer > g')].filter(
      (g) => g.children.length === 2,
    );
    expect(twoTracks.length).toBeGreaterThan(0);
  });

  test('alone it shows one line only', () => {
    const player = new Player();
    const { container } = render(
      <ArenaDrawing ride={ride} player={player} selectedItem={null} only={null} />,
    );
    expect(container.querySelectorAll('g.cursor-pointer')).toHaveLength(0);
  });
});

describe('the strip', () => {
  test('has the phases, and a play head that can be moved by hand and keys', () => {
    const player = new Player();
    player.setDuration(ride.totals.seconds);
    render(<Strip ride={ride} player={player} />);
    expect(screen.getByTitle('warm-up')).toBeTruthy();
    const range = screen.getByRole('slider', { name: 'Place of the play head' });
    fireEvent.input(range, { target: { value: '12' } });
    expect(player.seconds).toBeCloseTo(12, 6);
    expect(range.getAttribute('aria-valuetext')).toBe('0:12');
  });

  test('an empty lesson has an empty strip', () => {
    render(<Strip ride={derive('', []).ride} player={new Player()} />);
    expect(screen.getByRole('slider')).toBeTruthy();
  });
});

test('the totals add up to the whole', () => {
  render(<Totals ride={ride} />);
  const shares = screen.getAllByText(/ %$/).map((e) => Number.parseInt(e.textContent!, 10));
  expect(shares.reduce((a, b) => a + b, 0)).toBeGreaterThanOrEqual(99);
  expect(screen.getAllByText('0 m')).toHaveLength(2);
});

test('the legend names the horse whose strides are drawn', () => {
  const { rerender } = render(<BeatLegend horse="Tansy" />);
  expect(screen.getByText(/Tansy’s strides/)).toBeTruthy();
  rerender(<BeatLegend horse={null} />);
  expect(screen.getByText(/the horse’s strides/)).toBeTruthy();
});

describe('where the text is', () => {
  const states: [SaveState, string][] = [
    [{ kind: 'saved', revision: 4 }, '✓ saved, revision 4'],
    [{ kind: 'waiting', revision: 4 }, '… not saved yet'],
    [{ kind: 'saving', revision: 4 }, '… saving'],
    [{ kind: 'offline', revision: 4 }, '⇅ kept on this device; the server does not answer'],
    [{ kind: 'refused', revision: 4, why: 'too long' }, '✕ not stored: too long'],
    [{ kind: 'conflict', revision: 4, theirs: {} as never }, '▲ saved elsewhere too: choose'],
  ];
  test.each(states)('%j', (state, said) => {
    render(<SaveNote state={state} />);
    expect(screen.getByRole('status').textContent).toBe(said);
  });

  test('two versions are shown, and one is chosen', () => {
    const onKeep = jest.fn();
    render(<Conflict mine="A halt" theirs="C halt" onKeep={onKeep} />);
    expect(screen.getByText('A halt')).toBeTruthy();
    expect(screen.getByText('C halt')).toBeTruthy();
    fireEvent.click(screen.getByRole('button', { name: 'Take that one' }));
    expect(onKeep).toHaveBeenCalledWith('theirs');
  });
});
