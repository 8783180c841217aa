import './app/schemas.ts';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { RouterProvider } from 'react-router/dom';
import { createBookRouter } from './app/router.tsx';
import { registerOffline } from './app/offline.ts';
import { createBookStore } from './app/store.ts';
import { startDelivery } from './features/ringside/delivery.ts';
import { packKit } from './features/ringside/kit.ts';
import './styles.css';

const KIT_AFTER_MS = 2000;

const store = createBookStore();
startDelivery(store);
// After the first view is up: what is needed to begin a lesson where there is no network.
window.setTimeout(() => void packKit(store), KIT_AFTER_MS);
registerOffline();

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <Provider store={store}>
      <RouterProvider router={createBookRouter()} />
    </Provider>
  </StrictMode>,
);
