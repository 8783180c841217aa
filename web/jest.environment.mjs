import { TestEnvironment } from 'jest-environment-jsdom';

/** jsdom, with the parts of Node's own web platform that the router and the store need. */
const NODE_GLOBALS = [
  'TextEncoder',
  'TextDecoder',
  'fetch',
  'Request',
  'Response',
  'Headers',
  'FormData',
  'AbortController',
  'AbortSignal',
  'ReadableStream',
  'WritableStream',
  'TransformStream',
  'structuredClone',
];

export default class BookEnvironment extends TestEnvironment {
  async setup() {
    await super.setup();
    for (const name of NODE_GLOBALS) this.global[name] = globalThis[name];
    this.global.ResizeObserver ??= class {
      observe() {}
      unobserve() {}
      disconnect() {}
    };
    this.global.matchMedia ??= () => ({
      matches: false,
      addEventListener() {},
      removeEventListener() {},
    });
  }
}
