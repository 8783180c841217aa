import { spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, test } from '@jest/globals';
import { horseFileSchema } from '@canter-book/core/planner/request';
import { run as runHere } from './program.ts';

interface Ended {
  readonly stdout: string;
  readonly stderr: string;
  readonly status: number | null;
}

/** As a process of its own begins it. */
const main = new URL('../../tools/cli.mjs', import.meta.url).pathname;
const start = (args: readonly string[], input = ''): Ended =>
  spawnSync(process.execPath, [main, ...args], { input, encoding: 'utf8' });

/** The same without a process. */
async function run(args: readonly string[], input = ''): Promise<Ended> {
  let [stdout, stderr] = ['', ''];
  const status = await runHere(args, {
    status: 0,
    input: () => input,
    answer: (text) => void (stdout += text),
    aside: (text) => void (stderr += text),
  });
  return { stdout, stderr, status };
}

const GOOD = 'arena 20x60 inset 0\ncorners 0\nE circle left 20\n';

describe('the command line', () => {
  test('ride --json prints one object in the agreed shape', async () => {
    const { stdout, status } = await run(['ride', '-', '--json'], GOOD);
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

  test('errors in the lesson end with status 1, each with its place', async () => {
    const { stdout, status } = await run(
      ['review', '-', '--json'],
      'A crcle 20\nK circle left 20\n',
    );
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

  test('format prints the normal form and keeps what it cannot read', async () => {
    const { stdout } = await run(['format', '-'], 'a  CIRCLE left 20m x 2\nA crcle\n');
    expect(stdout).toBe('A circle left 20 x2\nA crcle\n');
  });

  test('a call that is wrong ends with status 2', async () => {
    expect((await run(['ride'])).status).toBe(2);
    expect((await run(['gallop', 'x'])).status).toBe(2);
    const { status, stderr } = start(['ride', '/no/such/file.cbk']);
    expect(status).toBe(2);
    expect(stderr).toContain('Cannot read /no/such/file.cbk');
  });
});

describe('for a horse of one’s own', () => {
  const folder = mkdtempSync(join(tmpdir(), 'canter-book-cli-'));
  afterAll(() => rmSync(folder, { recursive: true }));
  const horseFile = (horse: object): string => {
    const file = join(folder, 'horse.json');
    writeFileSync(file, JSON.stringify({ name: 'Bramble', ...horse }));
    return file;
  };
  const LESSON = 'A trot working\nB circle left 8\nF-M renvers\n';
  const rules = (stdout: string): string[] =>
    JSON.parse(stdout).findings.map((f: { rule: string }) => f.rule);

  test('its stage and its limits decide what the review says', async () => {
    const stageOf = async (stage: number, limits = {}) =>
      rules(
        (await run(['review', '-', '--json', '--horse', horseFile({ stage, limits })], LESSON))
          .stdout,
      );
    expect(await stageOf(7)).not.toContain('not-yet');
    expect(await stageOf(7)).not.toContain('circle-too-small');
    expect(await stageOf(3)).toEqual(expect.arrayContaining(['not-yet', 'circle-too-small']));
    const vet = { smallestCircleM: { walk: 20, trot: 20, canter: 20 } };
    expect(await stageOf(7, vet)).toContain('circle-too-small');
  });

  test('its height and its measured paces make its strides', async () => {
    const trot = async (horse: object) => {
      const { stdout } = await run(['ride', '-', '--json', '--horse', horseFile(horse)], LESSON);
      const { movements, horse: named } = JSON.parse(stdout);
      expect(named).toMatchObject({ name: 'Bramble', assumed: false });
      return movements.find((m: { kind: string }) => m.kind === 'circle').strides as number;
    };
    const measured = [{ gait: 'trot', pace: 'working', metres: 60, strides: 30, seconds: 20 }];
    expect(await trot({ stage: 4, heightCm: 120 })).toBeGreaterThan(
      await trot({ stage: 4, heightCm: 175 }),
    );
    expect(await trot({ stage: 4, measured })).toBeCloseTo((7.5 * Math.PI) / 2, 1);
  });

  test('without one it says for which horse it judged', async () => {
    expect((await run(['review', '-'], LESSON)).stdout).toContain(
      'For an average horse: stage 4, 165 cm. Name yours with --horse HORSE.json.',
    );
    expect(JSON.parse((await run(['review', '-', '--json'], LESSON)).stdout).horse).toEqual({
      name: 'any horse',
      stage: 4,
      heightCm: 165,
      assumed: true,
    });
    const track = await run(['track', '-'], LESSON);
    expect(track.stderr).toContain('average horse');
    expect(track.stdout).not.toContain('average horse');
    const named = await run(['format', '-', '--horse', horseFile({ stage: 4 })], LESSON);
    expect([named.stdout, named.stderr]).toEqual([LESSON, '']);
  });
});

describe('exports', () => {
  test('svg prints one page, also of a lesson with errors', async () => {
    const good = await run(['svg', '-'], `lesson "Soft"\n${GOOD}`);
    expect(good.status).toBe(0);
    expect(good.stdout).toMatch(
      /^<svg xmlns="http:\/\/www.w3.org\/2000\/svg"[\s\S]*Soft[\s\S]*<\/svg>\n$/,
    );
    expect((await run(['svg', '-'], 'A crcle\n')).status).toBe(1);
  });

  test('track prints positions in local metres', async () => {
    const { stdout, status } = await run(['track', '-', '--every', '10'], GOOD);
    expect(status).toBe(0);
    const rows = stdout.trim().split('\r\n');
    expect(rows[0]).toBe('seconds,x_m,y_m,heading_deg,travel_deg,gait,pace,rein,lead,metres');
    expect(rows[1]).toBe('0,0,0,0,0,walk,medium,left,,0');
    // Ten seconds of medium walk: 17.3 m, 10 to the corner and 7.3 up the side.
    expect(rows[2]).toBe('10,10,7.3,90,90,walk,medium,left,,17.3');
    expect((await run(['track', '-', '--every', '0'], GOOD)).status).toBe(2);
  });

  test('ride without --json is for people', async () => {
    const { stdout } = await run(['ride', '-'], GOOD);
    expect(stdout).toContain('E circle left 20');
    expect(stdout).toContain('67 steps');
    expect(stdout).toContain('in all 182.8 m');
  });
});

describe('the planner on the command line', () => {
  const horses = readdirSync(new URL('../../docs/horses/', import.meta.url));

  test('each example horse gets the same lesson twice, which the review lets pass', async () => {
    expect(horses.length).toBeGreaterThanOrEqual(5);
    const file = new URL(`../../docs/horses/${horses[0]!}`, import.meta.url).pathname;
    const call = [
      'plan',
      file,
      '--minutes',
      '45',
      '--arena',
      '20x60',
      '--date',
      '2026-06-15',
      '--json',
    ];
    const { stdout, status } = await run(call);
    expect(status).toBe(0);
    const plan = JSON.parse(stdout);
    // In a process of its own too.
    expect(start(call)).toMatchObject({ status: 0, stdout, stderr: '' });
    expect(plan.gap).toBeLessThanOrEqual(0.01);
    expect(plan.sets[0]).toMatchObject({
      exercise: expect.any(String),
      rung: expect.any(Number),
      phase: 'warm-up',
      minutes: expect.any(Number),
      rein: expect.stringMatching(/left|right/),
      why: expect.any(String),
      leaveWhen: expect.any(String),
      alternatives: expect.any(Array),
    });
    const { findings } = JSON.parse((await run(['review', '-', '--json'], plan.lesson)).stdout);
    expect(findings.filter((f: { level: string }) => f.level === 'error')).toEqual([]);
  });

  test('the weeks ahead come with gates, chances and reasons, the same twice', async () => {
    const horse = new URL(`../../docs/horses/${horses[0]!}`, import.meta.url).pathname;
    const folder = mkdtempSync(join(tmpdir(), 'canter-book-goal-'));
    const goal = join(folder, 'goal.json');
    writeFileSync(goal, '{"kind":"level","scale":"contact","least":7,"date":"2026-09-05"}');
    const call = ['programme', horse, '--goal', goal, '--date', '2026-06-15'];
    const { stdout, status } = await run([...call, '--json']);
    expect(status).toBe(0);
    expect((await run([...call, '--json'])).stdout).toBe(stdout);
    const programme = JSON.parse(stdout);
    expect(programme.weeks).toHaveLength(12);
    expect(programme.gap).toBeLessThanOrEqual(0.02);
    expect(programme.weeks[0]).toMatchObject({
      monday: '2026-06-15',
      theme: expect.any(String),
      load: expect.any(Number),
      reasons: expect.arrayContaining([expect.stringMatching(/\.$/)]),
    });
    expect(programme.weeks[0].days).toHaveLength(7);
    expect(programme.gates[0].says).toMatch(/on both reins$/);
    expect(programme.forecast.map((f: { scale: string }) => f.scale)).toEqual(['contact']);
    expect((await run(call)).stdout).toMatch(/^[A-Z]\w+: contact at 7 on both reins\n/);
    writeFileSync(goal, '{"kind":"level","scale":"tempo","least":7}');
    const wrong = await run(call);
    expect([wrong.status, wrong.stderr]).toEqual([2, expect.stringContaining('goal.scale')]);
    rmSync(folder, { recursive: true });
  });

  test.each(horses)('%s is a horse file', (name) => {
    const file = readFileSync(new URL(`../../docs/horses/${name}`, import.meta.url), 'utf8');
    expect(horseFileSchema.parse(JSON.parse(file)).name.toLowerCase()).toBe(
      name.replace('.json', ''),
    );
  });

  test.each([
    [['plan', '-'], '{"stage":3}', 'name'],
    [['plan', '-'], '{"name":"B","stage":9}', 'stage'],
    [['plan', '-'], 'no json', 'not valid JSON'],
    [['ride', 'x.cbk', '--horse', '-'], '{"stage":3}', 'name'],
    [['plan', '/nowhere.json'], '', 'Cannot read /nowhere.json: there is no such file.'],
    [['plan', '/'], '', 'it is a folder'],
    [['ride', '-'], 'A trot\u0000', 'it is not a text file'],
    [['plan', '-'], '{"__proto__":{},"name":"B","stage":3,"constructor":1}', 'constructor'],
    [['plan', '-', '--minutes', '5'], '{"name":"B","stage":3}', 'minutes'],
    [['plan', '-', '--arena', 'big'], '{"name":"B","stage":3}', 'arena'],
    [['plan', '-', '--approach', 'hard'], '{"name":"B","stage":3}', 'approach'],
    [['plan', '-', '--not-today', 'nothing'], '{"name":"B","stage":3}', 'no exercise “nothing”'],
  ])('%j says what is wrong and ends with status 2', async (args, input, says) => {
    const { stderr, status } = await run(args, input);
    expect(status).toBe(2);
    expect(stderr).toContain(says);
  });

  test('exercises --json prints the shelf', async () => {
    const { exercises } = JSON.parse((await run(['exercises', '--json'])).stdout);
    expect(exercises.length).toBeGreaterThan(120);
    expect((await run(['exercises'])).stdout).toContain('shoulder-in');
  });

  describe('a test sheet', () => {
    const folder = mkdtempSync(join(tmpdir(), 'canter-book-cli-'));
    afterAll(() => rmSync(folder, { recursive: true, force: true }));
    const sheet = join(folder, 'sheet.cbk');
    writeFileSync(
      sheet,
      `test "Quillwater Two, our own" for stage 3
enter A trot working
box 1 "entry" -- straight, square halt
X halt 4 s, salute, proceed trot working
C track left
box 2 x2 "stretch"
E circle left 20, stretch, retake at three-quarter
collective "paces"
errors points 2 4 out
`,
    );
    const score = (marks: unknown) => run(['score', sheet, '-', '--json'], JSON.stringify(marks));

    test('sheet --json prints its boxes', async () => {
      const { stdout, status } = await run(['sheet', sheet, '--json']);
      const json = JSON.parse(stdout);
      expect([status, json.title, json.stage, json.possible]).toEqual([
        0,
        'Quillwater Two, our own',
        3,
        40,
      ]);
      expect(json.boxes[1]).toMatchObject({
        number: 2,
        title: 'stretch',
        coefficient: 2,
        lines: ['E circle left 20, stretch, retake at three-quarter'],
        directive: null,
      });
      expect(json.collectives).toEqual([{ name: 'paces', coefficient: 1 }]);
    });

    test('score --json counts a ride out, and says which mark is wrong', async () => {
      const judge = { at: 'C', marks: { 1: 6.5, 2: 7 }, collectives: { paces: 7 } };
      const good = await score({ judges: [judge], errors: 1, target: 7.5 });
      // (6.5 + 2·7 + 7 − 2) of 40.
      expect(JSON.parse(good.stdout)).toMatchObject({
        points: 25.5,
        possible: 40,
        percent: 63.75,
        eliminated: false,
        gains: [
          { number: 1, gain: 1 },
          { number: 2, gain: 1 },
        ],
      });
      const bad = await score({ judges: [{ ...judge, marks: { 1: 6.3 } }] });
      expect(bad.status).toBe(1);
      expect(bad.stderr).toContain('The judge at C gave 6.3 for box 1');
      expect(bad.stderr).toContain('no mark for box 2');
      expect((await score({ judges: [] })).status).toBe(2);
    });
  });
});
