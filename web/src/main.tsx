import './app/schemas.ts';
import { startTransition, StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { RouterProvider } from 'react-router/dom';
import { createBookRouter } from './app/router.tsx';
import { registerOffline } from './app/offline.ts';
import { createBookStore } from './app/store.ts';
import { startDelivery } from './features/ringside/delivery.ts';
import './styles.css';

const KIT_AFTER_MS = 5000;
const STACK_DEPTH = 10;

// Set to none by cover.js while the libraries were read.
Error.stackTraceLimit = STACK_DEPTH;

const store = createBookStore();
startDelivery(store);
// After the first view is up: what is needed where there is no network.
window.setTimeout(() => {
  void import('./features/ringside/kit.ts').then(({ packKit }) => packKit(store)).catch(() => {});
  void import('./features/ringside/OutboxSheet.tsx').catch(() => {});
}, KIT_AFTER_MS);
registerOffline();

const root = createRoot(document.getElementById('root')!);
// In small steps, so that a tap on the cover is answered meanwhile.
startTransition(() =>
  root.render(
    <StrictMode>
      <Provider store={store}>
        <RouterProvider router={createBookRouter()} />
      </Provider>
    </StrictMode>,
  ),
);
