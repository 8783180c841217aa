import { z } from '@canter-book/core/schema';
import { idSchema, instantSchema } from '@canter-book/core/fields';
import { lessonSchema } from '@canter-book/core/lesson/schema';
import { Problem } from '../../problem.ts';

/**
 * The whole book as lines of JSON: a head, one line per record, and an end with the counts and a check
 * over all lines, so that a file that was cut short or changed is noticed. Written and read a page at a
 * time, however large the book is, with other requests between the pages.
 *
 * The line of a lesson carries its versions too; what was imported together has lines of its own. What is
 * worked out from the rest (evidence, snapshots) is not written: it is made again.
 */

export const VERSION = 1;
/** Small enough that whoever waits behind a page does not notice. */
export const PAGE = 250;
/** No record of a book is longer. */
const LONGEST_LINE_BYTES = 4 * 2 ** 20;

const versionSchema = z.strictObject({
  startedAt: instantSchema,
  savedAt: instantSchema,
  revision: z.int().check(z.gte(0)),
  title: z.string().check(z.maxLength(120)),
  document: lessonSchema,
  by: z._default(z.nullable(z.string().check(z.maxLength(80))), null),
});
export type Version = z.infer<typeof versionSchema>;
/** Those that came with a lesson. */
export const versionsSchema = z._default(z.array(versionSchema), []);

export const importedSchema = z.strictObject({
  id: idSchema,
  madeAt: instantSchema,
  source: z.string().check(z.maxLength(300)),
  sessionIds: z.array(idSchema).check(z.maxLength(100_000)),
  observationIds: z.array(idSchema).check(z.maxLength(1_000_000)),
});

export const headSchema = z.strictObject({ canterBook: z.literal(VERSION), made: z.string() });
export const endSchema = z.strictObject({
  end: z.strictObject({ counts: z.record(z.string(), z.number()), check: z.string() }),
});

/**
 * The lines of a stream of bytes. A line beyond all measure ends it: it would have to be held whole.
 *
 * @throws Problem
 */
export async function* linesIn(bytes: AsyncIterable<Buffer>): AsyncGenerator<string> {
  const decoder = new TextDecoder();
  let rest = '';
  let number = 1;
  const tooLong = () =>
    new Problem(413, 'Too large', `Line ${number} is longer than any record. Nothing was stored.`);
  for await (const chunk of bytes) {
    const parts = (rest + decoder.decode(chunk, { stream: true })).split('\n');
    rest = parts.pop()!;
    for (const part of parts) {
      if (part.length > LONGEST_LINE_BYTES) throw tooLong();
      yield part.replace(/\r$/, '');
      number++;
    }
    if (rest.length > LONGEST_LINE_BYTES) throw tooLong();
  }
  rest += decoder.decode();
  if (rest !== '') yield rest;
}
