import type { Observation } from '@canter-book/core/observations/observation';
import { DOCUMENTS, type DocumentKind } from './documents.ts';
import { addObservations } from './observations.ts';
import type { Transaction } from './revisioned.ts';

const ROWS_AT_ONCE = 250;

/** Adds documents that are not there yet; those that are stay as they are. Answers the ids of the new ones. */
export async function addDocuments(
  tx: Transaction,
  kind: DocumentKind,
  documents: readonly { id: string }[],
): Promise<string[]> {
  if (kind === 'observation') {
    return (await addObservations(tx, documents as Observation[])).storedIds;
  }
  const { table, toRow } = DOCUMENTS[kind];
  const added: string[] = [];
  for (let i = 0; i < documents.length; i += ROWS_AT_ONCE) {
    const rows = await tx
      .insert(table)
      .values(documents.slice(i, i + ROWS_AT_ONCE).map((d) => toRow(d as never)) as never)
      .onConflictDoNothing()
      .returning({ id: table.id });
    added.push(...rows.map((row) => row.id as string));
  }
  return added;
}
