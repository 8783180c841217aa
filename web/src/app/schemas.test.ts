import { expect, test } from '@jest/globals';
import './schemas.ts';

test('Zod makes no code out of text', async () => {
  const { config } = await import('zod/v4/core');
  expect(config().jitless).toBe(true);
});
