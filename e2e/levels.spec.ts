import { expect, openBag, test } from './application';

test('nineteen levels are drawn with one key or one tap each, and stand as a skyline', async ({ page, unused }) => {
  const names = Array.from({ length: 19 }, (_, i) => `trait ${String.fromCharCode(97 + i)}`);
  const intensityAttributes = names.map((name) => ({ id: name.replace(' ', '-'), name, shown: true }));
  await page.request.patch(`${unused.address}/api/settings`, { data: { intensityAttributes } });
  await openBag(page, unused, { name: 'Drawn Hill', scoringScale: 'levels' });
  await page.keyboard.press('b');
  const strips = page.getByRole('slider');
  await expect(strips).toHaveCount(19);
  // By key: one each, and the next strip has the focus.
  await strips.first().focus();
  await page.keyboard.type('1234512345123451234');
  await expect(page.locator('.skyline')).toContainText('19 of 19 drawn');
  await expect(page.getByRole('slider', { name: 'Trait s, drawn' })).toHaveAttribute('aria-valuetext', '4');
  // A key that corrects: a step, or nothing at all.
  await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('textbox', { name: 'Trait s' })).toHaveValue('4+');
  await page.keyboard.press('Delete');
  await expect(page.locator('.skyline')).toContainText('18 of 19 drawn');
  // By tap: along the strip, in halves.
  const strip = page.getByRole('slider', { name: 'Trait a, drawn' });
  const box = await strip.boundingBox();
  await strip.click({ position: { x: (box?.width ?? 0) * 0.72, y: 20 } });
  await expect(page.getByRole('textbox', { name: 'Trait a' })).toHaveValue('4');
  await strip.click({ position: { x: (box?.width ?? 0) - 2, y: 20 } });
  await expect(strip).toHaveAttribute('aria-valuetext', '5');
  await page.getByRole('textbox', { name: 'Overall' }).fill('4');
  await page.keyboard.press('Control+Enter');
  await page.getByRole('button', { name: /^Cone, 17 g/ }).click();
  await expect(page.getByText(/Levels: trait a 5; trait b 2; trait c 3/)).toBeVisible();
});
