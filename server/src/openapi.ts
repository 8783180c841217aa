import { z } from '@canter-book/core/schema';
import { appointmentSchema, timetableSchema } from '@canter-book/core/calendar/appointment';
import { ownExerciseSchema } from '@canter-book/core/exercises/exercise';
import { observationSchema } from '@canter-book/core/observations/observation';
import {
  horseSchema,
  lessonRecordSchema,
  riderSchema,
  sessionSchema,
} from '@canter-book/core/book/records';
import { markedRideSchema } from '@canter-book/core/sheet/markedRide';
import { programmeSchema } from '@canter-book/core/programme/record';
import { askedSchema } from './planning/asked.ts';

const ref = (name: string) => ({ $ref: `#/components/schemas/${name}` });
const listOf = (schema: object) => ({ type: 'array', items: schema });
const json = (schema: object) => ({ content: { 'application/json': { schema } } });
const text = { type: 'string' };
const day = { type: 'string', format: 'date' };
const uuid = { type: 'string', format: 'uuid' };
const number = { type: 'integer' };
const anything = {};

const problem = {
  default: {
    description: 'RFC 9457 problem details',
    content: { 'application/problem+json': { schema: ref('Problem') } },
  },
};

interface Operation {
  readonly says: string;
  /** Of the answer; none where there is no content. */
  readonly answers?: object;
  readonly as?: string;
  readonly status?: number;
  readonly takes?: object;
  readonly query?: Readonly<Record<string, object>>;
}

type Paths = Readonly<
  Record<string, Partial<Record<'get' | 'put' | 'post' | 'delete', Operation>>>
>;

const documentPaths = (path: string, name: string, what: string): Paths => ({
  [`/api/${path}`]: { get: { says: `All ${path}`, answers: listOf(anything) } },
  [`/api/${path}/{id}`]: {
    get: { says: `One ${what}`, answers: ref(name) },
    put: {
      says: 'Saves it; 409 with both versions when it was saved elsewhere in the meantime',
      takes: ref(name),
      answers: ref(name),
    },
  },
});

const removal = (path: string): Paths => ({
  [`/api/${path}/{id}`]: { delete: { says: 'Removes it for good', status: 204 } },
});

const CSV = 'text/csv';
const ICS = 'text/calendar';
const LINES = 'application/x-ndjson';

const OWN: Paths = {
  '/api/health': { get: { says: 'Whether the book and its database answer', answers: anything } },
  '/api/openapi.json': { get: { says: 'This description', answers: anything } },
  '/api/horses/{id}/readings': {
    get: { says: 'What is known of each scale and rein over time', answers: anything },
  },
  '/api/horses/{id}/seen': {
    get: {
      says: 'What was seen of some kinds since a day',
      query: { kinds: text, since: day },
      answers: listOf(anything),
    },
  },
  '/api/horses/{id}/done': {
    get: { says: 'What the last planned sets came to', answers: listOf(anything) },
  },
  '/api/horses/{id}/plan': {
    post: {
      says: 'Proposes a lesson, as the page of the plan does; 422 with what could be asked for instead',
      takes: ref('Asked'),
      answers: anything,
    },
  },
  '/api/riders/corners': {
    get: {
      says: 'Corners counted for each rider since a day',
      query: { since: day },
      answers: listOf(anything),
    },
  },
  '/api/lessons': {
    get: {
      says: 'All lessons, or those that hold every word; with sheets=1 the test sheets instead',
      query: { q: text, sheets: text },
      answers: listOf(anything),
    },
  },
  '/api/lessons/removed': {
    get: {
      says: 'Lessons that were thrown away and can be brought back',
      answers: listOf(anything),
    },
  },
  '/api/lessons/{id}/versions': {
    get: { says: 'What a lesson was after each sitting', answers: listOf(anything) },
  },
  '/api/sessions': {
    get: {
      says: 'Sessions, the newest first',
      query: { horseId: uuid, since: day, before: uuid, limit: number },
      answers: listOf(anything),
    },
  },
  '/api/rides': {
    get: {
      says: 'Marked rides, the newest first',
      query: { horseId: uuid, lessonId: uuid },
      answers: listOf(ref('MarkedRide')),
    },
  },
  '/api/programmes': {
    get: {
      says: 'Programmes under way; with ended=1 those that have ended too',
      query: { horseId: uuid, ended: text },
      answers: listOf(ref('Programme')),
    },
  },
  '/api/appointments': {
    get: {
      says: 'What can fall on a day from one to another',
      query: { from: day, to: day },
      answers: listOf(ref('Appointment')),
    },
  },
  '/api/timetable': {
    get: { says: 'Arenas, ways between them, opening hours', answers: ref('Timetable') },
    put: {
      says: 'Saves it; 409 with both versions when it was saved elsewhere in the meantime',
      takes: ref('Timetable'),
      answers: ref('Timetable'),
    },
  },
  '/api/busy': {
    get: { says: 'Calendars of people’s own, as busy hours', answers: listOf(anything) },
    post: {
      says: 'Reads an iCalendar file; one of the same name and person takes its place',
      query: { name: text, instructor: text, riderId: uuid, zone: text, today: day },
      takes: anything,
      answers: anything,
      status: 201,
    },
  },
  '/api/calendar/lessons.ics': {
    get: {
      says: 'The timetable as iCalendar: of all, of an instructor or of a rider',
      query: { instructor: text, riderId: uuid },
      answers: text,
      as: ICS,
    },
  },
  '/api/devices': {
    get: { says: 'The phones that are let in, and their door', answers: anything },
  },
  '/api/devices/audit': {
    get: { says: 'What was changed from phones, the newest first', answers: listOf(anything) },
  },
  '/api/devices/door': {
    put: {
      says: 'Opens or shuts the door for phones at the next start',
      takes: anything,
      answers: anything,
    },
  },
  '/api/devices/codes': {
    post: {
      says: 'A code by which one phone can be paired within ten minutes',
      status: 201,
      takes: anything,
      answers: anything,
    },
  },
  '/api/devices/set-aside': {
    get: { says: 'What removed phones have sent since', answers: listOf(anything) },
  },
  '/api/devices/set-aside/{id}': {
    post: { says: 'Takes it into the book', status: 204 },
    delete: { says: 'Throws it away', status: 204 },
  },
  '/api/devices/{id}': { delete: { says: 'Removes a phone at once', status: 204 } },
  '/api/people': {
    get: { says: 'Who may sign in, and as what', answers: listOf(anything) },
    post: {
      says: 'Invites somebody, by a code that is good once and for seven days',
      status: 201,
      takes: anything,
      answers: anything,
    },
  },
  '/api/people/{id}': {
    put: { says: 'Changes what somebody may do, at once', status: 204, takes: anything },
    delete: { says: 'Shuts somebody out at once', status: 204 },
  },
  '/api/people/{id}/invitation': {
    post: {
      says: 'Invites again: whoever takes it chooses a new password and is signed out elsewhere',
      status: 201,
      answers: anything,
    },
  },
  '/api/people/{id}/devices': { delete: { says: 'Signs somebody out everywhere', status: 204 } },
  '/api/sign-in': {
    post: {
      says: 'Signs in by name and password; over https only',
      status: 201,
      takes: anything,
      answers: anything,
    },
    delete: { says: 'Signs this device out', status: 204 },
  },
  '/api/sign-in/passkey/options': {
    post: { says: 'What a passkey has to sign', answers: anything },
  },
  '/api/sign-in/passkey': {
    post: { says: 'Signs in by a passkey', status: 201, takes: anything, answers: anything },
  },
  '/api/sign-in/invitation': {
    post: { says: 'Whom a code invites', takes: anything, answers: anything },
  },
  '/api/sign-in/invitation/password': {
    post: {
      says: 'Takes an invitation, once: chooses a password and signs in',
      status: 201,
      takes: anything,
      answers: anything,
    },
  },
  '/api/account': {
    get: { says: 'One’s own passkeys, and where one is signed in', answers: anything },
  },
  '/api/account/password': {
    put: {
      says: 'Changes one’s password and signs out elsewhere',
      status: 204,
      takes: anything,
    },
  },
  '/api/account/passkeys/options': {
    post: { says: 'What a new passkey has to sign', answers: anything },
  },
  '/api/account/passkeys': {
    post: { says: 'Keeps a new passkey', status: 201, takes: anything, answers: anything },
  },
  '/api/account/passkeys/{id}': { delete: { says: 'Deletes a passkey', status: 204 } },
  '/api/account/devices': { delete: { says: 'Signs out everywhere', status: 204 } },
  '/api/account/devices/{id}': { delete: { says: 'Signs one device out', status: 204 } },
  '/api/shares': {
    get: { says: 'Links that are good, the newest first', answers: anything },
    post: {
      says: 'A link by which one lesson, report or homework can be read for some days',
      status: 201,
      takes: anything,
      answers: anything,
    },
  },
  '/api/shares/{id}': { delete: { says: 'Takes a link back at once', status: 204 } },
  '/api/shared': {
    get: { says: 'What a link shows; its secret is in the header X-Share', answers: anything },
  },
  '/api/live': {
    get: {
      says: 'What changes, as server-sent events',
      query: { client: uuid },
      as: 'text/event-stream',
      answers: text,
    },
  },
  '/api/live/open': {
    post: { says: 'Which lesson a page has open', status: 204, takes: anything },
  },
  '/api/mine': {
    get: { says: 'What a rider’s phone shows', query: { date: day }, answers: anything },
  },
  '/api/mine/answers': {
    post: {
      says: 'What became of the homework, in the rider’s words',
      status: 201,
      takes: anything,
      answers: anything,
    },
  },
  '/api/pairing': {
    get: { says: 'Who asks: the owner, a paired phone, or nobody', answers: anything },
    post: {
      says: 'Pairs this phone by a code, once; over https only',
      status: 201,
      takes: anything,
      answers: anything,
    },
  },
  '/api/calendar/feeds/{id}.ics': {
    get: { says: 'The same under a secret address', answers: text, as: ICS },
  },
  '/api/sessions/{id}/observations': {
    get: { says: 'All that was seen in a session', answers: listOf(ref('Observation')) },
  },
  '/api/observations': {
    post: {
      says: 'Adds what was seen; what is known already is left alone',
      takes: { type: 'object', properties: { observations: listOf(ref('Observation')) } },
      answers: anything,
      status: 201,
    },
  },
  '/api/yard': {
    get: {
      says: 'Where each horse stands on a day, or where some do: a hundred at most',
      query: { date: day, horses: text },
      answers: listOf(anything),
    },
  },
  '/api/yard/last': {
    get: { says: 'When each horse worked last', query: { date: day }, answers: listOf(anything) },
  },
  '/api/weather': {
    get: {
      says: 'Temperature and humidity of a day, from the file beside the book; null where it has none',
      query: { date: day },
      answers: anything,
    },
  },
  '/api/book/export': { get: { says: 'The whole book as a file', answers: anything, as: LINES } },
  '/api/book/import': {
    post: {
      says: 'Takes a book file, packed with gzip or not; with check=1 it is only looked through',
      query: { check: text },
      takes: anything,
      answers: anything,
    },
  },
  '/api/book/copies': {
    get: { says: 'The safety copies, the newest first', answers: listOf(anything) },
    post: {
      says: 'Writes one now and reads it back',
      answers: listOf(anything),
      status: 201,
    },
  },
  '/api/book/copies/check': {
    post: { says: 'Reads a safety copy from end to end', takes: anything, answers: anything },
  },
  '/api/book/sessions.csv': { get: { says: 'Sessions as a table', answers: text, as: CSV } },
  '/api/book/readings.csv': { get: { says: 'Readings as a table', answers: text, as: CSV } },
  '/api/book/sessions': {
    post: {
      says: 'Adds the rows of a table: all or none',
      query: { join: text },
      takes: {
        type: 'object',
        properties: {
          sessions: listOf(ref('Session')),
          observations: listOf(ref('Observation')),
          import: { type: 'object', properties: { id: uuid, source: text } },
        },
      },
      answers: anything,
      status: 201,
    },
  },
  '/api/book/imports': {
    get: { says: 'What was imported, the newest first', answers: listOf(anything) },
  },
  '/api/book/imports/{id}': { delete: { says: 'Takes an import out again', status: 204 } },
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

function pathsOf(tables: readonly Paths[]) {
  const paths: Record<string, Record<string, unknown>> = {};
  for (const table of tables) {
    for (const [path, operations] of Object.entries(table)) {
      const item = (paths[path] ??= path.includes('{id}')
        ? { parameters: [{ name: 'id', in: 'path', required: true, schema: uuid }] }
        : {});
      for (const [method, operation] of Object.entries(operations)) {
        item[method] = described(operation);
      }
    }
  }
  return paths;
}

/** The API described from the schemas that guard it. */
export function openApi() {
  const schema = (s: z.ZodMiniType) =>
    z.toJSONSchema(s, { target: 'draft-2020-12', unrepresentable: 'any', io: 'input' });
  return {
    openapi: '3.1.0',
    info: { title: 'Canter Book', version: '0.1.0' },
    paths: pathsOf([
      documentPaths('horses', 'Horse', 'horse'),
      documentPaths('riders', 'Rider', 'rider'),
      documentPaths('lessons', 'Lesson', 'lesson'),
      documentPaths('sessions', 'Session', 'session'),
      documentPaths('exercises', 'OwnExercise', 'exercise'),
      documentPaths('rides', 'MarkedRide', 'marked ride'),
      documentPaths('programmes', 'Programme', 'programme'),
      documentPaths('appointments', 'Appointment', 'appointment'),
      removal('horses'),
      removal('lessons'),
      removal('exercises'),
      removal('rides'),
      removal('programmes'),
      removal('appointments'),
      removal('busy'),
      OWN,
    ]),
    components: {
      schemas: {
        Horse: schema(horseSchema),
        Rider: schema(riderSchema),
        Lesson: schema(lessonRecordSchema),
        Session: schema(sessionSchema),
        OwnExercise: schema(ownExerciseSchema),
        MarkedRide: schema(markedRideSchema),
        Programme: schema(programmeSchema),
        Appointment: schema(appointmentSchema),
        Timetable: schema(timetableSchema),
        Observation: schema(observationSchema),
        Asked: schema(askedSchema),
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
