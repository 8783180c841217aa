import { useEffect, useRef } from 'react';
import { NavLink, Outlet, useLocation } from 'react-router';
import { useHealthQuery } from '../api/api.ts';
import { DeliveryPill } from '../features/ringside/DeliveryPill.tsx';
import { classNames } from '../ui/classNames.ts';
import { HelpLink } from './HelpLink.tsx';
import { Notices } from './Notices.tsx';
import { ThemeButton } from './ThemeButton.tsx';
import { useHelpKey } from './useHelpKey.ts';
import { PAGE, usePlaceOnPage } from './usePlaceOnPage.ts';

/** In the order of the work. */
const TABS = [
  { to: '/', label: 'Today' },
  { to: '/horses', label: 'Horses' },
  { to: '/desk', label: 'Desk' },
  { to: '/shelf', label: 'Shelf' },
  { to: '/ringside', label: 'Ringside' },
  { to: '/debrief', label: 'Debrief' },
  { to: '/progress', label: 'Progress' },
  { to: '/book', label: 'Book' },
];

/** The book: its spine with the tabs, and the open page. At the ringside the page has the whole screen. */
export function Shell() {
  const { pathname } = useLocation();
  const { data: health } = useHealthQuery();
  const teaching = /^\/ringside\/.+/.test(pathname);
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
    <header className="spine z-10 flex shrink-0 items-center md:w-[76px] md:flex-col md:pt-3 landscape-phone:pt-1">
      <span
        title={yard ? `Demo: ${yard}` : 'Canter Book'}
        className="mx-2 hidden h-10 w-10 items-center justify-center rounded-full border border-[#f7e9d6]/60 font-book text-xl font-semibold text-[#f7e9d6] md:mb-5 md:flex landscape-phone:hidden"
      >
        C
      </span>
      <nav
        aria-label="Main"
        className="flex flex-1 md:w-full md:flex-col md:gap-1.5 md:pl-2 landscape-phone:gap-0"
      >
        {TABS.map(({ to, label }) => (
          <NavLink
            key={to}
            to={to}
            end={to === '/'}
            className="spine-tab flex min-h-14 min-w-0 flex-auto items-center justify-center px-0.5 text-[12px] tracking-tight md:text-[13px] md:tracking-normal font-medium no-underline aria-[current=page]:font-bold md:min-h-11 md:flex-none md:rounded-l-lg md:pr-2 landscape-phone:min-h-0 landscape-phone:flex-1"
          >
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
