import { Router, type Request } from 'express';
import { DOCUMENT_KINDS, DOCUMENT_NAMES, type DocumentKind } from '@canter-book/core/documents';
import { z } from '@canter-book/core/schema';
import type { Api, Document, Got } from '../documents/document.ts';
import { DOCUMENTS } from '../documents/table.ts';
import { notFound, Problem } from '../problem.ts';
import type { Revisioned } from '../repositories/revisioned.ts';
import { whoIn } from './access.ts';
import { idIn, type More, type Resource } from './resource.ts';
import { anything, listOf, ref, type Operation, type Paths } from './says.ts';

/** Routes and description of a document, built from its descriptor: parse, store, send. */

/** Of any document: what is parsed by its schema is what its store takes. */
interface Store {
  get(id: string): Promise<Revisioned | null>;
  save(document: Revisioned): Promise<Revisioned>;
  remove(id: string): Promise<unknown>;
}
type Served = Document<Revisioned, Store> & { readonly api: Api<Revisioned, Store> };

/** A query as it is described: what its schema says of each of its words. */
function queryOf(schema: z.ZodMiniType): Pick<Operation, 'query'> {
  const { properties } = z.toJSONSchema(schema, { unrepresentable: 'any' });
  return { query: (properties ?? {}) as Record<string, object> };
}

const said = ({ says, query, answers = listOf(anything) }: Got<Store>): Operation => ({
  says,
  answers,
  ...(query && queryOf(query)),
});

function pathsOf({ name, what, isRemovable, list, more = {} }: Api<Revisioned, Store>): Paths {
  const one: Paths[string] = {
    get: { says: `One ${what}`, answers: ref(name) },
    put: {
      says: 'Saves it; 409 with both versions when it was saved elsewhere in the meantime',
      takes: ref(name),
      answers: ref(name),
    },
    ...(isRemovable && { delete: { says: 'Removes it for good', status: 204 } }),
  };
  return {
    '/': { get: said(list) },
    '/{id}': one,
    ...Object.fromEntries(Object.entries(more).map(([path, got]) => [path, { get: said(got) }])),
  };
}

function routesOf({ schema, api }: Served, store: Store): Router {
  const { what, isRemovable, list, more = {}, signed } = api;
  const router = Router();
  const id = (req: Request) => idIn(String(req.params['id']), what);
  for (const [path, { query, answer }] of Object.entries({ '/': list, ...more }))
    router.get(path.replace('{id}', ':id'), async (req, res) => {
      const of = path.includes('{id}') ? id(req) : '';
      res.json(await answer(store, query?.parse(req.query), of));
    });
  if (isRemovable)
    router.delete('/:id', async (req, res) => {
      await store.remove(id(req));
      res.status(204).end();
    });
  router.get('/:id', async (req, res) => {
    const found = await store.get(id(req));
    if (!found) throw notFound(what);
    res.json(found);
  });
  router.put('/:id', async (req, res) => {
    const document = schema.parse(req.body);
    if (document.id !== id(req)) {
      throw new Problem(
        400,
        'Two ids',
        'The id in the address and the one in the document differ.',
      );
    }
    res.json(await store.save((await signed?.(document, whoIn(res), store)) ?? document));
  });
  return router;
}

function served(kind: DocumentKind, document: Served, more?: More): Resource {
  const { api, schema } = document;
  return {
    for: api.for,
    ...(api.upTo && { upTo: api.upTo }),
    routes(book, deps) {
      const own = routesOf(document, book[DOCUMENT_NAMES[kind].at] as unknown as Store);
      return more ? Router().use(more.routes(book, deps), own) : own;
    },
    // Made when it is asked for: starting need not wait for it.
    get says() {
      return { ...pathsOf(api), ...more?.says };
    },
    schemas: { [api.name]: schema, ...more?.schemas },
  };
}

/**
 * Every document that is read and saved by its id, by its address.
 *
 * @param more what some have besides
 */
export const servedDocuments = (
  more: Partial<Record<DocumentKind, More>>,
): Readonly<Record<string, Resource>> =>
  Object.fromEntries(
    DOCUMENT_KINDS.flatMap((kind) => {
      const document = DOCUMENTS[kind] as unknown as Served | { readonly api?: undefined };
      return document.api
        ? [[DOCUMENT_NAMES[kind].at, served(kind, document, more[kind])] as const]
        : [];
    }),
  );
