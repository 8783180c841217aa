import type { Aids } from '@canter-book/core/exercises/card';

export const AID_ROWS: readonly [keyof Aids, string][] = [
  ['seat', 'Seat and weight'],
  ['insideLeg', 'Inside leg'],
  ['outsideLeg', 'Outside leg'],
  ['insideRein', 'Inside rein'],
  ['outsideRein', 'Outside rein'],
  ['timing', 'When'],
  ['repairByWeight', 'Repair by weight'],
];

/** Seat, legs, reins, when, and the repair by weight. */
export function AidTable({ aids }: { aids: Aids }) {
  return (
    <section aria-labelledby="aids">
      <h2 id="aids" className="mb-2 text-xl">
        Aids
      </h2>
      <dl className="text-[15px]">
        {AID_ROWS.map(([key, name]) => (
          <div
            key={key}
            className="grid gap-x-4 border-t border-dotted border-line py-1.5 sm:grid-cols-[9rem_1fr]"
          >
            <dt className="text-soft">{name}</dt>
            <dd>{aids[key]}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
