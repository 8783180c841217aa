import { v7 } from 'uuid';

/** Ids are UUIDv7, made by whoever creates the thing, also offline. */
export const newId = (): string => v7();
