import type { Page } from '@playwright/test';
import { INSTRUMENTS, type InstrumentSettings } from '../../contract/bench/instrument';
import type { Bench, LiveBrew } from '../../contract/bench/live';
import { addBag, expect, type Application } from './application';

/** What several tests of the bench do. */

export async function get<T>(page: Page, { address }: Application, path: string): Promise<T> {
  return (await (await page.request.get(`${address}/api${path}`)).json()) as T;
}

export async function connect(
  page: Page,
  { address }: Application,
  instruments: Partial<InstrumentSettings>,
): Promise<void> {
  const none = Object.fromEntries(INSTRUMENTS.map((kind) => [kind, null]));
  const data = {
    instruments: { hand: 'steady', speed: 1, ...instruments, connected: { ...none, ...instruments.connected } },
  };
  const answer = await page.request.patch(`${address}/api/settings`, { data });
  expect(answer.ok()).toBe(true);
}

/** Adds a bag and lays out a brew of it by a recipe; ends at the pre-flight checks. */
export async function layOut(
  page: Page,
  application: Application,
  bag: string,
  recipe = /Growing pours/,
): Promise<LiveBrew> {
  await addBag(page, application, bag, 14);
  await page.getByRole('link', { name: 'Brew at the bench' }).click();
  await chooseRecipe(page, recipe);
  await page.getByRole('button', { name: 'Lay it out' }).click();
  await expect(page.getByRole('button', { name: 'Start', exact: true })).toBeVisible();
  const live = (await get<Bench>(page, application, '/bench')).brews.find(({ bagName }) => bagName === bag);
  if (!live) throw new Error('Not on the bench');
  return live;
}

/** Chooses a recipe by a part of its name. */
export async function chooseRecipe(page: Page, recipe: RegExp): Promise<void> {
  const name = await page.getByLabel('Recipe').getByText(recipe).first().textContent();
  await page.getByLabel('Recipe').selectOption({ label: name?.trim() ?? '' });
}

export const start = (page: Page): Promise<void> => page.getByRole('button', { name: 'Start', exact: true }).click();

export async function clearBench(page: Page, application: Application): Promise<void> {
  for (const { id } of (await get<Bench>(page, application, '/bench')).brews)
    await page.request.delete(`${application.address}/api/bench/${id}`, { data: {} });
}
