import { breakEveryS, type HorseProfile } from '../gaits/horse.ts';
import { setComment } from './marks.ts';
import type { Step } from './placement.ts';
import type { Chosen } from './selection.ts';
import type { Ridden } from './spots.ts';
import { BREAK_MIN, WAY_S } from './timing.ts';
import { whyOf } from './why.ts';

export type SpotsOf = (chosen: Chosen) => Ridden;

/** Once round in trot. Seconds, about. */
const LARGE_S = 45;
/** A walk of this length rests as a break does. Common practice. */
const RESTS_S = 60;

/** Writes steps down, with a break of walk before the work gets too long. */
export class Pen {
  private workedS = 0;
  private endsIn: 'walk' | 'trot' = 'walk';
  private readonly mostS: number;

  constructor(
    horse: HorseProfile,
    /** Straight lines for green horses: 1 between the sets, 2 after every round. */
    private readonly straighten: 0 | 1 | 2,
    breakShare: number,
  ) {
    this.mostS = breakEveryS(horse) * breakShare;
  }

  write(steps: readonly Step[], chosen: ReadonlyMap<string, Chosen>, spots: SpotsOf): string[] {
    const lines: string[] = [];
    let marked: string | null = null;
    let last: string | null = null;
    steps.forEach(({ set, spot }, i) => {
      // A change of rein is ridden for the round that follows it.
      const next = set ?? steps[i + 1]!.set!;
      const own = chosen.get(next);
      if (!own) {
        // What is kept is written as it stands, its change of rein before it.
        const gait = this.endsIn === 'walk' ? 'walk medium' : 'trot working';
        lines.push(
          set === null ? spot.text.replace('change rein', `${gait}, change rein`) : spot.text,
        );
        marked = last = set;
        return;
      }
      const walks = own.candidate.exercise.gaits.every((g) => g === 'walk');
      const { seconds, endsIn } = spots(own);
      if (!walks && this.workedS > 0 && this.workedS + seconds + WAY_S > this.mostS) {
        lines.push(`walk break ${BREAK_MIN} min`);
        this.workedS = 0;
        // After it the horse walks on to the next letter, and trots there.
        this.endsIn = 'trot';
        marked = null;
      }
      if (set === null) {
        const gait = this.endsIn === 'walk' ? 'walk medium' : 'trot working';
        if (gait !== 'walk medium') this.workedS += WAY_S;
        lines.push(spot.text.replace('change rein', `${gait}, change rein`));
        return;
      }
      if (marked !== set) lines.push(setComment(own.candidate.exercise, own.candidate.rung));
      const ridden = spot.text.split('\n');
      lines.push(...(last === set ? ridden : withNote(ridden, whyOf(own))));
      marked = last = set;
      this.endsIn = endsIn;
      if (walks) this.workedS = seconds >= RESTS_S ? 0 : this.workedS;
      else this.workedS += seconds + WAY_S;
      const leaves = steps[i + 1]?.set !== set;
      if (endsIn === 'trot' && (this.straighten === 2 || (this.straighten === 1 && leaves))) {
        lines.push('go large');
        this.workedS += LARGE_S;
      }
    });
    return lines;
  }
}

/** A reason stands beside the first line that is ridden. */
const withNote = (lines: readonly string[], note: string): string[] => {
  const at = lines.findIndex((l) => !/^(poles|cone|barrel)\b/.test(l));
  return lines.map((l, i) => (i === at ? `${l} -- ${note}` : l));
};
