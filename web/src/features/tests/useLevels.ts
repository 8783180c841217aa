import type { Scale } from '@canter-book/core/scales';
import { useYardQuery } from '../../api/yard.ts';
import { today } from '../../app/dates.ts';

/** The mean of both reins, where anything is known. */
export type LevelOf = (scale: Scale) => { mean: number; sd: number } | null;

export function useLevels(horseId: string): LevelOf {
  const { data: yard = [] } = useYardQuery(today());
  const standings = yard.find((row) => row.horseId === horseId)?.standings;
  return (scale) => {
    const reins = Object.values(standings?.[scale] ?? {}).filter((s) => s !== null);
    if (reins.length === 0) return null;
    const mean = reins.reduce((sum, s) => sum + s.mean, 0) / reins.length;
    return { mean, sd: Math.max(...reins.map((s) => s.sd)) };
  };
}
