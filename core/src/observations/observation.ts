import { REINS } from '../arena/rein.ts';
import { z } from '../schema.ts';
import { idSchema as id, instantSchema } from '../fields.ts';
import { HEAD_POSITIONS, SIGNS, WARM_UP_CHECKS } from './words.ts';
import { SCALES } from './scales.ts';

const rein = z.enum(REINS);
const gait = z.enum(['walk', 'trot', 'canter']);
const mark = z.number().check(z.gte(0), z.lte(10), z.multipleOf(0.5));
const seconds = z.number().check(z.gte(0), z.lte(3600));
const count = z.int().check(z.gte(0), z.lte(999));

const base = {
  id,
  sessionId: id,
  at: instantSchema,
  /** An observation is never changed: a correction is a new one that names the old. */
  corrects: z.optional(id),
  /** Who saw it, as the server knows from whose phone it came; the owner's own have none. */
  by: z.optional(z.string().check(z.maxLength(80))),
};

/** Where in the lesson it was seen: a line of it, the rein and the gait ridden then. */
const place = {
  itemId: z.optional(z.string().check(z.minLength(1), z.maxLength(64))),
  rein,
  gait,
};

const seen = <K extends string, S extends z.core.$ZodLooseShape>(kind: K, shape: S) =>
  z.strictObject({ ...base, kind: z.literal(kind), ...shape });

export const markSchema = seen('mark', {
  scale: z.enum(SCALES),
  rein,
  gait: z.optional(gait),
  value: mark,
});

export const trySchema = seen('try', {
  /** The line of the lesson it belongs to, and its words at that time. */
  itemId: z.string().check(z.minLength(1), z.maxLength(64)),
  text: z.string().check(z.maxLength(300)),
  rein,
  gait,
  result: z.enum(['good', 'lost']),
  /** Strides (steps in walk) for which it held. */
  held: count,
  why: z.optional(z.string().check(z.maxLength(300))),
});

export const noteSchema = seen('note', {
  text: z.string().check(z.minLength(1), z.maxLength(2000)),
});

/** Takes an observation back, without a new one in its place. */
export const withdrawnSchema = z.strictObject({
  ...base,
  kind: z.literal('withdrawn'),
  corrects: id,
});

/** Weight in the hand, 0 (none) to 10, in halves. */
const contactSchema = seen('contact', {
  ...place,
  left: mark,
  right: mark,
  when: z.enum(['before', 'during', 'after']),
});

/** Taps on one beat of the gait, milliseconds from the first, and what they came to. A table has no taps. */
const tempoSchema = seen('tempo', {
  ...place,
  tapsMs: z.optional(
    z.array(z.number().check(z.gte(0), z.lte(600_000))).check(z.minLength(5), z.maxLength(400)),
  ),
  perMinute: z.number().check(z.positive(), z.lte(400)),
  scatter: z.number().check(z.gte(0), z.lte(1)),
  driftPercent: z.optional(z.number().check(z.gte(-500), z.lte(500))),
});

/** "n of this, m of that": how many of n held, round by round. */
const intervalSchema = seen('interval', {
  ...place,
  of: z.string().check(z.maxLength(60)),
  asked: count,
  soft: count,
  held: z.array(count).check(z.minLength(1), z.maxLength(60)),
});

const haltSchema = seen('halt', {
  rein,
  square: z.boolean(),
  /** The leg that was left, when it was not square. */
  leg: z.optional(z.enum(['LF', 'RF', 'LH', 'RH'])),
  seconds,
  endedBy: z.optional(z.enum(['rider', 'horse'])),
});

const departSchema = seen('depart', {
  ...place,
  lead: rein,
  right: z.boolean(),
  prompt: z.boolean(),
});

const changeSchema = seen('change', {
  to: rein,
  quality: z.enum(['clean', 'late', 'missed']),
});

const driftSchema = seen('drift', {
  ...place,
  part: z.enum(['haunches', 'shoulders']),
  side: rein,
});

/** Rounded (neck lowered, nose in) and reaching (nose forward) are told apart. */
const stretchSchema = seen('stretch', {
  ...place,
  taken: z.enum(['yes', 'partly', 'no']),
  form: z.optional(z.enum(['rounded', 'reaching'])),
});

const signSchema = seen('sign', { ...place, sign: z.enum(SIGNS) });
const headSchema = seen('head', { ...place, position: z.enum(HEAD_POSITIONS) });

/** The answer to the lightest aid. */
const aidSchema = seen('aid', {
  ...place,
  answer: z.enum(['at once', 'at once but tense', 'late', 'reminder']),
});

/** When the release came, seen from the horse's yielding. */
const releaseSchema = seen('release', { ...place, when: z.enum(['before', 'with', 'after']) });

/** How far the hind print reaches past the fore print in walk, hoof breadths; negative falls short. */
const overtrackSchema = seen('overtrack', { rein, hooves: z.number().check(z.gte(-4), z.lte(6)) });

/** A set-up rightly not asked: good riding. */
const notAskedSchema = seen('not asked', { ...place, what: z.string().check(z.maxLength(60)) });

/** The rider's own answer to "what did you feel?". */
const feltSchema = seen('felt', { text: z.string().check(z.minLength(1), z.maxLength(300)) });

export const HOMEWORK_DONE = ['done', 'partly', 'could not'] as const;

/** What became of the homework of a session, in the rider's own words. */
export const homeworkSchema = seen('homework', {
  did: z.enum(HOMEWORK_DONE),
  felt: z.optional(z.string().check(z.trim(), z.minLength(1), z.maxLength(300))),
});

/** The plain gait before or after an exercise: the difference is its effect. */
const plainSchema = seen('plain', { ...place, when: z.enum(['before', 'after']), value: mark });

const checkSchema = seen('check', { check: z.enum(WARM_UP_CHECKS), rein, gait, done: z.boolean() });

/** Collected work at one go. */
const boutSchema = seen('bout', { ...place, seconds });

/** Beats that are not even, front and hind or left and right. */
const unevenSchema = seen('uneven', { ...place, persists: z.boolean() });

/** A rider's theme, counted: corners ridden with bend. */
const cornerSchema = seen('corner', { rein, bent: z.boolean() });

/** A fright: where, and to which side. */
const spookSchema = seen('spook', {
  rein,
  letter: z.string().check(z.regex(/^[A-Z]$/)),
  calm: z.boolean(),
});

/** What was seen: one union, checked at every door. */
export const observationSchema = z.discriminatedUnion('kind', [
  markSchema,
  trySchema,
  noteSchema,
  withdrawnSchema,
  contactSchema,
  tempoSchema,
  intervalSchema,
  haltSchema,
  departSchema,
  changeSchema,
  driftSchema,
  stretchSchema,
  signSchema,
  headSchema,
  aidSchema,
  releaseSchema,
  overtrackSchema,
  notAskedSchema,
  feltSchema,
  homeworkSchema,
  plainSchema,
  checkSchema,
  boutSchema,
  unevenSchema,
  cornerSchema,
  spookSchema,
]);

export type Observation = z.infer<typeof observationSchema>;
export type ObservationKind = Observation['kind'];
export type ObservationOf<K extends ObservationKind> = Extract<Observation, { kind: K }>;
export type MarkObservation = ObservationOf<'mark'>;
export type TryObservation = ObservationOf<'try'>;

/** What holds after corrections: everything that no later observation names. */
export function standing(observations: readonly Observation[]): Observation[] {
  const replaced = new Set(observations.map((o) => o.corrects));
  return observations.filter((o) => !replaced.has(o.id) && o.kind !== 'withdrawn');
}
