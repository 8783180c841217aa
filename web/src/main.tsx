import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { RouterProvider } from 'react-router/dom';
import { createBookRouter } from './app/router.tsx';
import { registerOffline } from './app/offline.ts';
import { createBookStore } from './app/store.ts';
import { startDelivery } from './features/ringside/delivery.ts';
import './styles.css';

const store = createBookStore();
startDelivery(store);
registerOffline();

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <Provider store={store}>
      <RouterProvider router={createBookRouter()} />
    </Provider>
  </StrictMode>,
);
