import { z } from '@canter-book/core/schema';
import type { Resource } from './routes/resource.ts';
import { anything, ref, uuid, type Operation, type Paths } from './routes/says.ts';

const json = (schema: object) => ({ content: { 'application/json': { schema } } });

const problem = {
  default: {
    description: 'RFC 9457 problem details',
    content: { 'application/problem+json': { schema: ref('Problem') } },
  },
};

function described({
  says,
  answers,
  as = 'application/json',
  status = 200,
  takes,
  query,
}: Operation) {
  return {
    summary: says,
    ...(query && {
      parameters: Object.entries(query).map(([name, schema]) => ({ name, in: 'query', schema })),
    }),
    ...(takes && { requestBody: json(takes) }),
    responses: {
      [status]: {
        description: 'OK',
        ...(answers && { content: { [as]: { schema: answers } } }),
      },
      ...problem,
    },
  };
}

/** Of the app itself. */
const OWN: Readonly<Record<string, Paths>> = {
  health: {
    '/': { get: { says: 'Whether the book and its database answer', answers: anything } },
  },
  'openapi.json': { '/': { get: { says: 'This description', answers: anything } } },
};

function pathsOf(resources: Readonly<Record<string, Resource>>) {
  const says = Object.entries(resources).map(([name, resource]) => [name, resource.says] as const);
  return Object.fromEntries(
    [...Object.entries(OWN), ...says].flatMap(([name, paths]) =>
      Object.entries(paths).map(([path, operations]) => [
        `/api/${name}${path === '/' ? '' : path}`,
        {
          ...(path.includes('{id}') && {
            parameters: [{ name: 'id', in: 'path', required: true, schema: uuid }],
          }),
          ...Object.fromEntries(
            Object.entries<Operation>(operations).map(([method, operation]) => [
              method,
              described(operation),
            ]),
          ),
        },
      ]),
    ),
  );
}

/** The API described from the schemas that guard it. */
export function openApi(resources: Readonly<Record<string, Resource>>) {
  const schema = (s: z.ZodMiniType) =>
    z.toJSONSchema(s, { target: 'draft-2020-12', unrepresentable: 'any', io: 'input' });
  const named = Object.values(resources).flatMap(({ schemas = {} }) => Object.entries(schemas));
  return {
    openapi: '3.1.0',
    info: { title: 'Canter Book', version: '0.2.0' },
    paths: pathsOf(resources),
    components: {
      schemas: {
        ...Object.fromEntries(named.map(([name, s]) => [name, schema(s)])),
        Problem: {
          type: 'object',
          properties: {
            status: { type: 'integer' },
            title: { type: 'string' },
            detail: { type: 'string' },
          },
        },
      },
    },
  };
}
