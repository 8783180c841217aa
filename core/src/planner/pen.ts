import type { Exercise } from '../exercises/exercise.ts';
import { breakEveryS, type HorseProfile } from '../gaits/horse.ts';
import type { Item } from '../lesson/document.ts';
import { allItems } from '../lesson/edits.ts';
import { itemsIn } from './items.ts';
import { setMarkOf } from './marks.ts';
import type { LaidStep } from './placement.ts';
import type { Chosen } from './selection.ts';
import type { RungSpots } from './spots.ts';
import { BREAK_MIN, WAY_S } from './timing.ts';
import type { Writing } from './writing.ts';

export type SpotsOf = (chosen: Chosen) => RungSpots;

/** Prefix of the ids of plain trot and plain canter. */
export const PLAIN = 'plain ';
/** And those of what is kept. */
export const KEPT = 'kept ';

/** Once round in trot. Seconds, about. */
const LARGE_S = 45;
/** A walk of this length rests as a break does. Common practice. */
const RESTS_S = 60;

/** A set that is to be written, and why. */
interface WhyWritten {
  readonly chosen: Chosen;
  readonly why: string;
}

/** One part of the lesson while it is written. */
class Sheet {
  readonly items: Item[] = [];
  /** The set that the last line belongs to, and the one that was marked last. */
  last: string | null = null;
  marked: string | null = null;
  private readonly rounds = new Map<string, number>();

  constructor(private readonly newId: () => string) {}

  /** @param note stands beside the first line that is ridden */
  put(text: string, note: string | null = null): readonly Item[] {
    const lines = itemsIn(text, this.newId);
    this.items.push(...(note === null ? lines : withNote(lines, note)));
    return lines;
  }

  /** Where the next round of a set begins. */
  mark(at: number, set: string, exercise: Exercise, rung: number): void {
    const round = (this.rounds.get(set) ?? 0) + 1;
    this.rounds.set(set, round);
    const mark = setMarkOf(exercise, rung, round, this.marked !== set);
    this.items[at] = { ...this.items[at]!, set: mark } as Item;
    this.marked = this.last = set;
  }
}

/** Writes steps down, with a break of walk before the work gets too long. */
export class Pen {
  private workedS = 0;
  private endsIn: 'walk' | 'trot' = 'walk';
  /** Comes to the next round in walk, and trots only there. */
  private walksIn = true;
  private readonly mostS: number;
  /** Lines that stand as they were changed by hand: what the review says of them is the instructor's own affair. */
  readonly kept = new Set<string>();

  constructor(
    horse: HorseProfile,
    private readonly writing: Pick<Writing, 'straighten' | 'breakShare' | 'settled'>,
    private readonly newId: () => string,
  ) {
    this.mostS = breakEveryS(horse) * writing.breakShare;
  }

  /**
   * @param keptMinutes how long the parts take that stand as they are, by their ids
   */
  write(
    steps: readonly LaidStep[],
    sets: ReadonlyMap<string, WhyWritten>,
    spots: SpotsOf,
    keptMinutes: ReadonlyMap<string, number> = new Map(),
  ): Item[] {
    const sheet = new Sheet(this.newId);
    steps.forEach((step, i) => {
      // A change of rein is ridden for the round that follows it.
      const next = step.set ?? steps[i + 1]!.set!;
      const written = sets.get(next);
      if (written) {
        const isLastRound = steps[i + 1]?.set !== step.set;
        this.writeRound(sheet, step, written, spots(written.chosen), isLastRound);
      } else {
        const cameAcross = steps[i - 1]?.set === null;
        this.writeAsItStands(sheet, step, 60 * (keptMinutes.get(next) ?? 0), cameAcross);
      }
    });
    return sheet.items;
  }

  /** Writes a set that is kept, or plain, as it stands, with its change of rein before it. */
  private writeAsItStands(
    sheet: Sheet,
    { set, spot }: LaidStep,
    takesS: number,
    cameAcross: boolean,
  ): void {
    if (takesS > 0 && !(set !== null && cameAcross)) this.restBefore(takesS, sheet);
    const lines = sheet.put(set === null ? this.across(spot.text) : spot.text);
    if (set !== null) this.workedS += takesS;
    if (set?.startsWith(KEPT)) for (const { id } of allItems(lines)) this.kept.add(id);
    sheet.marked = sheet.last = set;
    if (set?.startsWith(PLAIN)) {
      this.workedS += LARGE_S;
      this.endsIn = 'trot';
      this.walksIn = false;
    }
  }

  /** One round of a set, or the change of rein on the way to it. */
  private writeRound(
    sheet: Sheet,
    { set, spot }: LaidStep,
    { chosen, why }: WhyWritten,
    { seconds, endsIn }: RungSpots,
    isLastRound: boolean,
  ): void {
    const { straighten, settled } = this.writing;
    const { id, exercise, rung } = chosen.candidate;
    const walks = exercise.gaits.every((g) => g === 'walk');
    if (!walks && this.restBefore(seconds + WAY_S, sheet)) sheet.marked = null;
    const wantsTrot = settled.includes(id);
    if (set === null) {
      if (wantsTrot) this.endsIn = 'trot';
      sheet.put(this.across(spot.text));
      return;
    }
    const begins = sheet.items.length;
    if (wantsTrot && this.walksIn) {
      sheet.put('trot working, go large');
      this.workedS += LARGE_S;
    }
    sheet.put(spot.text, sheet.last === set ? null : why);
    sheet.mark(begins, set, exercise, rung);
    this.endsIn = endsIn;
    this.walksIn = endsIn === 'walk';
    if (walks) this.workedS = seconds >= RESTS_S ? 0 : this.workedS;
    else this.workedS += seconds + WAY_S;
    if (endsIn === 'trot' && (straighten === 2 || (straighten === 1 && isLastRound))) {
      sheet.put('go large');
      this.workedS += LARGE_S;
    }
  }

  /** A break, when what comes next would make the work too long without one. */
  private restBefore(seconds: number, sheet: Sheet): boolean {
    if (this.workedS === 0 || this.workedS + seconds <= this.mostS) return false;
    sheet.put(`walk break ${BREAK_MIN} min`);
    this.workedS = 0;
    // After it the horse walks on to the next letter, and trots there.
    this.endsIn = 'trot';
    this.walksIn = true;
    return true;
  }

  /** A change of rein in the gait the horse is in. */
  private across(text: string): string {
    if (this.endsIn === 'walk') return text.replace('change rein', 'walk medium, change rein');
    this.workedS += WAY_S;
    this.walksIn = false;
    return text.replace('change rein', 'trot working, change rein');
  }
}

/** A reason stands beside the first line that is ridden. */
function withNote(items: readonly Item[], note: string): Item[] {
  const at = items.findIndex((item) => item.kind === 'line');
  return items.map((item, i) => (i === at && item.kind === 'line' ? { ...item, note } : item));
}
