import { newId } from '../app/newId.ts';

/** This page, among all that have the book open: it is not told of what it saved itself. */
export const CLIENT = newId();
