import type { Bag } from '../contract/bag/bag';
import type { KeptRecipe } from '../contract/bench/recipe';
import { expect, openBag, test, type Application } from './support/application';
import type { Page } from '@playwright/test';

async function second(page: Page): Promise<Page> {
  return page.context().newPage();
}

async function bagOf(page: Page, { address }: Application, id: string): Promise<Bag> {
  const answer = await page.request.get(`${address}/api/bags/${id}?today=${new Date().toISOString().slice(0, 10)}`);
  return ((await answer.json()) as { bag: Bag }).bag;
}

test('two windows on one bag: what each changed is kept, inside the reference too, and the freezer stay begun meanwhile', async ({
  page,
  application,
}) => {
  const id = await openBag(page, application, { name: 'Both Hill' });
  const other = await second(page);
  await Promise.all([
    page.goto(`${application.address}/bags/${id}/edit`),
    other.goto(`${application.address}/bags/${id}/edit`),
  ]);
  await other.getByLabel('Weight').fill('500');
  await other.getByRole('group', { name: 'Reference recipe' }).getByLabel('Dose').fill('18');
  await page.getByRole('group', { name: 'Reference recipe' }).getByLabel('Water temperature').fill('91');
  await page.getByLabel('Name').fill('Both Hills');
  await other.getByRole('button', { name: 'Save' }).click();
  await expect(other.getByRole('heading', { level: 1, name: 'Both Hill', exact: true })).toBeVisible();
  await other.getByRole('button', { name: 'More' }).click();
  await other.getByRole('button', { name: 'Put it in the freezer' }).click();
  await expect(other.getByText('In the freezer:')).toBeVisible();
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Both Hills', exact: true })).toBeVisible();
  expect(await bagOf(page, application, id)).toMatchObject({
    name: 'Both Hills',
    weightG: 500,
    reference: { doseG: 18, waterC: 91 },
    spells: [{ to: null }],
  });
  await other.close();
});

test.describe('a save may be refused', () => {
  test.use({ expectedErrors: [/Failed to load resource/] });

  test('two windows that changed the same field of a bag: both are shown, and one chooses', async ({
    page,
    application,
  }) => {
    const id = await openBag(page, application, { name: 'One Hill' });
    const other = await second(page);
    await Promise.all([
      page.goto(`${application.address}/bags/${id}/edit`),
      other.goto(`${application.address}/bags/${id}/edit`),
    ]);
    await page.getByLabel('Weight').fill('340');
    await other.getByLabel('Weight').fill('500');
    await other.getByRole('button', { name: 'Save' }).click();
    await expect(other.getByRole('heading', { level: 1, name: 'One Hill', exact: true })).toBeVisible();
    await page.getByRole('button', { name: 'Save' }).click();
    await expect(page.getByRole('alert')).toContainText('500 there, 340 here');
    const beside = page.getByRole('region', { name: 'Written elsewhere' });
    await expect(beside.getByRole('row', { name: /^Weight 340 500/ })).toBeVisible();
    expect((await bagOf(page, application, id)).weightG).toBe(500);
    await beside.getByRole('button', { name: 'Keep what is here' }).click();
    await page.getByRole('button', { name: 'Save' }).click();
    await expect(page.getByRole('heading', { level: 1, name: 'One Hill', exact: true })).toBeVisible();
    expect((await bagOf(page, application, id)).weightG).toBe(340);
    await other.close();
  });
});

test('a recipe that is edited while another window saves a version: what was typed stays, and so does its draft', async ({
  page,
  application,
}) => {
  const [standard] = (await (await page.request.get(`${application.address}/api/recipes`)).json()) as KeptRecipe[];
  const { id: _, ...recipe } = { id: '', ...standard?.recipe };
  const kept = (await (
    await page.request.post(`${application.address}/api/recipes`, { data: { ...recipe, name: 'Edited Twice' } })
  ).json()) as KeptRecipe;
  const address = `${application.address}/recipes/${kept.id}?edit=yes`;
  await page.goto(address);
  await page.getByLabel('Name').fill('Edited Thrice');
  await expect(page.getByText('Every word is kept.')).toBeVisible();
  await page.request.put(`${application.address}/api/recipes/${kept.id}`, {
    data: { ...kept.recipe, waterC: 88, over: kept.versionId },
  });
  await page.evaluate(
    'document.dispatchEvent(new Event("visibilitychange")); window.dispatchEvent(new Event("focus"))',
  );
  await expect(page.getByText('Changed elsewhere meanwhile, and taken in here. Water: 88 °C.')).toBeVisible();
  await expect(page.getByLabel('Name')).toHaveValue('Edited Thrice');
  await expect(page.getByLabel('Water temperature')).toHaveValue('88');
  // The sheet is found again with its words, from the shelf.
  await expect(page.getByText('Every word is kept.')).toBeVisible();
  await page.goto(application.address);
  await page.getByRole('link', { name: /The recipe Edited Twice/ }).click();
  await expect(page.getByLabel('Name')).toHaveValue('Edited Thrice');
  await page.getByRole('button', { name: 'Save the recipe' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Edited Thrice', exact: true })).toBeVisible();
  await expect(page.getByRole('button', { name: /^Version 3/ })).toBeVisible();
});

test('two windows of the store room keep the brewers each of them ticked', async ({ page, application }) => {
  const other = await second(page);
  await page.request.patch(`${application.address}/api/settings`, { data: { brewers: ['cone', 'press'] } });
  await Promise.all([page.goto(`${application.address}/store-room`), other.goto(`${application.address}/store-room`)]);
  await expect(other.getByLabel('Cone', { exact: true })).toBeChecked();
  await page.getByLabel('Siphon').check();
  await other.getByLabel('Press', { exact: true }).uncheck();
  const brewers = async (): Promise<string[]> =>
    (
      (await (await page.request.get(`${application.address}/api/settings`)).json()) as { brewers: string[] }
    ).brewers.sort();
  await expect.poll(brewers).toEqual(['cone', 'siphon']);
  await page.request.patch(`${application.address}/api/settings`, { data: { brewers: null } });
  await other.close();
});
