import { configureStore } from '@reduxjs/toolkit';
import { useDispatch, useSelector } from 'react-redux';
import { api } from '../api/api.ts';
import { ringsideSlice } from '../features/ringside/ringsideSlice.ts';

/**
 * Answers of the server that come so close together are drawn together: in a task of their own, not, as is
 * usual, just before a frame, which would have to wait for them.
 */
const TOGETHER_MS = 10;

export function createBookStore() {
  return configureStore({
    reducer: {
      [api.reducerPath]: api.reducer,
      ringside: ringsideSlice.reducer,
    },
    middleware: (defaults) => defaults().concat(api.middleware),
    enhancers: (defaults) => defaults({ autoBatch: { type: 'timer', timeout: TOGETHER_MS } }),
  });
}

export type BookStore = ReturnType<typeof createBookStore>;
export type RootState = ReturnType<BookStore['getState']>;
export type AppDispatch = BookStore['dispatch'];

export const useAppDispatch = useDispatch.withTypes<AppDispatch>();
export const useAppSelector = useSelector.withTypes<RootState>();
