import type { Kind } from '../lesson/forms.ts';
import { findLetter, letterOnTrack, lettersOf, nearestLetter, type Arena } from '../arena/arena.ts';
import {
  isOnTrack,
  lettersAhead,
  metresToPoint,
  metresToTrack,
  trackCourse,
  trackHeading,
  type Course,
} from '../arena/course.ts';
import { otherRein, type Rein } from '../arena/rein.ts';
import { courseFrom } from '../figures/shared.ts';
import type { ActPlan, Change, Fault, Riding, Stand } from '../forms/contract.ts';
import { cornerRadiusM, horseStride, type HorseProfile } from '../gaits/horse.ts';
import { headingTo, type Point } from '../geometry/curve.ts';
import { isPlain, type Leg } from '../geometry/leg.ts';
import { DEFAULT_START, type Instruction, type Start } from '../lesson/document.ts';
import type { Equipment } from '../lesson/equipment.ts';
import { SAME_M, degToRad, wrapRad } from '../units.ts';
import { Recorder } from './recorder.ts';
import type { RideFault } from './types.ts';

export function ridingAtStart({ gait, pace, rein }: Start): Riding {
  return {
    gait,
    movingGait: gait,
    pace,
    rein,
    lead: gait === 'canter' ? rein : null,
    counterCanter: false,
    seat: null,
    frame: 'normal',
    connection: null,
    lateral: null,
    halfSteps: false,
    onTheSpot: false,
  };
}

/** No horse turns so far round at a point without being asked to. */
const TURNS_BACK_RAD = degToRad(150);

const CORNER_RAD = degToRad(45);

/** A line of the lesson that is being ridden, and the round of its repeat. */
export interface LineRound {
  readonly itemId: string;
  readonly round: number;
}

/** The state the way on depends on, once something has been ridden. */
export interface RiderState {
  readonly at: Point;
  readonly headingRad: number;
  readonly course: Course;
  readonly riding: Riding;
  readonly cornersM: number | null;
  /** The leg ridden last, and whether the next goes on from it. */
  readonly lastLeg: Leg | null;
  readonly apart: Apart;
}

/** The mark that sets a leg apart from the one before. */
type Apart = Pick<Leg, 'jump' | 'turned'> | null;

/**
 * The horse while a lesson is laid out: where it stands, how it goes, which way is on; and the record
 * of what it has ridden. Everything in planned (sharp-cornered) metres.
 */
export class LessonRider {
  readonly recorder = new Recorder();
  readonly faults: RideFault[] = [];
  at: Point;
  headingRad: number;
  course: Course;
  riding: Riding;
  /** Radius set by a `corners` line, null for the pace's own. */
  cornersM: number | null = null;
  reading: LineRound = { itemId: '', round: 1 };
  private lastLeg: Leg | null = null;
  private apart: Apart = null;
  private startRiding: Riding;
  private lastChangeM = 0;

  constructor(
    readonly arena: Arena,
    readonly horse: HorseProfile,
    private readonly equipment: readonly Equipment[],
    start: Start = DEFAULT_START,
  ) {
    this.startRiding = ridingAtStart(start);
    this.riding = this.startRiding;
    const letter = this.point(start.letter);
    if (!letter) this.fault(this.noLetter(start.letter));
    const point = letter ?? this.point('A')!;
    this.at = point;
    this.headingRad = Math.PI / 2;
    this.course = { kind: 'line', headingRad: this.headingRad, name: 'centre line' };
    if (start.how === 'enter') this.enterFrom(start.letter);
    else if (isOnTrack(arena, point)) {
      this.course = trackCourse(start.rein);
      this.headingRad = trackHeading(arena, start.rein, point);
    }
  }

  /** Where it stands and how it goes, to go on from later. */
  state(): RiderState {
    const { at, headingRad, course, riding, cornersM, lastLeg, apart } = this;
    return { at, headingRad, course, riding, cornersM, lastLeg, apart };
  }

  /** Goes on from a state, with nothing recorded before it. */
  resume(state: RiderState) {
    Object.assign(this, state);
    this.startRiding = state.riding;
  }

  /** From outside: through the rail at A (or C), straight up the centre line. */
  private enterFrom(letter: string) {
    const fromC = letter === 'C';
    this.at = { x: 0, y: fromC ? this.arena.lengthM : 0 };
    this.headingRad = fromC ? -Math.PI / 2 : Math.PI / 2;
    this.course = { kind: 'line', headingRad: this.headingRad, name: 'centre line' };
  }

  begin(kind: Kind, act: number, text: string, instruction: Instruction | null) {
    const { itemId, round } = this.reading;
    this.recorder.begin({ itemId, round, act, kind, text, instruction, riding: this.riding });
  }

  ride(legs: readonly Leg[]) {
    const [first] = legs;
    if (!first) return;
    const wrong = this.joinFault(first);
    if (wrong) this.fault(wrong);
    this.recorder.ride(legs, this.cornerRadius(), this.apart);
    this.apart = null;
    const last = legs.at(-1)!;
    this.lastLeg = last;
    const end = last.curve.at(last.curve.lengthM);
    this.at = { x: end.x, y: end.y };
    this.headingRad = wrapRad(last.bodyRad ?? end.headingRad + (last.backwards ? Math.PI : 0));
  }

  /** A leg that goes back against the one before, or bends away where a corner would have to be ridden. */
  private joinFault(leg: Leg): Fault | null {
    const { arena, lastLeg: last } = this;
    if (!last || this.apart || ![last, leg].every(isPlain)) return null;
    const begin = leg.curve.at(0);
    if (this.turnsBack(begin.headingRad)) {
      const to = nearestLetter(arena, leg.curve.at(leg.curve.lengthM)).name;
      return { code: 'turns-back', from: this.nearHere(), to };
    }
    const end = last.curve.at(last.curve.lengthM);
    const turnRad = Math.abs(wrapRad(begin.headingRad - end.headingRad));
    // On to a bend one comes in its own direction: from the rail there is no room behind it.
    const roomM = metresToTrack(arena, begin, begin.headingRad + Math.PI);
    return leg.curve.kind !== 'line' && turnRad > CORNER_RAD && roomM < SAME_M
      ? { code: 'no-room', kind: 'figure', wantedM: this.cornerRadius(), roomM }
      : null;
  }

  follow(plan: ActPlan) {
    const startM = this.recorder.plannedM;
    this.ride(plan.legs);
    this.change(startM, plan.changes ?? []);
    for (const hold of plan.holds ?? []) {
      this.recorder.hold(startM + hold.afterM, { ...hold, fromRad: this.headingRad });
      if (hold.turnRad) {
        this.headingRad = wrapRad(this.headingRad + hold.turnRad);
        this.apart ??= { turned: true };
      }
    }
    if (plan.headingAfterRad !== undefined) this.headingRad = plan.headingAfterRad;
    if (plan.courseAfter) this.course = plan.courseAfter;
    // A track that is not under the horse cannot be followed: after a mistake it goes straight on.
    if (this.course.kind === 'track' && !isOnTrack(this.arena, this.at, this.course.furtherInM)) {
      this.course = courseFrom(this.arena, this.at, this.headingRad);
    }
    this.faceAlongTrack();
    if (plan.legs.length === 0 && this.course.kind === 'line' && this.turnsBack(this.headingRad)) {
      const ahead = lettersAhead(this.arena, this.course, this.at).find((l) => l.metres > SAME_M);
      this.fault({ code: 'turns-back', from: this.nearHere(), to: ahead?.name ?? this.nearHere() });
      this.apart = { turned: true };
    }
  }

  /** Whether a way on goes back against what was ridden last. */
  private turnsBack(headingRad: number): boolean {
    const { lastLeg: last, apart } = this;
    if (!last || apart || !isPlain(last)) return false;
    const end = last.curve.at(last.curve.lengthM);
    return Math.abs(wrapRad(headingRad - end.headingRad)) > TURNS_BACK_RAD;
  }

  /** A slanting line that has come to the track is blended into it: what comes next begins on the track. */
  private faceAlongTrack() {
    const { arena, at, course } = this;
    if (course.kind !== 'track' || !isOnTrack(arena, at, course.furtherInM)) return;
    this.headingRad = trackHeading(arena, course.rein, at, course.furtherInM);
  }

  /** Changes counted from a place already ridden. */
  change(startM: number, changes: readonly Change[]) {
    for (const { afterM, patch } of changes) {
      const atM = startM + afterM;
      const inOrder = atM >= this.lastChangeM;
      this.recorder.patch(atM, patch);
      this.lastChangeM = Math.max(this.lastChangeM, atM);
      // Placed before what was already said: the state now is what all changes in their order make of it.
      this.riding = inOrder ? patch(this.riding) : this.recorder.ridingAtEnd(this.startRiding);
    }
  }

  setNow(patch: Partial<Riding>) {
    this.change(this.recorder.plannedM, [{ afterM: 0, patch: (r) => ({ ...r, ...patch }) }]);
  }

  /** Out of a halt in the pace before it. */
  moveOn() {
    const patch = (r: Riding): Riding => ({ ...r, gait: r.movingGait });
    this.change(this.recorder.plannedM, [{ afterM: 0, patch }]);
  }

  fault(fault: Fault, act = -1) {
    const last = this.faults.at(-1);
    // The way and the movement on it fail for one reason: it is said once.
    if (last?.fault.code === fault.code && last.itemId === this.reading.itemId) return;
    this.faults.push({ fault, itemId: this.reading.itemId, act });
  }

  stand(more: Partial<Pick<Stand, 'route' | 'lastsS' | 'times' | 'overM'>> = {}): Stand {
    return {
      arena: this.arena,
      horse: this.horse,
      riding: this.riding,
      at: this.at,
      headingRad: this.headingRad,
      course: this.course,
      route: null,
      overM: null,
      cornerRadiusM: this.cornerRadius(),
      lastsS: null,
      times: null,
      letter: (name) => this.point(name),
      polesAt: (name) => this.equipment.filter((e) => e.what === 'poles' && e.letter === name),
      strideM: (gait, pace) => horseStride(this.horse, gait, pace).lengthM,
      speedMps: (gait, pace) => horseStride(this.horse, gait, pace).speedMps,
      ...more,
    };
  }

  facesRail(): boolean {
    return (
      this.course.kind === 'line' &&
      metresToTrack(this.arena, this.at, this.course.headingRad) < 1e-3
    );
  }

  /** At the end of a line: on to the track, on the side that is said, or the shorter way to what comes. */
  turnOntoTrack(side: Rein | undefined, towards: Point | null) {
    if (!this.facesRail() || !isOnTrack(this.arena, this.at)) return;
    const rein =
      side ?? (towards ? this.reinTowards(this.at, this.headingRad, towards) : this.riding.rein);
    this.course = trackCourse(rein);
    this.headingRad = trackHeading(this.arena, rein, this.at);
    this.setNow({ rein });
  }

  /** The rein on which the track goes on from a point to another one. */
  reinTowards(from: Point, headingRad: number, to: Point): Rein {
    const course = courseFrom(this.arena, from, headingRad);
    if (course.kind === 'track') return course.rein;
    const rein = this.riding.rein;
    const same = metresToPoint(this.arena, trackCourse(rein), from, to) ?? Infinity;
    const other = metresToPoint(this.arena, trackCourse(otherRein(rein)), from, to) ?? Infinity;
    return other < same - SAME_M ? otherRein(rein) : rein;
  }

  /** After a fault the ride goes on from the place that was meant. */
  jumpTo(point: Point, next: Point | null) {
    this.at = point;
    this.apart = { jump: true };
    if (!isOnTrack(this.arena, point)) {
      this.headingRad = next ? headingTo(point, next) : Math.PI / 2;
      this.course = { kind: 'line', headingRad: this.headingRad, name: 'line' };
      return;
    }
    const left = trackHeading(this.arena, 'left', point);
    const along = next ? Math.cos(headingTo(point, next) - left) : 0;
    const rein = along > 0.2 ? 'left' : along < -0.2 ? 'right' : this.riding.rein;
    this.course = trackCourse(rein);
    this.headingRad = trackHeading(this.arena, rein, point);
    if (this.riding.rein !== rein) this.setNow({ rein });
  }

  point(name: string): Point | null {
    const letter = findLetter(this.arena, name);
    return letter ? letterOnTrack(this.arena, letter) : null;
  }

  noLetter(letter: string): Fault {
    return { code: 'no-such-letter', letter, known: lettersOf(this.arena).map((l) => l.name) };
  }

  notReached(place: string): Fault {
    const reached = lettersAhead(this.arena, this.course, this.at).map((l) => l.name);
    return { code: 'place-not-reached', place, reached };
  }

  nearHere = (): string => nearestLetter(this.arena, this.at).name;

  private cornerRadius(): number {
    return this.cornersM ?? cornerRadiusM(this.horse, this.riding.movingGait, this.riding.pace);
  }
}
