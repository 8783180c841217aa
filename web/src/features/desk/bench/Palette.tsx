import { lazy, memo, Suspense } from 'react';
import { PALETTE, type Choice, type PaletteGroup } from '@canter-book/core/placing/palette';

/** What unfolds comes after the picture; the names stand at once. */
const PaletteMenu = lazy(() =>
  import('./PaletteMenu.tsx').then((m) => ({ default: m.PaletteMenu })),
);

const BUTTON =
  'rounded-md border border-line bg-page px-2.5 py-1.5 text-[13.5px] font-bold hover:border-leather data-open:border-leather data-open:bg-sand-light';

interface PaletteProps {
  /** Beside the usual groups: what a test sheet is marked by. */
  marks: PaletteGroup | null;
  onTake(choice: Choice): void;
}

/** What can be taken in hand and laid into the lesson. */
export const Palette = memo(function Palette({ marks, onTake }: PaletteProps) {
  const groups = marks ? [...PALETTE, marks] : PALETTE;
  return (
    <div role="toolbar" aria-label="Lay into the lesson" className="flex flex-wrap gap-1">
      {groups.map((group) => (
        <Suspense key={group.name} fallback={<span className={BUTTON}>{group.name}</span>}>
          <PaletteMenu group={group} className={BUTTON} onTake={onTake} />
        </Suspense>
      ))}
    </div>
  );
});
