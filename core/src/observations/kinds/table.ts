import { aid } from './aid.ts';
import { bout } from './bout.ts';
import { change } from './change.ts';
import { check } from './check.ts';
import { contact } from './contact.ts';
import { corner } from './corner.ts';
import { depart } from './depart.ts';
import { drift } from './drift.ts';
import { felt } from './felt.ts';
import { halt } from './halt.ts';
import { head } from './head.ts';
import { homework } from './homework.ts';
import { interval } from './interval.ts';
import { mark } from './mark.ts';
import { notAsked } from './notAsked.ts';
import { note } from './note.ts';
import { overtrack } from './overtrack.ts';
import { plain } from './plain.ts';
import { release } from './release.ts';
import { sign } from './sign.ts';
import { spook } from './spook.ts';
import { stretch } from './stretch.ts';
import { tempo } from './tempo.ts';
import { tried } from './tried.ts';
import { uneven } from './uneven.ts';
import { withdrawn } from './withdrawn.ts';

/** Every kind of observation, the most used first: in this order they stand at the ringside and in lists. */
export const KINDS = {
  mark,
  try: tried,
  contact,
  tempo,
  aid,
  interval,
  halt,
  depart,
  change,
  stretch,
  sign,
  head,
  drift,
  bout,
  uneven,
  check,
  release,
  overtrack,
  plain,
  'not asked': notAsked,
  felt,
  corner,
  spook,
  note,
  homework,
  withdrawn,
} as const;
