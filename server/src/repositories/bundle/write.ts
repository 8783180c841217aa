import { createHash } from 'node:crypto';
import { asc, gt, inArray, sql } from 'drizzle-orm';
import type { PgColumn, PgTable } from 'drizzle-orm/pg-core';
import { DOCUMENT_KINDS, type DocumentKind } from '@canter-book/core/documents';
import type { Database } from '../../db/connect.ts';
import { imports, lessonVersions, observations } from '../../db/schema.ts';
import { DOCUMENTS } from '../../documents/table.ts';
import { takeTurns } from '../../turns.ts';
import { PAGE, VERSION, type Version } from './format.ts';

/** The lines of the bundle, with their line breaks. */
export async function* bundleLines(db: Database, now: Date): AsyncGenerator<string> {
  const hash = createHash('sha256');
  const counts: Record<string, number> = {};
  const said = (text: string): string => {
    hash.update(text);
    return text;
  };
  yield said(lineOf({ canterBook: VERSION, made: now.toISOString() }));
  // Written at the same time as others write: what names something that came later is left for next time.
  const written = new Set<string>();
  for (const kind of DOCUMENT_KINDS) {
    counts[kind] = 0;
    for await (const page of kind === 'observation' ? observationPages(db) : pagesOf(db, kind)) {
      const whole = page.filter(({ needs }) => needs === null || written.has(needs));
      counts[kind] += whole.length;
      if (kind === 'horse' || kind === 'session') for (const { id } of whole) written.add(id);
      if (whole.length > 0) yield said(whole.map((p) => p.line).join(''));
      await takeTurns();
    }
  }
  for await (const rows of rowsOf(db, imports)) {
    yield said(rows.map((row) => lineOf({ import: row })).join(''));
  }
  yield lineOf({ end: { counts, check: hash.digest('hex') } });
}

const lineOf = (value: object): string => `${JSON.stringify(value)}\n`;

/** A record ready to be written, with the id of what must be in the file before it. */
interface Written {
  readonly id: string;
  readonly needs: string | null;
  readonly line: string;
}

async function* pagesOf(
  db: Database,
  kind: Exclude<DocumentKind, 'observation'>,
): AsyncGenerator<Written[]> {
  const { table, fromRow } = DOCUMENTS[kind];
  for await (const rows of rowsOf(db, table)) {
    const documents = rows.map((row) => fromRow(row as never) as { id: string; horseId?: string });
    const versions = kind === 'lesson' ? await versionsOf(db, documents) : null;
    yield documents.map((document) => ({
      id: document.id,
      needs: document.horseId ?? null,
      line: lineOf({
        [kind]: document,
        ...(versions && { versions: versions.get(document.id) ?? [] }),
      }),
    }));
  }
}

/** Observations are most of a book: the database writes their text. */
async function* observationPages(db: Database): AsyncGenerator<Written[]> {
  let after = NO_ID;
  for (;;) {
    const rows = await db
      .select({
        id: observations.id,
        needs: observations.sessionId,
        data: sql<string>`${observations.data}::text`,
      })
      .from(observations)
      .where(gt(observations.id, after))
      .orderBy(asc(observations.id))
      .limit(4 * PAGE);
    if (rows.length === 0) return;
    yield rows.map(({ id, needs, data }) => ({ id, needs, line: `{"observation":${data}}\n` }));
    after = rows.at(-1)!.id;
  }
}

const NO_ID = '00000000-0000-0000-0000-000000000000';

async function* rowsOf(db: Database, table: PgTable & { id: PgColumn }) {
  let after = NO_ID;
  for (;;) {
    const rows = (await db
      .select()
      .from(table)
      .where(gt(table.id, after))
      .orderBy(asc(table.id))
      .limit(PAGE)) as Record<string, unknown>[];
    if (rows.length === 0) return;
    yield rows;
    after = rows.at(-1)!['id'] as string;
  }
}

async function versionsOf(db: Database, lessons: readonly { id: string }[]) {
  const rows = await db
    .select()
    .from(lessonVersions)
    .where(
      inArray(
        lessonVersions.lessonId,
        lessons.map((l) => l.id),
      ),
    )
    .orderBy(asc(lessonVersions.startedAt));
  const found = new Map<string, Version[]>();
  for (const { lessonId, startedAt, savedAt, ...rest } of rows) {
    const version = {
      startedAt: startedAt.toISOString(),
      savedAt: savedAt.toISOString(),
      ...rest,
    };
    found.set(lessonId, [...(found.get(lessonId) ?? []), version]);
  }
  return found;
}
