import { createHash } from 'node:crypto';
import { asc, gt, sql } from 'drizzle-orm';
import type { PgColumn, PgTable } from 'drizzle-orm/pg-core';
import { z } from 'zod';
import { ownExerciseSchema } from '@canter-book/core/exercises/exercise';
import { observationSchema } from '@canter-book/core/observations/observation';
import {
  horseSchema,
  lessonRecordSchema,
  riderSchema,
  sessionSchema,
} from '@canter-book/core/observations/records';
import type { Database } from '../db/connect.ts';
import { horses, lessons, observations, ownExercises, riders, sessions } from '../db/schema.ts';

/**
 * The whole book as lines of JSON: a head, one line a record, and an end with the counts and a check
 * over all lines, so that a file that was cut short or changed is noticed. Written and read a piece at
 * a time, however large the book is.
 */

const VERSION = 1;
const PAGE = 1000;

const KINDS = {
  rider: { table: riders, schema: riderSchema },
  exercise: { table: ownExercises, schema: ownExerciseSchema },
  horse: { table: horses, schema: horseSchema },
  lesson: { table: lessons, schema: lessonRecordSchema },
  session: { table: sessions, schema: sessionSchema },
  observation: { table: observations, schema: observationSchema },
} as const;
export type BundleKind = keyof typeof KINDS;
export const BUNDLE_KINDS = Object.keys(KINDS) as BundleKind[];

const headSchema = z.strictObject({ canterBook: z.literal(VERSION), made: z.string() });
const endSchema = z.strictObject({
  end: z.strictObject({ counts: z.record(z.string(), z.number()), check: z.string() }),
});

/** The lines of the bundle, with their line breaks. */
export async function* bundleLines(db: Database, now: Date): AsyncGenerator<string> {
  const hash = createHash('sha256');
  const counts: Record<string, number> = {};
  const line = (value: object): string => {
    const text = `${JSON.stringify(value)}\n`;
    hash.update(text);
    return text;
  };
  yield line({ canterBook: VERSION, made: now.toISOString() });
  for (const kind of BUNDLE_KINDS) {
    counts[kind] = 0;
    for await (const rows of pagesOf(db, KINDS[kind].table)) {
      counts[kind] += rows.length;
      yield rows.map((row) => line({ [kind]: documentOf(kind, row) })).join('');
    }
  }
  yield `${JSON.stringify({ end: { counts, check: hash.digest('hex') } })}\n`;
}

async function* pagesOf(db: Database, table: PgTable & { id: PgColumn }) {
  let after = '00000000-0000-0000-0000-000000000000';
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

function documentOf(kind: BundleKind, row: Record<string, unknown>): unknown {
  if (kind === 'observation') return row['data'];
  // Instants become their text by JSON itself.
  return row;
}

/** Where the documents of a bundle go. */
interface Taker {
  addAll(kind: BundleKind, documents: readonly { id: string }[]): Promise<number>;
}

export interface BundleReport {
  readonly added: Readonly<Record<BundleKind, number>>;
  /** Already in the book, and left as they are. */
  readonly known: Readonly<Record<BundleKind, number>>;
  /** Lines that could not be taken, with the reason; the first hundred. */
  readonly refused: readonly { readonly line: number; readonly why: string }[];
  readonly refusedCount: number;
  /** The end is there, and the check agrees. */
  readonly whole: boolean;
}

const none = (): Record<BundleKind, number> =>
  Object.fromEntries(BUNDLE_KINDS.map((kind) => [kind, 0])) as Record<BundleKind, number>;
const MOST_REASONS = 100;

/**
 * Takes a bundle into the book. What is there already is left alone, so it can be taken twice. With
 * `check` nothing is stored: the report says what would be.
 */
export async function takeBundle(
  book: Taker,
  db: Database,
  lines: AsyncIterable<string>,
  { check }: { check: boolean },
): Promise<BundleReport> {
  const hash = createHash('sha256');
  const [added, known, seen] = [none(), none(), none()];
  const refused: { line: number; why: string }[] = [];
  let [number, refusedCount, whole, headRead] = [0, 0, false, false];
  let batch: { kind: BundleKind; document: { id: string } }[] = [];
  const refuse = (why: string) => {
    refusedCount++;
    if (refused.length < MOST_REASONS) refused.push({ line: number, why });
  };
  const flush = async () => {
    const [first] = batch;
    if (!first) return;
    const documents = batch.map((b) => b.document);
    const there = await idsIn(
      db,
      KINDS[first.kind].table,
      documents.map((d) => d.id),
    );
    const fresh = documents.filter((d) => !there.has(d.id));
    known[first.kind] += documents.length - fresh.length;
    added[first.kind] += fresh.length;
    batch = [];
    if (!check && fresh.length > 0) await book.addAll(first.kind, fresh);
  };
  for await (const text of lines) {
    number++;
    if (text.trim() === '') continue;
    const value = parsed(text);
    if (value === undefined) {
      hash.update(`${text}\n`);
      refuse('is no JSON');
      continue;
    }
    const end = endSchema.safeParse(value);
    if (end.success) {
      const { counts, check: said } = end.data.end;
      whole =
        said === hash.digest('hex') && BUNDLE_KINDS.every((k) => (counts[k] ?? 0) === seen[k]);
      break;
    }
    hash.update(`${text}\n`);
    if (!headRead) {
      headRead = true;
      if (headSchema.safeParse(value).success) continue;
      refuse('is not the head of a Canter Book file');
      break;
    }
    const [kind, document] = Object.entries(value as object)[0] ?? [];
    if (!kind || !(kind in KINDS)) {
      refuse(`holds “${kind ?? 'nothing'}”, which this book does not know`);
      continue;
    }
    seen[kind as BundleKind]++;
    const read = KINDS[kind as BundleKind].schema.safeParse(document);
    if (!read.success) {
      const [issue] = read.error.issues;
      refuse(`${kind}: ${issue?.path.join('.') ?? ''} ${issue?.message ?? 'is not valid'}`);
      continue;
    }
    if (batch.length >= PAGE || (batch[0] && batch[0].kind !== kind)) await flush();
    batch.push({ kind: kind as BundleKind, document: read.data as { id: string } });
  }
  await flush();
  return { added, known, refused, refusedCount, whole };
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}

async function idsIn(db: Database, table: PgTable & { id: PgColumn }, ids: readonly string[]) {
  const rows = await db
    .select({ id: table.id })
    .from(table)
    .where(sql`${table.id} = any(${sql.param(`{${ids.join(',')}}`)}::uuid[])`);
  return new Set(rows.map((row) => row.id as string));
}
