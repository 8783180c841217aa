import { spawn, type ChildProcess } from 'node:child_process';
import { existsSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { createServer, type AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { v7 } from 'uuid';
import { BookInUseError, lockFolder } from './db/lock.ts';
import { someHorse, someSession } from './testing/app.ts';

/** As it is built: from its sources a process takes a second to begin, and here are fifty. */
const built = new URL('../../.cache/server/', import.meta.url);
const main = new URL('main.js', built).pathname;
const TIMEOUT_MS = 120_000;

let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'canter-book-'));
});
afterAll(() => {
  for (const path of [folder, `${folder}-backups`]) rmSync(path, { recursive: true, force: true });
});

async function freePort(): Promise<number> {
  const probe = createServer().listen(0, '127.0.0.1');
  await new Promise((done) => probe.once('listening', done));
  const { port } = probe.address() as AddressInfo;
  await new Promise((done) => probe.close(done));
  return port;
}

interface Running {
  readonly child: ChildProcess;
  readonly url: string;
  readonly exit: Promise<number | null>;
  output(): string;
}

async function start(data: string, ...flags: string[]): Promise<Running> {
  const port = await freePort();
  const child = spawn(process.execPath, [main, '--data', data, ...flags], {
    env: { ...process.env, PORT: String(port), DATABASE_URL: '' },
  });
  let said = '';
  child.stdout.on('data', (d) => (said += String(d)));
  child.stderr.on('data', (d) => (said += String(d)));
  const exit = new Promise<number | null>((done) => child.once('close', done));
  const open = new Promise<void>((done) => {
    child.stdout.on('data', () => said.includes('is open at') && done());
  });
  await Promise.race([open, exit]);
  return { child, url: `http://127.0.0.1:${port}`, exit, output: () => said };
}

const put = (url: string, path: string, document: { id: string }) =>
  fetch(`${url}/api/${path}/${document.id}`, {
    method: 'PUT',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify(document),
  });

describe('a book on the disk', () => {
  test(
    'loses nothing it has confirmed when the process is killed in the middle of writing',
    async () => {
      const first = await start(folder);
      const horse = someHorse();
      expect((await put(first.url, 'horses', horse)).status).toBe(200);
      const confirmed: string[] = [];
      const writing = (async () => {
        for (let i = 0; i < 2000; i++) {
          const session = someSession(horse.id, { id: v7(), notes: `n${i}` });
          const answer = await put(first.url, 'sessions', session);
          if (answer.ok) confirmed.push(session.id);
        }
      })().catch(() => {});
      while (confirmed.length < 60) await new Promise((done) => setTimeout(done, 5));
      first.child.kill('SIGKILL');
      await first.exit;
      await writing;

      const second = await start(folder);
      const kept = (await (await fetch(`${second.url}/api/sessions?limit=1000`)).json()) as {
        id: string;
      }[];
      const ids = new Set(kept.map((s) => s.id));
      expect(confirmed.filter((id) => !ids.has(id))).toEqual([]);

      // A second program on the same folder is refused, and says what to do.
      const third = await start(folder);
      expect(await third.exit).toBe(1);
      expect(third.output()).toMatch(
        /already open in another program \(process \d+\).*--data DIR/s,
      );

      second.child.kill('SIGTERM');
      expect(await second.exit).toBe(0);
      expect(second.output()).toContain('Closed. Everything is kept.');
      expect(readdirSync(`${folder}-backups`).some((name) => name.endsWith('.jsonl.gz'))).toBe(
        true,
      );
      expect(existsSync(join(folder, 'in-use.json'))).toBe(false);
    },
    TIMEOUT_MS,
  );
});

describe('an import', () => {
  test(
    'that the server was killed in keeps nothing',
    async () => {
      const place = join(folder, 'import');
      const first = await start(place);
      // More than one page, so that the first is stored; the end never comes.
      const horses = Array.from({ length: 300 }, () => JSON.stringify({ horse: someHorse() }));
      const head = JSON.stringify({ canterBook: 1, made: new Date().toISOString() });
      const body = new ReadableStream({
        start: (to) => to.enqueue(new TextEncoder().encode([head, ...horses, ''].join('\n'))),
      });
      const sending = fetch(`${first.url}/api/book/import`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/x-ndjson' },
        body,
        duplex: 'half',
      } as RequestInit).catch(() => null);
      const known = async ({ url }: Running) =>
        ((await (await fetch(`${url}/api/horses`)).json()) as unknown[]).length;
      while ((await known(first)) === 0) await new Promise((done) => setTimeout(done, 20));
      first.child.kill('SIGKILL');
      await first.exit;
      await sending;
      const again = await start(place);
      expect(again.output()).toContain('An import was broken off');
      expect(await known(again)).toBe(0);
      again.child.kill('SIGKILL');
      await again.exit;
    },
    TIMEOUT_MS,
  );
});

describe('a demo yard', () => {
  test(
    'that was interrupted while it was written is written whole at the next start',
    async () => {
      const place = join(folder, 'demo');
      const child = spawn(process.execPath, [main, '--demo', '--data', place], {
        env: { ...process.env, PORT: '0', DATABASE_URL: '' },
      });
      await new Promise<void>((told) => {
        child.stdout.on('data', (d) => String(d).includes('Writing the demo yard') && told());
      });
      await new Promise((done) => setTimeout(done, 300));
      child.kill('SIGKILL');
      await new Promise((done) => child.once('exit', done));
      const again = await start(place, '--demo');
      const horses = (await (await fetch(`${again.url}/api/horses`)).json()) as { id: string }[];
      expect(horses).toHaveLength(5);
      for (const { id } of horses) {
        const sessions = await fetch(`${again.url}/api/sessions?horseId=${id}`);
        expect(((await sessions.json()) as unknown[]).length).toBeGreaterThan(10);
      }
      again.child.kill('SIGTERM');
      expect(await again.exit).toBe(0);
      rmSync(`${place}-backups`, { recursive: true, force: true });
    },
    TIMEOUT_MS,
  );
});

describe('the lock of a folder', () => {
  test('is held by one, given back, and taken over from the dead', () => {
    const place = join(folder, 'lock-test');
    const release = lockFolder(place);
    expect(() => lockFolder(place)).toThrow(BookInUseError);
    release();
    lockFolder(place)();
    writeFileSync(join(place, 'in-use.json'), JSON.stringify({ pid: 2 ** 22 + 1, startedAt: '1' }));
    lockFolder(place)();
    writeFileSync(join(place, 'in-use.json'), 'half a lo');
    lockFolder(place)();
  });

  test('is not held by a stranger that was given the number of a dead holder', () => {
    const place = join(folder, 'lock-test');
    writeFileSync(
      join(place, 'in-use.json'),
      JSON.stringify({ pid: process.pid, startedAt: 'long ago' }),
    );
    lockFolder(place)();
  });
});

describe('twenty programs at once', () => {
  const STARTERS = 20;
  const lockModule = new URL('db/lock.js', built).href;
  /** Takes the folder if it can, and keeps it until it is ended. */
  const script = `
    const { lockFolder } = await import(${JSON.stringify(lockModule)});
    try { lockFolder(process.argv[1]); console.log('mine'); setInterval(() => {}, 1000); }
    catch (error) { console.log(error.name); }`;
  const starter = (place: string, before: readonly string[] = []) => {
    const args = ['--input-type=module', '-e', script, place];
    const [command = '', ...more] = [...before, process.execPath, ...args];
    const child = spawn(command, more);
    const said = new Promise<string>((done) => {
      child.stdout.on('data', (d) => done(String(d).trim()));
      // Not its exit: what it said may come after that.
      child.once('close', (code) => done(`exit ${code}`));
    });
    return { child, said };
  };

  test(
    'on a folder whose holder was killed: exactly one has it',
    async () => {
      const place = join(folder, 'twenty');
      const holder = starter(place);
      expect(await holder.said).toBe('mine');
      holder.child.kill('SIGKILL');
      const all = Array.from({ length: STARTERS }, () => starter(place));
      const said = await Promise.all(all.map((s) => s.said));
      expect(said.filter((s) => s === 'mine')).toHaveLength(1);
      expect(said.filter((s) => s === 'BookInUseError')).toHaveLength(STARTERS - 1);
      for (const { child } of all) child.kill('SIGKILL');
    },
    TIMEOUT_MS,
  );

  test(
    'nor do two that cannot see each other’s processes share it',
    async () => {
      const apart = ['unshare', '--pid', '--fork', '--kill-child'];
      const place = join(folder, 'apart');
      const one = starter(place, apart);
      // Where this user may not make such spaces there is nothing to be tried.
      if ((await one.said) !== 'mine') return;
      const two = starter(place, apart);
      expect(await two.said).toBe('BookInUseError');
      one.child.kill('SIGKILL');
      two.child.kill('SIGKILL');
    },
    TIMEOUT_MS,
  );
});

describe('what a person can put right is said in a sentence', () => {
  test.each([
    [['--data', '/proc/nowhere/at-all'], {}, /\/proc\/nowhere\/at-all cannot be .*--data DIR/],
    [['--data', main], {}, /main\.js is not a folder/],
    [['--dta', 'x'], {}, /--dta.*Known are --data DIR and --demo/s],
    [[], { PORT: 'eighty' }, /PORT must be a number .*"eighty"/],
    [[], { DATABASE_URL: 'postgres://127.0.0.1:1/x' }, /database of DATABASE_URL does not answer/],
  ] as const)(
    '%j %j',
    async (args, env, sentence) => {
      const child = spawn(process.execPath, [main, ...args], {
        env: { ...process.env, DATABASE_URL: '', ...env },
      });
      let said = '';
      child.stderr.on('data', (d) => (said += String(d)));
      expect(await new Promise((done) => child.once('close', done))).toBe(1);
      expect(said).toMatch(sentence);
      expect(said).not.toMatch(/^\s+at /m);
    },
    TIMEOUT_MS,
  );
});
