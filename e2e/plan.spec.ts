import type { Page } from '@playwright/test';
import { dateOf, expect, openBag, test, type Application } from './support/application';

const REFERENCE = { style: 'filter', brewer: 'cone', doseG: 17, waterG: 272, waterC: 92, grindStep: 0 };

/** Fills a household with bags by its own wire: what a test of the plan begins with. */
async function shelve(page: Page, { address }: Application, bags: { name: string; ago: number; weightG?: number }[]) {
  for (const { name, ago, weightG = 250 } of bags) {
    const data = { name, roastLevel: 'light', roastedOn: dateOf(ago), weightG, reference: REFERENCE };
    expect((await page.request.post(`${address}/api/bags`, { data })).ok()).toBe(true);
  }
}

const cup = (page: Page, name: string) => page.getByRole('button', { name: new RegExp(`: a cup of ${name}`) });

test('the plan says day by day what to brew and why, and takes what the taster sets', async ({ page, unused }) => {
  await shelve(page, unused, [
    { name: 'Ripe Hill', ago: 20 },
    { name: 'Young Ford', ago: 4 },
  ]);
  await page.goto(`${unused.address}/plan`);
  const today = page.getByRole('listitem').filter({ has: page.getByRole('heading', { name: 'Today' }) });
  await expect(today).toContainText('Ripe Hill');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(/cups planned/);

  await today.getByRole('combobox', { name: 'The bag of the cup of today' }).selectOption('Young Ford');
  await expect(today).toContainText(/Set by you, which costs [\d.]+ points? in all/);
  await page.goto(unused.address);
  await expect(page.getByRole('region', { name: 'Today' })).toContainText(/Brew Young Ford.*Set by you/s);

  await page.goto(`${unused.address}/plan`);
  await today.getByRole('button', { name: 'Unset' }).click();
  await expect(today).toContainText('Ripe Hill');
  await today.getByRole('button', { name: 'Skip the cup of today' }).click();
  await expect(today).toContainText('One cup less.');
  await today.getByRole('button', { name: 'Drink it after all' }).click();
  await expect(today).not.toContainText('One cup less.');

  await page.getByLabel('The day of the visit').fill(dateOf(-3));
  await page.getByLabel('Cups for visitors').fill('5');
  await page.getByRole('button', { name: 'Plan for them' }).click();
  await expect(page.getByRole('list', { name: 'Visitors expected' })).toContainText('five cups');
  await expect(page.locator('.plan-day').nth(3).locator('.plan-cup')).toHaveCount(6);
});

test('planned cups are moved along the lanes by keys and by dragging', async ({ page, unused }) => {
  await shelve(page, unused, [
    { name: 'Ripe Hill', ago: 20 },
    { name: 'Young Ford', ago: 6 },
  ]);
  await page.goto(`${unused.address}/?zoom=weeks`);
  const first = cup(page, 'Ripe Hill').first();
  await first.focus();
  await page.keyboard.press('ArrowRight');
  await expect(cup(page, 'Ripe Hill').nth(1)).toBeFocused();
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('Enter');
  await expect(cup(page, 'Ripe Hill, set by you')).toHaveCount(1);
  await page.keyboard.press('Enter');
  await expect(cup(page, 'Ripe Hill, set by you')).toHaveCount(0);

  // By Shift and an arrow to tomorrow.
  await page.keyboard.press('Shift+ArrowRight');
  await expect(cup(page, 'Ripe Hill, set by you')).toHaveCount(1);

  // Dragged: what is set moves with it, so that one cup is set still.
  const set = cup(page, 'Ripe Hill, set by you');
  const before = await set.getAttribute('aria-label');
  const box = await set.boundingBox();
  if (!box) throw new Error('the cup is not drawn');
  const lane = await page.locator('.lane-days').first().boundingBox();
  const perDay = (lane?.width ?? 0) / 15;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2 + 3.2 * perDay, box.y + 4, { steps: 6 });
  await page.mouse.up();
  await expect(set).not.toHaveAttribute('aria-label', before ?? '');
  await expect(set).toHaveCount(1);

  // Left out.
  const count = await page.getByRole('button', { name: /: a cup of/ }).count();
  await cup(page, 'Ripe Hill').first().focus();
  await page.keyboard.press('Delete');
  await expect(page.getByRole('button', { name: /: a cup of/ })).toHaveCount(count - 1);
});

test('the calendar of the lanes is brought closer and taken further by keys, wheel and taps', async ({
  page,
  unused,
}) => {
  await shelve(page, unused, [{ name: 'Ripe Hill', ago: 20 }]);
  await page.goto(unused.address);
  const pressed = page.getByRole('group', { name: 'Days shown' }).locator('[aria-pressed=true]');
  await expect(pressed).toHaveText('Two months');
  await page.keyboard.press('-');
  await expect(pressed).toHaveText('A season');
  await expect(page).toHaveURL(/zoom=season/);
  await page.keyboard.press('+');
  await page.keyboard.press('+');
  await expect(pressed).toHaveText('Two weeks');
  await page.locator('.lane-days').first().hover();
  await page.keyboard.down('Control');
  await page.mouse.wheel(0, 100);
  await page.keyboard.up('Control');
  await expect(pressed).toHaveText('Two months');
  await page.getByRole('button', { name: 'A season' }).click();
  await page.reload();
  await expect(pressed).toHaveText('A season');
});

test('a portion goes into the freezer and out of it by a tap, and a brew is drawn from it', async ({
  page,
  unused,
}) => {
  const id = await openBag(page, unused, { name: 'Parted Hill', roastedOn: dateOf(20), weightG: 200 });
  const beans = page.locator('#beans');
  await beans.getByLabel('Weight of a portion, g').fill('60');
  await beans.getByRole('button', { name: 'Freeze a portion' }).click();
  await expect(beans).toContainText(/In the bag: 140 g.*Portion 1: 60 g, day 20, in the freezer since/s);
  await page.goto(unused.address);
  await expect(page.locator('.lane').first()).toContainText('60 g frozen');

  await page.goto(`${unused.address}/bags/${id}`);
  await beans.getByRole('button', { name: 'Take out portion 1' }).click();
  await expect(beans).toContainText('out of the freezer');
  await page.goto(`${unused.address}/bags/${id}/brew`);
  // What was thawed is drunk first.
  await expect(page.getByLabel('Beans of')).toHaveValue(/./);
  await page.getByRole('textbox', { name: 'Overall' }).fill('8');
  await page.getByRole('button', { name: 'Save the cup' }).click();
  await expect(beans).toContainText(/In the bag: 140 g.*Portion 1: 43 g/s);

  await beans.getByText('The scale says otherwise').click();
  await beans.getByLabel('In the bag by the scale, g').fill('140');
  await beans.getByLabel('Why it differs').fill('given away');
  await expect(beans).toContainText('That is what was reckoned');
  await expect(beans.getByRole('button', { name: 'Correct' })).toBeDisabled();
  await beans.getByLabel('In the bag by the scale, g').fill('131');
  await beans.getByRole('button', { name: 'Correct' }).click();
  await expect(beans).toContainText(/In the bag: 131 g/);
  await expect(beans).toContainText(/−9 g, given away/);
  await beans.getByLabel('When to start').selectOption('patient');
  await expect(beans).toContainText('Opened from day 18 on');
});

test('bags are wished for and ordered, and the calendar is subscribed to', async ({ page, unused }) => {
  await shelve(page, unused, [{ name: 'Ripe Hill', ago: 20 }]);
  await page.goto(`${unused.address}/plan`);
  await page.getByText('Roasters: when they roast and ship').click();
  await page.getByLabel('Name of a roaster').fill('Ninth Kettle');
  await page.getByRole('button', { name: 'Add a roaster' }).click();
  await page.getByRole('group', { name: 'Ninth Kettle' }).getByLabel('Tue').check();

  await page.getByRole('button', { name: 'Wish for a bag' }).click();
  const form = page.getByRole('form', { name: 'A bag to wish for' });
  await form.getByLabel('Name').fill('Winter Lot');
  await form.getByLabel('Roaster').fill('Ninth Kettle');
  await form.getByLabel('Price').fill('16');
  await form.getByRole('button', { name: 'Keep it' }).click();
  const orders = page.locator('#orders');
  await expect(orders).toContainText(/Winter Lot.*Order .*6\.40 for 100 g/s);
  await orders.getByRole('button', { name: 'Ordered today' }).click();
  await expect(orders).toContainText('On its way');
  await page.goto(unused.address);
  await expect(page.locator('.lane').filter({ hasText: 'Winter Lot' })).toContainText('on its way');

  await page.goto(`${unused.address}/plan`);
  await page.getByRole('button', { name: 'Make an address to subscribe to' }).click();
  const address = await page.getByLabel('Secret address to subscribe to').inputValue();
  const feed = await page.request.get(address);
  expect(await feed.text()).toMatch(/^BEGIN:VCALENDAR/);
  await page.getByRole('button', { name: 'Close it' }).click();
  await expect(page.getByRole('button', { name: 'Make an address to subscribe to' })).toBeVisible();
  expect((await page.request.get(address)).status()).toBe(404);
});

test('forty bags are planned while the page goes on answering', async ({ page, unused }) => {
  test.slow();
  await shelve(
    page,
    unused,
    Array.from({ length: 40 }, (_, i) => ({ name: `Bag ${i + 1}`, ago: (i * 7) % 40 })),
  );
  await unused.allJudged();
  await page.goto(unused.address);
  await expect(page.locator('.lane')).toHaveCount(40);
  await expect(page.locator('.planned-cup').first()).toBeVisible({ timeout: 20_000 });
  await expect(page.getByRole('region', { name: 'Today' }).getByRole('heading')).toHaveText(/^Brew Bag \d+/);
  expect(await page.evaluate('document.documentElement.scrollWidth <= innerWidth')).toBe(true);
});

test('a shelf with nothing worth drinking yet says what it waits for', async ({ page, unused }) => {
  await shelve(page, unused, [{ name: 'Green Gate', ago: 0 }]);
  await page.goto(unused.address);
  const today = page.getByRole('region', { name: 'Today' });
  await expect(today.getByRole('heading')).toHaveText('No cup is planned for today.');
  await expect(today).toContainText(/the next cup is of Green Gate, (tomorrow|in \d+ days)/);
  await today.getByRole('link', { name: 'Brew it all the same' }).click();
  await expect(page).toHaveURL(/\/bench/);
});
