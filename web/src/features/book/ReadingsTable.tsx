import { READINGS, READINGS_TABLE, type ReadingRow } from '@canter-book/core/formats/readingsCsv';
import type { Observation } from '@canter-book/core/observations/observation';
import { noonOf, pastSession, rowIds } from './pastSession.ts';
import { TableImport, type Batch } from './TableImport.tsx';

/** Sent at once. */
const READINGS_AT_ONCE = 2000;
const SESSIONS_AT_ONCE = 200;

/** Readings from a table with one line per reading. They join the session of their day. */
export function ReadingsTable() {
  return (
    <div>
      <TableImport
        form={READINGS_TABLE}
        title="Readings from a table"
        about="A CSV file with one line per reading: date, horse, what it is, rein, gait, value and detail. A reading goes into the session of its day; a day without one gets one."
        one="reading"
        join
        batches={batchesOf}
        taken={({ stored }) => stored}
      />
      <details className="mt-3 text-[14px]">
        <summary>What to write for each reading</summary>
        <dl className="mt-2 grid gap-x-4 gap-y-1 sm:grid-cols-[7rem_1fr]">
          {READINGS.map(({ kind, says }) => (
            <div key={kind} className="contents">
              <dt className="font-bold">{kind}</dt>
              <dd>{says}</dd>
            </div>
          ))}
        </dl>
      </details>
    </div>
  );
}

/** The readings of one horse and day belong to one session, and are sent together. */
function batchesOf(rows: readonly ReadingRow[]): Batch[] {
  const days = new Map<string, ReadingRow[]>();
  for (const row of rows) {
    const key = `${row.horseId}/${row.date}`;
    days.set(key, [...(days.get(key) ?? []), row]);
  }
  const idOf = rowIds();
  const batches: Batch[] = [];
  for (const day of days.values()) {
    const { horseId, date } = day[0]!;
    const session = pastSession({ id: idOf('day', horseId, date), horseId, date });
    const last = batches.at(-1);
    const room =
      last &&
      last.observations.length + day.length <= READINGS_AT_ONCE &&
      last.sessions.length < SESSIONS_AT_ONCE;
    const batch: Batch = room ? last : { sessions: [], observations: [] };
    if (!room) batches.push(batch);
    batch.sessions.push(session);
    const at = noonOf(date);
    for (const { seen } of day) {
      // Checked as an observation when the row was read.
      const id = idOf('reading', horseId, date, seen);
      batch.observations.push({ ...seen, id, sessionId: session.id, at } as Observation);
    }
  }
  return batches;
}
