import { spawn, type ChildProcess } from 'node:child_process';
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { randomUUID } from 'node:crypto';
import { createServer, type AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { test } from '@playwright/test';

const main = fileURLToPath(new URL('../dist/server/main.js', import.meta.url));

async function freePort(): Promise<number> {
  const probe = createServer().listen(0, '127.0.0.1');
  await new Promise((done) => probe.once('listening', done));
  const { port } = probe.address() as AddressInfo;
  await new Promise((done) => probe.close(done));
  return port;
}

/** Journeys in a school: on this PostgreSQL server each book has a database of its own. */
const postgres = () =>
  test.info().project.name === 'school' ? process.env['E2E_POSTGRES'] : undefined;

export async function newDatabase(server: string): Promise<string> {
  const { Client } = (await import('pg')).default;
  const client = new Client({ connectionString: server });
  await client.connect();
  const name = `journey_${randomUUID().replaceAll('-', '')}`;
  await client.query(`create database ${name}`);
  await client.end();
  return Object.assign(new URL(server), { pathname: `/${name}` }).href;
}

function remove(folder: string): void {
  for (const path of [folder, `${folder}-backups`]) rmSync(path, { recursive: true, force: true });
}

/** Written once, and copied for each journey that wants it: that is three times as fast. */
let demoYard: Promise<string> | null = null;

async function writeDemoYard(): Promise<string> {
  const folder = mkdtempSync(join(tmpdir(), 'canter-book-e2e-demo-'));
  process.once('exit', () => remove(folder));
  const server = new BookServer(await freePort(), await freePort(), ['--demo'], {}, folder);
  await server.start();
  await server.stop();
  return folder;
}

/** The built server on a folder of its own, which a journey can stop and start again. */
export class BookServer {
  private child: ChildProcess | null = null;

  constructor(
    readonly port: number,
    /** Where phones come in, when they are let in. */
    readonly httpsPort: number,
    private readonly flags: readonly string[],
    private readonly env: Readonly<Record<string, string>>,
    readonly folder = mkdtempSync(join(tmpdir(), 'canter-book-e2e-')),
  ) {}

  static open(...flags: string[]): Promise<BookServer> {
    return BookServer.with({}, ...flags);
  }

  /** With something in its environment. */
  static async with(env: Readonly<Record<string, string>>, ...flags: string[]) {
    const url = env['DATABASE_URL'] ? undefined : postgres();
    const school = url ? { DATABASE_URL: await newDatabase(url) } : {};
    const all = { ...school, ...env };
    const server = new BookServer(await freePort(), await freePort(), flags, all);
    if (flags.includes('--demo') && !all.DATABASE_URL) {
      cpSync(await (demoYard ??= writeDemoYard()), server.folder, { recursive: true });
    }
    await server.start();
    return server;
  }

  get url(): string {
    return `http://127.0.0.1:${this.port}`;
  }

  async start(): Promise<void> {
    // A journey is over before the database is worth compiling twice: a third less work to start.
    const args = ['--liftoff-only', main, '--data', this.folder, ...this.flags];
    const child = spawn(process.execPath, args, {
      env: {
        ...process.env,
        PORT: String(this.port),
        HTTPS_PORT: String(this.httpsPort),
        DATABASE_URL: '',
        ...this.env,
      },
    });
    this.child = child;
    let said = '';
    await new Promise<void>((done, fail) => {
      child.stderr.on('data', (d) => (said += String(d)));
      child.stdout.on('data', (d) => {
        said += String(d);
        if (said.includes('is open at')) done();
      });
      child.once('exit', () => fail(new Error(`The server did not start:\n${said}`)));
    });
  }

  /** Stopped as with Ctrl-C, or killed without warning. */
  async stop(signal: NodeJS.Signals = 'SIGTERM'): Promise<void> {
    const child = this.child;
    if (!child || child.exitCode !== null) return;
    const gone = new Promise((done) => child.once('exit', done));
    child.kill(signal);
    await gone;
  }

  async remove(): Promise<void> {
    await this.stop();
    remove(this.folder);
  }

  async get<T>(path: string): Promise<T> {
    return (await (await fetch(`${this.url}/api/${path}`)).json()) as T;
  }
}

interface Named {
  id: string;
  name: string;
}

/** The first lesson and session of one of the demo's horses. */
export async function demoIds(server: BookServer, name: string) {
  const horses = await server.get<Named[]>('horses');
  const horse = horses.find((h) => h.name === name)!.id;
  const lessons = await server.get<{ id: string; horseId: string }[]>('lessons');
  const sessions = await server.get<{ id: string }[]>(`sessions?horseId=${horse}`);
  return { horse, lesson: lessons.find((l) => l.horseId === horse)!.id, session: sessions[0]!.id };
}
