import { openFiveYears } from './bench/fiveYears.ts';
import { readingsOf, unpacked } from '../core/src/progress/readings.ts';
import { snapshotOf } from '../core/src/progress/snapshot.ts';
import { dayOf } from '../core/src/progress/days.ts';
import { sessionEvidence, horseSnapshots } from '../server/src/db/schema.ts';
import { asc, eq, sql } from 'drizzle-orm';
const { connection, book, ids } = await openFiveYears();
const db = connection.db;
await db.execute(sql`delete from horse_snapshots`);
const t = async (n: string, f: () => unknown) => { const a = performance.now(); const r = await f(); console.log(n, (performance.now() - a).toFixed(1)); return r as any; };
for (let i = 0; i < 3; i++) {
  const id = ids[i]!;
  const rows = await t('select', () => db.select({ date: sessionEvidence.date, evidence: sessionEvidence.evidence }).from(sessionEvidence).where(eq(sessionEvidence.horseId, id)).orderBy(asc(sessionEvidence.date)));
  console.log(JSON.stringify(rows).length, rows.length);
  const un = await t('unpack', () => rows.map(({ date, evidence }: any) => ({ day: dayOf(date), evidence: unpacked(evidence) })));
  const r = await t('readings', () => readingsOf(un));
  const s = await t('snapshot', () => snapshotOf(r.readings));
  console.log(JSON.stringify(r).length, JSON.stringify(s).length);
  await db.execute(sql`delete from horse_snapshots`);
  await t('get readings', () => book.evidence.readings(id));
  await t('select1', () => db.execute(sql`select 1`));
  await t('makeKept', () => book.evidence.snapshots([id]));
  await t('tx', () => db.transaction(async (tx) => { await tx.execute(sql`select 1`); }));
  const [sess] = await book.sessions.list({ horseId: id, limit: 1 });
  await t('append', () => book.observations.append([{ id: (globalThis as any).crypto.randomUUID(), sessionId: sess!.id, at: '2026-06-15T15:00:00Z', kind: 'try', itemId: 'i1', text: 'x', rein: 'left', gait: 'trot', result: 'good', held: 6 }]));
}
const app=(await import('../server/src/routes/yard.ts')); await t('snap',()=>book.evidence.snapshots(ids)); await t('last',()=>book.sessions.lastOfEach('2026-06-15')); await t('horses',()=>book.horses.list()); await t('snap',()=>book.evidence.snapshots(ids)); await t('last',()=>book.sessions.lastOfEach('2026-06-15')); await t('horses',()=>book.horses.list());const sn=await book.evidence.snapshots(ids); const {standingsFrom}=await import('../core/src/progress/snapshot.ts'); await t('st',()=>JSON.stringify([...sn.values()].map(s=>standingsFrom(s,20600))));await t('st',()=>JSON.stringify([...sn.values()].map(s=>standingsFrom(s,20600))).length);
await connection.close();
process.exit();
