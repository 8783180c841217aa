import { useEffect, useRef } from 'react';
import { NavLink, Outlet, useLocation } from 'react-router';
import { useHealthQuery } from '../api/api.ts';
import { DeliveryPill } from '../features/ringside/DeliveryPill.tsx';
import { classNames } from '../ui/classNames.ts';
import { HelpLink } from './HelpLink.tsx';
import { Notices } from './Notices.tsx';
import { ThemeButton } from './ThemeButton.tsx';
import { useHelpKey } from './useHelpKey.ts';
import { SPINE, SPINE_MARK, SPINE_TAB, SPINE_TABS, TABS } from './spine.ts';
import { PAGE, usePlaceOnPage } from './usePlaceOnPage.ts';

/** The book: its spine with the tabs, and the open page. At the ringside the page has the whole screen. */
export function Shell() {
  const { pathname } = useLocation();
  const { data: health } = useHealthQuery();
  const teaching = /^\/ringside\/.+|^\/tests\/[^/]+\/call$/.test(pathname);
  const main = useRef<HTMLElement>(null);
  usePlaceOnPage();
  useHelpKey();
  useEffect(() => {
    // After a change of page, reading and tabbing begin at its content.
    main.current?.focus({ preventScroll: true });
  }, [pathname]);
  return (
    <div
      className={classNames('flex h-full', teaching ? 'flex-col' : 'flex-col-reverse md:flex-row')}
    >
      <a
        href="#page"
        className="sr-only focus:not-sr-only focus:absolute focus:z-50 focus:bg-page focus:p-3"
      >
        Go to the page
      </a>
      {!teaching && <Spine yard={health?.demo ?? null} />}
      <main
        id={PAGE}
        ref={main}
        tabIndex={-1}
        className="min-h-0 flex-1 overflow-auto outline-none"
      >
        {!teaching && (
          <div className="no-print relative md:hidden">
            <div className="absolute top-2 right-2 flex">
              <HelpLink className="text-ink" />
              <ThemeButton className="text-ink" />
            </div>
          </div>
        )}
        <Outlet />
      </main>
      <Notices above={teaching} />
    </div>
  );
}

function Spine({ yard }: { yard: string | null }) {
  return (
    <header className={SPINE}>
      <span title={yard ? `Demo: ${yard}` : 'Canter Book'} className={SPINE_MARK}>
        C
      </span>
      <nav aria-label="Main" className={SPINE_TABS}>
        {TABS.map(({ to, label }) => (
          <NavLink key={to} to={to} end={to === '/'} className={SPINE_TAB}>
            {label}
          </NavLink>
        ))}
      </nav>
      <div className="hidden flex-col items-center gap-2 pb-3 md:flex landscape-phone:pb-0">
        <DeliveryPill compact />
        <HelpLink />
        <ThemeButton />
      </div>
    </header>
  );
}
