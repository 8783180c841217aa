import type { Rein } from '../arena/rein.ts';
import { MOST_UNTIL } from '../lesson/terms.ts';
import type { Parsed } from '../notation/parse.ts';
import type { Finding } from '../review/finding.ts';
import { sentenceOf } from '../review/messages/messages.ts';
import { leadChanges } from '../ride/leadChanges.ts';
import type { Ride } from '../ride/types.ts';
import { roundTo } from '../units.ts';

const two = (value: number): number => roundTo(value, 2);
const point = ({ x, y }: { x: number; y: number }) => ({ x: two(x) + 0, y: two(y) + 0 });

export function findingJson(finding: Finding) {
  const { what, why } = sentenceOf(finding);
  return {
    rule: finding.code,
    level: finding.level,
    line: finding.line ?? null,
    column: finding.column ?? null,
    message: `${what} ${why}`,
    source: finding.source,
    fix: finding.fix?.label ?? null,
  };
}

/** The ride as the command line prints it; metres and seconds in hundredths. */
export function rideJson(ride: Ride, findings: readonly Finding[], spans: Parsed['spans']) {
  const { totals, arena } = ride;
  const rein = (side: Rein) => ({
    metres: two(totals.rein[side].metres),
    seconds: two(totals.rein[side].seconds),
  });
  return {
    arena: { width: arena.widthM, length: arena.lengthM, inset: arena.insetM },
    totals: {
      metres: two(totals.metres),
      seconds: two(totals.seconds),
      strides: {
        walk: two(totals.strides.walk),
        trot: two(totals.strides.trot),
        canter: two(totals.strides.canter),
      },
      rein: { left: rein('left'), right: rein('right') },
    },
    movements: ride.movements.map((m) => ({
      line: spans.get(m.itemId)?.line ?? null,
      text: m.text,
      phase: m.phase,
      kind: m.kind,
      from: point(m.from),
      to: point(m.to),
      startsAt: two(m.startsAtS),
      metres: two(m.metres),
      seconds: two(m.seconds),
      strides: two(m.strides),
      gait: m.gait,
      pace: m.pace,
      rein: m.rein,
      lead: m.lead,
      ...(m.instruction?.until && {
        until: { what: m.instruction.until.what, max: m.instruction.until.max ?? MOST_UNTIL },
      }),
    })),
    changes: leadChanges(ride).map((change) => ({
      at: point(change.at),
      startsAt: two(change.atS),
      to: change.to,
      strides: change.stridesSince === null ? null : two(change.stridesSince),
    })),
    findings: findings.map(findingJson),
  };
}
