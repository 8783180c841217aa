import { sentence } from '@canter-book/core/gaits/restriction';
import type { Horse } from '@canter-book/core/book/records';
import { shortDate, today } from '../../app/dates.ts';

/** Dated limits of a horse, now and to come. */
export function ForATime({ horse, className }: { horse: Horse; className: string }) {
  const day = today();
  const coming = (horse.limits.dated ?? []).filter((r) => r.until === null || r.until >= day);
  if (coming.length === 0) return null;
  return (
    <ul className={`space-y-1 bg-slip ${className}`}>
      {coming.map((r) => (
        <li key={JSON.stringify(r)}>
          ▲ {r.from > day && `From ${shortDate(r.from)}, `}
          {sentence(r)}.
        </li>
      ))}
    </ul>
  );
}
