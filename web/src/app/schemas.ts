// The page may not make code out of text (its content security policy), so schemas must not try.
// Set where Zod looks for it, so that a page without schemas does not load Zod; before the first of them is made.
Object.assign(globalThis, { __zod_globalConfig: { jitless: true } });
