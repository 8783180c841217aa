import { radToDeg, roundTo, wrapRad } from '../units.ts';
import { sampleRide } from '../ride/sample.ts';
import type { Ride } from '../ride/types.ts';

const COLUMNS = [
  'seconds',
  'x_m',
  'y_m',
  'heading_deg',
  'travel_deg',
  'gait',
  'pace',
  'rein',
  'lead',
  'metres',
];

/**
 * The ride as a table of positions in local metres (RFC 4180 lines). No value holds a comma, a quotation
 * mark or a line break, so none is quoted.
 *
 * @param everyS time between two rows, > 0
 */
export function trackCsv(ride: Ride, everyS = 1): string {
  if (!(everyS > 0)) throw new RangeError(`trackCsv: everyS must be > 0, got ${everyS}`);
  const rows = [COLUMNS.join(',')];
  const end = ride.totals.seconds;
  const count = Math.floor(end / everyS + 1e-9);
  const times = Array.from({ length: count + 1 }, (_, i) => i * everyS);
  if (end - (times.at(-1) ?? 0) > 1e-6) times.push(end);
  for (const t of times) {
    const pose = sampleRide(ride, t);
    if (!pose) continue;
    const { riding, gait } = pose.span;
    const angle = (rad: number) => roundTo(radToDeg(wrapRad(rad)), 1) + 0;
    rows.push(
      [
        roundTo(t, 2),
        roundTo(pose.x, 3) + 0,
        roundTo(pose.y, 3) + 0,
        angle(pose.headingRad),
        angle(pose.travelRad),
        gait,
        riding.pace,
        riding.rein,
        riding.lead ?? '',
        roundTo(pose.metres, 2),
      ].join(','),
    );
  }
  return `${rows.join('\r\n')}\r\n`;
}
