import { SESSIONS_TABLE, type SessionRow } from '@canter-book/core/formats/sessionsCsv';
import { newId } from '../../app/newId.ts';
import { noonOf, pastSession } from './pastSession.ts';
import { TableImport, type Batch } from './TableImport.tsx';

/** Sessions sent at once. */
const AT_ONCE = 200;

/** Sessions with their marks, from a table with a line a session. */
export function SessionsTable() {
  return (
    <TableImport
      form={SESSIONS_TABLE}
      title="Sessions from a table"
      about="A CSV file with a line a session: date and horse, and what else there is: rider, minutes, notes, homework, and marks such as “contact left”."
      what="sessions"
      batches={batchesOf}
      taken={({ added }) => added}
    />
  );
}

function batchesOf(rows: readonly SessionRow[]): Batch[] {
  const batches: Batch[] = [];
  for (let i = 0; i < rows.length; i += AT_ONCE) {
    const made = rows.slice(i, i + AT_ONCE).map(batchOf);
    batches.push({
      sessions: made.flatMap((m) => m.sessions),
      observations: made.flatMap((m) => m.observations),
    });
  }
  return batches;
}

function batchOf({ marks, ...row }: SessionRow): Batch {
  const session = pastSession(row);
  const at = noonOf(row.date);
  const sessionId = session.id;
  return {
    sessions: [session],
    observations: marks.map((mark) => ({ id: newId(), sessionId, at, kind: 'mark', ...mark })),
  };
}
