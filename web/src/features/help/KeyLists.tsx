import { KEYS } from './keys.ts';

/** The keys, a list for each place they work in. */
export function KeyLists() {
  return KEYS.map(([where, keys]) => (
    <section key={where} aria-label={where}>
      <h3 className="mb-1.5 text-base">{where}</h3>
      <dl className="space-y-1 text-[14px]">
        {keys.map(([key, what]) => (
          <div key={key} className="flex flex-wrap gap-x-3">
            <dt className="font-mono text-[13px] font-bold">{key}</dt>
            <dd className="text-soft">{what}</dd>
          </div>
        ))}
      </dl>
    </section>
  ));
}
