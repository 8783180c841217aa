import { lastNotAfter } from '../geometry/blend.ts';
import { linesOf, type Lesson, type LessonLine } from '../lesson/document.ts';
import { allItems } from '../lesson/edits.ts';
import { printLine } from '../notation/print.ts';
import type { Ride } from '../ride/types.ts';
import { CALL_LEAD_S, cuesOf } from './cues.ts';
import { speakingS, spoken } from './spoken.ts';

/** Something a caller reads out: a line of the test, once. */
export interface Call {
  readonly itemId: string;
  /** The box it belongs to, null before the first. */
  readonly box: number | null;
  readonly said: string;
  /** Who it is for, where two ride; null where nobody has to be named. */
  readonly horse: string | null;
  /** Where the rider is when it is due, to be tapped: “E”; null where the line names no letter. */
  readonly letter: string | null;
  /** The second horse of two. */
  readonly follows: boolean;
  /** When the rider is at the letter. */
  readonly atS: number;
  /** When the caller should take breath, begin, and have finished. */
  readonly prepareAtS: number;
  readonly speakAtS: number;
  readonly saidByS: number;
}

/** So long before the first word the caller is told to get ready. Common practice. */
const PREPARE_S = 4;
/** The words are finished no later than this before the letter. Common practice: 1.5–3 s. */
const LATEST_S = 1.5;
/** Between two calls. */
const PAUSE_S = 0.3;

/** Two horses, one behind the other. */
export interface InFile {
  readonly leader: string;
  readonly follower: string;
  /** Seconds by which the second comes to a letter after the first. */
  readonly gapS: number;
}

type Due = Omit<Call, 'prepareAtS' | 'speakAtS' | 'saidByS'>;

/**
 * What a caller reads, and when: a whole line at a time, finished before its letter at this horse's tempo.
 * Where two letters lie close together the first is read earlier. Times may lie before the start.
 */
export function callsOf(ride: Ride, lesson: Lesson, file: InFile | null = null): Call[] {
  const lines = new Map(linesOf(lesson.items).map((line) => [line.id, line]));
  const boxes = boxesByItem(lesson);
  const due: Due[] = [];
  let last: string | null = null;
  for (const { itemId, atS, gait } of cuesOf(ride, lesson)) {
    if (itemId === last) continue;
    last = itemId;
    const line = lines.get(itemId)!;
    const said = spoken(printLine(line));
    const base = {
      itemId,
      box: boxes.get(itemId) ?? null,
      letter: letterOf(line),
    };
    // Both halt at one moment: the second where it stands.
    const together = gait === 'halt' || atS === 0;
    const first = { ...base, said, atS, follows: false };
    if (!file) due.push({ ...first, horse: null });
    else if (together)
      due.push({ ...first, horse: null, said: `${file.leader} and ${file.follower}: ${said}` });
    else {
      const short = base.letter ? `at ${base.letter}` : 'the same';
      due.push({ ...first, horse: file.leader, said: `${file.leader}: ${said}` });
      due.push({
        ...base,
        horse: file.follower,
        said: `${file.follower}, ${short}`,
        atS: atS + file.gapS,
        follows: true,
      });
    }
  }
  return inTime(due.sort((a, b) => a.atS - b.atS));
}

/** The letter it begins at; between two of them there is none. */
function letterOf({ place }: LessonLine): string | null {
  if (place?.kind === 'at') return place.letter;
  if (place?.kind === 'along') return place.from;
  return place?.kind === 'route' ? place.letters[0]! : null;
}

/** No two at once, each as near to its best moment as the others let it. */
function inTime(due: readonly Due[]): Call[] {
  const latest: number[] = [];
  let before = Infinity;
  for (let i = due.length - 1; i >= 0; i--) {
    const { atS, said } = due[i]!;
    latest[i] = Math.min(atS - LATEST_S, before);
    before = latest[i]! - speakingS(said) - PAUSE_S;
  }
  let free = -Infinity;
  return due.map((call, i) => {
    const takesS = speakingS(call.said);
    const saidByS = Math.min(latest[i]!, Math.max(call.atS - CALL_LEAD_S, free + takesS));
    free = saidByS + PAUSE_S;
    const speakAtS = saidByS - takesS;
    return { ...call, saidByS, speakAtS, prepareAtS: speakAtS - PREPARE_S };
  });
}

function boxesByItem({ items }: Lesson): ReadonlyMap<string, number> {
  const found = new Map<string, number>();
  let box: number | null = null;
  for (const item of allItems(items)) {
    if (item.kind === 'box') box = item.number;
    else if (box !== null) found.set(item.id, box);
  }
  return found;
}

/** Where a caller is in the reading. */
export interface CallerState {
  /** To be read next, or being read; null when all is read. */
  readonly call: Call | null;
  readonly after: Call | null;
  readonly state: 'waiting' | 'get ready' | 'say it' | 'all read';
  /** Until its first word. */
  readonly secondsToCall: number;
  /** The share of its words that should be said by now, 0–1. */
  readonly share: number;
}

export function callerAt(calls: readonly Call[], seconds: number): CallerState {
  const index = calls.findIndex((c) => c.saidByS > seconds);
  const call = calls[index] ?? null;
  if (!call) return { call, after: null, state: 'all read', secondsToCall: 0, share: 1 };
  const { speakAtS, prepareAtS, saidByS } = call;
  return {
    call,
    after: calls[index + 1] ?? null,
    state: seconds >= speakAtS ? 'say it' : seconds >= prepareAtS ? 'get ready' : 'waiting',
    secondsToCall: Math.max(0, speakAtS - seconds),
    share: Math.max(0, (seconds - speakAtS) / (saidByS - speakAtS)),
  };
}

/** For so long after its time a letter can still be tapped. */
const STILL_S = 2;

/** The call whose letter the rider is at, or comes to next: what a tap stands for. */
export function letterToTap(calls: readonly Call[], seconds: number): Call | null {
  const named = calls.filter((c) => c.letter !== null);
  const past = named.length && lastNotAfter(named.length, (i) => named[i]!.atS <= seconds);
  const here = named[past];
  const next = here && here.atS <= seconds ? named[past + 1] : here;
  if (!here || here === next) return next ?? null;
  const stillS = next ? Math.min(STILL_S, (next.atS - here.atS) / 2) : STILL_S;
  return seconds - here.atS <= stillS ? here : (next ?? null);
}
