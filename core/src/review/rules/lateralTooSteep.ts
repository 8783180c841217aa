import { limitsOf } from '../../gaits/horse.ts';
import { kindsThat } from '../../lesson/forms.ts';
import { radToDeg } from '../../units.ts';
import { rule } from '../rule.ts';
import { named } from '../wording.ts';
import { actsOf, oncePerAct, spansOf } from './shared.ts';

type Facts = { kind: string; deg: number; steepestDeg: number; stage: number };

const SLANTS = kindsThat((form) => form.slants);

/** A half-pass or leg-yield that goes off the long side more steeply than the stage allows. */
export const lateralTooSteep = rule({
  code: 'lateral-too-steep',
  level: 'warning',
  source: 'practice',
  check(ride) {
    const { steepestDeg } = limitsOf(ride.horse);
    if (steepestDeg === null) return [];
    return oncePerAct(
      actsOf(ride)
        .filter(({ kind }) => SLANTS.has(kind))
        .flatMap((act) => {
          const slants = spansOf(ride, act.index).filter((s) => s.riding.lateral && s.lengthM > 0);
          // Along the wall there is no slant, only the angle of the body.
          const alongWall = Math.abs(act.from.x - act.to.x) < 0.5 && act.kind !== 'zigzag';
          if (alongWall || slants.length === 0) return [];
          const deg = Math.max(
            ...slants.map((s) => Math.abs(radToDeg(s.riding.lateral!.bodyOffRad))),
          );
          if (deg <= steepestDeg + 0.05) return [];
          const facts = {
            kind: act.kind,
            deg: Math.round(deg * 10) / 10,
            steepestDeg,
            stage: ride.horse.stage,
          };
          return [{ itemId: act.itemId, act: act.act, at: act.from, facts }];
        }),
    );
  },
  say: ({ kind, deg, steepestDeg, stage }: Facts) => ({
    what: `This ${named(kind)} goes sideways at ${deg}°.`,
    why: `At stage ${stage} the line is at most ${steepestDeg}° off the long side. Give it more room forward.`,
  }),
});
