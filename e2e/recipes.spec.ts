import { addBag, dateOf, expect, openBag, test } from './support/application';
import { clearBench, connect, layOut } from './support/benchHelpers';

test.use({ expectedErrors: [/Failed to load resource/] });
test.afterEach(({ page, application }) => clearBench(page, application));

test('a recipe of one’s own is written, made the standard, copied, deleted and brought back', async ({
  page,
  application,
}) => {
  await page.goto(`${application.address}/recipes`);
  await expect(page.locator('.recipe-list li')).toHaveCount(11);
  await expect(page.locator('.recipe-list li').first()).toContainText('standard');
  await page.getByRole('link', { name: 'Write a recipe' }).click();
  await page.getByRole('button', { name: 'Keep the recipe' }).click();
  await expect(page.getByText('Name is needed')).toBeVisible();
  await page.getByLabel('Name').fill('Sock over a jug');
  await page.getByLabel('Kind of brewing').selectOption('own');
  await page.getByLabel('Brewer', { exact: true }).selectOption({ label: 'Another kind …' });
  await page.getByRole('textbox', { name: 'Another kind' }).fill('sock filter');
  await page.getByLabel('Dose').fill('20');
  await page.getByLabel('Water', { exact: true }).fill('1:15');
  await expect(page.getByText('1:15, 300 g')).toBeVisible();
  await page.getByRole('button', { name: 'Keep the recipe' }).click();
  await expect(page.getByText('Stage 4 (pour to 272 g) ends at 272 g, but 300 g are to be poured')).toBeVisible();
  await page.getByLabel('To', { exact: true }).nth(3).fill('300');
  await page.getByRole('button', { name: 'Remove stage 5' }).click();
  await page.getByRole('button', { name: 'Keep the recipe' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Sock over a jug' })).toBeVisible();
  await expect(page.getByText('20 g to 300 g, 1:15')).toBeVisible();

  await page.getByRole('button', { name: 'Make it the standard' }).click();
  await expect(page.getByText('the standard recipe of the household')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Delete' })).toHaveCount(0);
  // A new bag begins with the standard as its reference.
  await addBag(page, application, 'Standard Field', 9);
  await expect(page.getByText('Sock filter, 20 g to 300 g at 92 °C')).toBeVisible();

  await page.goto(`${application.address}/recipes`);
  await page.getByRole('link', { name: /Growing pours/ }).click();
  await page.getByRole('button', { name: 'Make it the standard' }).click();
  await page.getByRole('button', { name: 'Copy' }).click();
  await expect(page.getByText('It begins as a copy of Growing pours.')).toBeVisible();
  await page.goto(`${application.address}/recipes`);
  await page.getByRole('link', { name: /Sock over a jug/ }).click();
  await page.getByRole('button', { name: 'Delete' }).click();
  await expect(page.locator('.recipe-list li')).toHaveCount(11);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.locator('.recipe-list li')).toHaveCount(12);
});

test('a shot is written with its yield, seconds and pressure, a steep with its hours; nothing else is asked', async ({
  page,
  application,
}) => {
  await page.goto(`${application.address}/recipes/new`);
  await page.getByLabel('Kind of brewing').selectOption('espresso');
  await expect(page.getByLabel('Brewer', { exact: true })).toHaveValue('espresso machine');
  await expect(page.getByText('A shot has no stages')).toBeVisible();
  await page.getByLabel('Name').fill('Short and dense');
  await expect(page.getByLabel('Yield')).toHaveValue('40');
  await page.getByLabel('Yield').fill('30');
  await expect(page.getByLabel('Length of the shot')).toHaveValue('29');
  await page.getByLabel('Length of the shot').fill('');
  await page.getByRole('button', { name: 'Keep the recipe' }).click();
  await expect(page.getByText('A shot needs its seconds')).toBeVisible();
  await page.getByLabel('Length of the shot').fill('26');
  await page.getByLabel('Pressure').fill('9');
  await page.getByRole('button', { name: 'Keep the recipe' }).click();
  await expect(page.getByText('18 g in, 30 g out, 1:1.7, 93 °C, 9 bar')).toBeVisible();

  await page.goto(`${application.address}/recipes/new`);
  await page.getByLabel('Name').fill('Through the day');
  await page.getByLabel('Kind of brewing').selectOption('cold steep');
  await expect(page.getByLabel('Steep')).toHaveValue('14');
  await page.getByLabel('Steep').fill('');
  await page.getByRole('button', { name: 'Keep the recipe' }).click();
  await expect(page.getByText('A cold steep needs its hours')).toBeVisible();
  await page.getByLabel('Steep').fill('10');
  await page.getByRole('button', { name: 'Keep the recipe' }).click();
  await expect(page.getByText('Steep, until 10:00:00')).toBeVisible();
});

test('grinders keep their burrs; a setting is compared with the reference on the same grinder only', async ({
  page,
  application,
}) => {
  await connect(page, application, {});
  await page.goto(`${application.address}/store-room`);
  for (const name of ['Hand mill', 'Table mill']) {
    await page.getByLabel('Name of a grinder').fill(name);
    await page.getByRole('button', { name: 'Add', exact: true }).click();
    await expect(page.getByText(name, { exact: true })).toBeVisible();
  }
  const table = page.getByRole('listitem').filter({ hasText: 'Table mill' });
  await table.getByRole('button', { name: 'New burrs today' }).click();
  await expect(table).toContainText(/New burrs on \d+ \w+/);
  await table.getByRole('button', { name: 'Delete' }).click();
  await expect(table).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(table).toContainText('New burrs on');

  await page.goto(`${application.address}/recipes`);
  await page.getByRole('link', { name: /Two long pours/ }).click();
  await page.getByRole('button', { name: 'Edit', exact: true }).click();
  await page.getByText('Grinder, water, filter, style').click();
  await page.getByLabel('Grinder', { exact: true }).selectOption('Hand mill');
  await page.getByLabel('Its setting').fill('20');
  await page.getByRole('button', { name: 'Save the recipe' }).click();
  await expect(page.getByText('grind 20')).toBeVisible();

  await addBag(page, application, 'Grind Field', 9);
  await page.getByRole('link', { name: 'Brew at the bench' }).click();
  await page.getByLabel('Recipe').selectOption({ label: 'Two long pours – flat-bottom' });
  await page.getByRole('button', { name: 'Make it this bag’s reference' }).click();
  await expect(page.getByText('This is the bag’s reference recipe')).toBeVisible();
  await page.getByLabel('Its setting').fill('18.5');
  await expect(page.getByText('1.5 finer than the reference recipe.')).toBeVisible();
  await page.getByLabel('Grinder', { exact: true }).selectOption('Table mill');
  await expect(page.getByText('Settings of two grinders cannot be compared.')).toBeVisible();
  await page.getByLabel('Grinder', { exact: true }).selectOption('Hand mill');
  await page.getByRole('button', { name: 'Lay it out' }).click();
  await page.getByRole('button', { name: 'Start', exact: true }).click();
  await page.getByRole('button', { name: 'Drained' }).click();
  await page.getByRole('link', { name: 'To the cup' }).click();
  await expect(page.getByLabel('Grind', { exact: true })).toHaveValue('-1.5');
});

test('instruments are connected in the store room, and the bench has them', async ({ page, application }) => {
  await connect(page, application, {});
  await page.goto(`${application.address}/store-room`);
  await expect(page.getByLabel('Hand that pours')).toHaveCount(0);
  await page.getByLabel('Scale', { exact: true }).selectOption('drops out');
  await page.getByLabel('Thermometer').selectOption('well');
  await page.getByLabel('Hand that pours').selectOption('fast');
  await page.getByLabel('Simulated time').selectOption('5');
  await page.reload();
  await expect(page.getByLabel('Scale', { exact: true })).toHaveValue('drops out');
  await expect(page.getByLabel('Simulated time')).toHaveValue('5');
  await addBag(page, application, 'Instrument Field', 9);
  await page.getByRole('link', { name: 'Brew at the bench' }).click();
  await page.getByRole('button', { name: 'Lay it out' }).click();
  await expect(page.getByText('simulated at 5 × speed')).toBeVisible();
  await expect(page.getByText(/Water in the kettle: 9\d °C/)).toBeVisible();
  await page.getByRole('button', { name: 'Start', exact: true }).click();
  // A fast hand pours too much, and a scale that drops out is silent: either may be said first, and only for a while.
  await Promise.all([expect(page.getByText(/^\d+ g over$/)).toBeVisible(), page.getByText('scale silent').waitFor()]);
});

test('a scale connected after a brew was laid out is asked whether to join it', async ({ page, application }) => {
  await connect(page, application, {});
  await layOut(page, application, 'Late Scale Field');
  await expect(page.getByText(/connected after this brew/)).toHaveCount(0);
  await connect(page, application, { speed: 20, connected: { scale: 'well' } });
  await page.reload();
  await expect(page.getByText('A scale was connected after this brew was laid out.')).toBeVisible();
  await page.getByRole('button', { name: 'Not this brew' }).click();
  await expect(page.getByText(/connected after this brew/)).toHaveCount(0);
  await page.reload();
  await page.getByRole('button', { name: 'Let it join' }).click();
  await expect(page.getByText('simulated at 20 × speed')).toBeVisible();
  await expect(page.getByText(/connected after this brew/)).toHaveCount(0);
  await page.getByRole('button', { name: 'Start', exact: true }).click();
  await expect(page.getByLabel('Weight on the scale')).toHaveText(/^[1-9]\d\.?\d* g/);
});

test('a household that writes temperatures in °F reads and types them so everywhere; what is kept stays', async ({
  page,
  unused,
}) => {
  await openBag(page, unused);
  await page.getByRole('navigation').getByRole('link', { name: 'Store room' }).first().click();
  await page.getByLabel('Temperatures in').selectOption('°F');
  await expect(page.getByLabel('Temperatures in')).toHaveValue('°F');
  await page.goto(unused.address);
  await expect(page.getByRole('region', { name: 'Today' })).toContainText('17 g to 272 g at 198 °F');
  await page.locator('.lane', { hasText: 'Test Hill' }).click();
  await expect(page.locator('.side')).toContainText('Cone, 17 g to 272 g at 198 °F');
  await page.keyboard.press('b');
  const water = page.getByRole('textbox', { name: 'Water temperature' });
  await expect(water).toHaveValue('197.6');
  await expect(page.locator('.with-unit', { has: water })).toContainText('°F');
  await water.fill('230');
  await page.getByRole('textbox', { name: 'Overall' }).fill('7.5');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByText(/Water temperature must be .* 212 °F/)).toBeVisible();
  await water.fill('200');
  await page.keyboard.press('Control+Enter');
  await expect(page.locator('.log > li')).toContainText('at 200 °F');
  await page.getByText('What if the recipe were another?').click();
  await expect(page.locator('.what-if')).toContainText('198 °F');
  await page.goto(`${unused.address}/recipes`);
  await expect(page.locator('.recipe-list')).toContainText('17 g to 272 g, 1:16, 198 °F');
  await expect(page.locator('main')).not.toContainText('°C');
  // On the wire and in the database nothing changed.
  const { bags } = {
    bags: (await (await page.request.get(`${unused.address}/api/shelf?today=${dateOf(0)}`)).json()) as {
      lanes: { id: string }[];
    },
  };
  const kept = await page.request.get(`${unused.address}/api/bags/${bags.lanes[0]?.id}?today=${dateOf(0)}`);
  expect(((await kept.json()) as { brews: { waterC: number }[] }).brews[0]?.waterC).toBe(93.33);
});
