import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gunzipSync, gzipSync } from 'node:zlib';
import { backupFolder } from '../db/backup.ts';
import { connect } from '../db/connect.ts';
import { BookInUseError } from '../db/lock.ts';
import { seedDemo } from '../demo/seed.ts';
import { createBook } from '../repositories/book.ts';
import { peopleStore } from '../repositories/door/stores.ts';
import { FRESH, freshPlace, MIGRATIONS as migrations, someHorse } from '../testing/app.ts';
import { Copies } from './copies.ts';
import {
  backup,
  check,
  differences,
  inviteOwner,
  move,
  restore,
  sumsOf,
  type Place,
} from './keep.ts';

/** A copy is worth what it brings back. */

const prepared = { migrations, fresh: FRESH };

let folder: string;
let yard: Place;
let drop: () => Promise<void>;
beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'canter-book-keep-'));
  yard = { where: { kind: 'folder', folder: join(folder, 'yard'), fresh: FRESH }, ...prepared };
  const connection = await connect(yard.where, migrations);
  await connection.db.transaction((tx) =>
    seedDemo(createBook(tx), new Date('2026-06-15T12:00:00Z'), 2),
  );
  await connection.close();
  ({ drop } = await freshPlace());
}, 120_000);
afterAll(async () => {
  rmSync(folder, { recursive: true });
  await drop();
});
const empty = (name: string): Place => ({
  where: { kind: 'folder', folder: join(folder, name) },
  ...prepared,
});

test('a backup is opened and counted, restored into an empty place, and into no other', async () => {
  const file = join(folder, 'copy.jsonl.gz');
  const sums = await backup(yard, file);
  expect(sums['horse']!.count).toBe(5);
  expect(sums['session']!.count).toBeGreaterThan(20);
  expect(await check(file, prepared)).toEqual(sums);
  expect(await restore(file, empty('again'))).toEqual(sums);
  await expect(restore(file, yard)).rejects.toThrow(/There is a book already/);
  await expect(backup(yard, file)).rejects.toThrow(/is there already/);
  await expect(backup(empty('nowhere'), join(folder, 'x.gz'))).rejects.toThrow(/holds no book/);
}, 120_000);

test('a file that was cut short or changed brings nothing back', async () => {
  const file = join(folder, 'copy.jsonl.gz');
  const text = gunzipSync(readFileSync(file)).toString();
  const damaged = {
    cut: text.slice(0, text.length / 2),
    changed: text.replace('Bollard', 'Ballard'),
    torn: text.replace('"horse":{', '"horse":'),
  };
  const whole = readFileSync(file);
  const files = {
    half: whole.subarray(0, whole.length / 2),
    ...Object.fromEntries(Object.entries(damaged).map(([name, t]) => [name, gzipSync(t)])),
  };
  for (const [name, wrong] of Object.entries(files)) {
    const copy = join(folder, `${name}.jsonl.gz`);
    writeFileSync(copy, wrong);
    await expect(restore(copy, empty(name))).rejects.toThrow(/Take another copy/);
  }
}, 120_000);

test('a book that is open is neither copied nor moved', async () => {
  const connection = await connect(yard.where, migrations);
  await expect(backup(yard, join(folder, 'open.gz'))).rejects.toThrow(BookInUseError);
  await expect(move(yard, empty('open'))).rejects.toThrow(BookInUseError);
  await connection.close();
}, 60_000);

test('moved to another place and back it is the same book', async () => {
  const { where, drop: gone } = await freshPlace();
  const there: Place = { where, ...prepared };
  const sums = await move(yard, there);
  await expect(move(yard, there)).rejects.toThrow(/There is a book already/);
  expect(await move(there, empty('back'))).toEqual(sums);
  await gone();
}, 120_000);

test('the copies beside an open book are listed, written on demand and read through', async () => {
  const place = join(folder, 'beside');
  const connection = await connect({ kind: 'folder', folder: place, fresh: FRESH }, migrations);
  const book = createBook(connection.db);
  await book.horses.save(someHorse());
  const faults: unknown[] = [];
  const copies = new Copies(
    book,
    place,
    () => {},
    (error) => faults.push(error),
  );
  expect(copies.list()).toEqual([]);
  expect(await copies.writeNow()).toBeNull();
  const [copy] = copies.list();
  expect(copy).toMatchObject({ records: 1 });
  expect(await copies.check(copy!.name)).toMatchObject({ whole: true, known: { horse: 1 } });
  // Only what lies there, whatever is asked for.
  expect(await copies.check(`../beside-backups/${copy!.name}`)).toBeNull();
  const file = join(backupFolder(place), copy!.name);
  writeFileSync(file, gzipSync(gunzipSync(readFileSync(file)).subarray(0, -40)));
  expect(await copies.check(copy!.name)).toMatchObject({ whole: false });
  // The disk says no.
  rmSync(backupFolder(place), { recursive: true });
  writeFileSync(backupFolder(place), 'in the way');
  expect(await copies.writeNow()).toMatch(/it failed/);
  expect(faults).toHaveLength(1);
  await connection.close();
}, 60_000);

test('an owner is invited into a book nobody sits at, and again when the link got lost', async () => {
  const now = new Date('2026-06-15T12:00:00Z');
  const links = [];
  for (const name of ['Hesper Lund', 'hesper lund'])
    links.push(await inviteOwner(yard, name, 'https://school.example', now));
  expect(links[1]!.link).toMatch(/^https:\/\/school\.example\/pair#invite:.{22}$/);
  const connection = await connect(yard.where, migrations);
  const people = peopleStore(connection.db);
  expect(await people.list(now)).toMatchObject([{ name: 'Hesper Lund', role: 'owner' }]);
  const [old, fresh] = links.map(({ link }) => people.invited(link.split('invite:')[1]!, now));
  expect(await old).toBeNull();
  expect((await fresh)?.name).toBe('Hesper Lund');
  await connection.close();
}, 60_000);

test('two sums differ in what differs', async () => {
  async function* lines(all: readonly string[]) {
    yield* all;
  }
  const [a, b] = [
    await sumsOf(lines(['{"canterBook":1}', '{"horse":{"id":1}}', '{"rider":{}}', '{"end":{}}'])),
    await sumsOf(
      lines(['{"canterBook":2}', '{"horse":{"id":2}}', '{"rider":{}}', '{"lesson":{}}']),
    ),
  ];
  expect(a).toMatchObject({ horse: { count: 1 }, rider: { count: 1 } });
  expect(differences(a, b)).toEqual(['horse', 'lesson']);
});
