import { spawnSync } from 'node:child_process';
import { describe, expect, test } from '@jest/globals';

const main = new URL('./main.ts', import.meta.url).pathname;
const run = (args: readonly string[], input = '') =>
  spawnSync(process.execPath, ['--import', 'tsx', main, ...args], { input, encoding: 'utf8' });

const GOOD = 'arena 20x60 inset 0\ncorners 0\nE circle left 20\n';

describe('the command line', () => {
  test('ride --json prints one object in the agreed shape', () => {
    const { stdout, status } = run(['ride', '-', '--json'], GOOD);
    expect(status).toBe(0);
    const json = JSON.parse(stdout);
    expect(json.arena).toEqual({ width: 20, length: 60, inset: 0 });
    expect(json.totals).toMatchObject({
      metres: 182.83,
      rein: { left: { metres: 182.83 }, right: { metres: 0, seconds: 0 } },
    });
    expect(json.movements.map((m: { kind: string }) => m.kind)).toEqual(['track', 'circle']);
    expect(json.movements[1]).toEqual({
      line: 3,
      text: 'E circle left 20',
      phase: null,
      kind: 'circle',
      from: { x: -10, y: 30 },
      to: { x: -10, y: 30 },
      startsAt: 69.36,
      metres: 62.83,
      seconds: 36.32,
      strides: 33.6,
      gait: 'walk',
      pace: 'medium',
      rein: 'left',
      lead: null,
    });
    expect(json.findings).toEqual([]);
  });

  test('errors in the lesson end with status 1, each with its place', () => {
    const { stdout, status } = run(['review', '-', '--json'], 'A crcle 20\nK circle left 20\n');
    expect(status).toBe(1);
    const { findings } = JSON.parse(stdout);
    expect(findings).toEqual([
      expect.objectContaining({ rule: 'unknown-word', level: 'error', line: 1, column: 3 }),
      expect.objectContaining({
        rule: 'figure-leaves-arena',
        level: 'error',
        line: 2,
        column: 3,
        fix: 'Make it 12 m',
      }),
    ]);
  });

  test('format prints the normal form and keeps what it cannot read', () => {
    const { stdout } = run(['format', '-'], 'a  CIRCLE left 20m x 2\nA crcle\n');
    expect(stdout).toBe('A circle left 20 x2\nA crcle\n');
  });

  test('a call that is wrong ends with status 2', () => {
    expect(run(['ride']).status).toBe(2);
    expect(run(['gallop', 'x']).status).toBe(2);
    const { status, stderr } = run(['ride', '/no/such/file.cbk']);
    expect(status).toBe(2);
    expect(stderr).toContain('Cannot read /no/such/file.cbk');
  });
});
