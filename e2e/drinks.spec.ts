import { expect, openBag, test } from './support/application';
import { violations } from './support/axe';

test('a brewer brings its drink and numbers along until they are typed, and a contradiction is asked about', async ({
  page,
  application,
}) => {
  await openBag(page, application, { name: 'Machine Hill' });
  await page.keyboard.press('b');
  const brewer = page.getByLabel('Brewer', { exact: true });
  const dose = page.getByLabel('Dose', { exact: true });
  await brewer.selectOption('espresso machine');
  await expect(dose).toHaveValue('18');
  await expect(page.getByLabel('Yield')).toHaveValue('40');
  await expect(page.getByLabel('Water temperature')).toHaveValue('93');
  await dose.fill('19');
  await brewer.selectOption('cone');
  // What was typed stays; the rest is the bag's own reference again.
  await expect(dose).toHaveValue('19');
  await expect(page.getByLabel('Water', { exact: true })).toHaveValue('272');
  await brewer.selectOption('espresso machine');

  await page.getByText('When written, who with, blind').click();
  await page.getByLabel('Drunk as').selectOption('filter');
  await page.getByRole('textbox', { name: 'Overall' }).fill('8');
  await page.getByRole('button', { name: 'Save the cup' }).click();
  const question = page.getByRole('alert');
  await expect(question).toContainText('This says a filter brew from the espresso machine. Is it a shot?');
  expect(await violations(page)).toEqual([]);
  // Its answers are not hidden by the bar at the foot.
  const answer = question.getByRole('button', { name: 'Make it a shot' });
  await expect(answer).toBeFocused();
  const [answerBox, barBox] = await Promise.all([answer.boundingBox(), page.locator('.form-actions').boundingBox()]);
  expect((answerBox?.y ?? Infinity) + (answerBox?.height ?? 0)).toBeLessThanOrEqual(barBox?.y ?? 0);
  await answer.click();
  await expect(page.locator('.log > li')).toHaveCount(1);
  await expect(page.locator('.log > li')).toContainText('Espresso machine');
  expect(await violations(page)).toEqual([]);
});

test('what contradicts itself may be meant, and is found again where all of it can be corrected and taken back', async ({
  page,
  application,
}) => {
  await openBag(page, application, { name: 'Odd Hill' });
  await page.keyboard.press('b');
  await page.getByLabel('Brewer', { exact: true }).selectOption('espresso machine');
  await page.getByText('When written, who with, blind').click();
  await page.getByLabel('Drunk as').selectOption('filter');
  await page.getByRole('button', { name: 'Save the cup' }).click();
  await page.getByRole('button', { name: 'Save as it is' }).click();
  await expect(page.locator('.log > li')).toHaveCount(1);
  const odd = page.getByText('1 recipe contradicts itself');
  await expect(odd).toBeVisible();
  await page.goto(`${application.address}/store-room`);
  await expect(odd).toBeVisible();
  await page.getByRole('button', { name: 'Make it a shot' }).click();
  await expect(odd).toBeHidden();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(odd).toBeVisible();
});
