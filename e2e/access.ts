import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import AxeBuilder from '@axe-core/playwright';
import { expect, type Page } from '@playwright/test';

const its = createRequire(createRequire(import.meta.url).resolve('@axe-core/playwright'));
const engine = readFileSync(its.resolve('axe-core/axe.min.js'), 'utf8');
/** It is sent twice for each look: small, and read by the page once. */
const axeSource = `if (!window.axe) { ${engine} }`;

/** Nothing keeps anybody out: no fault of access that axe calls serious or critical. */
export async function isAccessible(page: Page, what: string): Promise<void> {
  // In one piece, and without a list of what is in order: a third of the time. There are no foreign frames.
  const axe = new AxeBuilder({ page, axeSource })
    .setLegacyMode(true)
    .options({ resultTypes: ['violations'] });
  const { violations } = await axe.analyze();
  const serious = violations
    .filter(({ impact }) => impact === 'serious' || impact === 'critical')
    .map(({ id, nodes }) => `${id}: ${nodes[0]?.html}`);
  expect(serious, what).toEqual([]);
}
