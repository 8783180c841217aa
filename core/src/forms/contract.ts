import type { Arena } from '../arena/arena.ts';
import type { Course } from '../arena/course.ts';
import type { Rein } from '../arena/rein.ts';
import type { Gait, MovingGait, PaceName } from '../gaits/paces.ts';
import type { HorseProfile } from '../gaits/horse.ts';
import type { Point } from '../geometry/curve.ts';
import type { Leg } from '../geometry/leg.ts';
import type { Params, Pattern } from './pattern.ts';
import type { LateralKind } from './lateralWork.ts';
import type { Told } from './told.ts';

/** Work on two tracks, while it lasts. */
export interface Lateral {
  readonly kind: LateralKind;
  /** The side the horse is bent (or, in a leg-yield, flexed) to. */
  readonly bend: Rein;
  /** From the direction of travel to the body, positive to the left. */
  readonly bodyOffRad: number;
  /** Lines of hoof prints seen from the front. */
  readonly tracks: 2 | 3 | 4;
}

/** The state a rider carries from one movement into the next. */
export interface Riding {
  readonly gait: Gait;
  /** The moving gait and pace: kept through a halt, so that it can be resumed. */
  readonly movingGait: MovingGait;
  readonly pace: PaceName;
  readonly rein: Rein;
  readonly lead: Rein | null;
  /** Canter on the outside lead, and meant so. */
  readonly counterCanter: boolean;
  readonly seat: 'rising' | 'sitting' | null;
  readonly frame: 'normal' | 'stretch' | 'long-rein';
  /** Asked up into the outer rein, or let soft again. */
  readonly connection: 'held' | 'soft' | null;
  readonly lateral: Lateral | null;
  /** Short, high steps towards piaffe. */
  readonly halfSteps: boolean;
  /** Canter with hardly any ground gained. */
  readonly onTheSpot: boolean;
}

/** Why an act cannot be ridden as written: facts, no sentences. */
export type Fault =
  | {
      readonly code: 'place-not-reached';
      readonly place: string;
      readonly reached: readonly string[];
    }
  | { readonly code: 'no-such-letter'; readonly letter: string; readonly known: readonly string[] }
  | { readonly code: 'course-not-continued'; readonly near: string }
  | { readonly code: 'turns-back'; readonly from: string; readonly to: string }
  | { readonly code: 'route-missing'; readonly kind: string }
  | { readonly code: 'route-once'; readonly kind: string; readonly times: number }
  | {
      readonly code: 'no-room';
      readonly kind: string;
      readonly wantedM: number;
      readonly roomM: number;
    }
  | { readonly code: 'wrong-place'; readonly kind: string; readonly wants: string }
  | { readonly code: 'wrong-gait'; readonly kind: string; readonly wants: string }
  | { readonly code: 'repeat-open'; readonly near: string; readonly place: string }
  | { readonly code: 'too-many-movements'; readonly most: number }
  | { readonly code: 'pace-resumed'; readonly gait: MovingGait; readonly pace: PaceName };

/** Where the horse stands when an act begins, and what the act may ask. */
export interface Stand {
  readonly arena: Arena;
  readonly horse: HorseProfile;
  readonly riding: Riding;
  readonly at: Point;
  readonly headingRad: number;
  readonly course: Course;
  /** Points of the place when it is a route (the first is where the horse is), with their letters. */
  readonly route: {
    readonly points: readonly Point[];
    readonly letters: readonly string[];
    /** Round the track, whatever lies between, instead of straight. */
    readonly alongTrack: boolean;
  } | null;
  /** Metres of the act it is laid over, null when it is ridden by itself. */
  readonly overM: number | null;
  readonly cornerRadiusM: number;
  /** Planned length of a timed act. */
  readonly lastsS: number | null;
  /** `x N` of an act that counts for itself. */
  readonly times: number | null;
  /** A letter's point on the ridden track, or null when the arena has none. */
  letter(name: string): Point | null;
  /** The poles that lie at a letter. */
  polesAt(letter: string): readonly { readonly from: Point; readonly to: Point }[];
  strideM(gait: MovingGait, pace: PaceName): number;
  speedMps(gait: MovingGait, pace: PaceName): number;
}

/** A change of what the rider does, at a distance along the act's own legs. */
export interface Change {
  readonly afterM: number;
  readonly patch: (riding: Riding) => Riding;
}

export interface Hold {
  readonly afterM: number;
  readonly seconds: number;
  /** Turn of the body on the spot, positive to the left. */
  readonly turnRad?: number;
  /** Where the body points when the turn begins; filled in when it is recorded. */
  readonly fromRad?: number;
  readonly gait: Gait;
  /** Strides taken on the spot, in turns. */
  readonly strides?: number;
}

/** An act laid out from where the horse stands. */
export interface ActPlan {
  readonly legs: readonly Leg[];
  readonly changes?: readonly Change[];
  readonly holds?: readonly Hold[];
  /** The course afterwards; the one before when missing. */
  readonly courseAfter?: Course;
  /** Body heading at the end when it is not the travel's. */
  readonly headingAfterRad?: number;
}

/**
 * What the trade says of a form, whoever asks: a rule of the review, the planner, the desk. Common practice;
 * each rule gives its own source. What is not said does not hold.
 */
export interface Facets {
  /** Nothing new is asked by it: large and even, or of every lesson. A circle is plain while it is large. */
  readonly plain?: true;
  /** It leads from one thing to the next, and is no exercise. */
  readonly leadsOn?: true;
  /** Along the track or straight across it: its corners are no turns that are asked. */
  readonly straight?: true;
  /** It balances the horse before or after a bigger pace. */
  readonly balancing?: true;
  /** It brings the shoulders in front of the quarters again. */
  readonly straightens?: true;
  /** It ends only with the long rein: carried by the quarters, which may slip, or changing again and again. */
  readonly hard?: 'carried' | 'changing';
  /** It is asked of a gait that has settled. */
  readonly inSettledGait?: true;
  /** So many rounds of it in one go teach something; five where nothing is said. */
  readonly usefulRounds?: number;
  readonly pirouette?: true;
  /** Sideways on a line of its own, more or less steeply. */
  readonly slants?: true;
  /** It says where one goes or how one goes on, and little of what is asked. */
  readonly aside?: true;
  /** Of every test, and no work. */
  readonly ceremony?: true;
}

/** Of a count: so many rounds of it in one go. Common practice. */
export const ROUNDS_OF_A_COUNT = 10;

interface FormBase extends Facets, Told {
  /** The name in the ride's JSON: the form with hyphens. */
  readonly kind: string;
  readonly pattern: Pattern;
  /** Further spellings that are read but never printed. */
  readonly alsoRead?: readonly Pattern[];
}

/** Something ridden: it has legs, a hold, or a new course. */
export interface Act extends FormBase {
  readonly group: 'act';
  /** It uses the points of a route (`K-H …`); other acts begin at one letter. */
  readonly route?: 'needed' | 'allowed';
  /** It can begin while the horse faces the rail at the end of a line. */
  readonly atRail?: boolean;
  /** `x N` is a count of its own, not a repeat of the whole. */
  readonly counts?: boolean;
  /** Its course runs into the rail when nothing else is said. */
  readonly openEnded?: true;
  /** It can be ridden for a time: `for 3 min`. */
  readonly timed?: true;
  /** After another act in its line it is laid over that one, instead of following it. */
  readonly overlay?: boolean;
  /** Afterwards the horse stands, or walks, until the pace before is taken up again. */
  readonly rests?: 'halt' | 'break';
  /** Done from the ground: the horse is led to its place, and nobody rides. */
  readonly led?: boolean;
  /** It is ridden on the hand of its own side. */
  readonly ownSide?: boolean;
  plan(stand: Stand, params: Params): ActPlan | Fault;
}

/** Something that holds from a point on: pace, lead, seat, frame. */
export interface SettingForm extends FormBase {
  readonly group: 'setting';
  /** It says gait and pace: what went before need not be taken up again. */
  readonly namesPace?: true;
  apply(stand: Stand, params: Params): readonly Change[] | Fault;
}

export type Form = Act | SettingForm;

export const isFault = <T extends object>(result: T | Fault): result is Fault => 'code' in result;

/** A form that reads its params as its pattern says them; further spellings say the same. */
type Reading<F extends FormBase, P extends object> = Omit<
  F,
  'group' | 'plan' | 'apply' | 'pattern' | 'alsoRead'
> & {
  readonly pattern: Pattern<P>;
  readonly alsoRead?: readonly Pattern<NoInfer<P>>[];
};

interface Named<K extends string> {
  readonly kind: K;
}

/** Params are checked by the form's own schema, so what comes is what the pattern says. */
export function act<P extends object, const K extends string = string>(
  form: Reading<Act, P> & Named<K> & { plan(stand: Stand, params: NoInfer<P>): ActPlan | Fault },
): Act & Named<K> {
  return { ...form, group: 'act', plan: (stand, params) => form.plan(stand, params as P) };
}

export function setting<P extends object, const K extends string = string>(
  form: Reading<SettingForm, P> &
    Named<K> & { apply(stand: Stand, params: NoInfer<P>): readonly Change[] | Fault },
): SettingForm & Named<K> {
  return { ...form, group: 'setting', apply: (stand, params) => form.apply(stand, params as P) };
}

/** A change at the very beginning. */
export const now = (patch: Partial<Riding>): readonly Change[] => [
  { afterM: 0, patch: (riding) => ({ ...riding, ...patch }) },
];
