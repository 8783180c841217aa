import './app/schemas.ts';
import { startTransition, StrictMode, type ReactNode } from 'react';
import { createBrowserHistory } from 'history';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { ErrorBoundary } from 'react-error-boundary';
import { BookRouter } from './ui/BookRouter.tsx';
import { ErrorPage } from './app/ErrorPage.tsx';
import { screensOf } from './app/router.tsx';
import { registerOffline } from './app/offline.ts';
import { soon } from './app/soon.ts';
import { createBookStore, type BookStore } from './app/store.ts';
import { startKept } from './kept/startKept.ts';
import { teachingKept } from './features/ringside/teachingKept.ts';
import './styles.css';

const KIT_AFTER_MS = 5000;
const EARLIER_AFTER_MS = 3000;
const STACK_DEPTH = 10;

// Set to none by cover.js while the libraries were read.
Error.stackTraceLimit = STACK_DEPTH;

const history = createBrowserHistory();
const root = createRoot(document.getElementById('root')!);
const show = (store: BookStore, Screens: () => ReactNode) =>
  // In small steps, so that a tap on the cover is answered meanwhile.
  startTransition(() =>
    root.render(
      <StrictMode>
        <Provider store={store}>
          <ErrorBoundary FallbackComponent={ErrorPage}>
            <BookRouter history={history}>
              <Screens />
            </BookRouter>
          </ErrorBoundary>
        </Provider>
      </StrictMode>,
    ),
  );

/** What no screen waits for. */
function startBehind(store: BookStore): void {
  window.setTimeout(
    () =>
      void import('./kept/earlier.ts')
        .then(({ takeEarlier }) => takeEarlier(store))
        .catch(() => {}),
    EARLIER_AFTER_MS,
  );
  registerOffline();
  // After the first view is up: what is needed where there is no network.
  window.setTimeout(() => {
    void import('./features/ringside/kit.ts').then(({ packKit }) => packKit(store)).catch(() => {});
    void import('./features/ringside/OutboxSheet.tsx').catch(() => {});
  }, KIT_AFTER_MS);
}

// Each in a task of its own, after what was read for it.
soon(() => {
  const store = createBookStore();
  void startKept(store, teachingKept);
  const { Screens, open } = screensOf(store);
  const shown = () => show(store, Screens);
  // A screen that cannot be had says so itself.
  void open(history.location.pathname).then(shown, shown);
  soon(() => startBehind(store));
});
