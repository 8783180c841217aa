export interface Postgres {
  readonly url: string;
  /** Every connection breaks, and nobody answers until it is brought back. */
  crash(): void;
  bringBack(): void;
  stop(): void;
}
export function startPostgres(): Promise<Postgres>;
export function postgresBin(): string | null;
