import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { expect, test } from '@playwright/test';
import { startPostgres } from '../../tools/postgres.mjs';
import { BookServer } from '../server.ts';

/** The commands by which a book is kept, as `docs/keeping.md` has them. */

const root = fileURLToPath(new URL('../..', import.meta.url));
const document = readFileSync(join(root, 'docs/keeping.md'), 'utf8');
const commands = document.match(/^npm run canter-book -- .*$/gm)!;

test('a book is backed up, checked, restored and moved as it is written', async () => {
  expect(commands.map((c) => c.split(' ')[4])).toEqual(['backup', 'check', 'restore', 'move']);
  const folder = mkdtempSync(join(tmpdir(), 'canter-book-keeping-'));
  const postgres = await startPostgres();
  const server = await BookServer.open('--demo', '--data', join(folder, 'book'));
  const run = (command: string) =>
    execFileSync(
      process.execPath,
      [join(root, 'tools/cli.mjs'), ...command.split(' ').slice(4)],
      // As npm has it: the command was given there.
      {
        cwd: root,
        env: { ...process.env, INIT_CWD: folder, LC_ALL: 'C' },
        encoding: 'utf8',
        stdio: 'pipe',
      },
    );
  const here = (command: string) => command.replace('postgres://user@host/yard', postgres.url);
  // While it is open nothing is copied or moved.
  for (const command of [commands[0]!, commands[3]!])
    expect(() => run(here(command))).toThrow(/already open/);
  await server.stop();
  const said = commands.map((command) => run(here(command)));
  expect(said[0]).toContain('read back whole');
  expect(said[1]).toContain('The file is whole.');
  expect(said[2]).toContain('Restored into');
  expect(said[3]).toContain('the same check in both places');
  // Each has said the same counts and checks.
  const sums = said.map((text) => text.split('\n').filter((line) => /^ +\d+ {2}/.test(line)));
  for (const other of sums.slice(1)) expect(other).toEqual(sums[0]);
  // A place that holds a book is left alone.
  for (const command of commands.slice(2)) expect(() => run(here(command))).toThrow(/already/);
  await server.remove();
  postgres.stop();
  rmSync(folder, { recursive: true, force: true });
});
