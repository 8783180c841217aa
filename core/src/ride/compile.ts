import { findLetter, letterOnTrack, lettersOf, nearestLetter } from '../arena/arena.ts';
import {
  courseLegs,
  isOnTrack,
  lettersAhead,
  metresToPoint,
  metresToTrack,
  letterOnCourse,
  trackCourse,
  trackHeading,
  type Course,
} from '../arena/course.ts';
import { otherRein, type Rein } from '../arena/rein.ts';
import { courseFrom, endingOn } from '../figures/shared.ts';
import { routeLegs } from '../figures/diagonals.ts';
import {
  isFault,
  type Act,
  type ActPlan,
  type Fault,
  type Riding,
  type Setting,
  type Stand,
} from '../forms/contract.ts';
import { formOf } from '../forms/table.ts';
import { cornerRadiusM, horseStride, ANY_HORSE, type HorseProfile } from '../gaits/horse.ts';
import { distanceM, headingTo, type Point } from '../geometry/curve.ts';
import { nearestOnLegs, type Leg } from '../geometry/leg.ts';
import { arenaOf } from '../lesson/arenaOf.ts';
import {
  DEFAULT_START,
  type Instruction,
  type Item,
  type Lesson,
  type LessonLine,
  type Place,
} from '../lesson/document.ts';
import { printInstruction, printLine, printPlace } from '../notation/print.ts';
import { SAME_M, wrapRad } from '../units.ts';
import { finishRide } from './finish.ts';
import { Recorder } from './recorder.ts';
import type { Ride, RideFault } from './types.ts';

/** More movements than this are not a lesson but a slip of the repeat count. */
const MOST_MOVEMENTS = 4000;
/** After these the horse stands or walks until the pace before is taken up again. */
const STANDING = ['halt', 'salute', 'walk-break', 'rein-back'];
/** A route that begins more than this off the present heading would ask the horse to turn round. */
const TURNS_BACK_RAD = (120 * Math.PI) / 180;

/**
 * Lays a lesson out as a ride. User mistakes are returned as faults; the ride goes on from the place
 * that was meant, so that one mistake does not hide the next.
 */
export function compileRide(lesson: Lesson, horse: HorseProfile = ANY_HORSE): Ride {
  return new Compiler(lesson, horse).run();
}

class Compiler {
  private readonly arena;
  private readonly recorder = new Recorder();
  private readonly faults: RideFault[] = [];
  private readonly startRiding: Riding;
  private at: Point = { x: 0, y: 0 };
  private headingRad = 0;
  private course: Course = trackCourse('left');
  private riding: Riding;
  private cornersM: number | null = null;
  private jumped = false;
  private round = 1;
  private item: LessonLine | null = null;
  /** A halt or a break was the last thing ridden, and no pace has been named since. */
  private resuming: 'halt' | 'break' | null = null;
  /** The pace before the break. */
  private before: Partial<Riding> = {};

  constructor(
    private readonly lesson: Lesson,
    private readonly horse: HorseProfile,
  ) {
    this.arena = arenaOf(lesson);
    const start = lesson.start ?? DEFAULT_START;
    this.startRiding = {
      gait: start.gait,
      movingGait: start.gait,
      pace: start.pace,
      rein: start.rein,
      lead: start.gait === 'canter' ? start.rein : null,
      counterCanter: false,
      seat: null,
      frame: 'normal',
      lateral: null,
    };
    this.riding = this.startRiding;
    this.placeAtStart(start.how, start.letter, start.rein);
  }

  run(): Ride {
    this.rideItems(this.lesson.items);
    this.checkEnd();
    return finishRide({
      arena: this.arena,
      horse: this.horse,
      recorder: this.recorder,
      startRiding: this.startRiding,
      faults: this.faults,
    });
  }

  private placeAtStart(how: 'start' | 'enter', letter: string, rein: Rein) {
    const point = this.point(letter) ?? this.point('A')!;
    if (!this.point(letter)) this.fault(this.noLetter(letter), -1);
    this.at = point;
    if (how === 'enter') {
      // From outside: through the rail at A (or C), straight up the centre line.
      const fromC = letter === 'C';
      this.at = { x: 0, y: fromC ? this.arena.lengthM : 0 };
      this.headingRad = fromC ? -Math.PI / 2 : Math.PI / 2;
      this.course = { kind: 'line', headingRad: this.headingRad, name: 'centre line' };
    } else if (isOnTrack(this.arena, point)) {
      this.course = trackCourse(rein);
      this.headingRad = trackHeading(this.arena, rein, point);
    } else {
      this.headingRad = Math.PI / 2;
      this.course = { kind: 'line', headingRad: this.headingRad, name: 'centre line' };
    }
  }

  private rideItems(items: readonly Item[]) {
    for (const item of items) {
      if (this.recorder.drafts.length > MOST_MOVEMENTS) return;
      if (item.kind === 'line') this.rideLine(item);
      else if (item.kind === 'phase') this.recorder.phases.push({ itemId: item.id, phase: item });
      else if (item.kind === 'corners') this.cornersM = item.radiusM;
      else if (item.kind === 'repeat') this.rideRepeat(item.items, item.times);
    }
  }

  private rideRepeat(items: readonly Item[], times: number) {
    const outer = this.round;
    for (let i = 1; i <= times; i++) {
      this.round = i;
      const faultsBefore = this.faults.length;
      this.rideItems(items);
      // What goes wrong goes wrong each time: say it once.
      if (i > 1 && this.faults.length > faultsBefore) {
        this.closeFault(items, faultsBefore);
        break;
      }
    }
    this.round = outer;
  }

  /** A fault that only shows in the second round means that the end does not lead back to the start. */
  private closeFault(items: readonly Item[], faultsBefore: number) {
    const first = items.find((item) => item.kind === 'line');
    const before = this.faults.slice(0, faultsBefore);
    const fresh = this.faults.splice(faultsBefore);
    for (const found of fresh) {
      const known = before.some(
        (f) => f.itemId === found.itemId && f.fault.code === found.fault.code,
      );
      if (known) continue;
      const atFirst = found.itemId === first?.id && found.fault.code === 'place-not-reached';
      this.faults.push(
        atFirst && found.fault.code === 'place-not-reached'
          ? {
              ...found,
              fault: { code: 'repeat-open', near: this.nearHere(), place: found.fault.place },
            }
          : found,
      );
    }
  }

  private rideLine(item: LessonLine) {
    this.item = item;
    const instructions = item.instructions;
    if (instructions.some((i) => i.form === 'leave')) {
      this.setNow({
        gait: 'walk',
        movingGait: 'walk',
        pace: 'free',
        frame: 'long-rein',
        lead: null,
      });
      this.resuming = null;
    }
    const namesPace = instructions.some((i) =>
      ['walk', 'trot', 'canter', 'counterCanter'].includes(i.form),
    );
    const moves = instructions.some((i) => !STANDING.includes(formOf(i.form).kind));
    if (this.resuming && (moves || !this.standsAt(item.place))) this.resume(namesPace);
    const route = this.goTo(item.place);
    this.rideInstructions(instructions, route);
  }

  /** After a halt or a break the pace before is taken up again, with a hint unless the line names one. */
  private resume(namesPace: boolean) {
    const afterBreak = this.resuming === 'break';
    this.resuming = null;
    // After a break that is followed by a pace, the horse walks on to the place where it is asked.
    if (afterBreak && namesPace) return;
    this.setNow(afterBreak ? this.before : { gait: this.riding.movingGait });
    const { movingGait, pace } = this.riding;
    if (!namesPace) this.fault({ code: 'pace-resumed', gait: movingGait, pace }, -1);
  }

  private standsAt(place: Place | null): boolean {
    if (!place) return true;
    const name =
      place.kind === 'at' ? place.letter : place.kind === 'route' ? place.letters[0]! : null;
    const point = name && this.point(name);
    return !!point && distanceM(point, this.at) < SAME_M;
  }

  private rideInstructions(instructions: readonly Instruction[], route: Stand['route']) {
    const acts = instructions.filter((i) => formOf(i.form).group === 'act');
    const settings = instructions.filter((i) => formOf(i.form).group === 'setting');
    const item = this.item!;
    const firstAct = instructions.findIndex((i) => formOf(i.form).group === 'act');
    const place = item.place ? `${printPlace(item.place)} ` : '';
    // Settings hold from the beginning of the first act, unless they are placed or follow.
    const opening = settings.filter((s) => !this.isPlaced(s) && !this.follows(s));
    if (acts.length === 0) {
      const kind = route ? 'line' : ((settings[0] && formOf(settings[0].form).kind) ?? 'place');
      this.begin(
        kind,
        -2,
        `${place}${settings.map(printInstruction).join(', ')}`.trim(),
        settings[0] ?? null,
      );
      opening.forEach((s) => this.applySetting(s));
      if (route) this.rideRoute(route);
      const startM = this.recorder.drafts.at(-1)!.startM;
      settings.filter((s) => this.isPlaced(s)).forEach((s) => this.placeSetting(s, startM));
      settings
        .filter((s) => this.follows(s) && !this.isPlaced(s))
        .forEach((s) => this.applySetting(s));
      return;
    }
    let used = route;
    instructions.forEach((instruction, index) => {
      const form = formOf(instruction.form);
      if (form.group === 'act') {
        const first = index === firstAct;
        const also = first ? opening : [];
        const later = this.settingsAfter(instructions, index);
        const text = [instruction, ...also, ...later].map(printInstruction).join(', ');
        const isLeave = instruction.form === 'leave';
        this.rideAct(
          form,
          instruction,
          index,
          isLeave ? printLine(item) : `${first ? place : ''}${text}`,
          first ? used : null,
          also,
          later,
        );
        used = null;
      }
    });
  }

  /** The placed and following settings that stand between an act and the next one. */
  private settingsAfter(all: readonly Instruction[], index: number): Instruction[] {
    const next = all.findIndex((i, k) => k > index && formOf(i.form).group === 'act');
    const firstAct = all.findIndex((i) => formOf(i.form).group === 'act');
    const from = index === firstAct ? 0 : index + 1;
    return all
      .slice(from, next < 0 ? undefined : next)
      .filter((i) => formOf(i.form).group === 'setting' && (this.isPlaced(i) || this.follows(i)));
  }

  private isPlaced = (i: Instruction): boolean => i.at !== undefined;
  private follows = (i: Instruction): boolean => i.then === true || i.params['proceed'] === true;

  private rideAct(
    act: Act,
    instruction: Instruction,
    index: number,
    text: string,
    route: Stand['route'],
    opening: readonly Instruction[],
    later: readonly Instruction[],
  ) {
    const side = instruction.params['side'] as Rein | undefined;
    if (!act.atRail) this.turnOntoTrack(side, null);
    this.begin(act.kind, index, text.trim(), instruction);
    if (act.route === 'needed' && !route) {
      return this.fault({ code: 'route-missing', kind: act.kind }, index);
    }
    const startM = this.recorder.plannedM;
    if (route && !act.route) {
      this.rideRoute(route);
      if (!act.atRail) this.turnOntoTrack(side, null);
    }
    const trackRein = this.riding.rein;
    const { gait, movingGait, pace, lead, frame } = this.riding;
    const ridingBefore = { gait, movingGait, pace, lead, frame };
    if (act.ownSide && side && side !== trackRein) this.setNow({ rein: side });
    opening.forEach((s) => this.applySetting(s, index));
    const times = instruction.times ?? 1;
    for (let i = 0; i < times; i++) {
      const plan = act.plan(
        this.stand(act.route ? route : null, instruction.lastsS ?? null),
        instruction.params,
      );
      if (isFault(plan)) {
        this.fault(plan, index);
        break;
      }
      this.ridePlan(plan);
      if (this.recorder.drafts.length > MOST_MOVEMENTS) break;
    }
    if (instruction.lastsS && this.course.kind === 'track') this.onToLetter();
    if (
      act.ownSide &&
      this.course.kind === 'line' &&
      side &&
      side !== trackRein &&
      act.kind === 'circle'
    ) {
      // A circle off a line is ridden on its own hand; on the line the old rein is back.
      this.setNow({ rein: trackRein });
    } else if (this.course.kind === 'track' && this.riding.rein !== this.course.rein) {
      this.setNow({ rein: this.course.rein });
    }
    if (STANDING.includes(act.kind)) {
      this.resuming = act.kind === 'walk-break' ? 'break' : 'halt';
      if (act.kind === 'walk-break') this.before = ridingBefore;
    }
    later.forEach((s) => {
      if (this.isPlaced(s)) this.placeSetting(s, startM);
      else {
        if (this.resuming) {
          this.resuming = null;
          this.setNow({ gait: this.riding.movingGait });
        }
        this.applySetting(s, index);
      }
    });
  }

  private ridePlan(plan: ActPlan) {
    const startM = this.recorder.plannedM;
    this.ride(plan.legs);
    for (const change of plan.changes ?? []) {
      this.riding = change.patch(this.riding);
      this.recorder.patch(startM + change.afterM, change.patch);
    }
    for (const hold of plan.holds ?? []) {
      this.recorder.hold(startM + hold.afterM, hold);
      if (hold.turnRad) this.headingRad = wrapRad(this.headingRad + hold.turnRad);
    }
    if (plan.headingAfterRad !== undefined) this.headingRad = plan.headingAfterRad;
    if (plan.courseAfter) this.course = plan.courseAfter;
    // A track that is not under the horse cannot be followed: after a mistake it goes straight on.
    if (this.course.kind === 'track' && !isOnTrack(this.arena, this.at, this.course.furtherInM)) {
      this.course = courseFrom(this.arena, this.at, this.headingRad);
    }
  }

  private ride(legs: readonly Leg[]) {
    if (legs.length === 0) return;
    this.recorder.ride(legs, this.cornerRadius(), this.jumped);
    this.jumped = false;
    const last = legs.at(-1)!;
    const end = last.curve.at(last.curve.lengthM);
    this.at = { x: end.x, y: end.y };
    this.headingRad = wrapRad(last.bodyRad ?? end.headingRad + (last.backwards ? Math.PI : 0));
  }

  /** Rides to the place of a line; answers the rest of its route when it has one. */
  private goTo(place: Place | null): Stand['route'] {
    if (!place) return null;
    if (place.kind === 'between') {
      this.goBetween(place.letters);
      return null;
    }
    const letters =
      place.kind === 'at'
        ? [place.letter]
        : place.kind === 'along'
          ? [place.from, place.to]
          : place.letters;
    const unknown = letters.find((name) => !this.point(name));
    if (unknown) {
      this.fault(this.noLetter(unknown), -1);
      return null;
    }
    const next = letters[1] && letters[1] !== letters[0] ? this.point(letters[1]) : null;
    this.reach(letters[0]!, place.kind === 'along' ? null : next);
    if (place.kind === 'at') return null;
    if (place.kind === 'along') {
      this.turnOntoTrack(undefined, this.point(place.to));
      this.alongTrack = true;
      if (place.from === place.to) return null;
      return { points: [this.at, this.point(place.to)!], letters };
    }
    this.alongTrack = false;
    const points = [this.at];
    for (const name of letters.slice(1)) {
      const next = this.point(name)!;
      // The same letter twice? Nothing to ride.
      if (distanceM(points.at(-1)!, next) > SAME_M) points.push(next);
    }
    if (points.length < 2) return null;
    this.checkTurnsBack(points, letters);
    return { points, letters };
  }

  private alongTrack = false;

  private checkTurnsBack(points: readonly Point[], letters: readonly string[]) {
    const [from, to] = points as [Point, Point];
    if (distanceM(from, to) < SAME_M) return;
    const facesRail = this.facesRail();
    const off = Math.abs(wrapRad(headingTo(from, to) - this.headingRad));
    if (!facesRail && off > TURNS_BACK_RAD) {
      this.fault({ code: 'turns-back', from: letters[0]!, to: letters[1]! }, -1);
    }
  }

  /** Along the present course to a letter, as a movement of its own. */
  private reach(letter: string, next: Point | null) {
    const here = this.point(letter)!;
    if (distanceM(this.at, here) < SAME_M) return;
    // At the end of a line, the letter decides which way round the track goes.
    if (this.facesRail() && !isOnTrack(this.arena, this.at, 0))
      this.course = courseFrom(this.arena, this.at, this.headingRad);
    if (this.facesRail()) this.turnOntoTrack(undefined, here);
    const target = letterOnCourse(this.arena, this.course, findLetter(this.arena, letter)!);
    const metres = metresToPoint(this.arena, this.course, this.at, target) ?? this.beyondLine(here);
    if (metres === null) {
      const reached = lettersAhead(this.arena, this.course, this.at).map((l) => l.name);
      this.fault({ code: 'place-not-reached', place: letter, reached }, -1);
      return this.jumpTo(here, next);
    }
    if (metres < SAME_M) return;
    this.begin('track', -1, `to ${letter}`, null);
    this.rideCourse(metres, here);
  }

  /** A place on the track beyond the end of the present line: on to the rail, then round to it. */
  private beyondLine(to: Point): number | null {
    if (this.course.kind !== 'line' || !isOnTrack(this.arena, to)) return null;
    const first = metresToTrack(this.arena, this.at, this.course.headingRad);
    const end = {
      x: this.at.x + first * Math.cos(this.course.headingRad),
      y: this.at.y + first * Math.sin(this.course.headingRad),
    };
    const rein = this.reinTowards(end, this.course.headingRad, to);
    return first + (metresToPoint(this.arena, trackCourse(rein), end, to) ?? 0);
  }

  /** Rides on, over the end of a line on to the track when the way is longer. */
  private rideCourse(metres: number, towards: Point): void {
    if (this.course.kind === 'line') {
      const first = Math.min(metres, metresToTrack(this.arena, this.at, this.course.headingRad));
      this.ride(courseLegs(this.arena, this.course, this.at, first));
      if (metres - first <= SAME_M) return;
      this.turnOntoTrack(undefined, towards);
      return this.rideCourse(metres - first, towards);
    }
    this.ride(courseLegs(this.arena, this.course, this.at, metres));
  }

  /** Halfway along the course between two letters. */
  private goBetween(letters: readonly [string, string]) {
    const unknown = letters.find((name) => !this.point(name));
    if (unknown) return this.fault(this.noLetter(unknown), -1);
    const facing = this.facesRail();
    if (facing) this.turnOntoTrack(undefined, this.point(letters[0]));
    const ahead = lettersAhead(this.arena, this.course, this.at);
    const [a, b] = letters.map((name) => ahead.find((l) => l.name === name)?.metres);
    if (a === undefined || b === undefined) {
      const place = a === undefined ? letters[0] : letters[1];
      return this.fault(
        { code: 'place-not-reached', place, reached: ahead.map((l) => l.name) },
        -1,
      );
    }
    // The first letter may lie just behind: then the way to it would be a whole round.
    const metres = a <= b ? (a + b) / 2 : b / 2;
    this.begin('track', -1, `to ${letters.join('/')}`, null);
    this.rideCourse(metres, this.at);
  }

  private rideRoute(route: NonNullable<Stand['route']>) {
    if (this.alongTrack && this.course.kind === 'track') {
      const metres = metresToPoint(this.arena, this.course, this.at, route.points.at(-1)!);
      if (metres === null) {
        const reached = lettersAhead(this.arena, this.course, this.at).map((l) => l.name);
        return this.fault({ code: 'place-not-reached', place: route.letters.at(-1)!, reached }, -1);
      }
      return this.ride(courseLegs(this.arena, this.course, this.at, metres));
    }
    const stand = this.stand(route, null);
    this.ridePlan(endingOn(stand, routeLegs(stand)));
  }

  /** Goes on to the next letter of the track, where a timed movement ends. */
  private onToLetter() {
    const next = lettersAhead(this.arena, this.course, this.at)[0];
    if (next && next.metres > SAME_M)
      this.ride(courseLegs(this.arena, this.course, this.at, next.metres));
  }

  private facesRail(): boolean {
    return (
      this.course.kind === 'line' &&
      metresToTrack(this.arena, this.at, this.course.headingRad) < 1e-3
    );
  }

  /** At the end of a line: on to the track, on the side that is said, or the shorter way to what comes. */
  private turnOntoTrack(side: Rein | undefined, towards: Point | null) {
    if (!this.facesRail() || !isOnTrack(this.arena, this.at)) return;
    const rein =
      side ?? (towards ? this.reinTowards(this.at, this.headingRad, towards) : this.riding.rein);
    this.course = trackCourse(rein);
    this.headingRad = trackHeading(this.arena, rein, this.at);
    this.setNow({ rein });
  }

  private reinTowards(from: Point, headingRad: number, to: Point): Rein {
    const course = courseFrom(this.arena, from, headingRad);
    if (course.kind === 'track') return course.rein;
    const rein = this.riding.rein;
    const same = metresToPoint(this.arena, trackCourse(rein), from, to) ?? Infinity;
    const other = metresToPoint(this.arena, trackCourse(otherRein(rein)), from, to) ?? Infinity;
    return other < same - SAME_M ? otherRein(rein) : rein;
  }

  /** After a fault the ride goes on from the place that was meant. */
  private jumpTo(point: Point, next: Point | null) {
    this.at = point;
    this.jumped = true;
    if (isOnTrack(this.arena, point)) {
      const left = trackHeading(this.arena, 'left', point);
      const along = next ? Math.cos(headingTo(point, next) - left) : 0;
      const rein = along > 0.2 ? 'left' : along < -0.2 ? 'right' : this.riding.rein;
      this.course = trackCourse(rein);
      this.headingRad = trackHeading(this.arena, rein, point);
      if (this.riding.rein !== rein) this.setNow({ rein });
    } else {
      this.headingRad = next ? headingTo(point, next) : Math.PI / 2;
      this.course = { kind: 'line', headingRad: this.headingRad, name: 'line' };
    }
  }

  private applySetting(instruction: Instruction, act = -1) {
    const form = formOf(instruction.form) as Setting;
    this.resuming = null;
    const changes = form.apply(this.stand(null, null), instruction.params);
    if (isFault(changes)) return this.fault(changes, act);
    for (const change of changes) {
      this.riding = change.patch(this.riding);
      this.recorder.patch(this.recorder.plannedM + change.afterM, change.patch);
    }
  }

  /** A setting placed inside the movement that began at `startM`. */
  private placeSetting(instruction: Instruction, startM: number) {
    const form = formOf(instruction.form) as Setting;
    const lengthM = this.recorder.plannedM - startM;
    const moments = this.momentsM(instruction, startM, lengthM);
    if (!moments) {
      const reached = this.lettersPassed(startM);
      return this.fault({ code: 'place-not-reached', place: instruction.at!, reached }, -1);
    }
    for (const atM of moments) {
      const changes = form.apply(this.stand(null, null), instruction.params);
      if (isFault(changes)) return this.fault(changes, -1);
      for (const change of changes) {
        this.riding = change.patch(this.riding);
        this.recorder.patch(startM + atM + change.afterM, change.patch);
      }
    }
  }

  private momentsM({ at }: Instruction, startM: number, lengthM: number): number[] | null {
    switch (at) {
      case 'half':
        return [lengthM / 2];
      case 'quarter':
        return [lengthM / 4];
      case 'three-quarter':
        return [(lengthM * 3) / 4];
      case 'circle points':
        return [1, 2, 3, 4].map((k) => (lengthM * k) / 4);
      case 'end':
        return [lengthM];
      default: {
        const point = this.point(at!);
        const found = point && this.passing(point, startM);
        return found === null || found === undefined ? null : [found];
      }
    }
  }

  private legsSince(startM: number): Leg[] {
    let rest = this.recorder.plannedM - startM;
    const legs: Leg[] = [];
    for (let i = this.recorder.legs.length - 1; i >= 0 && rest > SAME_M; i--) {
      legs.unshift(this.recorder.legs[i]!);
      rest -= this.recorder.legs[i]!.curve.lengthM;
    }
    return legs;
  }

  /** Where the legs since `startM` pass a point (within a metre), as metres from there. */
  private passing(point: Point, startM: number): number | null {
    const best = nearestOnLegs(this.legsSince(startM), point);
    return best.awayM <= 1 ? best.atM : null;
  }

  private lettersPassed(startM: number): string[] {
    return lettersOf(this.arena)
      .filter((letter) => this.passing(letterOnTrack(this.arena, letter), startM) !== null)
      .map((letter) => letter.name);
  }

  private begin(kind: string, act: number, text: string, instruction: Instruction | null) {
    this.recorder.begin({
      itemId: this.item!.id,
      act,
      round: this.round,
      kind,
      text,
      instruction,
      riding: this.riding,
    });
  }

  private setNow(patch: Partial<Riding>) {
    const change = (riding: Riding): Riding => ({ ...riding, ...patch });
    this.riding = change(this.riding);
    this.recorder.patch(this.recorder.plannedM, change);
  }

  private stand(route: Stand['route'], lastsS: number | null): Stand {
    return {
      arena: this.arena,
      horse: this.horse,
      riding: this.riding,
      at: this.at,
      headingRad: this.headingRad,
      course: this.course,
      route,
      cornerRadiusM: this.cornerRadius(),
      lastsS,
      letter: (name) => this.point(name),
      strideM: (gait, pace) => horseStride(this.horse, gait, pace).lengthM,
      speedMps: (gait, pace) => horseStride(this.horse, gait, pace).speedMps,
    };
  }

  private cornerRadius(): number {
    return this.cornersM ?? cornerRadiusM(this.horse, this.riding.movingGait, this.riding.pace);
  }

  private point(name: string): Point | null {
    const letter = findLetter(this.arena, name);
    return letter ? letterOnTrack(this.arena, letter) : null;
  }

  private noLetter(letter: string): Fault {
    return { code: 'no-such-letter', letter, known: lettersOf(this.arena).map((l) => l.name) };
  }

  private nearHere = (): string => nearestLetter(this.arena, this.at).name;

  private fault(fault: Fault, act: number) {
    this.faults.push({ fault, itemId: this.item?.id ?? '', act });
  }

  /** A line ridden to the rail with nothing said of the way on. */
  private checkEnd() {
    const last = this.item?.instructions.at(-1);
    const open = ['centre-line', 'quarter-line', 'turn'];
    if (this.course.kind !== 'line' || !last || !open.includes(formOf(last.form).kind)) return;
    this.begin('track', -1, 'to the end of the line', null);
    const metres = metresToTrack(this.arena, this.at, this.course.headingRad);
    this.ride(courseLegs(this.arena, this.course, this.at, metres));
    this.fault({ code: 'course-not-continued', near: this.nearHere() }, -1);
  }
}
