import { createHash, type Hash } from 'node:crypto';
import { sql } from 'drizzle-orm';
import type { PgColumn, PgTable } from 'drizzle-orm/pg-core';
import type { z } from '@canter-book/core/schema';
import { unstorableIn } from '@canter-book/core/storable';
import { DOCUMENT_KINDS, type DocumentKind } from '@canter-book/core/documents';
import type { Database } from '../../db/connect.ts';
import { Problem } from '../../problem.ts';
import { DOCUMENTS } from '../../documents/table.ts';
import type { EvidenceStore } from '../evidence.ts';
import type { Imported } from '../imports.ts';
import { takeTurns } from '../../turns.ts';
import {
  endSchema,
  headSchema,
  importedSchema,
  PAGE,
  versionsSchema,
  type Version,
} from './format.ts';
import { ImportUnderWay } from './underWay.ts';

const MOST_LINES = 20_000_000;

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
 * Takes a bundle into the book: all of it or, when it fails in the middle or the server is killed, nothing.
 * What is there already is left alone, so it can be taken twice. With `check` nothing is stored: the report
 * says what would be.
 *
 * @throws Problem when a line is too long, there are too many, or the import stood still for too long
 */
export async function takeBundle(
  db: Database,
  evidence: Pick<EvidenceStore, 'fillMissing'>,
  lines: AsyncIterable<string>,
  { check }: { check: boolean },
): Promise<BundleReport> {
  const storing = check ? null : await ImportUnderWay.begin(db);
  try {
    const taking = new Taking(db, storing);
    for await (const text of lines) if (await taking.line(text)) break;
    await taking.flush();
    // Before the end: while it is worked out it can still fail.
    if (taking.tookObservations) await evidence.fillMissing();
    await storing?.end();
    return taking.report();
  } catch (error) {
    // What cannot be taken out now is taken out when the book is opened again.
    await storing?.undo().catch(() => {});
    throw error;
  }
}

class Taking {
  private readonly hash: Hash = createHash('sha256');
  private readonly added = none();
  private readonly known = none();
  private readonly seen = none();
  private readonly refused: { line: number; why: string }[] = [];
  private number = 0;
  private refusedCount = 0;
  private whole = false;
  private headRead = false;
  private kind: DocumentKind | null = null;
  private batch: Extract<Line, { document: unknown }>[] = [];

  /** @param storing where what is new goes; null when the file is only looked at */
  constructor(
    private readonly db: Database,
    private readonly storing: ImportUnderWay | null,
  ) {}

  get tookObservations(): boolean {
    return this.storing !== null && this.added.observation > 0;
  }

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

  /** Reads a line of a book file: its document, or the reason it is refused. */
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
    const versions = versionsSchema.safeParse((value as { versions?: unknown }).versions);
    if (!versions.success) return reasonOf(`${known} versions`, versions.error);
    return { kind: known, document: read.data as { id: string }, versions: versions.data };
  }

  private async take(line: Line): Promise<void> {
    if (line.kind === 'import') {
      await this.flush();
      await this.storing?.addImported(line.imported);
      return;
    }
    if (this.batch.length >= PAGE || (this.kind !== null && this.kind !== line.kind)) {
      await this.flush();
    }
    this.kind = line.kind;
    this.batch.push(line);
  }

  /** Stores what was read since the last page. */
  async flush(): Promise<void> {
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
    if (fresh.length > 0) await this.storing?.add(kind, fresh);
    await takeTurns();
  }

  report(): BundleReport {
    const { added, known, refused, refusedCount, whole } = this;
    return { added, known, refused, refusedCount, whole };
  }
}

function reasonOf(what: string, error: z.core.$ZodError): string {
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
