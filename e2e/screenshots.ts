import { fileURLToPath } from 'node:url';
import { expect, test } from './application';

const folder = fileURLToPath(new URL('../docs/screenshots/', import.meta.url));

test('pictures of the main views', async ({ page, demo }) => {
  const picture = async (name: string): Promise<void> => {
    await page.waitForLoadState('networkidle');
    await page.evaluate('document.fonts.ready');
    await page.screenshot({ path: `${folder}${name}.png` });
  };
  await page.goto(demo.address);
  await expect(page.locator('.lane')).toHaveCount(9);
  await picture('shelf');
  await page.setViewportSize({ width: 390, height: 844 });
  await picture('shelf-phone');
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.getByRole('link', { name: /Kivu Terrace/ }).first().click();
  await expect(page.locator('.brew-point')).toHaveCount(7);
  await picture('bag');
  await page.emulateMedia({ colorScheme: 'dark' });
  await picture('bag-dark');
  await page.emulateMedia({ colorScheme: 'light' });
  await page.getByRole('link', { name: 'Log a brew' }).click();
  await page.getByRole('textbox', { name: 'Overall' }).fill('8.6');
  await page.getByLabel('Notes', { exact: true }).fill('Quince jelly, damson skin; longer as it cools.');
  await picture('log-a-brew');
  await page.goto(`${demo.address}/store-room`);
  await page.getByLabel('Whatever was used before').uncheck();
  await page.getByLabel('Siphon').uncheck();
  await picture('store-room');
});
