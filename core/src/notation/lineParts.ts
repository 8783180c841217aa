import type { GroundItem, Place } from '../lesson/document.ts';
import { MOST_LETTERS } from '../lesson/terms.ts';
import { HEADERS } from './headers.ts';

/** The parts of a line of the text. The reader goes by them, and so do the colours of the editor. */

export type LineKind =
  'blank' | 'header' | 'phase' | 'repeat' | 'corners' | 'ground' | 'sheet' | 'close' | 'movement';

export const GROUND_WORDS: readonly GroundItem['what'][] = ['poles', 'cone', 'barrel'];
/** Lines of a test sheet. */
export const SHEET_WORDS = ['box', 'collective', 'errors'] as const;
const OWN_LINES = ['phase', 'repeat', 'corners'] as const;

/** @param body of a line, without its comment */
export function lineKind(body: string): LineKind {
  const said = body.trim();
  if (said === '') return 'blank';
  if (said === '}') return 'close';
  const word = /^\S+/.exec(said)![0].toLowerCase();
  if (Object.hasOwn(HEADERS, word)) return 'header';
  if (GROUND_WORDS.some((what) => what === word)) return 'ground';
  if (SHEET_WORDS.some((own) => own === word)) return 'sheet';
  return OWN_LINES.find((own) => own === word) ?? 'movement';
}

/** Where the comment of a line begins, at a # outside quotation marks; its end where there is none. */
export function commentAt(raw: string): number {
  const at = /^(?:[^"#]|"[^"]*"|"(?![^"]*"))*?#/.exec(raw);
  return at ? at[0].length - 1 : raw.length;
}

/** Where the note to the rider begins in the body of a movement, with the space before its dashes; its end where there is none. */
export const noteAt = (body: string): number => /(?:^|\s)--/.exec(body)?.index ?? body.length;

const PLACE = /^(?:([a-z](?:-[a-z])+)|([a-z])\.\.([a-z])|([a-z])\/([a-z])|([a-z]))(?=[\s,]|$)/i;

export interface PlaceRead {
  readonly place: Place | null;
  /** Characters it takes. */
  readonly length: number;
}

/** The place that a movement begins with. */
export function readPlace(said: string): PlaceRead {
  const found = PLACE.exec(said);
  if (!found) return { place: null, length: 0 };
  const [whole, route, from, to, a, b, at] = found.map((part) => part?.toUpperCase());
  const length = whole!.length;
  if (route)
    return { place: { kind: 'route', letters: route.split('-').slice(0, MOST_LETTERS) }, length };
  if (from) return { place: { kind: 'along', from, to: to! }, length };
  if (a) return { place: { kind: 'between', letters: [a, b!] }, length };
  return { place: { kind: 'at', letter: at! }, length };
}
