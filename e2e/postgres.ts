import { startPostgres } from '../tools/postgres.mjs';

/** Playwright calls this before the journeys: those of a school want a PostgreSQL server. */
export default async function start(): Promise<() => void> {
  const postgres = await startPostgres();
  process.env['E2E_POSTGRES'] = postgres.url;
  return () => postgres.stop();
}
