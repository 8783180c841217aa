import { afterEach, describe, expect, jest, test } from '@jest/globals';
import { cleanup, fireEvent, render, screen, within } from '@testing-library/react';
import fc from 'fast-check';
import { letterOnRail, lettersOf } from '@canter-book/core/arena/arena';
import { lanesOf } from '@canter-book/core/drawing/lanes';
import { toView } from '@canter-book/core/drawing/svgPath';
import type { Finding } from '@canter-book/core/review/finding';
import { reviewed, type Said } from '@canter-book/core/review/reviewed';
import { ArenaDrawing } from '../arena/ArenaDrawing.tsx';
import { BeatLegend } from './bench/BeatLegend.tsx';
import { Conflict } from './saving/Conflict.tsx';
import { derive } from './derive.ts';
import { Pins } from './bench/Pins.tsx';
import { LessonSlips } from './writing/LessonSlips.tsx';
import type { DocumentState } from '../../kept/useDocument.ts';
import { Player } from '../arena/player.ts';
import { SaveNote } from './saving/SaveNote.tsx';
import { Slip } from './writing/Slip.tsx';
import { Strip } from './strip/Strip.tsx';
import { dropPlace } from './strip/dropPlace.ts';
import { dropTarget, rowsOf } from './writing/list/rows.ts';
import { arenaBox, panned, zoomed } from '../arena/viewBox.ts';
import { Totals } from './playing/Totals.tsx';

afterEach(cleanup);

const TEXT =
  'arena 20x60\nphase warm-up 5 min\nA trot working\nC circle left 20\nK circle left 20\ncone E\npoles 2 at B\nF-M shoulder-in\n';
const { ride, parsed } = derive(TEXT, []);
const { open: findings } = reviewed(parsed, ride);
const leaves = findings.find((f) => f.code === 'figure-leaves-arena')!;

describe('a slip', () => {
  test('says what, why and how it knows, and mends by one click', () => {
    const onFix = jest.fn<(finding: Finding) => void>();
    render(<Slip finding={leaves} onFix={onFix} onAllow={() => {}} />);
    const slip = screen.getByRole('note');
    expect(slip.textContent).toContain('leaves the arena by 3.5 m');
    expect(slip.textContent).toContain('rule');
    fireEvent.click(within(slip).getByRole('button'));
    expect(onFix).toHaveBeenCalledWith(leaves);
  });

  test('without a fix it has no button', () => {
    const { fix: _, ...bare } = leaves;
    render(<Slip finding={bare as Said} onFix={() => {}} onAllow={() => {}} />);
    expect(screen.queryByRole('button')).toBeNull();
  });

  test('those of the whole lesson stand below the text, and all are counted', () => {
    const whole: Said = {
      from: 'rule',
      code: 'stretch-missing',
      level: 'hint',
      source: 'practice',
      facts: {},
      itemId: null,
      act: -1,
      what: 'No stretch.',
      why: 'The back works better after one.',
    };
    render(
      <LessonSlips
        reviewed={{ open: [leaves, whole], allowed: [{ ...whole, reason: 'wet sand' }] }}
        slips={[leaves, whole]}
        onFix={() => {}}
        onAllow={() => {}}
      />,
    );
    expect(screen.getByRole('status').textContent).toBe('Slips: 1 that cannot be ridden, 1 hint.');
    expect(screen.getAllByRole('note')).toHaveLength(1);
    screen.getByText('wet sand');
    cleanup();
    const answers = { onFix: () => {}, onAllow: () => {} };
    const { rerender } = render(<LessonSlips reviewed={null} slips={[]} {...answers} />);
    expect(screen.getByRole('status').textContent).toBe('Checking the lesson …');
    rerender(<LessonSlips reviewed={{ open: [], allowed: [] }} slips={[]} {...answers} />);
    expect(screen.getByRole('status').textContent).toContain('No slips');
    // While the hand still writes, a slip is counted before it is shown.
    rerender(<LessonSlips reviewed={{ open: [whole], allowed: [] }} slips={[]} {...answers} />);
    expect(screen.getByRole('status').textContent).toBe('Slips: 1 hint.');
    expect(screen.queryByRole('note')).toBeNull();
  });
});

describe('the drawing', () => {
  const open = (selectedItem: string | null) => {
    const player = new Player();
    player.setDuration(ride.totals.seconds);
    return {
      player,
      ...render(<ArenaDrawing ride={ride} player={player} selectedItem={selectedItem} />),
    };
  };

  test('has its movements as its text, and every letter', () => {
    open(null);
    const drawing = screen.getByRole('img');
    expect(drawing.getAttribute('aria-label')).toContain('C circle left 20; K circle left 20');
    for (const letter of 'AKVESHCMRBPFDLXIG') screen.getByText(letter);
  });

  test('the horse follows the play head', () => {
    const { player, container } = open(null);
    const body = container.querySelector('[data-testid="horse"] path')!;
    const before = body.getAttribute('d');
    player.seek(20);
    expect(body.getAttribute('d')).not.toBe(before);
  });

  test('the chosen line stands out, with its direction and its bend', () => {
    const item = [...parsed.spans].find(([, span]) => span.line === 4)![0];
    const { container } = open(item);
    expect(container.querySelectorAll('path[stroke="var(--leather)"]').length).toBeGreaterThan(0);
    const marks = [...container.querySelectorAll('[data-mark]')].map((m) =>
      m.getAttribute('data-mark'),
    );
    expect(marks.filter((m) => m === 'direction').length).toBeGreaterThan(2);
    expect(marks).toContain('bend');
  });

  test('shows what lies on the ground, and the second track of lateral work', () => {
    const { container } = open(null);
    expect(container.querySelectorAll('path[stroke="var(--sky)"]')).toHaveLength(2);
    expect(container.querySelectorAll('path[fill="var(--ochre)"]')).toHaveLength(1);
    expect(container.querySelectorAll('[data-second-track]').length).toBeGreaterThan(0);
  });

  test('alone it shows one line only', () => {
    const player = new Player();
    const { container } = render(
      <ArenaDrawing ride={ride} player={player} selectedItem={null} only={null} />,
    );
    expect(container.querySelectorAll('[data-strokes] path')).toHaveLength(0);
  });
});

describe('the strip', () => {
  test('has the phases, and a play head that can be moved by hand and keys', async () => {
    const player = new Player();
    const onSelect = jest.fn();
    player.setDuration(ride.totals.seconds);
    render(
      <Strip
        ride={ride}
        approach="steady-hand"
        player={player}
        selectedItem={null}
        onSelect={onSelect}
        onMove={() => {}}
      />,
    );
    await screen.findByTitle('warm-up');
    const range = screen.getByRole('slider', { name: 'Place of the play head' });
    fireEvent.input(range, { target: { value: '12' } });
    expect(player.seconds).toBeCloseTo(12, 6);
    expect(range.getAttribute('aria-valuetext')).toBe('0:12');
    fireEvent.click(screen.getByTitle('F-M shoulder-in'));
    expect(onSelect).toHaveBeenCalledWith(parsed.lesson.items.at(-1)!.id);
    expect(player.seconds).toBeGreaterThan(12);
  });

  test('an empty lesson has an empty strip', () => {
    render(
      <Strip
        ride={derive('', []).ride}
        approach="light-rein"
        player={new Player()}
        selectedItem={null}
        onSelect={() => {}}
        onMove={() => {}}
      />,
    );
    screen.getByRole('slider');
  });
});

test('each of the shares adds up to the whole', () => {
  render(<Totals ride={ride} />);
  const rows = screen.getAllByRole('definition');
  expect(rows).toHaveLength(3);
  for (const row of rows) {
    const shares = [...row.textContent!.matchAll(/(\d+) %/g)].map(([, n]) => Number(n));
    expect(Math.abs(shares.reduce((a, b) => a + b, 0) - 100)).toBeLessThanOrEqual(1);
  }
  screen.getByTitle(/trot \d+ m, canter 0 m/);
});

describe('where something dragged goes', () => {
  const text =
    'phase warm-up\nA trot working\nC circle left 20\nphase work\nE circle left 20\nA halt\n';
  const { ride: long, parsed: read } = derive(text, []);
  const { lines } = lanesOf(long);
  const items = read.lesson.items;
  const id = (n: number) => items[n]!.id;

  test('on the strip: a line to the nearest line, a phase to the nearest phase, or to the end', () => {
    expect(dropPlace(long, lines, id(2), 0)!.before).toBe(id(1));
    expect(dropPlace(long, lines, id(2), 9999)!.before).toBeNull();
    expect(dropPlace(long, lines, id(3), 1)!.before).toBe(id(0));
    const circle = lines.find((l) => l.itemId === id(4))!;
    expect(dropPlace(long, lines, id(1), circle.startsAtS + 1)!.before).toBe(id(4));
  });

  test('in the list: before what it is dropped on going up, behind it going down', () => {
    expect(dropTarget(items, id(5), id(1))).toBe(id(1));
    expect(dropTarget(items, id(1), id(4))).toBe(id(5));
    expect(dropTarget(items, id(1), id(5))).toBeNull();
    expect(dropTarget(items, id(0), id(4))).toBeNull();
    expect(rowsOf(items).map((row) => row.depth)).toEqual([0, 0, 0, 0, 0, 0]);
  });
});

describe('the part of the arena that is shown', () => {
  const whole = arenaBox(ride.arena, 'c-right');

  test('never leaves the whole, and keeps the point under the hand', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.double({ min: 0.3, max: 3, noNaN: true }), fc.nat(60), fc.nat(20))),
        (steps) => {
          let box = whole;
          for (const [factor, x, y] of steps) {
            const at = { x, y: y - 10 };
            const inside = at.x >= box.x && at.x <= box.x + box.width;
            const before = (at.x - box.x) / box.width;
            box = zoomed(box, whole, factor, at);
            expect(box.x).toBeGreaterThanOrEqual(whole.x - 1e-9);
            expect(box.x + box.width).toBeLessThanOrEqual(whole.x + whole.width + 1e-9);
            expect(box.width / box.height).toBeCloseTo(whole.width / whole.height, 6);
            const free = box.x > whole.x + 0.1 && box.x + box.width < whole.x + whole.width - 0.1;
            if (inside && free) expect((at.x - box.x) / box.width).toBeCloseTo(before, 6);
          }
        },
      ),
      { numRuns: 100, seed: 51 },
    );
    expect(panned(whole, whole, 50, 50).x).toBeCloseTo(whole.x, 9);
  });

  test.each(['c-up', 'a-up', 'c-right'] as const)('%s holds every letter', (view) => {
    const box = arenaBox(ride.arena, view);
    for (const letter of lettersOf(ride.arena)) {
      const { x, y } = toView(view, letterOnRail(ride.arena, letter));
      expect(x > box.x && x < box.x + box.width && y > box.y && y < box.y + box.height).toBe(true);
    }
  });
});

describe('slips in the arena', () => {
  const box = arenaBox(ride.arena, 'c-right');
  const pins = (found: readonly Said[], onSelect = jest.fn()) => {
    render(
      <svg>
        <Pins ride={ride} findings={found} view="c-right" box={box} onSelect={onSelect} />
      </svg>,
    );
    return onSelect;
  };
  const pathOf = (pin: HTMLElement) =>
    pin
      .querySelector('path')!
      .getAttribute('d')!
      .match(/-?\d+(\.\d+)?/g)!
      .map(Number);

  test('are pinned where they are, inside what is shown, and lead to their line', () => {
    const outside = { ...leaves, at: { x: 500, y: 500 } };
    const onSelect = pins([leaves, outside]);
    const [pin, far] = screen.getAllByRole('button');
    expect(pin!.getAttribute('aria-label')).toContain('leaves the arena');
    const [x, y] = pathOf(far!);
    expect(x).toBeLessThanOrEqual(box.x + box.width);
    expect(y).toBeLessThanOrEqual(box.y + box.height);
    fireEvent.click(pin!);
    fireEvent.keyDown(pin!, { key: 'Enter' });
    fireEvent.keyDown(pin!, { key: 'x' });
    expect(onSelect.mock.calls).toEqual([[leaves.itemId], [leaves.itemId]]);
  });

  test('an error and a warning have signs of their own; hints stay with the text', () => {
    pins([
      { ...leaves, level: 'warning' },
      { ...leaves, level: 'error' },
      { ...leaves, level: 'hint' },
    ]);
    const signs = screen
      .getAllByRole('button')
      .map((pin) => pin.querySelector('text')!.textContent);
    expect(signs).toEqual(['!', '✕']);
  });

  test('one without a place stands where its movement begins, and one of nowhere is not pinned', () => {
    const { at: _, ...placeless } = leaves;
    pins([placeless as Said, { ...placeless, itemId: null } as Said]);
    expect(screen.getAllByRole('button')).toHaveLength(1);
  });
});

test('the legend names the horse whose strides are drawn', () => {
  const { rerender } = render(<BeatLegend horse="Tansy" />);
  screen.getByText(/Tansy’s strides/);
  rerender(<BeatLegend horse={null} />);
  screen.getByText(/one period, one stride/);
});

describe('where the text is', () => {
  const states: [DocumentState, string][] = [
    [{ kind: 'saved', revision: 4 }, '✓ saved, revision 4'],
    [{ kind: 'waiting', revision: 4 }, '… not saved yet'],
    [{ kind: 'saving', revision: 4 }, '… saving'],
    [
      { kind: 'offline', kept: true, revision: 4 },
      '⇅ kept on this device; the server does not answer',
    ],
    [{ kind: 'refused', revision: 4, why: 'too long' }, '✕ not stored: too long'],
    [{ kind: 'conflict', revision: 4 }, '▲ saved elsewhere too: choose'],
  ];
  test.each(states)('%j', (state, said) => {
    render(<SaveNote state={state} />);
    expect(screen.getByRole('status').textContent).toBe(said);
  });

  test('two versions are shown, and one is chosen', () => {
    const onKeep = jest.fn();
    render(<Conflict mine="A halt" theirs="C halt" onKeep={onKeep} />);
    screen.getByText('A halt');
    screen.getByText('C halt');
    fireEvent.click(screen.getByRole('button', { name: 'Use that one' }));
    expect(onKeep).toHaveBeenCalledWith('theirs');
  });
});
