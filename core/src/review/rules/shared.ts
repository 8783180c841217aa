import { formOf } from '../../lesson/forms.ts';
import { lastNotAfter } from '../../geometry/blend.ts';
import type { Instruction, Item, Lesson, LessonLine } from '../../lesson/document.ts';
import { replaceItem } from '../../lesson/edits.ts';
import type { Ride, RideSpan, RiddenMovement } from '../../ride/types.ts';
import { clamp } from '../../units.ts';
import type { Fix } from '../rule.ts';

/** Shorter rides are fragments or tests; what a whole lesson needs is not asked of them. */
const WHOLE_LESSON_S = 10 * 60;

/** The lesson's length: as ridden, or as its phases plan it when that is more. */
export function lessonSeconds(ride: Ride): number {
  const planned = ride.phases.reduce((sum, p) => sum + Math.max(p.plannedS ?? 0, p.seconds), 0);
  return Math.max(planned, ride.totals.seconds);
}

export const isWholeLesson = (ride: Ride): boolean => lessonSeconds(ride) >= WHOLE_LESSON_S;

export const isWork = (span: RideSpan): boolean => span.gait === 'trot' || span.gait === 'canter';

/** Done from the ground, nobody riding. */
export const isLed = ({ gait, instruction }: RiddenMovement): boolean => {
  const form = instruction && formOf(instruction.form);
  return gait === 'in-hand' || (form?.group === 'act' && form.led === true);
};

/** A movement that is asked, with its index: not the way to its place. */
export interface RiddenAct extends RiddenMovement {
  readonly index: number;
}

/** Many rules ask for the same list, and a ride never changes. */
const known = new WeakMap<Ride, readonly RiddenAct[]>();

export function actsOf(ride: Ride): readonly RiddenAct[] {
  const acts =
    known.get(ride) ??
    ride.movements.flatMap((m, index) => (m.act === -1 ? [] : [{ ...m, index }]));
  known.set(ride, acts);
  return acts;
}

export const endM = (m: RiddenMovement): number => m.startM + m.metres;

export const spansOf = (ride: Ride, index: number): RideSpan[] =>
  ride.spans.filter((span) => span.movement === index);

/** How far the line turns between two distances, positive to the left; `total` counts both ways. */
export function turnedBetween(ride: Ride, fromM: number, toM: number) {
  const { pieces } = ride.path;
  let net = 0;
  let total = 0;
  const first = lastNotAfter(pieces.length, (i) => pieces[i]!.startM <= fromM);
  for (let i = first; i < pieces.length && pieces[i]!.startM < toM; i++) {
    const { curve, startM } = pieces[i]!;
    const from = Math.max(startM, fromM);
    const to = Math.min(startM + curve.lengthM, toM);
    if (to <= from || curve.kind === 'line') continue;
    const turn = curve.at((from + to) / 2 - startM).curvature * (to - from);
    net += turn;
    total += Math.abs(turn);
  }
  return { net, total };
}

/** Under this diameter a turn counts in full, over the other hardly: a green horse can balance a large circle. Common practice. */
const TIGHT_M = 15;
const LARGE_M = 19;
const LARGE_COUNTS = 0.1;

function weightOf(curvature: number): number {
  const diameterM = 2 / Math.max(1e-9, Math.abs(curvature));
  const share = clamp((LARGE_M - diameterM) / (LARGE_M - TIGHT_M), 0, 1);
  return LARGE_COUNTS + (1 - LARGE_COUNTS) * share;
}

/** Metres of a stretch that are ridden on a bend, the large ones hardly counted. */
export function curvedMetres(ride: Ride, fromM: number, toM: number): number {
  const { pieces } = ride.path;
  let metres = 0;
  const first = lastNotAfter(pieces.length, (i) => pieces[i]!.startM <= fromM);
  for (let i = first; i < pieces.length && pieces[i]!.startM < toM; i++) {
    const { curve, startM } = pieces[i]!;
    if (curve.kind === 'line') continue;
    const [from, to] = [Math.max(startM, fromM), Math.min(startM + curve.lengthM, toM)];
    if (to <= from) continue;
    metres += (to - from) * weightOf(curve.at((from + to) / 2 - startM).curvature);
  }
  return metres;
}

/** Changes one instruction of a line. */
export function editInstruction(
  lesson: Lesson,
  itemId: string,
  act: number,
  change: (instruction: Instruction) => Instruction,
): Lesson {
  return replaceItem(lesson, itemId, (item) => {
    if (item.kind !== 'line') return [item];
    return [
      { ...item, instructions: item.instructions.map((i, k) => (k === act ? change(i) : i)) },
    ];
  });
}

/** A fix that sets values of one instruction. */
export const setParams = (
  label: string,
  { itemId, act }: { itemId: string; act: number },
  params: object,
): Fix => ({
  label,
  apply: (lesson) =>
    editInstruction(lesson, itemId, act, (i) => ({ ...i, params: { ...i.params, ...params } })),
});

/** A fix that takes one instruction's `x N` down. */
export const setTimes = (
  label: string,
  { itemId, act }: { itemId: string; act: number },
  times: number,
): Fix => ({
  label,
  apply: (lesson) => editInstruction(lesson, itemId, act, (i) => ({ ...i, times })),
});

/** A fix that writes a line before another one. */
export const addBefore = (
  label: string,
  itemId: string,
  line: Pick<LessonLine, 'instructions'> & Partial<LessonLine>,
): Fix => ({
  label,
  apply: (lesson) =>
    replaceItem(lesson, itemId, (item): Item[] => [
      { kind: 'line', id: `${itemId}-before`, place: null, ...line },
      item,
    ]),
});

/** One hit for each act of a line, however often it is ridden. */
export function oncePerAct<T extends { itemId: string | null; act: number }>(
  hits: readonly T[],
): T[] {
  const seen = new Set<string>();
  return hits.filter((hit) => {
    const key = `${hit.itemId}/${hit.act}`;
    return seen.has(key) ? false : seen.add(key);
  });
}
