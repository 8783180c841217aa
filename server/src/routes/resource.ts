import type { Router } from 'express';
import { idSchema } from '@canter-book/core/fields';
import { z } from '@canter-book/core/schema';
import type { AppDeps } from '../deps.ts';
import { notFound } from '../problem.ts';
import type { Book } from '../repositories/book.ts';
import type { Access } from './access.ts';
import type { Paths } from './says.ts';

/** One resource of the API: who may use it, its routes, and their description. */
export interface Resource {
  readonly for: Access;
  /** The largest body it takes; 256 kB where it says nothing. */
  readonly upTo?: string;
  readonly routes: (book: Book, deps: AppDeps) => Router;
  readonly says: Paths;
  /** Named in what it says. */
  readonly schemas?: Readonly<Record<string, z.ZodMiniType>>;
}

/** Routes of a document that need more of the book than its own store. */
export type More = Pick<Resource, 'routes' | 'says' | 'schemas'>;

/** Several in a query, with commas between. */
export const listSchema = z.pipe(
  z.string(),
  z.transform((list: string) => list.split(',')),
);

/**
 * The id of an address. Whatever else stands there is the name of nothing.
 *
 * @throws Problem 404
 */
export function idIn(text: string, what: string): string {
  const id = idSchema.safeParse(text);
  if (!id.success) throw notFound(what);
  return id.data;
}
