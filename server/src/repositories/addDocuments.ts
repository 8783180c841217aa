import type { Observation } from '@canter-book/core/observations/observation';
import type { MarkedRide } from '@canter-book/core/sheet/markedRide';
import { DOCUMENTS, type DocumentKind } from './documents.ts';
import { forgetSnapshots } from './held.ts';
import { addObservations } from './appending.ts';
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
  if (kind === 'ride') {
    const news = documents.filter((d) => added.includes(d.id)) as MarkedRide[];
    await forgetSnapshots(tx, [...new Set(news.map((ride) => ride.horseId))]);
  }
  return added;
}
