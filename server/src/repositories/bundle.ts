import { createHash, type Hash } from 'node:crypto';
import { asc, gt, inArray, sql } from 'drizzle-orm';
import type { PgColumn, PgTable } from 'drizzle-orm/pg-core';
import { z } from 'zod';
import { instantSchema, idSchema, unstorableIn } from '@canter-book/core/fields';
import { lessonSchema } from '@canter-book/core/lesson/document';
import type { LessonRecord } from '@canter-book/core/observations/records';
import type { Database } from '../db/connect.ts';
import { imports, lessonVersions, observations } from '../db/schema.ts';
import { Problem } from '../problem.ts';
import { DOCUMENT_KINDS, DOCUMENTS, type DocumentKind } from './documents.ts';
import type { EvidenceStore } from './evidence.ts';
import type { Imported } from './imports.ts';
import { takeTurns } from '../turns.ts';

/**
 * The whole book as lines of JSON: a head, one line per record, and an end with the counts and a check
 * over all lines, so that a file that was cut short or changed is noticed. Written and read a page at a
 * time, however large the book is, with other requests between the pages.
 *
 * The line of a lesson carries its versions too; what was imported together has lines of its own. What is
 * worked out from the rest (evidence, snapshots) is not written: it is made again.
 */

const VERSION = 1;
/** Small enough that whoever waits behind a page does not notice. */
const PAGE = 250;
/** No record of a book is longer. */
export const LONGEST_LINE_BYTES = 4 * 2 ** 20;
const MOST_LINES = 20_000_000;

const versionSchema = z.strictObject({
  startedAt: instantSchema,
  savedAt: instantSchema,
  revision: z.number().int().min(0),
  title: z.string().max(120),
  document: lessonSchema,
});
type Version = z.infer<typeof versionSchema>;

const importedSchema = z.strictObject({
  id: idSchema,
  madeAt: instantSchema,
  source: z.string().max(300),
  sessionIds: z.array(idSchema).max(100_000),
  observationIds: z.array(idSchema).max(1_000_000),
});

const headSchema = z.strictObject({ canterBook: z.literal(VERSION), made: z.string() });
const endSchema = z.strictObject({
  end: z.strictObject({ counts: z.record(z.string(), z.number()), check: z.string() }),
});

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

/** Where the documents of a bundle go. */
interface Taker {
  addAll(kind: DocumentKind, documents: readonly { id: string }[]): Promise<string[]>;
  readonly evidence: Pick<EvidenceStore, 'fillMissing'>;
  readonly imports: { add(imported: Imported): Promise<void> };
}

type Counts = Record<DocumentKind, number>;

export interface BundleReport {
  readonly added: Readonly<Counts>;
  /** Already in the book, and left as they are. */
  readonly known: Readonly<Counts>;
  /** Lines that could not be taken, with the reason; the first hundred. */
  readonly refused: readonly { readonly line: number; readonly why: string }[];
  readonly refusedCount: number;
  /** The end is there, and the check agrees. */
  readonly whole: boolean;
}

const none = (): Counts => Object.fromEntries(DOCUMENT_KINDS.map((kind) => [kind, 0])) as Counts;
const MOST_REASONS = 100;

/** A line that was read and holds. */
type Line =
  | { readonly kind: DocumentKind; readonly document: { id: string }; readonly versions: Version[] }
  | { readonly kind: 'import'; readonly imported: Imported };

/**
 * Takes a bundle into the book. What is there already is left alone, so it can be taken twice. With
 * `check` nothing is stored: the report says what would be. When it fails in the middle, what it had stored
 * is taken out again: one transaction would keep everybody else waiting for as long as it takes.
 *
 * @throws Problem when a line is too long, or there are too many
 */
export async function takeBundle(
  book: Taker,
  db: Database,
  lines: AsyncIterable<string>,
  { check }: { check: boolean },
): Promise<BundleReport> {
  const taking = new Taking(book, db, check);
  try {
    for await (const text of lines) if (await taking.line(text)) break;
    await taking.finish();
  } catch (error) {
    await taking.takeBack();
    throw error;
  }
  return taking.report();
}

class Taking {
  private readonly hash: Hash = createHash('sha256');
  private readonly added = none();
  private readonly known = none();
  private readonly seen = none();
  private readonly refused: { line: number; why: string }[] = [];
  private readonly stored: { kind: DocumentKind; ids: string[] }[] = [];
  private number = 0;
  private refusedCount = 0;
  private whole = false;
  private headRead = false;
  private kind: DocumentKind | null = null;
  private batch: Extract<Line, { document: unknown }>[] = [];

  constructor(
    private readonly book: Taker,
    private readonly db: Database,
    private readonly check: boolean,
  ) {}

  /** @returns whether this was the last line */
  async line(text: string): Promise<boolean> {
    this.number++;
    if (this.number > MOST_LINES)
      throw new Problem(413, 'Too large', 'The file has too many lines.');
    if (text.trim() === '') return false;
    const value = parsed(text);
    const end = endSchema.safeParse(value);
    if (end.success) {
      const { counts, check } = end.data.end;
      this.whole =
        check === this.hash.digest('hex') &&
        DOCUMENT_KINDS.every((k) => (counts[k] ?? 0) === this.seen[k]);
      return true;
    }
    this.hash.update(`${text}\n`);
    if (value === undefined) return this.refuse('is not valid JSON');
    if (!this.headRead) {
      this.headRead = true;
      if (headSchema.safeParse(value).success) return false;
      this.refuse('is not the head of a Canter Book file');
      return true;
    }
    const read = this.read(value);
    if (typeof read === 'string') return this.refuse(read);
    await this.take(read);
    return false;
  }

  private refuse(why: string): false {
    this.refusedCount++;
    if (this.refused.length < MOST_REASONS) this.refused.push({ line: this.number, why });
    return false;
  }

  /** What a line holds, or why it cannot be taken. */
  private read(value: unknown): Line | string {
    if (typeof value !== 'object' || value === null) return 'holds no record';
    const bad = unstorableIn(value);
    if (bad) return `${bad.where || 'the line'} ${bad.what}`;
    const [kind = '', document] = Object.entries(value)[0] ?? [];
    if (kind === 'import') {
      const imported = importedSchema.safeParse(document);
      if (!imported.success) return reasonOf(kind, imported.error);
      return { kind, imported: { ...imported.data, madeAt: new Date(imported.data.madeAt) } };
    }
    if (!Object.hasOwn(DOCUMENTS, kind)) {
      return `holds “${kind || 'nothing'}”, which this book does not know`;
    }
    const known = kind as DocumentKind;
    this.seen[known]++;
    const read = DOCUMENTS[known].schema.safeParse(document);
    if (!read.success) return reasonOf(known, read.error);
    const versions = z
      .array(versionSchema)
      .default([])
      .safeParse((value as { versions?: unknown }).versions);
    if (!versions.success) return reasonOf(`${known} versions`, versions.error);
    return { kind: known, document: read.data as { id: string }, versions: versions.data };
  }

  private async take(line: Line): Promise<void> {
    if (line.kind === 'import') {
      await this.flush();
      if (!this.check) await this.book.imports.add(line.imported);
      return;
    }
    if (this.batch.length >= PAGE || (this.kind !== null && this.kind !== line.kind)) {
      await this.flush();
    }
    this.kind = line.kind;
    this.batch.push(line);
  }

  private async flush(): Promise<void> {
    const { batch, kind } = this;
    this.batch = [];
    if (kind === null || batch.length === 0) return;
    const { table } = DOCUMENTS[kind];
    const there = await idsIn(
      this.db,
      table,
      batch.map((b) => b.document.id),
    );
    const fresh = batch.filter((b) => !there.has(b.document.id));
    this.known[kind] += batch.length - fresh.length;
    this.added[kind] += fresh.length;
    if (!this.check && fresh.length > 0) await this.store(kind, fresh);
    await takeTurns();
  }

  private async store(kind: DocumentKind, fresh: typeof this.batch): Promise<void> {
    const ids = await this.book.addAll(
      kind,
      fresh.map((b) => b.document),
    );
    this.stored.push({ kind, ids });
    const versions = fresh.flatMap(({ document, versions: of }) =>
      of.map(({ startedAt, savedAt, ...rest }) => ({
        lessonId: (document as LessonRecord).id,
        startedAt: new Date(startedAt),
        savedAt: new Date(savedAt),
        ...rest,
      })),
    );
    for (let i = 0; i < versions.length; i += PAGE) {
      await this.db
        .insert(lessonVersions)
        .values(versions.slice(i, i + PAGE))
        .onConflictDoNothing();
    }
  }

  async finish(): Promise<void> {
    await this.flush();
    if (this.stored.some(({ kind }) => kind === 'observation')) {
      await this.book.evidence.fillMissing();
    }
  }

  /** Nothing of it stays: the last come first, as they name those before them. */
  async takeBack(): Promise<void> {
    for (const { kind, ids } of this.stored.reverse()) {
      if (ids.length > 0) {
        await this.db.delete(DOCUMENTS[kind].table).where(inArray(DOCUMENTS[kind].table.id, ids));
      }
    }
    await this.book.evidence.fillMissing();
  }

  report(): BundleReport {
    const { added, known, refused, refusedCount, whole } = this;
    return { added, known, refused, refusedCount, whole };
  }
}

function reasonOf(what: string, error: z.ZodError): string {
  const [issue] = error.issues;
  return `${what}: ${issue?.path.join('.') ?? ''} ${issue?.message ?? 'is not valid'}`;
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

/**
 * The lines of a stream of bytes. A line beyond all measure ends it: it would have to be held whole.
 *
 * @throws Problem
 */
export async function* linesIn(bytes: AsyncIterable<Buffer>): AsyncGenerator<string> {
  const decoder = new TextDecoder();
  let rest = '';
  let number = 1;
  const tooLong = () =>
    new Problem(413, 'Too large', `Line ${number} is longer than any record. Nothing was stored.`);
  for await (const chunk of bytes) {
    const parts = (rest + decoder.decode(chunk, { stream: true })).split('\n');
    rest = parts.pop()!;
    for (const part of parts) {
      if (part.length > LONGEST_LINE_BYTES) throw tooLong();
      yield part.replace(/\r$/, '');
      number++;
    }
    if (rest.length > LONGEST_LINE_BYTES) throw tooLong();
  }
  rest += decoder.decode();
  if (rest !== '') yield rest;
}
