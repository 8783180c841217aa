import { lazy, memo, Suspense } from 'react';
import { PALETTE, type Choice } from '@canter-book/core/placing/palette';

/** What unfolds comes after the picture; the names stand at once. */
const PaletteMenu = lazy(() =>
  import('./PaletteMenu.tsx').then((m) => ({ default: m.PaletteMenu })),
);

const BUTTON =
  'rounded-md border border-line bg-page px-2.5 py-1.5 text-[13.5px] font-bold hover:border-leather data-open:border-leather data-open:bg-sand-light';

/** What can be taken in hand and laid into the lesson. */
export const Palette = memo(function Palette({ onTake }: { onTake(choice: Choice): void }) {
  return (
    <div role="toolbar" aria-label="Lay into the lesson" className="flex flex-wrap gap-1">
      {PALETTE.map((group) => (
        <Suspense key={group.name} fallback={<span className={BUTTON}>{group.name}</span>}>
          <PaletteMenu group={group} className={BUTTON} onTake={onTake} />
        </Suspense>
      ))}
    </div>
  );
});
