import type { BagPage } from '../contract/shelf/shelf';
import { dateOf, expect, morning, openBag, test } from './support/application';
import { chooseRecipe, clearBench, connect, get, layOut, start } from './support/benchHelpers';

test.afterEach(({ page, application }) => clearBench(page, application));

test('a cup logged by hand is read: extraction with its sum, one change with its reason, and it is all there to edit', async ({
  page,
  application,
}) => {
  await connect(page, application, {});
  const { bagId } = await layOut(page, application, 'Reading Hill');
  await page.goto(`${application.address}/bags/${bagId}/brew`);
  await page.getByRole('textbox', { name: 'Overall' }).fill('7');
  await page.getByLabel('Water', { exact: true }).fill('1:15');
  await page.getByLabel('Drained in').fill('2:20');
  await page.getByText('Bloom, bed, tastes').click();
  const reading = page.locator('.reading');
  await expect(reading).toContainText('Change nothing.');
  await page.getByRole('button', { name: 'sharp', exact: true }).click();
  await page.getByRole('button', { name: 'briny', exact: true }).click();
  await page.getByRole('button', { name: 'briny', exact: true }).click();
  await expect(reading).toContainText(
    'One school would grind one step finer. It tasted sharp, which it reads as too little drawn out; another finds',
  );
  await page.getByLabel('Dissolved solids').fill('1,2');
  await page.getByLabel('Beverage').fill('221');
  await expect(reading).toContainText(
    '1.2 % × 221 g ÷ 17 g = 15.6 %; percolation: the beverage in the cup is counted.',
  );
  await expect(reading).toContainText('It tasted sharp and only 15.6 % was drawn out of the dose');
  await page.getByRole('button', { name: 'bitter', exact: true }).click();
  await expect(reading).toContainText('these point opposite ways');
  await page.getByRole('button', { name: 'bitter', exact: true }).click();
  await page.getByRole('button', { name: 'steady', exact: true }).click();
  await page.getByRole('button', { name: 'hollow near right' }).click();
  await page.getByRole('button', { name: 'Save the cup' }).click();

  await expect(page.getByText('From the last cup')).toBeVisible();
  await expect(page.locator('.side .advice')).toContainText('Next time: grind one step finer.');
  await page.getByRole('button', { name: /^Cone, 17 g to 255 g/ }).click();
  await expect(page.locator('.making')).toContainText(
    'bloom steady · bed hollow near right · tasted sharp · extraction 1.2 % × 221 g ÷ 17 g = 15.6 % · 221 g in the cup',
  );

  await page.getByRole('button', { name: /More about the brew/ }).click();
  await page.getByRole('button', { name: 'Edit', exact: true }).click();
  await expect(page.getByRole('button', { name: 'sharp', exact: true })).toHaveAttribute('aria-pressed', 'true');
  await expect(page.getByRole('button', { name: 'hollow near right' })).toHaveAttribute('aria-pressed', 'true');
  await expect(page.getByLabel('Dissolved solids')).toHaveValue('1.2');
  await page.getByLabel('pH').fill('15');
  await page.getByRole('button', { name: 'Save the cup' }).click();
  await expect(page.getByText('pH must be between 0 and 14')).toBeVisible();
  await page.getByLabel('pH').fill('4,95');
  await page.getByRole('button', { name: 'Save the cup' }).click();
  await page.getByRole('button', { name: /^Cone, 17 g to 255 g/ }).click();
  await expect(page.locator('.making')).toContainText('pH 4.95');
});

test('advice that goes against the wish to hold the recipe still says so', async ({ page, demo }) => {
  await page.goto(demo.address);
  await page
    .getByRole('link', { name: /Amber Stair/ })
    .first()
    .click();
  await expect(page.getByText(/Most telling.*the reference recipe\. It/)).toBeVisible();
  await page.getByRole('link', { name: 'Log a brew' }).click();
  await page.getByText('Bloom, bed, tastes').click();
  await expect(page.locator('.advice')).not.toContainText('held still');
  await page.getByRole('button', { name: 'bitter', exact: true }).click();
  await expect(page.locator('.advice')).toContainText('Next time:');
  await expect(page.locator('.advice')).toContainText(
    'But: The judgement of this bag asks for the reference recipe, held still',
  );
  await page.getByRole('button', { name: 'Cancel' }).click();
});

test('a shot ends when the scale says so, and is read by its seconds and grams', async ({ page, application }) => {
  await connect(page, application, { connected: { scale: 'well' }, hand: 'fast', speed: 5 });
  const { bagId } = await layOut(page, application, 'Shot Harbour', /Long and even shot/);
  await expect(page.getByRole('checkbox', { name: 'Paper rinsed' })).toHaveCount(0);
  await expect(page.getByText(/under pressure: never take the portafilter off/)).toBeVisible();
  await start(page);
  await expect(page.getByText('Stop at')).toBeVisible();
  await expect(page.locator('.big-number')).toContainText('40');
  await expect(page.getByText(/^Stopped in 0:\d\d, \d+ s too fast\.$/)).toBeVisible();
  await page.getByRole('button', { name: 'wild' }).click();
  await page.getByRole('link', { name: 'To the cup' }).click();
  await expect(page.getByRole('group', { name: 'Crema' }).getByRole('button', { name: 'wild' })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  await expect(page.getByText(/g\/s over the shot/)).toBeVisible();
  // What a shot yields is in the cup; nothing of it is held back by paper.
  await expect(page.getByLabel('Yield')).toHaveValue('40');
  await expect(page.getByText('about 40 g if not weighed')).toBeVisible();
  await expect(page.getByLabel('Stopped in')).toHaveValue(/^0:\d\d$/);
  // Nobody has complained of it yet: what the clock says alone changes nothing.
  await expect(page.locator('.advice')).toContainText(
    /Change nothing\. It ended in 0:\d\d, \d+ s too fast, but nobody/,
  );
  await page.getByRole('button', { name: 'sharp', exact: true }).click();
  await expect(page.locator('.advice')).toContainText(
    /Next time: grind (one step|two steps) finer\. It tasted sharp and/,
  );
  await page.getByRole('textbox', { name: 'Overall' }).fill('6');
  await page.getByRole('button', { name: 'Save the cup' }).click();
  await page.getByRole('button', { name: /^Espresso machine, 18 g/ }).click();
  await expect(page.locator('.making')).toContainText(/Stopped in 0:\d\d, \d+ s too fast · \d\.\d g\/s · crema wild/);
  const { brews } = await get<BagPage>(page, application, `/bags/${bagId}?today=${dateOf(0)}`);
  expect(brews[0]?.making?.stageTimes).toHaveLength(1);
});

test('every kind of brewing asks what applies to it, warns of what is its own, and can be ended by hand', async ({
  page,
  application,
}) => {
  await connect(page, application, {});
  const kinds = [
    { recipe: /Two fills/, checks: 3, caution: /Press slowly/, end: 'Pressed' },
    { recipe: /Short boil/, checks: 4, caution: /lower bulb is under pressure/, end: 'Drawn down' },
    { recipe: /Raised twice/, checks: 2, caution: /boils over without warning/, end: 'Poured off' },
    { recipe: /Bowl for tasting/, checks: 3, caution: /Do not share spoons/, end: 'Tasted' },
    { recipe: /Half onto ice/, checks: 5, caution: /onto ice in thin or cold glass/, end: 'Drained' },
    { recipe: /A pot for the table/, checks: 6, caution: /basket and the plate stay hot/, end: 'Drained' },
  ];
  const { bagId } = await layOut(page, application, 'Many Kinds');
  for (const { recipe, checks, caution, end } of kinds) {
    await clearBench(page, application);
    await page.goto(`${application.address}/bags/${bagId}/bench`);
    await chooseRecipe(page, recipe);
    await page.getByRole('button', { name: 'Lay it out' }).click();
    await expect(page.getByRole('checkbox')).toHaveCount(checks);
    await expect(page.getByText(caution)).toBeVisible();
    await start(page);
    await page.getByRole('button', { name: end, exact: true }).click();
    await expect(page.getByText(new RegExp(`^${end} in 0:\\d\\d`))).toBeVisible();
    await page.getByRole('button', { name: 'Not over yet' }).click();
    await expect(page.getByRole('button', { name: end, exact: true })).toBeVisible();
  }
});

test('what is left of a bag is shared out without a remainder', async ({ page, application }) => {
  const answer = await page.request.post(`${application.address}/api/bags`, {
    data: {
      name: 'Last Grams',
      roastedOn: dateOf(10),
      weightG: 37,
      reference: { style: 'filter', brewer: 'cone', doseG: 17, waterG: 272, waterC: 92, grindStep: 0 },
    },
  });
  const { id } = (await answer.json()) as { id: string };
  await page.goto(`${application.address}/bags/${id}/bench`);
  await page.getByRole('button', { name: 'Share out what is left: 2 × 18.5 g' }).click();
  await expect(page.getByText('18.5 g to 296 g, 1:16')).toBeVisible();
  await expect(page).toHaveURL(/dose=18\.5/);
  await page.getByLabel('Dose').fill('40');
  await expect(page.getByText('That is more than the 37 g that should be left.')).toBeVisible();
  await page.getByLabel('Dose').fill('a lot');
  await expect(page.getByText('The dose must be a number between 0.1 g and 500 g.')).toBeVisible();
  await page.getByRole('button', { name: 'As written' }).click();
  await expect(page.getByText('17 g to 272 g, 1:16')).toBeVisible();
});

test('what was liked is read first; a hollow on one side three times running gives a hint; the signs can be switched off', async ({
  page,
  unused,
}) => {
  const id = await openBag(page, unused);
  const log = (daysAgo: number, mark: number, making: Record<string, unknown>): Promise<unknown> =>
    page.request.post(`${unused.address}/api/bags/${id}/brews`, {
      data: {
        brewedAt: `${morning(daysAgo)}:00Z`,
        style: 'filter',
        brewer: 'cone',
        doseG: 17,
        waterG: 272,
        waterC: 92,
        grindStep: 0,
        cup: { scoringScale: 'mark10', mark },
        making,
      },
    });
  await log(6, 7.2, { bed: 'hollow far left' });
  await log(4, 7.4, { bed: 'hollow far left' });
  await log(2, 8.4, { bed: 'hollow far left', tastes: ['astringent'] });
  await page.reload();
  const advice = page.locator('.side .advice');
  await expect(advice).toContainText(
    'Change nothing. It is among this bag’s best: it tasted astringent, and you liked it.',
  );
  await expect(advice).toContainText('The bed was hollow far left three times running');
  await log(1, 6.1, { tastes: ['bitter'] });
  await page.reload();
  await expect(advice).toContainText('Next time: grind one step coarser.');
  await expect(advice).not.toContainText('hollow');
  await page.goto(`${unused.address}/store-room`);
  await page.getByLabel('Read the table of signs').uncheck();
  await expect(page.getByLabel('Read the table of signs')).not.toBeChecked();
  await page.goto(`${unused.address}/bags/${id}`);
  await expect(advice).toContainText('Change nothing yet. It tasted bitter, but the table of signs is switched off');
});
