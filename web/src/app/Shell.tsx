import { Suspense, useEffect, useRef } from 'react';
import { ErrorBoundary } from 'react-error-boundary';
import { useStore } from 'react-redux';
import { Link, Navigate, NavLink, Outlet, useLocation } from 'react-router';
import type { Ahead } from '../api/ahead.ts';
import { useHealthQuery, yardApi } from '../api/yard.ts';
import { useMeQuery, type Me } from '../features/phones/phonesApi.ts';
import { DeliveryPill } from '../features/ringside/DeliveryPill.tsx';
import { classNames } from '../ui/classNames.ts';
import { ErrorPage } from './ErrorPage.tsx';
import { HelpLink } from './HelpLink.tsx';
import type { BookStore } from './store.ts';
import { Notices } from './Notices.tsx';
import { whenLoaded } from './soon.ts';
import { ThemeButton } from './ThemeButton.tsx';
import { useHelpKey } from './useHelpKey.ts';
import { SPINE, SPINE_MARK, SPINE_TAB, SPINE_TABS, TABS, type Tab } from './spine.ts';
import { PAGE, usePlaceOnPage } from './usePlaceOnPage.ts';

export const shellAhead = (): Ahead => [yardApi.util.prefetch('health', undefined, {})];

/** The book: its spine with the tabs, and the open page. At the ringside the page has the whole screen. */
export function Shell() {
  const { pathname } = useLocation();
  const { data: health } = useHealthQuery();
  const elsewhere = useOwnPages(pathname);
  const teaching = /^\/ringside\/.+|^\/tests\/[^/]+\/call$/.test(pathname);
  const main = useRef<HTMLElement>(null);
  useLive(elsewhere.mayListen);
  usePlaceOnPage();
  useHelpKey();
  const opened = useRef(pathname);
  useEffect(() => {
    // After a change of page, reading and tabbing begin at its content; a book just opened begins at its spine.
    if (opened.current === pathname) return;
    opened.current = '';
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
      {!teaching && elsewhere.tabs.length > 0 && (
        <Spine yard={health?.demo ?? null} tabs={elsewhere.tabs} you={elsewhere.you} />
      )}
      <main
        id={PAGE}
        ref={main}
        tabIndex={-1}
        data-bare={elsewhere.tabs.length === 0 || undefined}
        data-you={elsewhere.you !== null || undefined}
        className="group/page min-h-0 flex-1 overflow-auto outline-none"
      >
        {!teaching && (
          <div
            className={classNames('no-print relative', elsewhere.tabs.length > 0 && 'md:hidden')}
          >
            <div className="absolute top-2 right-2 flex">
              <You name={elsewhere.you} className="text-ink" />
              <HelpLink className="text-ink" />
              <ThemeButton className="text-ink" />
            </div>
          </div>
        )}
        <ErrorBoundary FallbackComponent={ErrorPage} resetKeys={[pathname]}>
          <Suspense fallback={<p className="p-8 text-soft">Opening the book …</p>}>
            {elsewhere.to ? <Navigate to={elsewhere.to} replace /> : <Outlet />}
          </Suspense>
        </ErrorBoundary>
      </main>
      <Notices above={teaching} />
    </div>
  );
}

/** Pages everybody has, whoever it is. */
const OF_ALL = /^\/(pair|help|shared)$/;
/** The pages of those who do not have the whole book, and the one they begin with. */
const OF_SOME: Partial<Record<Me['role'], readonly [pages: RegExp, home: string]>> = {
  rider: [/^\/(mine|account)$/, '/mine'],
  helper: [/^\/(ringside|debrief\/|account$)/, '/ringside'],
  // A lesson under way goes on, whoever was removed meanwhile: what is seen is kept.
  nobody: [/^\/ringside\//, '/pair'],
};

/** Listens for what others change, once the page has loaded: it is nothing the first view waits for. */
function useLive(mayListen: boolean): void {
  const store = useStore() as BookStore;
  useEffect(() => {
    if (!mayListen || !('EventSource' in window)) return;
    let stop = () => {};
    let isGone = false;
    const start = () =>
      void import('./live.ts')
        .then(({ startLive }) => {
          if (!isGone) stop = startLive(store);
        })
        // Without the server there is nothing to hear of.
        .catch(() => {});
    const forget = whenLoaded(start);
    return () => {
      isGone = true;
      forget();
      stop();
    };
  }, [mayListen, store]);
}

interface OwnPages {
  readonly tabs: readonly Tab[];
  /** Where else, because this page is not for them. */
  readonly to: string | null;
  /** Who signed in. */
  readonly you: string | null;
  /** For what others change. */
  readonly mayListen: boolean;
}

/** Whoever comes over https is somebody: some have a few pages, and nobody has to come in first. */
function useOwnPages(pathname: string): OwnPages {
  const isElsewhere = window.location.protocol === 'https:';
  const { data: me } = useMeQuery(undefined, { skip: !isElsewhere });
  const own = me && OF_SOME[me.role];
  const you = me?.signsIn ? me.person : null;
  if (!own) return { tabs: TABS, to: null, you, mayListen: !isElsewhere || me !== undefined };
  const [pages, home] = own;
  const isTheirs = (path: string) => OF_ALL.test(path) || pages.test(path);
  const tabs = me.role === 'helper' ? TABS.filter((tab) => pages.test(tab.to)) : [];
  return { tabs, to: isTheirs(pathname) ? null : home, you, mayListen: tabs.length > 0 };
}

/** Who is signed in, and the way to the own page. */
function You({ name, className = '' }: { name: string | null; className?: string }) {
  if (!name) return null;
  return (
    <Link
      to="/account"
      aria-label={`You: ${name}`}
      title={name}
      className={classNames(
        'flex h-11 w-11 items-center justify-center font-book font-semibold no-underline',
        className,
      )}
    >
      <span className="flex h-8 w-8 items-center justify-center rounded-full border border-current">
        {name.slice(0, 1)}
      </span>
    </Link>
  );
}

interface SpineProps {
  yard: string | null;
  tabs: readonly Tab[];
  you: string | null;
}

function Spine({ yard, tabs, you }: SpineProps) {
  return (
    <header className={SPINE}>
      <span title={yard ? `Demo: ${yard}` : 'Canter Book'} className={SPINE_MARK}>
        C
      </span>
      <nav aria-label="Main" className={SPINE_TABS}>
        {tabs.map(({ to, label }) => (
          <NavLink key={to} to={to} end={to === '/'} className={SPINE_TAB}>
            {label}
          </NavLink>
        ))}
      </nav>
      <div className="contents flex-col items-center gap-2 pb-3 md:flex landscape-phone:pb-0">
        {/* On a phone it lies above the tabs: what is not sent yet is said there too. */}
        <div className="fixed right-3 bottom-[4.5rem] rounded-lg bg-ink md:static md:bg-transparent max-md:[&>button]:min-h-11 max-md:[&>button]:px-4 max-md:[&>button]:text-[13px]">
          <DeliveryPill compact />
        </div>
        <div className="hidden md:contents">
          <You name={you} className="text-[#f7e9d6]" />
          <HelpLink />
          <ThemeButton />
        </div>
      </div>
    </header>
  );
}
