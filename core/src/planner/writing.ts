import type { Rein } from '../arena/rein.ts';
import type { PlannedPhase } from '../exercises/exercise.ts';

/** How the sets are written down; the planner turns these until the review is silent. */
export interface Writing {
  /** Share of a phase's minutes that is written: talk and tries fill the rest. */
  readonly fill: Readonly<Record<PlannedPhase, number>>;
  /** As many rounds on one rein as on the other. */
  readonly evenRounds: boolean;
  /** Straight lines for green horses: 1 between the sets, 2 after every round. */
  readonly straighten: 0 | 1 | 2;
  /** The review has been asked whether it goes without them. */
  readonly plainTried: boolean;
  /** Letters that were asked too much of: they are dearer. */
  readonly worn: readonly string[];
  /** Candidates of which so many rounds on a rein are enough. */
  readonly mostRounds: Readonly<Record<string, number>>;
  /** Rounds on each rein beyond those that the minutes make. */
  readonly extra: Readonly<Record<string, number>>;
  /** Candidates that want a settled trot before them. */
  readonly settled: readonly string[];
  /** A rein that needs so many plain rounds more. */
  readonly more: { readonly rein: Rein; readonly rounds: number; readonly gait: string } | null;
  /** Breaks come this much earlier than they must. */
  readonly breakShare: number;
}

export const USUAL_WRITING: Writing = {
  fill: { 'warm-up': 0.8, work: 0.8, stretch: 0.8 },
  evenRounds: false,
  straighten: 0,
  plainTried: false,
  worn: [],
  mostRounds: {},
  extra: {},
  settled: [],
  more: null,
  breakShare: 0.95,
};
