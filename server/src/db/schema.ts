/** One schema for PGlite and for PostgreSQL. */
export * from './bookTables.ts';
export * from './doorTables.ts';
export * from './importTables.ts';
