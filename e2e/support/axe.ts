import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import type { Page } from '@playwright/test';

const axeSource = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

interface AxeResult {
  violations: { id: string; nodes: { html: string }[] }[];
}

/**
 * What the automated accessibility check finds on the page in view.
 *
 * @param rules only these of its rules; all of them unless given
 */
export async function violations(page: Page, rules?: string[]): Promise<string[]> {
  await page.evaluate(axeSource);
  const options = JSON.stringify({
    resultTypes: ['violations'],
    ...(rules ? { runOnly: { type: 'rule', values: rules } } : {}),
  });
  const { violations: found } = await page.evaluate<AxeResult>(`axe.run(document, ${options})`);
  return found.flatMap(({ id, nodes }) => nodes.map(({ html }) => `${id}: ${html.slice(0, 160)}`));
}
