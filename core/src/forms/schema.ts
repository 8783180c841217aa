import { numberIn, z } from '../schema.ts';
import { entriesOf, type Params, type Pattern } from './pattern.ts';
import type { Holds, Slot } from './slots.ts';

function schemaOf(holds: Holds): z.ZodMiniType {
  if ('words' in holds) return z.enum(holds.words as [string, ...string[]]);
  if ('text' in holds) return z.string().check(z.regex(holds.text));
  if ('number' in holds) return numberIn(holds.number);
  return z.array(numberIn(holds.numbers)).check(z.minLength(holds.least), z.maxLength(holds.most));
}

/** Slots are shared by many patterns. */
const made = new Map<Slot, z.ZodMiniType>();

function slotSchema(slot: Slot): z.ZodMiniType {
  const schema = made.get(slot) ?? schemaOf(slot.holds);
  made.set(slot, schema);
  return schema;
}

/** Schema of the values a pattern reads. */
export function patternSchema(pattern: Pattern): z.ZodMiniType<Params> {
  const shape = entriesOf(pattern).map(({ name, slot, optional }) => {
    const schema = slot ? slotSchema(slot) : z.literal(true);
    return [name, optional ? z.optional(schema) : schema];
  });
  return z.strictObject(Object.fromEntries(shape)) as unknown as z.ZodMiniType<Params>;
}
