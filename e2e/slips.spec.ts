import { expect, openBag, test } from './support/application';
import { violations } from './support/axe';

test('a mark that was typed wrongly is asked about while it is typed and in the log, and one tap keeps it', async ({
  page,
  application,
}) => {
  await openBag(page, application, { name: 'Slip Hill' });
  const log = page.locator('.log > li');
  for (const [i, mark] of ['8.4', '8.2', '8.5'].entries()) {
    await page.keyboard.press('b');
    await page.getByRole('textbox', { name: 'Overall' }).fill(mark);
    await page.keyboard.press('Control+Enter');
    await expect(log).toHaveCount(i + 1);
  }
  await page.keyboard.press('b');
  const overall = page.getByRole('textbox', { name: 'Overall' });
  await overall.fill('0.5');
  await expect(page.getByText('0.5 after 8.4, 8.2 and 8.5: typed wrongly?')).toBeVisible();
  await overall.fill('8.5');
  await expect(page.getByText('typed wrongly?')).toBeHidden();
  await overall.fill('0.5');
  await page.keyboard.press('Control+Enter');
  await expect(log).toHaveCount(4);
  const question = page.getByText('0.5 after 8.4, 8.2 and 8.5: typed wrongly? Until you say, it hardly counts.');
  await expect(question).toBeVisible();
  expect(await violations(page)).toEqual([]);
  await page.getByRole('link', { name: 'Correct mark' }).click();
  await expect(page.getByRole('textbox', { name: 'Overall' })).toHaveValue('0.5');
  await page.goBack();
  await page.getByRole('button', { name: 'Keep mark' }).click();
  await expect(page.getByText('The mark counts as it is.')).toBeVisible();
  await expect(question).toBeHidden();
});
