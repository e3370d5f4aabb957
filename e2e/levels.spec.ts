import { expect, openBag, test } from './support/application';

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

test('how the liquor looks and what is wrong with the coffee are tapped, folded away, and stand in the log', async ({
  page,
  unused,
}) => {
  await openBag(page, unused, { name: 'Cloudy Hill' });
  await page.keyboard.press('b');
  await page.getByRole('textbox', { name: 'Overall' }).fill('5');
  await expect(page.getByRole('group', { name: 'Faults of the coffee' })).toBeHidden();
  await page.getByText('How it looks, and faults of the coffee').click();
  // A filter has no layers.
  await expect(page.getByRole('group', { name: 'Layers of the shot' })).toHaveCount(0);
  await page.getByRole('button', { name: 'copper' }).click();
  await page.getByRole('button', { name: 'hazy' }).click();
  await page.getByRole('button', { name: 'papery' }).click();
  await page.getByRole('button', { name: 'papery: a trace' }).click();
  await page.getByRole('button', { name: 'mouldy' }).click();
  await expect(page.getByText('Mould: do not taste on, and throw the rest away.')).toBeVisible();
  for (const strength of ['a trace', 'plain', 'strong'])
    await page.getByRole('button', { name: `mouldy: ${strength}` }).click();
  await expect(page.getByText('Mould: do not taste on')).toHaveCount(0);
  await page.getByText('Bloom, bed, tastes').click();
  await page.getByLabel('Grind, in words').selectOption('medium fine');
  await page.keyboard.press('Control+Enter');
  await expect(page.locator('.log > li').first()).toContainText('first impression');
  await page.getByRole('button', { name: /^Cone, 17 g/ }).click();
  const entry = page.locator('.log > li.chosen');
  await expect(entry).toContainText('copper and hazy');
  await expect(entry).toContainText('Faults of the coffee: papery, plain.');
  await expect(entry).toContainText('ground medium fine');
  await page.getByRole('button', { name: /More about the brew/ }).click();
  await page.getByRole('button', { name: 'Edit', exact: true }).click();
  await expect(page.getByRole('button', { name: 'papery: plain' })).toHaveAttribute('aria-pressed', 'true');
  await expect(page.getByLabel('Grind, in words')).toHaveValue('medium fine');
});

test('a word is weighed by tapping it: leading, behind or a trace; the log says so, and so does the sheet again', async ({
  page,
  unused,
}) => {
  await openBag(page, unused, { name: 'Weighed Hill' });
  await page.keyboard.press('b');
  await page.getByRole('textbox', { name: 'Overall' }).fill('7');
  await page.getByRole('combobox', { name: 'Notes', exact: true }).fill('quince, clove, fig, honey,');
  await page.getByRole('button', { name: 'quince, not weighed' }).click();
  await page.getByRole('button', { name: 'clove, not weighed' }).click();
  await page.getByRole('button', { name: 'clove, leading' }).click();
  await page.getByRole('button', { name: 'clove, behind' }).click();
  await page.getByRole('button', { name: 'fig, not weighed' }).click();
  for (const now of ['leading', 'behind', 'a trace']) await page.getByRole('button', { name: `fig, ${now}` }).click();
  await expect(page.getByRole('button', { name: 'fig, not weighed' })).toBeVisible();
  await page.keyboard.press('Control+Enter');
  await expect(page.locator('.cup-words')).toHaveText('quince leading, a trace of clove, fig, honey');
  await page.getByRole('button', { name: /More about the brew/ }).click();
  await page.getByRole('button', { name: 'Edit', exact: true }).click();
  await expect(page.getByRole('button', { name: 'clove, a trace' })).toBeVisible();
  // What is taken off takes its weight along.
  await page.getByRole('button', { name: 'Remove clove' }).click();
  await page.getByRole('combobox', { name: 'Notes', exact: true }).fill('clove,');
  await expect(page.getByRole('button', { name: 'clove, not weighed' })).toBeVisible();
});
