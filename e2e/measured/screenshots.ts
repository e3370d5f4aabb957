import { fileURLToPath } from 'node:url';
import type { Page } from '@playwright/test';
import { expect, test } from '../support/application';

const folder = fileURLToPath(new URL('../../docs/screenshots/', import.meta.url));

test('pictures of the main views', async ({ page, demo }) => {
  const picture = async (name: string): Promise<void> => {
    // A page that is told what happens on the bench is never idle.
    if (!page.url().includes('/bench')) await page.waitForLoadState('networkidle');
    await page.evaluate('document.fonts.ready');
    await page.waitForTimeout(300);
    await page.screenshot({ path: `${folder}${name}.png` });
  };
  await page.goto(demo.address);
  await expect(page.locator('.lane')).toHaveCount(10);
  await picture('shelf');
  await page.setViewportSize({ width: 390, height: 844 });
  await picture('shelf-phone');
  await page.setViewportSize({ width: 1280, height: 800 });
  await page
    .getByRole('link', { name: /Kivu Terrace/ })
    .first()
    .click();
  await expect(page.locator('.brew-point')).toHaveCount(11);
  await picture('bag');
  await page.emulateMedia({ colorScheme: 'dark' });
  await picture('bag-dark');
  await page.emulateMedia({ colorScheme: 'light' });
  await page.getByRole('link', { name: 'Log a brew' }).click();
  await page.getByRole('textbox', { name: 'Overall' }).fill('8.7');
  await page
    .getByRole('combobox', { name: 'Notes', exact: true })
    .pressSequentially('quince jelly,grandmother’s attic,');
  await page.getByLabel('In your words').fill('Longer as it cools; damson skin at the end.');
  await page.getByRole('combobox', { name: 'Notes', exact: true }).pressSequentially('rasber');
  await picture('log-a-brew');
  await page.getByRole('combobox', { name: 'Notes', exact: true }).fill('');
  await page.getByText('Levels, and whether they were right').click();
  for (const [name, level] of [
    ['Brightness', '3+j'],
    ['Weight', '3j'],
    ['Sweetness', '4-j'],
    ['Clarity', '4'],
    ['Length', '4+j'],
    ['Flowers', '3'],
    ['Fruit', '2-l'],
    ['Roast', '1.5'],
  ] as const)
    await page.getByRole('textbox', { name }).pressSequentially(level);
  await page.getByText('A word that will not come').click();
  for (const trait of ['fruit', 'purple', 'sour', 'drying'])
    await page.locator('.word-finder').getByRole('button', { name: trait, exact: true }).click();
  await page.getByLabel('What is it like?').scrollIntoViewIfNeeded();
  await page.evaluate(
    'window.scrollTo(0, document.querySelector(".word-finder").getBoundingClientRect().top + scrollY - 60)',
  );
  await picture('word-finder');
  await page.getByText('A word that will not come').click();
  await page.evaluate('window.scrollTo(0, document.body.scrollHeight)');
  await page.getByRole('button', { name: 'Cancel' }).click();
  await page.getByRole('button', { name: 'Dismiss' }).click();
  await page
    .getByRole('button', { name: /^Cone, 17 g/ })
    .first()
    .click();
  await page.locator('.making .trace-chart').scrollIntoViewIfNeeded();
  await page.getByRole('link', { name: 'Brew at the bench' }).click();
  await page.getByLabel('Dose').fill('22');
  await picture('lay-out');
  await page.request.patch(`${demo.address}/api/settings`, {
    data: {
      instruments: {
        connected: { scale: 'well', thermometer: 'well', refractometer: 'well', 'ph-pen': 'well' },
        hand: 'steady',
        speed: 5,
      },
    },
  });
  await page.getByRole('button', { name: 'As written' }).click();
  await page.getByRole('button', { name: 'Lay it out' }).click();
  await page.getByRole('checkbox', { name: 'Paper rinsed' }).click();
  await page.getByRole('checkbox', { name: 'Rinse water thrown away' }).click();
  await page.getByRole('button', { name: 'Start', exact: true }).click();
  await page.getByText(/^then, once the level is/).waitFor();
  await picture('bench');
  await page.setViewportSize({ width: 390, height: 844 });
  await picture('bench-phone');
  await page.getByText(/^Drained in/).waitFor();
  await page.emulateMedia({ colorScheme: 'dark' });
  await page.emulateMedia({ colorScheme: 'light' });
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto(`${demo.address}/?finished=yes`);
  await expect(page.locator('.left').first()).toBeVisible();
  await picture('finished-bags');
  await page.goto(`${demo.address}/palate`);
  await expect(page.locator('.calibration-chart svg').first()).toBeVisible();
  await picture('palate');
  await page.goto(`${demo.address}/palate/standings`);
  await expect(page.locator('.standings li').first()).toBeVisible();
  await picture('standings');
  await page.goto(`${demo.address}/write-ups`);
  await page.getByRole('link', { name: 'Nyanza Grove', exact: true }).click();
  await expect(page.locator('.pub-ridge')).toBeVisible();
  await picture('write-up');
  await page.goto(`${demo.address}/table`);
  await page.locator('.sittings a').first().click();
  await expect(page.locator('.reading')).toBeVisible();
  await picture('table');
  await seatOnPhone(page, demo.address);
  await picture('seat-phone');
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto(`${demo.address}/plan`);
  await expect(page.locator('.plan-cup').first()).toBeVisible();
  await expect(page.locator('.orders > li').first()).toBeVisible();
  await picture('plan');
  await page.goto(`${demo.address}/words`);
  await page.getByText('Stone fruit (').click();
  await picture('words');
  await page.goto(`${demo.address}/store-room`);
  await page.getByLabel('Whatever was used before').uncheck();
  await page.getByLabel('Siphon').uncheck();
  await picture('store-room');
  await page.getByLabel('A table or an archive').setInputFiles('demo/notebooks/decimal-commas.csv');
  await expect(page.getByRole('region', { name: 'The first brews' })).toBeVisible();
  await picture('bring-in-a-table');
});

/** A taster’s own sheet at a blind table, half written, on a phone. */
async function seatOnPhone(page: Page, address: string): Promise<void> {
  await page.goto(`${address}/table/new`);
  for (const name of ['Amber Stair', 'Kivu Terrace', 'Mbeya Slopes'])
    await page.getByRole('group', { name: 'Which bags?' }).getByRole('button', { name }).click();
  await page.getByLabel('Name of the sitting').fill('Three washed ones');
  await page.getByRole('button', { name: 'Lay the table' }).click();
  await page.getByRole('button', { name: 'Seat Mira' }).click();
  await page.getByRole('link', { name: 'To the sheet of Mira' }).click();
  await page.setViewportSize({ width: 390, height: 844 });
  await page.getByLabel('The cup as a whole').fill('7.9');
  for (const word of ['quince', 'rooibos']) {
    await page.getByLabel('What is in it').fill(word);
    await page.keyboard.press('Enter');
  }
  await page.getByText('How much of each').click();
  await expect(page.locator('.seat-foot')).toContainText('Everything you wrote is kept');
}
