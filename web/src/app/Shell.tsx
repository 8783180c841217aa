import { useEffect, useRef } from 'react';
import { Navigate, NavLink, Outlet, useLocation } from 'react-router';
import { useHealthQuery } from '../api/api.ts';
import { useMeQuery } from '../features/phones/phonesApi.ts';
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
  const elsewhere = useOwnPage(pathname);
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
      {!teaching && !elsewhere.isRider && <Spine yard={health?.demo ?? null} />}
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
        {elsewhere.to ? <Navigate to={elsewhere.to} replace /> : <Outlet />}
      </main>
      <Notices above={teaching} />
    </div>
  );
}

/** Pages a rider's phone has, and one that is not paired. */
const OF_RIDERS = ['/mine', '/pair', '/help'];
const OF_NOBODY = ['/pair', '/help'];

/** A phone comes over https: a rider's has one page, and one that is not paired has to be first. */
function useOwnPage(pathname: string): { isRider: boolean; to: string | null } {
  const { data: me } = useMeQuery(undefined, { skip: window.location.protocol !== 'https:' });
  const isRider = me?.role === 'rider';
  if (isRider) return { isRider, to: OF_RIDERS.includes(pathname) ? null : '/mine' };
  // A lesson under way goes on, whoever was removed meanwhile: what is seen is kept.
  const stays = OF_NOBODY.includes(pathname) || pathname.startsWith('/ringside/');
  return { isRider, to: me?.role === 'nobody' && !stays ? '/pair' : null };
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
