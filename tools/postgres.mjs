/**
 * A PostgreSQL server for tests: made in a folder of its own, thrown away afterwards. The binaries are
 * those of the system's package, which the set-up installs.
 */
import { spawnSync } from 'node:child_process';
import { chownSync, existsSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const DEBIAN = '/usr/lib/postgresql';

/** Where `initdb` and `pg_ctl` lie; null when PostgreSQL is not installed. */
export function postgresBin() {
  if (process.env.POSTGRES_BIN) return process.env.POSTGRES_BIN;
  if (!existsSync(DEBIAN)) return null;
  const versions = readdirSync(DEBIAN).filter((v) => existsSync(join(DEBIAN, v, 'bin/initdb')));
  const newest = versions.sort((a, b) => Number(a) - Number(b)).at(-1);
  return newest ? join(DEBIAN, newest, 'bin') : null;
}

/** PostgreSQL refuses to run as root: its package has a user for it. */
function owner() {
  if (process.getuid?.() !== 0) return {};
  const id = (flag) =>
    Number(spawnSync('id', [flag, 'postgres'], { encoding: 'utf8' }).stdout.trim());
  return { uid: id('-u'), gid: id('-g') };
}

async function freePort() {
  const probe = createServer().listen(0, '127.0.0.1');
  await new Promise((done) => probe.once('listening', done));
  const { port } = probe.address();
  await new Promise((done) => probe.close(done));
  return port;
}

/** @returns its URL, a stop, and a crash: every connection breaks, and nobody answers until it is brought back */
export async function startPostgres() {
  const bin = postgresBin();
  if (!bin) throw new Error('PostgreSQL is not installed.');
  const folder = mkdtempSync(join(tmpdir(), 'canter-book-postgres-'));
  const as = owner();
  if (as.uid !== undefined) chownSync(folder, as.uid, as.gid);
  const data = join(folder, 'data');
  const port = await freePort();
  const run = (command, args) => {
    const done = spawnSync(join(bin, command), args, { ...as, encoding: 'utf8', cwd: folder });
    if (done.status !== 0) throw new Error(`${command} failed: ${done.stdout}${done.stderr}`);
  };
  run('initdb', ['-D', data, '-U', 'book', '-A', 'trust', '-E', 'UTF8', '--locale=C.UTF-8', '-N']);
  const options = `-p ${port} -k ${folder} -c listen_addresses=127.0.0.1 -c fsync=off -c max_connections=60`;
  const start = () =>
    run('pg_ctl', ['-D', data, '-w', '-l', join(folder, 'log'), '-o', options, 'start']);
  const stop = () => run('pg_ctl', ['-D', data, '-w', '-m', 'immediate', 'stop']);
  start();
  return {
    url: `postgres://book@127.0.0.1:${port}/postgres`,
    crash: stop,
    bringBack: start,
    stop() {
      stop();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}
