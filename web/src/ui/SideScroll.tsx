import type { ReactNode } from 'react';

/** Something wider than a phone: it is moved sideways by hand or by the arrow keys, and the page stays. */
export function SideScroll({ label, children }: { label: string; children: ReactNode }) {
  return (
    <div role="region" aria-label={label} tabIndex={0} className="relative overflow-x-auto">
      {children}
    </div>
  );
}
