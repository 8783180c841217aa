import type { Arena } from '../arena/arena.ts';
import type { Rein } from '../arena/rein.ts';
import { isFault, type Act, type Riding, type SettingForm } from '../forms/contract.ts';
import { formOf } from '../lesson/forms.ts';
import { ANY_HORSE, type HorseProfile } from '../gaits/horse.ts';
import { distanceM } from '../geometry/curve.ts';
import { arenaOf } from '../lesson/arenaOf.ts';
import {
  DEFAULT_START,
  type Instruction,
  type Item,
  type Lesson,
  type LessonLine,
  type Place,
} from '../lesson/document.ts';
import { equipmentOf, type Equipment } from '../lesson/equipment.ts';
import { printInstruction, printLine, printPlace } from '../notation/print.ts';
import { SAME_M } from '../units.ts';
import { finishInSteps } from './finish.ts';
import { lettersPassed, momentsM } from './moments.ts';
import { atOnce, type Steps } from '../steps.ts';
import { LessonRider, ridingAtStart, type RiderState } from './rider.ts';
import type { Ride } from './types.ts';
import { goTo, onToLetter, rideRoute, rideToEndOfLine, type Route } from './wayTo.ts';

/** More movements than this are not a lesson but a slip of the repeat count. */
export const MOST_MOVEMENTS = 2000;
/** A day's riding: so long a line is drawn and reviewed at once. */
const MOST_LEGS = 20_000;

/**
 * Lays a lesson out as a ride. User mistakes are returned as faults; the ride goes on from the place
 * that was meant, so that one mistake does not hide the next.
 */
export const compileRide = (lesson: Lesson, horse: HorseProfile = ANY_HORSE): Ride =>
  atOnce(compileInSteps(lesson, horse));

/** The same, line by line. */
export function* compileInSteps(lesson: Lesson, horse: HorseProfile = ANY_HORSE): Steps<Ride> {
  const arena = arenaOf(lesson);
  const start = lesson.start ?? DEFAULT_START;
  const rider = new LessonRider(arena, horse, equipmentOf(lesson.items, arena), start);
  yield* new Compiler(rider).run(lesson.items);
  yield;
  return yield* finishInSteps({
    arena,
    horse,
    recorder: rider.recorder,
    startRiding: ridingAtStart(start),
    faults: rider.faults,
    items: lesson.items,
  });
}

/** Where in a lesson: before or after one of its items, or at its end. */
export type LessonPoint = { readonly before: string } | { readonly after: string } | 'end';

/** The horse at a point of a lesson, as it gets there the first time. */
export interface HorseAtPoint {
  readonly arena: Arena;
  readonly horse: HorseProfile;
  /** Things that lie in the arena. */
  readonly equipment: readonly Equipment[];
  readonly rider: RiderState;
  readonly resting: Resting;
}

/** Where the horse stands, and how it goes, at a point of the lesson. */
export function horseAtPoint(
  lesson: Lesson,
  point: LessonPoint,
  horse: HorseProfile = ANY_HORSE,
): HorseAtPoint {
  const arena = arenaOf(lesson);
  const equipment = equipmentOf(lesson.items, arena);
  const rider = new LessonRider(arena, horse, equipment, lesson.start ?? DEFAULT_START);
  const compiler = new Compiler(rider);
  atOnce(compiler.rideUntil(lesson.items, point));
  return { arena, horse, equipment, rider: rider.state(), resting: compiler.resting };
}

/** Rides items from where the horse stands: what a line would be, put in at that point. */
export function rideFrom(
  { arena, horse, equipment, rider: state, resting }: HorseAtPoint,
  items: readonly Item[],
): Ride {
  const known = new Set(equipment.map((e) => e.itemId));
  const lying = [...equipment, ...equipmentOf(items, arena).filter((e) => !known.has(e.itemId))];
  const rider = new LessonRider(arena, horse, lying);
  rider.resume(state);
  const compiler = new Compiler(rider);
  compiler.resting = resting;
  atOnce(compiler.rideUntil(items, 'end'));
  const { recorder, faults } = rider;
  const plan = { arena, horse, recorder, startRiding: state.riding, faults, items };
  return atOnce(finishInSteps(plan));
}

/** A halt or a break, until a pace is named again. */
interface Resting {
  /** A halt or a break was the last thing ridden, and no pace has been named since. */
  readonly after: 'halt' | 'break' | null;
  /** The pace before the break. */
  readonly before: Partial<Riding>;
}

/** The other instructions in a line beside one of its acts. */
interface Beside {
  readonly opening: readonly Instruction[];
  readonly later: readonly Instruction[];
}

/** An act of the table: its kind is known. */
type NamedAct = Extract<ReturnType<typeof formOf>, Act>;

const isAct = (i: Instruction): boolean => formOf(i.form).group === 'act';
const isLed = (i: Instruction): boolean => {
  const form = formOf(i.form);
  return form.group === 'act' && form.led === true;
};
const isPlaced = (i: Instruction): boolean => i.at !== undefined;
const follows = (i: Instruction): boolean => i.then === true || i.params['proceed'] === true;
const namesPace = (i: Instruction): boolean => {
  const form = formOf(i.form);
  return form.group === 'setting' && form.namesPace === true;
};
const isOpenEnded = (i: Instruction): boolean => {
  const form = formOf(i.form);
  return form.group === 'act' && form.openEnded === true;
};

class Compiler {
  resting: Resting = { after: null, before: {} };
  private stop: LessonPoint = 'end';
  private stopped = false;
  private lastLine: LessonLine | null = null;
  private round = 1;

  constructor(private readonly rider: LessonRider) {}

  *run(items: readonly Item[]): Steps<void> {
    yield* this.rideUntil(items, 'end');
    if (this.tooMany()) this.rider.fault({ code: 'too-many-movements', most: MOST_MOVEMENTS });
    const last = this.lastLine?.instructions.at(-1);
    if (last && isOpenEnded(last)) rideToEndOfLine(this.rider);
  }

  /** Rides up to a point, and no further. */
  *rideUntil(items: readonly Item[], point: LessonPoint): Steps<void> {
    this.stop = point;
    yield* this.rideItems(items);
  }

  private stopsAt(where: 'before' | 'after', id: string): boolean {
    if (this.stop !== 'end' && (this.stop as Record<string, string>)[where] === id) {
      this.stopped = true;
    }
    return this.stopped;
  }

  private tooMany(): boolean {
    const { drafts, phases, legs } = this.rider.recorder;
    return drafts.length + phases.length >= MOST_MOVEMENTS || legs.length > MOST_LEGS;
  }

  private *rideItems(items: readonly Item[]): Steps<void> {
    for (const item of items) {
      if (this.tooMany() || this.stopsAt('before', item.id)) return;
      if (item.kind === 'line') {
        this.rideLine(item);
        yield;
      } else if (item.kind === 'phase')
        this.rider.recorder.phases.push({ itemId: item.id, phase: item });
      else if (item.kind === 'corners') this.rider.cornersM = item.radiusM;
      else if (item.kind === 'repeat') yield* this.rideRepeat(item.items, item.times);
      if (this.stopsAt('after', item.id)) return;
    }
  }

  private *rideRepeat(items: readonly Item[], times: number): Steps<void> {
    const outer = this.round;
    for (let i = 1; i <= times; i++) {
      this.round = i;
      const faultsBefore = this.rider.faults.length;
      yield* this.rideItems(items);
      if (this.stopped) break;
      // What goes wrong goes wrong each time: say it once.
      if (i > 1 && this.rider.faults.length > faultsBefore) {
        this.closeFault(items, faultsBefore);
        break;
      }
    }
    this.round = outer;
  }

  /** A fault that only shows in the second round means that the end does not lead back to the start. */
  private closeFault(items: readonly Item[], faultsBefore: number) {
    const { faults } = this.rider;
    const first = items.find((item) => item.kind === 'line');
    const before = faults.slice(0, faultsBefore);
    for (const found of faults.splice(faultsBefore)) {
      const { fault } = found;
      if (before.some((f) => f.itemId === found.itemId && f.fault.code === fault.code)) continue;
      const open = found.itemId === first?.id && fault.code === 'place-not-reached';
      const near = this.rider.nearHere();
      faults.push(
        open ? { ...found, fault: { code: 'repeat-open', near, place: fault.place } } : found,
      );
    }
  }

  private rideLine(line: LessonLine) {
    this.lastLine = line;
    this.rider.reading = { itemId: line.id, round: this.round };
    const { instructions, place } = line;
    if (instructions.some((i) => i.form === 'leave')) {
      const out = { gait: 'walk', movingGait: 'walk', pace: 'free', lead: null } as const;
      this.rider.setNow({ ...out, frame: 'long-rein' });
      this.rested();
    }
    const led = instructions.some(isLed);
    const moves = instructions.some((i) => {
      const form = formOf(i.form);
      return form.group === 'setting' || !form.rests;
    });
    if (this.resting.after && !led && (moves || !this.standsAt(place))) {
      this.resume(instructions.some(namesPace));
    }
    if (led && !this.standsAt(place)) this.rider.setNow({ gait: 'in-hand' });
    const route = goTo(this.rider, place);
    if (instructions.some(isAct)) this.rideActs(line, route);
    else this.rideSettings(line, route);
  }

  private rested() {
    this.resting = { ...this.resting, after: null };
  }

  /** After a halt or a break the pace before is taken up again, with a hint unless the line names one. */
  private resume(namesPace: boolean) {
    const afterBreak = this.resting.after === 'break';
    this.rested();
    // After a break that is followed by a pace, the horse walks on to the place where it is asked.
    if (afterBreak && namesPace) return;
    if (afterBreak) this.rider.setNow(this.resting.before);
    else this.rider.moveOn();
    const { movingGait, pace } = this.rider.riding;
    if (!namesPace) this.rider.fault({ code: 'pace-resumed', gait: movingGait, pace });
  }

  private standsAt(place: Place | null): boolean {
    if (!place) return true;
    const name =
      place.kind === 'at' ? place.letter : place.kind === 'route' ? place.letters[0]! : null;
    const point = name && this.rider.point(name);
    return !!point && distanceM(point, this.rider.at) < SAME_M;
  }

  /** A line without acts: its settings, on its route when it has one. */
  private rideSettings({ instructions, place }: LessonLine, route: Route | null) {
    const [first] = instructions;
    const kind = route ? 'line' : first ? formOf(first.form).kind : 'place';
    const said = instructions.map(printInstruction).join(', ');
    const text = [place && printPlace(place), said].filter(Boolean).join(' ');
    this.rider.begin(kind, -2, text, first ?? null);
    const startM = this.rider.recorder.plannedM;
    for (const s of instructions) if (!isPlaced(s) && !follows(s)) this.applySetting(s, -2);
    if (route) rideRoute(this.rider, route);
    for (const s of instructions) if (isPlaced(s)) this.placeSetting(s, startM, 1);
    for (const s of instructions) if (follows(s) && !isPlaced(s)) this.applySetting(s, -2);
  }

  private rideActs(line: LessonLine, route: Route | null) {
    const all = line.instructions;
    const acts = all.flatMap((instruction, index) => (isAct(instruction) ? [index] : []));
    // Settings hold from the beginning of the first act, unless they are placed or follow.
    const opening = all.filter((i) => !isAct(i) && !isPlaced(i) && !follows(i));
    let over: { startM: number } | null = null;
    for (const [n, index] of acts.entries()) {
      const first = n === 0;
      const later = all
        .slice(first ? 0 : index + 1, acts[n + 1])
        .filter((i) => !isAct(i) && (isPlaced(i) || follows(i)));
      const beside = { opening: first ? opening : [], later };
      const instruction = all[index]!;
      const act = formOf(instruction.form) as NamedAct;
      if (act.overlay && over) {
        this.layOver(act, instruction, index, over.startM);
        continue;
      }
      over = { startM: this.rider.recorder.plannedM };
      const text = textOf(line, instruction, first, beside);
      this.rideAct(act, instruction, index, text, first ? route : null, beside);
    }
  }

  private rideAct(
    act: NamedAct,
    instruction: Instruction,
    index: number,
    text: string,
    route: Route | null,
    { opening, later }: Beside,
  ) {
    const { rider } = this;
    const side = instruction.params['side'] as Rein | undefined;
    if (!act.atRail) rider.turnOntoTrack(side, null);
    rider.begin(act.kind, index, text, instruction);
    if (act.route === 'needed' && !route) {
      return rider.fault({ code: 'route-missing', kind: act.kind }, index);
    }
    const startM = rider.recorder.plannedM;
    if (route && !act.route) {
      rideRoute(rider, route);
      if (!act.atRail) rider.turnOntoTrack(side, null);
    }
    const { gait, movingGait, pace, lead, frame, rein } = rider.riding;
    if (act.ownSide && side && side !== rein) rider.setNow({ rein: side });
    for (const setting of opening) this.applySetting(setting, index);
    this.planAct(act, instruction, index, act.route ? route : null);
    this.takeRein(act, rein);
    if (act.rests) {
      const before = { gait, movingGait, pace, lead, frame };
      this.resting = {
        after: act.rests,
        before: act.rests === 'break' ? before : this.resting.before,
      };
    }
    for (const setting of later) {
      if (isPlaced(setting)) this.placeSetting(setting, startM, instruction.times ?? 1);
      else this.applySetting(setting, index);
    }
  }

  private planAct(act: Act, instruction: Instruction, index: number, route: Route | null) {
    const { rider } = this;
    const { times = 1, lastsS = null, params } = instruction;
    const repeats = act.counts ? 1 : times;
    for (let i = 0; i < repeats && !this.tooMany(); i++) {
      if (i > 0 && route) {
        rider.fault({ code: 'route-once', kind: act.kind, times }, index);
        break;
      }
      const plan = act.plan(rider.stand({ route, lastsS, times }), params);
      if (isFault(plan)) {
        rider.fault(plan, index);
        break;
      }
      rider.follow(plan);
    }
    if (lastsS !== null && rider.course.kind === 'track') onToLetter(rider);
  }

  /** After a figure the rein is the course's; a circle off a line gives back the rein it borrowed. */
  private takeRein(act: Act, before: Rein) {
    const { rider } = this;
    const { course, riding } = rider;
    if (course.kind === 'track' && riding.rein !== course.rein) rider.setNow({ rein: course.rein });
    else if (course.kind === 'line' && act.kind === 'circle' && riding.rein !== before) {
      rider.setNow({ rein: before });
    }
  }

  /** An act that is laid over the one before it: its changes fall on that one's line. */
  private layOver(act: Act, instruction: Instruction, index: number, startM: number) {
    const { rider } = this;
    const roomM = rider.recorder.plannedM - startM;
    const stand = rider.stand({ times: instruction.times ?? 1, overM: roomM });
    const plan = act.plan(stand, instruction.params);
    if (isFault(plan)) return rider.fault(plan, index);
    const wantedM = Math.max(0, ...(plan.changes ?? []).map((c) => c.afterM));
    if (wantedM > roomM + SAME_M) {
      return rider.fault({ code: 'no-room', kind: act.kind, wantedM, roomM }, index);
    }
    rider.change(startM, plan.changes ?? []);
  }

  private applySetting(instruction: Instruction, act: number) {
    // What follows a halt is asked of the pace before it.
    if (this.resting.after === 'halt') this.rider.moveOn();
    this.rested();
    const changes = (formOf(instruction.form) as SettingForm).apply(
      this.rider.stand(),
      instruction.params,
    );
    if (isFault(changes)) return this.rider.fault(changes, act);
    this.rider.change(this.rider.recorder.plannedM, changes);
  }

  /** A setting placed inside the movement that began at `startM`. */
  private placeSetting(instruction: Instruction, startM: number, rounds: number) {
    const { rider } = this;
    const at = instruction.at!;
    const moments = momentsM(rider, at, startM, rounds);
    if (!moments) {
      return rider.fault({
        code: 'place-not-reached',
        place: at,
        reached: lettersPassed(rider, startM),
      });
    }
    for (const atM of moments) {
      const changes = (formOf(instruction.form) as SettingForm).apply(
        rider.stand(),
        instruction.params,
      );
      if (isFault(changes)) return rider.fault(changes);
      rider.change(startM + atM, changes);
    }
  }
}

/** The text called out for an act: its place when it comes first, and the settings that go with it. */
function textOf(
  line: LessonLine,
  act: Instruction,
  first: boolean,
  { opening, later }: Beside,
): string {
  if (act.form === 'leave') return printLine(line);
  const said = [act, ...opening, ...later].map(printInstruction).join(', ');
  return first && line.place ? `${printPlace(line.place)} ${said}` : said;
}
