import { useDeferredValue } from 'react';

/**
 * What a query has answered, nothing before it is drawn. A page of it is built in small steps: an answer
 * of the server handed on directly would be drawn at one go, and no tap answered meanwhile.
 */
export const useInSteps = <T>(data: T | undefined): T | undefined =>
  useDeferredValue(data, undefined);
