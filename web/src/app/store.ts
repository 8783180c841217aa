import { configureStore } from '@reduxjs/toolkit';
import { useDispatch, useSelector } from 'react-redux';
import { api } from '../api/api.ts';
import { ringsideSlice } from '../features/ringside/ringsideSlice.ts';

export function createBookStore() {
  return configureStore({
    reducer: {
      [api.reducerPath]: api.reducer,
      ringside: ringsideSlice.reducer,
    },
    middleware: (defaults) => defaults().concat(api.middleware),
  });
}

export type BookStore = ReturnType<typeof createBookStore>;
export type RootState = ReturnType<BookStore['getState']>;
export type AppDispatch = BookStore['dispatch'];

export const useAppDispatch = useDispatch.withTypes<AppDispatch>();
export const useAppSelector = useSelector.withTypes<RootState>();
