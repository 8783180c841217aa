import { expect, jest, test } from '@jest/globals';
import { sql } from 'drizzle-orm';
import { integer, jsonb, pgTable, uuid } from 'drizzle-orm/pg-core';
import { Readable } from 'node:stream';
import request from 'supertest';
import { v7 } from 'uuid';
import { z } from '@canter-book/core/schema';
import type { Database } from './db/connect.ts';
import type { Document, Rows } from './documents/document.ts';

/** What one more document of the book costs: its file and its line, here and in the core. */

interface Toy {
  id: string;
  revision: number;
  colour: string;
}

const toys = pgTable('toys', {
  id: uuid().primaryKey(),
  revision: integer().notNull(),
  data: jsonb().$type<Toy>().notNull(),
});
const toySchema = z.strictObject({
  id: z.uuid(),
  revision: z.int(),
  colour: z.string().check(z.minLength(1)),
});

/** Its file. */
async function toyDocument() {
  const { got } = await import('./documents/document.ts');
  const { fromData, inData, inRows } = await import('./documents/rows.ts');
  const { revisioned } = await import('./repositories/revisioned.ts');
  const rows: Rows<Toy, typeof toys.$inferSelect> = {
    table: toys,
    schema: toySchema,
    toRow: inData,
    fromRow: fromData,
  };
  const toyStore = (db: Database) => ({
    ...revisioned(db, rows),
    list: async (colour: string) =>
      (await db.select().from(toys)).map(rows.fromRow).filter((t) => t.colour === colour),
  });
  const toy: Document<Toy, ReturnType<typeof toyStore>> = {
    ...inRows(rows),
    store: toyStore,
    api: {
      for: 'team',
      name: 'Toy',
      what: 'toy',
      isRemovable: true,
      list: got(z.strictObject({ colour: z.string() }), {
        says: 'Toys of a colour',
        answer: (all, { colour }) => all.list(colour),
      }),
      signed: (given, { role }) => ({ ...given, colour: `${given.colour} of the ${role}` }),
    },
  };
  return toy;
}

/** Its lines, and a server that has it. */
async function openWithToys() {
  const { DOCUMENTS } = await import('./documents/table.ts');
  const names = await import('@canter-book/core/documents');
  jest.resetModules();
  const toy = await toyDocument();
  jest.unstable_mockModule('./documents/table.ts', () => ({ DOCUMENTS: { ...DOCUMENTS, toy } }));
  const DOCUMENT_NAMES = {
    ...names.DOCUMENT_NAMES,
    toy: { at: 'toys', many: 'toys', tag: 'Toy' },
  };
  jest.unstable_mockModule('@canter-book/core/documents', () => ({
    DOCUMENT_NAMES,
    DOCUMENT_KINDS: Object.keys(DOCUMENT_NAMES),
  }));
  const { openTestApp } = await import('./testing/app.ts');
  const open = async () => {
    const server = await openTestApp();
    await server.db.execute(
      sql`create table toys (id uuid primary key, revision integer not null, data jsonb not null)`,
    );
    return server;
  };
  return [await open(), await open()] as const;
}

test('a document is saved, listed, described, removed, exported and imported', async () => {
  const [server, other] = await openWithToys();
  const api = request(server.app);
  const toy = { id: v7(), revision: 0, colour: 'red' };
  const at = `/api/toys/${toy.id}`;

  const saved = await api.put(at).send(toy).expect(200);
  expect(saved.body).toEqual({ ...toy, revision: 1, colour: 'red of the owner' });
  expect((await api.get(at).expect(200)).body).toEqual(saved.body);
  expect((await api.get('/api/toys?colour=red of the owner').expect(200)).body).toHaveLength(1);
  await api.get('/api/toys?size=3').expect(400);
  await api
    .put(at)
    .send({ ...toy, colour: '' })
    .expect(400);
  const conflict = await api
    .put(at)
    .send({ ...toy, colour: 'blue' })
    .expect(409);
  expect(conflict.body.current).toEqual(saved.body);
  expect((await api.get(`/api/toys/${v7()}`).expect(404)).body.title).toBe('No such toy');

  const { body } = await api.get('/api/openapi.json').expect(200);
  expect(body.components.schemas.Toy.properties).toHaveProperty('colour');
  expect(body.paths['/api/toys'].get.parameters).toMatchObject([{ name: 'colour', in: 'query' }]);
  expect(Object.keys(body.paths['/api/toys/{id}'])).toEqual(['parameters', 'get', 'put', 'delete']);

  let text = '';
  for await (const part of server.book.exportLines(new Date())) text += part;
  const { linesIn } = await import('./repositories/bundle/format.ts');
  const take = () =>
    other.book.importLines(linesIn(Readable.from([Buffer.from(text)])), { check: false });
  expect(await take()).toMatchObject({ whole: true, refusedCount: 0, added: { toy: 1 } });
  expect(await take()).toMatchObject({ added: { toy: 0 }, known: { toy: 1 } });
  expect((await request(other.app).get(at).expect(200)).body).toEqual(saved.body);

  await api.delete(at).expect(204);
  await api.get(at).expect(404);
  await server.close();
  await other.close();
}, 60_000);
