/** The words in which the API says what it has. */

/** One address of the API and one method, for the description of the API. */
export interface Operation {
  readonly says: string;
  /** Of the answer; none where there is no content. */
  readonly answers?: object;
  readonly as?: string;
  readonly status?: number;
  readonly takes?: object;
  readonly query?: Readonly<Record<string, object>>;
}

/** By their address below the resource: `/`, `/{id}`. */
export type Paths = Readonly<
  Record<string, Partial<Record<'get' | 'put' | 'post' | 'delete', Operation>>>
>;

export const SMALL = '256kb';
export const LARGE = '4mb';

export const ref = (name: string) => ({ $ref: `#/components/schemas/${name}` });
export const listOf = (schema: object) => ({ type: 'array', items: schema });
export const text = { type: 'string' };
export const day = { type: 'string', format: 'date' };
export const uuid = { type: 'string', format: 'uuid' };
export const number = { type: 'integer' };
export const anything = {};

export const CSV = 'text/csv';
export const ICS = 'text/calendar';
export const LINES = 'application/x-ndjson';
