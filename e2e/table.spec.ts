import type { Browser, Page } from '@playwright/test';
import { violations } from './support/axe';
import { dateOf, expect, test, type Application } from './support/application';

const REFERENCE = { style: 'filter', brewer: 'cone', doseG: 17, waterG: 272, waterC: 92, grindStep: 0 };

async function shelve(page: Page, { address }: Application, names: readonly string[]): Promise<void> {
  for (const name of names) {
    const data = { name, printedNotes: 'quince, walnut', roastedOn: dateOf(15), reference: REFERENCE };
    expect((await page.request.post(`${address}/api/bags`, { data })).ok()).toBe(true);
  }
}

/** A guest with a phone of their own comes in by what the host’s screen says. */
async function comeIn(browser: Browser, host: Page, name: string): Promise<Page> {
  const said = await host.locator('.sharing').innerText();
  const address = /http:\/\/\S+\/join/.exec(said)?.[0] ?? '';
  const code = /Code (\d{6})/.exec(said)?.[1] ?? '';
  const context = await browser.newContext({ viewport: { width: 390, height: 780 }, hasTouch: true });
  const phone = await context.newPage();
  await phone.goto(address);
  await phone.getByLabel('Your name').fill(name);
  await phone.getByLabel('The code on the host’s screen').fill(code);
  await phone.getByRole('button', { name: 'Sit down' }).click();
  await expect(phone.locator('.seat-code')).toBeVisible();
  return phone;
}

/**
 * Marks every cup by keys, from a mark on upwards, in the order in which they come; returns the codes in that order.
 */
async function markAll(phone: Page, first: number): Promise<string[]> {
  const codes: string[] = [];
  for (let cup = 0; cup < 4; cup++) {
    const code = (await phone.locator('.seat-code .code').innerText()).trim();
    codes.push(code);
    const slider = phone.getByLabel('The cup as a whole');
    await slider.fill(String(first + cup / 2));
    await phone.getByLabel('What is in it').fill('damson');
    await phone.keyboard.press('Enter');
    await phone.getByRole('button', { name: cup < 3 ? 'Next cup' : 'On to the whole table' }).click();
  }
  return codes;
}

test('a blind sitting of four cups, one of them twice, with a host and two guests, from invitation to reveal', async ({
  page,
  unused,
  browser,
}) => {
  await shelve(page, unused, ['Fog Gate', 'Salt Steps', 'Rook Ledge']);
  await page.goto(`${unused.address}/table`);
  await page.getByRole('link', { name: 'Lay a table' }).click();
  await expect(page.getByRole('group', { name: 'Which bags?' })).toBeVisible();
  expect(await violations(page)).toEqual([]);
  for (const name of ['Fog Gate', 'Salt Steps', 'Rook Ledge'])
    await page.getByRole('group', { name: 'Which bags?' }).getByRole('button', { name }).click();
  await page.getByRole('button', { name: 'Pour cup 1 twice' }).click();
  await page.getByLabel('Name of the sitting').fill('Three of autumn');
  await page.getByRole('button', { name: 'Lay the table' }).click();
  await expect(page.getByRole('heading', { name: 'Three of autumn' })).toBeVisible();
  await page.getByLabel('Name of someone else who tastes').fill('Ines');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Share this sitting' }).click();
  await expect(page.getByAltText('The way in, to be read by a phone')).toBeVisible();
  expect(await violations(page)).toEqual([]);

  const [omar, ada] = [await comeIn(browser, page, 'Omar'), await comeIn(browser, page, 'Ada')];
  expect(await violations(omar)).toEqual([]);
  const orders = [await markAll(omar, 6), await markAll(ada, 5)];
  expect(orders[0]).not.toEqual(orders[1]);
  // Before the reveal nothing on a guest's page says what is in a cup, nor does the host's say what they wrote.
  for (const hidden of ['Fog Gate', 'Salt Steps', 'Rook Ledge']) expect(await omar.content()).not.toContain(hidden);
  await expect(page.locator('.seats')).toContainText('4 of 4 cups');
  expect(await page.content()).not.toContain('damson');

  // A phone that loses the network loses nothing.
  await ada.context().setOffline(true);
  await ada
    .getByRole('button', { name: /^\d{3}\s?, written/ })
    .first()
    .click();
  await ada.getByLabel('In your own words').fill('written in the cellar');
  await expect(ada.locator('.seat-foot')).toContainText('Kept on this device');
  await ada.context().setOffline(false);
  await expect(ada.locator('.seat-foot')).toContainText('Everything you wrote is kept', { timeout: 15_000 });
  for (const phone of [omar, ada]) {
    await phone.getByRole('button', { name: 'All', exact: true }).click();
    await phone.getByRole('button', { name: 'I am through' }).click();
    await expect(phone.getByRole('button', { name: 'Not through after all' })).toBeVisible();
  }
  await expect(page.locator('.verdict')).toHaveText('2 of 3 are through.');

  await page.getByRole('link', { name: 'To the sheet of Ines' }).click();
  await markAll(page, 7);
  await page.goBack();
  await page.getByRole('button', { name: 'Reveal' }).click();
  await page.getByRole('button', { name: 'Reveal all the same' }).click();
  await expect(page.locator('.reading')).toContainText('Rook Ledge');
  await expect(page.locator('.reading')).toContainText('are one brew');
  await expect(page.locator('.revealed-cups > li')).toHaveCount(4);
  expect(await violations(page)).toEqual([]);
  // At once for everyone.
  for (const phone of [omar, ada]) await expect(phone.locator('.reading')).toContainText('Fog Gate');
  await expect(ada.locator('.reading')).toContainText('written in the cellar');

  await page
    .locator('.reading')
    .getByRole('link', { name: /^Fog Gate/ })
    .first()
    .click();
  await expect(page.getByRole('heading', { name: 'Fog Gate' })).toBeVisible();
  await page.goto(unused.address);
  await expect(page.locator('.lane').filter({ hasText: 'Fog Gate' })).toContainText('233 g');
  for (const phone of [omar, ada]) await phone.context().close();
});

test('a table is laid with the keyboard alone, written on paper and entered afterwards', async ({ page, unused }) => {
  await shelve(page, unused, ['Fog Gate']);
  await page.goto(`${unused.address}/table/new`);
  await page.getByRole('radio', { name: /One bag, several brewers/ }).focus();
  await page.keyboard.press('Space');
  await page.getByRole('group', { name: 'Which bag?' }).getByRole('button', { name: 'Fog Gate' }).press('Enter');
  await expect(page.locator('.laid-cups > li')).toHaveCount(2);
  await page.getByRole('button', { name: 'Lay the table' }).press('Enter');
  await expect(page.locator('.brew-schedule li')).toHaveCount(2);
  await page.getByLabel('Name of someone else who tastes').fill('Ines');
  await page.keyboard.press('Enter');
  await expect(page.locator('.seats')).toContainText('nothing written yet');
  await page.getByRole('button', { name: 'Take away the seat of Ines' }).click();
  await expect(page.locator('.seats')).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.locator('.seats')).toContainText('Ines');

  await page.getByRole('link', { name: 'Paper for tables without phones' }).click();
  await expect(page.locator('.paper-codes .code')).toHaveCount(2);
  await expect(page.locator('.paper-sheet tbody tr')).toHaveCount(2);
  await page.getByRole('link', { name: 'Back to the table' }).click();

  // Whoever pours looks up which is which, and that stays known.
  await page.getByRole('button', { name: 'Which code goes where' }).click();
  await page.getByRole('button', { name: 'I pour: show which is which' }).click();
  await expect(page.locator('.key-of-codes')).toContainText('Fog Gate, cone');
  await page.getByRole('button', { name: 'Hide it again' }).click();
  await page.reload();
  await expect(page.getByText('It was looked up already.')).toBeVisible();

  await page.getByRole('link', { name: 'To the sheet of Ines' }).click();
  await page.getByLabel('The cup as a whole').focus();
  await page.keyboard.press('ArrowRight');
  await expect(page.locator('.seat-foot')).toContainText('Everything you wrote is kept');
  await page.reload();
  await expect(page.locator('.mark-slider output')).toHaveText('5.1');
  await page.getByRole('button', { name: 'All', exact: true }).click();
  await page.getByRole('button', { name: 'I am through' }).click();
  await expect(page.getByRole('button', { name: 'Not through after all' })).toBeVisible();
  await page.goBack();
  await expect(page.locator('.verdict')).toHaveText('Everyone is through.');
  await page.goto(`${unused.address}/table`);
  await page.getByRole('link', { name: 'One bag, several brewers' }).click();
  await page.getByRole('button', { name: 'Clear this table away' }).click();
  await expect(page.getByText('No table was laid yet')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.locator('.sittings li')).toHaveCount(1);
});

test('what the host wrote last counts, though it is still on its way when they reveal', async ({ page, unused }) => {
  await shelve(page, unused, ['Fog Gate', 'Salt Steps']);
  await page.goto(`${unused.address}/table/new`);
  for (const name of ['Fog Gate', 'Salt Steps'])
    await page.getByRole('group', { name: 'Which bags?' }).getByRole('button', { name }).click();
  await page.getByRole('button', { name: 'Lay the table' }).click();
  await page.getByLabel('Name of someone else who tastes').fill('Ines');
  await page.keyboard.press('Enter');

  // The network takes its time over what is written.
  let arrive = (): void => undefined;
  const arriving = new Promise<void>((resolve) => (arrive = resolve));
  const arrived: string[] = [];
  await page.route('**/api/seats/*/answer', async (route) => {
    await arriving;
    await route.continue();
    arrived.push('the answer');
  });
  await page.route('**/api/sittings/*/reveal', async (route) => {
    arrived.push('the reveal');
    await route.continue();
  });
  await page.getByRole('link', { name: 'To the sheet of Ines' }).click();
  await page.getByLabel('In your own words').fill('written first');
  await page.getByRole('button', { name: 'Next cup' }).click();
  await page.getByLabel('In your own words').fill('written on the way out');
  await page.goBack();
  await page.getByRole('button', { name: 'Reveal' }).click();
  await page.getByRole('button', { name: 'Reveal all the same' }).click();
  await expect(page.locator('.reveal').getByRole('button')).toBeDisabled();
  arrive();
  await expect(page.locator('.reading')).toContainText('written on the way out');
  expect(arrived).toEqual(['the answer', 'the answer', 'the reveal']);
});

test('a phone that was away at the reveal is shown what it wrote last, which is not counted', async ({
  page,
  unused,
  browser,
}) => {
  await shelve(page, unused, ['Fog Gate', 'Salt Steps']);
  await page.goto(`${unused.address}/table/new`);
  for (const name of ['Fog Gate', 'Salt Steps'])
    await page.getByRole('group', { name: 'Which bags?' }).getByRole('button', { name }).click();
  await page.getByRole('button', { name: 'Lay the table' }).click();
  await page.getByRole('button', { name: 'Share this sitting' }).click();
  await expect(page.getByAltText('The way in, to be read by a phone')).toBeVisible();
  const phone = await comeIn(browser, page, 'Omar');
  await phone.context().setOffline(true);
  await phone.getByLabel('In your own words').fill('written in the cellar');
  await phone.getByRole('button', { name: 'All', exact: true }).click();
  await phone.getByRole('button', { name: 'The best' }).first().click();
  await expect(phone.locator('.seat-foot')).toContainText('Kept on this device');
  await page.getByRole('button', { name: 'Reveal' }).click();
  await page.getByRole('button', { name: 'Reveal all the same' }).click();
  await expect(page.locator('.reading')).toBeVisible();
  await phone.context().setOffline(false);
  await expect(phone.locator('.too-late')).toContainText('written in the cellar', { timeout: 15_000 });
  await phone.reload();
  await expect(phone.locator('.too-late')).toContainText('written in the cellar');
  await expect(phone.locator('.too-late')).toContainText(/Your order: (Fog Gate|Salt Steps)/);
  expect(await violations(phone)).toEqual([]);
  await phone.context().close();
});
