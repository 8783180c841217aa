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
    // Node's Request wants a whole address, where a page has one of its own.
    this.global.Request = class extends Request {
      constructor(input, init) {
        super(typeof input === 'string' ? new URL(input, 'http://book') : input, init);
      }
    };
    this.global.scrollTo = () => {};
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
