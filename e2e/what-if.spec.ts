import { addBag, expect, logBrew, test } from './application';

test('leaving a brew out answers at once, saves nothing, and agrees with the server to the last digit', async ({ page, application }) => {
  await addBag(page, application, 'What If Hill', 24);
  for (const [daysAgo, overall] of [[16, '7'], [12, '7.8'], [8, '8.4'], [4, '8.8'], [1, '5']] as const) await logBrew(page, { daysAgo, overall });
  const verdict = page.locator('.verdict');
  const curve = async (): Promise<string> => {
    const details = page.locator('details', { hasText: 'The curve as a table' });
    if ((await details.getAttribute('open')) === null) await page.getByText('The curve as a table').click();
    return page.locator('.table-of-days').innerText();
  };
  const logged = await verdict.innerText();
  const loggedCurve = await curve();

  // The odd cup was not foretold by the others.
  await expect(page.locator('.log > li').first()).toContainText('did something go wrong?');
  await page.locator('.log > li').first().getByRole('button', { name: /^Cone/ }).click();
  await page.getByLabel(/Counts in the judgement/).uncheck();
  await expect(page.locator('.what-if-note')).toContainText('without 1 brew');
  await expect(page.getByText('5 brews, 4 in the judgement')).toBeVisible();
  const asked = await verdict.innerText();
  const askedCurve = await curve();
  expect(askedCurve).not.toBe(loggedCurve);

  await page.getByRole('button', { name: 'Back to the log' }).click();
  await expect(verdict).toHaveText(logged);
  expect(await curve()).toBe(loggedCurve);

  // Marked as faulted for good, the server comes to what the page had worked out.
  await page.locator('.log > li').first().getByRole('button', { name: /More about the brew/ }).click();
  await page.getByRole('button', { name: 'Dirty cup' }).click();
  await expect(page.getByText('5 brews, 4 in the judgement')).toBeVisible();
  await expect(verdict).toHaveText(asked);
  expect(await curve()).toBe(askedCurve);
});

test('sliders move the recipe the curve stands for, without a save', async ({ page, demo }) => {
  await page.goto(demo.address);
  await page.getByRole('link', { name: /Old Mill Dark|Finished bags/ }).first().click();
  await page.getByRole('link', { name: /Old Mill Dark/ }).first().click();
  await page.getByText('What if the recipe were another?').click();
  await expect(page.locator('.effects')).toContainText('Water at 94 °C');
  await page.getByLabel(/^Water temperature/).fill('94');
  await expect(page.locator('.what-if-note')).toContainText('at cone, 15 g to 240 g at 94 °C, not cone, 15 g to 240 g at 88 °C');
  // Measured from 94 °C it is now the cooler water that makes the difference.
  await expect(page.locator('.effects')).toContainText('Water at 88 °C');
  await page.reload();
  await expect(page.locator('.effects')).toContainText('Water at 94 °C');
});

test('the bag says what to brew next, for the cup and for the knowledge', async ({ page, demo }) => {
  await page.goto(demo.address);
  await page.getByRole('link', { name: /Gishora Hill/ }).first().click();
  await expect(page.locator('.verdict')).toContainText('since day 18 only the thick-paper carafe was used, and one brew back at the reference recipe');
  const next = page.locator('section', { has: page.getByRole('heading', { name: 'Next brew' }) });
  await expect(next).toContainText(/Best cup today: the reference recipe with the thick-paper carafe, about \d\.\d/);
  await expect(next).toContainText(/Most telling .*: the reference recipe\. It would narrow down its best days by about \d+ %/);
  await expect(next).toContainText('15 g, one of 7 cups left');
});
