/** How a horse goes: in hand it is led, at the handler's walk. */
export type Gait = 'walk' | 'trot' | 'canter' | 'halt' | 'rein-back' | 'in-hand';
export type MovingGait = 'walk' | 'trot' | 'canter';

export const MOVING_GAITS = ['walk', 'trot', 'canter'] as const;

export type PaceName = 'free' | 'medium' | 'collected' | 'extended' | 'working' | 'lengthened';

/** The paces each gait has, the usual one first. Source: international dressage rules (from memory). */
export const PACES: Record<MovingGait, readonly PaceName[]> = {
  walk: ['medium', 'free', 'collected', 'extended'],
  trot: ['working', 'lengthened', 'collected', 'medium', 'extended'],
  canter: ['working', 'lengthened', 'collected', 'medium', 'extended'],
};

export const usualPace = (gait: MovingGait): PaceName => PACES[gait][0]!;

export interface Stride {
  readonly speedMps: number;
  readonly lengthM: number;
}

/** Walk and rein back are counted in steps, two to a stride; trot and canter in strides. */
export const countsPerStride = (gait: Gait): 1 | 2 =>
  gait === 'walk' || gait === 'rein-back' ? 2 : 1;

export const countWord = (gait: Gait): 'steps' | 'strides' =>
  countsPerStride(gait) === 2 ? 'steps' : 'strides';
