import { SESSIONS_TABLE, type SessionRow } from '@canter-book/core/formats/sessionsCsv';
import { noonOf, pastSession, rowIds } from './pastSession.ts';
import { TableImport, type Batch } from './TableImport.tsx';

/** Sessions sent at once. */
const AT_ONCE = 200;

/** Sessions with their marks, from a table with one line per session. */
export function SessionsTable() {
  return (
    <TableImport
      form={SESSIONS_TABLE}
      title="Sessions from a table"
      about="A CSV file with one line per session: date and horse, and what else there is: rider, minutes, notes, homework, and marks such as “contact left”."
      one="session"
      batches={batchesOf}
      taken={({ added }) => added}
    />
  );
}

function batchesOf(rows: readonly SessionRow[]): Batch[] {
  const idOf = rowIds();
  const batches: Batch[] = [];
  for (let i = 0; i < rows.length; i += AT_ONCE) {
    const made = rows.slice(i, i + AT_ONCE).map((row) => batchOf(row, idOf));
    batches.push({
      sessions: made.flatMap((m) => m.sessions),
      observations: made.flatMap((m) => m.observations),
    });
  }
  return batches;
}

function batchOf({ marks, ...row }: SessionRow, idOf: ReturnType<typeof rowIds>): Batch {
  const session = pastSession({ ...row, id: idOf('session', row) });
  const at = noonOf(row.date);
  const sessionId = session.id;
  return {
    sessions: [session],
    observations: marks.map((mark) => ({
      id: idOf(sessionId, mark),
      sessionId,
      at,
      kind: 'mark',
      ...mark,
    })),
  };
}
