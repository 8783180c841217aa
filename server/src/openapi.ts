import { z } from 'zod';
import { ownExerciseSchema } from '@canter-book/core/exercises/exercise';
import { observationSchema } from '@canter-book/core/observations/observation';
import {
  horseSchema,
  lessonRecordSchema,
  riderSchema,
  sessionSchema,
} from '@canter-book/core/observations/records';

const json = (schema: object) => ({ content: { 'application/json': { schema } } });
const ref = (name: string) => ({ $ref: `#/components/schemas/${name}` });
const id = [{ name: 'id', in: 'path', required: true, schema: { type: 'string', format: 'uuid' } }];

const ok = (schema: object) => ({ 200: { description: 'OK', ...json(schema) } });
const problem = {
  default: {
    description: 'RFC 9457 problem details',
    content: { 'application/problem+json': { schema: ref('Problem') } },
  },
};

function documentPaths(path: string, name: string) {
  return {
    [`/api/${path}`]: { get: { responses: { ...ok({ type: 'array', items: {} }), ...problem } } },
    [`/api/${path}/{id}`]: {
      parameters: id,
      get: { responses: { ...ok(ref(name)), ...problem } },
      put: { requestBody: json(ref(name)), responses: { ...ok(ref(name)), ...problem } },
    },
  };
}

/** The API described from the schemas that guard it. */
export function openApi() {
  const schema = (s: z.ZodType) =>
    z.toJSONSchema(s, { target: 'draft-2020-12', unrepresentable: 'any', io: 'input' });
  return {
    openapi: '3.1.0',
    info: { title: 'Canter Book', version: '0.1.0' },
    paths: {
      ...documentPaths('horses', 'Horse'),
      ...documentPaths('riders', 'Rider'),
      ...documentPaths('lessons', 'Lesson'),
      ...documentPaths('sessions', 'Session'),
      ...documentPaths('exercises', 'OwnExercise'),
      '/api/observations': {
        post: {
          requestBody: json({
            type: 'object',
            properties: { observations: { type: 'array', items: ref('Observation') } },
          }),
          responses: { 201: { description: 'Stored' }, ...problem },
        },
      },
    },
    components: {
      schemas: {
        Horse: schema(horseSchema),
        Rider: schema(riderSchema),
        Lesson: schema(lessonRecordSchema),
        Session: schema(sessionSchema),
        OwnExercise: schema(ownExerciseSchema),
        Observation: schema(observationSchema),
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
