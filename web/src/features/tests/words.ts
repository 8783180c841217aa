import type { RideKind } from '@canter-book/core/sheet/markedRide';
import type { Sheet, SheetBox } from '@canter-book/core/sheet/sheet';
import { clock } from '@canter-book/core/units';

export const RIDE_KIND_WORDS: Readonly<Record<RideKind, string>> = {
  practice: 'practice',
  show: 'show',
  self: 'own marks',
};

/** The name of a box: its title, or its first line. */
export const boxName = ({ title, lines }: Pick<SheetBox, 'title' | 'lines'>): string =>
  title ?? lines[0] ?? '';

export const percent = (value: number): string => `${value.toFixed(3)} %`;

export const mark = (value: number | undefined): string => value?.toFixed(1) ?? '–';

/** “8 boxes, 180 points, 6 min”. */
export const inShort = ({ boxes, possible, seconds, stage }: Sheet): string =>
  [
    stage !== null && `stage ${stage}`,
    `${boxes.length} boxes`,
    `${possible} points at most`,
    `${clock(seconds)} min`,
  ]
    .filter(Boolean)
    .join(' · ');

/** “2½ lengths”, “less than half a length”. */
export function lengthsSaid(lengths: number): string {
  const halves = Math.round(2 * lengths);
  if (halves < 1) return 'less than half a length';
  const whole = Math.floor(halves / 2);
  const half = halves % 2 === 1;
  if (whole === 0) return 'half a length';
  if (whole === 1 && !half) return 'one length';
  return `${whole}${half ? '½' : ''} lengths`;
}
