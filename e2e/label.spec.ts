import { expect, openBag, test, verdictReached } from './support/application';

const BREW = { style: 'filter', brewer: 'cone', doseG: 17, waterG: 272, waterC: 92, grindStep: 0 };
const at = (days: number): string => new Date(Date.now() - days * 86_400_000).toISOString();

test('the label is written with its process, lot, link and shop, and stands on the page', async ({ page, unused }) => {
  await page.goto(`${unused.address}/bags/new`);
  await page.getByLabel('Name').fill('Salt Terrace');
  await page.getByLabel('Roasted on').fill(at(12).slice(0, 10));
  await page.getByLabel('Process').fill('thermal shock, washed');
  await expect(page.getByLabel('Rests like')).toHaveValue('extended-fermentation');
  // What somebody chose stays, whatever is typed after.
  await page.getByLabel('Rests like').selectOption('washed');
  await page.getByLabel('Process').fill('thermal shock');
  await expect(page.getByLabel('Rests like')).toHaveValue('washed');
  await page.getByText('What the label says').click();
  await page.getByLabel('Lot').fill('7');
  await page.getByLabel('Harvest').fill('spring');
  await page.getByLabel('Link').fill('gable.example/7');
  await page.getByText('Why you bought it, and how it came').click();
  await page.getByLabel('Bought at').fill('Gable Street');
  await page.getByRole('button', { name: 'Put it on the shelf' }).click();
  await expect(page.getByText('The link must begin with https:// or http://')).toBeVisible();
  await page.getByLabel('Link').fill('https://gable.example/7');
  await page.getByRole('button', { name: 'Put it on the shelf' }).click();
  await expect(page.getByRole('heading', { name: 'Salt Terrace' })).toBeVisible();
  const facts = page.locator('.fact-list');
  await expect(facts.first()).toContainText('thermal shock');
  await expect(facts.first()).toContainText('spring');
  await expect(page.getByRole('link', { name: 'gable.example/7' })).toHaveAttribute('rel', /noreferrer/);
  await expect(facts.nth(1)).toContainText('Gable Street');
});

test('what is felt, where words sit and another drink are told apart, and the taster’s own mark is kept', async ({
  page,
  unused,
}) => {
  const id = await openBag(page, unused, { name: 'Two Drinks', printedNotes: 'quince, cedar' });
  const brews = [
    { day: 9, cup: { finishS: 10, dryness: 'some', textures: ['silky'] }, brew: {} },
    { day: 5, cup: { finishS: 20, dryness: 'a trace', textures: ['silky'] }, brew: {} },
    { day: 2, cup: { finishS: 40, dryness: 'none', textures: [] }, brew: {} },
    { day: 1, cup: {}, brew: { style: 'milk' } },
  ];
  for (const { day, cup, brew } of brews) {
    const isMilk = 'style' in brew;
    const words = isMilk
      ? [['cedar', 'cup']]
      : [
          ['quince', 'hot-first'],
          ['jasmine', 'hot-nose'],
        ];
    const answer = await page.request.post(`${unused.address}/api/bags/${id}/brews`, {
      data: {
        ...BREW,
        ...brew,
        brewedAt: at(day),
        cup: {
          scoringScale: 'mark10',
          mark: isMilk ? 7 : 8,
          ...cup,
          descriptors: words.map(([typed, slot]) => ({ typed, slot })),
        },
      },
    });
    expect(answer.ok()).toBe(true);
  }
  await page.reload();
  await verdictReached(page);
  const levels = page.locator('section', { has: page.getByRole('heading', { name: 'Attributes and notes' }) });
  await expect(levels).toContainText('The finish grew longer');
  await expect(levels).toContainText('Less dryness over the days');
  await expect(levels).toContainText('By the nose alone: jasmine. On the palate alone: quince.');
  await levels.getByText('The same as a table').click();
  await expect(levels.getByRole('row', { name: /^Finish/ })).toContainText('40');
  const drinks = page.locator('section', { has: page.getByRole('heading', { name: 'Other ways you drank it' }) });
  await expect(drinks).toContainText('With milk, 1 cup');
  await expect(drinks).toContainText('Of the printed notes cedar came through; quince did not come.');
  // The label is held against the drink the bag is judged in.
  await expect(page.locator('.label-notes')).toContainText('cedar: never found.');
  await expect(page.locator('.label-notes')).toContainText('quince: found in 3 of 3 cups');

  await page.getByText('Your mark, buy again').click();
  await page.getByLabel(/^As filter coffee of 10/).fill('8.4');
  await page.getByLabel(/^With milk, stars/).fill('3.5');
  await page.getByLabel(/^With milk, stars/).blur();
  const verdict = page.locator('section', { has: page.getByRole('heading', { name: 'Your verdict' }) });
  await expect(verdict).toContainText('Your mark: 8.4 out of 10 as filter coffee; 3½ of 5 stars with milk.');
  await verdict.getByLabel('Its price is weighed in').last().click();
  await expect(verdict).toContainText('3½ of 5 stars with milk, its price weighed in.');
  await page.getByLabel(/^As filter coffee of 10/).fill('12');
  await page.getByLabel(/^As filter coffee of 10/).blur();
  await expect(verdict).toContainText('The mark must be between 0 and 10.');
  await page.reload();
  await expect(page.getByText('Your mark: 8.4 out of 10 as filter coffee')).toBeVisible();
});
