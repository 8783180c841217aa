import type { Aim } from '@canter-book/core/planner/thread';

interface AimOfDayProps {
  aim: Aim;
  others: readonly Aim[];
  onAim(exercise: string): void;
}

/** The aim of the day, and other aims it could have. */
export function AimOfDay({ aim, others, onAim }: AimOfDayProps) {
  return (
    <section aria-label="The aim" className="mb-5">
      <h2 className="text-[26px] leading-tight">
        {aim.name}, {aim.rungName}
      </h2>
      {aim.for && <p className="font-bold">For {aim.for}</p>}
      <p className="max-w-3xl font-book text-[16px]">{aim.purpose}</p>
      {others.length > 0 && (
        <p className="mt-2 flex flex-wrap items-baseline gap-x-3 gap-y-1 text-[14px] text-soft">
          Or for another aim:
          {others.map((other) => (
            <button
              key={other.exercise}
              type="button"
              className="font-bold text-leather underline underline-offset-2"
              onClick={() => onAim(other.exercise)}
            >
              {other.name}
            </button>
          ))}
        </p>
      )}
    </section>
  );
}
