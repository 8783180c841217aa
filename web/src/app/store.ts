import { configureStore } from '@reduxjs/toolkit';
import { useDispatch, useSelector, useStore } from 'react-redux';
import { api } from '../api/api.ts';
import { ringsideSlice } from '../features/ringside/ringsideSlice.ts';
import { keptReducer } from '../kept/keptSlice.ts';
import { Outbox } from '../kept/outbox.ts';

/**
 * Answers of the server that come so close together are drawn together: in a task of their own, not, as is
 * usual, just before a frame, which would have to wait for them.
 */
const TOGETHER_MS = 10;

/** @param page its name among all that are open on this device */
export function createBookStore(page?: string) {
  const outbox = new Outbox();
  const store = configureStore({
    reducer: {
      [api.reducerPath]: api.reducer,
      ringside: ringsideSlice.reducer,
      kept: keptReducer(page),
    },
    middleware: (defaults) => defaults().concat(api.middleware, outbox.middleware),
    enhancers: (defaults) => defaults({ autoBatch: { type: 'timer', timeout: TOGETHER_MS } }),
  });
  return Object.assign(store, { outbox });
}

export type BookStore = ReturnType<typeof createBookStore>;
export type RootState = ReturnType<BookStore['getState']>;
export type AppDispatch = BookStore['dispatch'];

export const useAppDispatch = useDispatch.withTypes<AppDispatch>();
export const useBookStore = useStore.withTypes<BookStore>();
export const useAppSelector = useSelector.withTypes<RootState>();
