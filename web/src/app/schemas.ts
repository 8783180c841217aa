import { config } from 'zod/v4/core';

// The page may not make code out of text (its content security policy), so schemas must not try.
config({ jitless: true });
