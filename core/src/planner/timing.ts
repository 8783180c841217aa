import { breakEveryS, isGreen } from '../gaits/horse.ts';
import { holding } from '../gaits/restriction.ts';
import { leastCanterShare, mostCanterShare } from '../gaits/stages.ts';
import { canters, profileOfFile, type HorseFile, type Kept, type PlanRequest } from './request.ts';

/** The minutes of the parts of a lesson, and what may be asked in them. */
export interface Frame {
  /** Walk before the first trot. */
  readonly walkInMin: number;
  readonly warmUpMin: number;
  /** Of the warm-up, for trot and canter large on both reins before anything is asked. */
  readonly plainMin: number;
  readonly workMin: number;
  readonly stretchMin: number;
  readonly coolDownMin: number;
  /** Walk breaks within the work, two minutes each. */
  readonly breaks: number;
  /** Effort times minutes that the horse may be asked. */
  readonly mostLoad: number;
}

export const BREAK_MIN = 2;
/** From one round to the next, or across the school to the other rein; seconds, about. Common practice. */
export const WAY_S = 30;
const COOL_DOWN_MIN = 5;
/** Fewer minutes than these between walking in and the stretch are not divided. */
const SHORT_MIN = 9;
/** An hour at most; three quarters for a green horse, less for a young one and one that is not fit. Common practice. */
const MOST_MIN = 60;
const MOST_GREEN_MIN = 45;
const MOST_YOUNG_MIN = 30;
const MOST_UNFIT_MIN = 30;
/** So old it counts as young. */
const YOUNG_UNTIL = 4;
/** Mean effort of a minute of warm-up, work and stretch. Common practice. */
/** Of the minutes of warm-up and work so much is ridden; the rest is talk, in walk. Common practice. */
const RIDDEN_SHARE = 0.8;
const LOAD_A_MIN = { unfit: 2.2, usual: 2.7, fit: 3 } as const;

/** Reasons for a shorter lesson, each with the most minutes it allows. */
const SHORTENED: readonly {
  readonly is: (horse: HorseFile) => boolean;
  readonly mostMin: number;
  readonly said: (horse: HorseFile) => string;
}[] = [
  {
    is: ({ age }) => age !== undefined && age <= YOUNG_UNTIL,
    mostMin: MOST_YOUNG_MIN,
    said: ({ age }) => `it is ${age} years old`,
  },
  {
    is: ({ fitness }) => fitness === 'unfit',
    mostMin: MOST_UNFIT_MIN,
    said: () => 'it is not fit yet',
  },
  {
    is: (horse) => isGreen(profileOfFile(horse)),
    mostMin: MOST_GREEN_MIN,
    said: () => 'it is still green',
  },
];

/** How long the horse may work at all, whatever is wished, and why no longer. */
export function longest({ horse, wishes }: PlanRequest): { minutes: number; because: string } {
  const short = SHORTENED.find(({ is }) => is(horse));
  const most = short?.mostMin ?? MOST_MIN;
  const reasons = [...(short ? [short.said(horse)] : []), ...(wishes.hot ? ['it is hot'] : [])];
  return {
    // In heat a third less; the yard's and the federation's rule comes first. Common practice.
    minutes: wishes.hot ? Math.round((most * 2) / 3) : most,
    because: reasons.join(', and ') || 'an hour is the most',
  };
}

export const mostMinutes = (request: PlanRequest): number => longest(request).minutes;

/** The minutes that are left to be chosen for beside what is kept. */
export function roomIn(frame: Frame, kept: readonly Kept[]): Frame {
  const taken = (phase: Kept['phase']) =>
    kept.filter((k) => k.phase === phase).reduce((sum, k) => sum + k.minutes, 0);
  return {
    ...frame,
    warmUpMin: Math.max(0, frame.warmUpMin - taken('warm-up')),
    workMin: Math.max(0, frame.workMin - taken('work')),
    stretchMin: Math.max(0, frame.stretchMin - taken('stretch')),
  };
}

/** Trot large on both reins; from stage 2 a canter large on each lead. Common practice. */
const PLAIN_TROT_MIN = 2;
const PLAIN_CANTER_MIN = 3;

/** A short warm-up is chosen as a whole. */
function plainMinutes({ horse }: PlanRequest, warmUpMin: number): number {
  const wanted = PLAIN_TROT_MIN + (canters(horse) ? PLAIN_CANTER_MIN : 0);
  return warmUpMin - wanted >= PLAIN_LEAVES_MIN ? wanted : 0;
}
/** So much of the warm-up is left for what is chosen. */
const PLAIN_LEAVES_MIN = 6;

/**
 * Canter, of the minutes between the first and the last walk. Common practice; less for a horse that is not
 * fit, and in heat.
 */
export function canterMinutes({ horse, wishes }: PlanRequest, frame: Frame): number {
  if (!canters(horse)) return 0;
  const spared = horse.fitness === 'unfit' || wishes.hot || wishes.mood === 'tired' ? 0.5 : 1;
  const least = leastCanterShare(horse.stage) * riddenMin(frame) * spared;
  return Math.max(0, least - plainCanterMin(frame));
}

/** More canter than this is not chosen; a round of one exercise always may be. */
const ONE_ROUND_MIN = 1.5;
export const mostCanterMinutes = ({ horse }: PlanRequest, frame: Frame): number =>
  Math.max(ONE_ROUND_MIN, mostCanterShare(horse.stage) * riddenMin(frame) - plainCanterMin(frame));

const riddenMin = ({ warmUpMin, plainMin, workMin, stretchMin }: Frame): number =>
  warmUpMin + plainMin + workMin + stretchMin;

/** Minutes of the warm-up that plain canter takes. */
const plainCanterMin = ({ plainMin }: Frame): number =>
  plainMin >= PLAIN_TROT_MIN + PLAIN_CANTER_MIN ? 1.3 : 0;

/** Shares out the minutes: warm-up, work with its breaks, stretch and walking out. Common practice. */
export function frameOf(request: PlanRequest): Frame {
  const { horse, wishes } = request;
  const minutes = Math.min(wishes.minutes, mostMinutes(request));
  const walkFirst = holding(horse.limits.dated, 'walk first').map((r) => r.minutes);
  const walkInMin = Math.max(minutes >= 30 ? 3 : 2, ...walkFirst);
  const stretchMin = 4;
  const left = Math.max(2, minutes - walkInMin - stretchMin - COOL_DOWN_MIN);
  // A short lesson is a warm-up and a stretch: work would be neither prepared nor finished.
  const warmUpMin = left < SHORT_MIN ? left : Math.round(left * 0.38);
  const plainMin = plainMinutes(request, warmUpMin);
  const whole = left - warmUpMin;
  const every = breakEveryS(profileOfFile(horse)) / 60;
  const worked = RIDDEN_SHARE * (warmUpMin + whole);
  const breaks = whole === 0 ? 0 : Math.max(0, Math.ceil(worked / every) - 1);
  const workMin = whole === 0 ? 0 : Math.max(2, whole - breaks * BREAK_MIN);
  const aMin = LOAD_A_MIN[horse.fitness] * (wishes.hot || wishes.mood === 'tired' ? 0.75 : 1);
  return {
    walkInMin,
    warmUpMin: warmUpMin - plainMin,
    plainMin,
    workMin,
    stretchMin,
    coolDownMin: COOL_DOWN_MIN,
    breaks,
    mostLoad: Math.round(aMin * (warmUpMin + workMin + stretchMin)),
  };
}
