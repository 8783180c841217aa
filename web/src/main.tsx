import './app/schemas.ts';
import { startTransition, StrictMode } from 'react';
import { createBrowserHistory } from 'history';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { ErrorBoundary } from 'react-error-boundary';
import { BookRouter } from './ui/BookRouter.tsx';
import { ErrorPage } from './app/ErrorPage.tsx';
import { screensOf } from './app/router.tsx';
import { registerOffline } from './app/offline.ts';
import { soon } from './app/soon.ts';
import { createBookStore } from './app/store.ts';
import { startDelivery } from './features/ringside/delivery.ts';
import './styles.css';

const KIT_AFTER_MS = 5000;
const STACK_DEPTH = 10;

// Set to none by cover.js while the libraries were read.
Error.stackTraceLimit = STACK_DEPTH;

const store = createBookStore();
const history = createBrowserHistory();
const { Screens, open } = screensOf(store);
startDelivery(store);
// After the first view is up: what is needed where there is no network.
window.setTimeout(() => {
  void import('./features/ringside/kit.ts').then(({ packKit }) => packKit(store)).catch(() => {});
  void import('./features/ringside/OutboxSheet.tsx').catch(() => {});
}, KIT_AFTER_MS);
registerOffline();

const root = createRoot(document.getElementById('root')!);
const show = () =>
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
// After what was read for it, in a task of its own. A screen that cannot be had says so itself.
soon(() => void open(history.location.pathname).then(show, show));
