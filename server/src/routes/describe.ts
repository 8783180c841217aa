import type { Router } from 'express';
import type { z } from '@canter-book/core/schema';
import type { AppDeps } from '../deps.ts';
import type { Book } from '../repositories/book.ts';
import type { Access } from './access.ts';

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

/** What the API has under one address: for whom it is, what answers, and what that says. */
export interface Resource {
  readonly for: Access;
  /** The largest body it takes; {@link SMALL} where it says nothing. */
  readonly upTo?: string;
  readonly routes: (book: Book, deps: AppDeps) => Router;
  readonly says: Paths;
  /** Named in what it says. */
  readonly schemas?: Readonly<Record<string, z.ZodMiniType>>;
}

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

export const REMOVED = { delete: { says: 'Removes it for good', status: 204 } };

/** Documents with revisions, by their ids. */
export const documentPaths = (
  name: string,
  what: string,
  more: Partial<Record<'delete', Operation>> = {},
): Paths => ({
  '/': { get: { says: `Every ${what}`, answers: listOf(anything) } },
  '/{id}': {
    get: { says: `One ${what}`, answers: ref(name) },
    put: {
      says: 'Saves it; 409 with both versions when it was saved elsewhere in the meantime',
      takes: ref(name),
      answers: ref(name),
    },
    ...more,
  },
});
