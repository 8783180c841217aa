import type { ThunkAction, UnknownAction } from '@reduxjs/toolkit';
import type { BookStore } from '../app/store.ts';

/**
 * What a screen shows first, asked for while its script is read: its parts would ask one by one when they
 * are there, and each asking would draw all of them again.
 */
export type Ahead = readonly ThunkAction<
  void,
  ReturnType<BookStore['getState']>,
  unknown,
  UnknownAction
>[];

/** Parameters in the address of a screen. */
export interface Opened {
  /** Empty on a page that is not of one thing. */
  readonly id: string;
  readonly search: URLSearchParams;
}
