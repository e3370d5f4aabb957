import type { Page } from '@playwright/test';
import { addBag, dateOf, expect, logBrew, openBag, test } from './support/application';

test.use({ expectedErrors: [/Failed to load resource/] });

test('impossible values are refused at their field and nothing typed is lost', async ({ page, application }) => {
  await addBag(page, application, 'Careful Hill', 10);
  await page.getByRole('link', { name: 'Log a brew' }).click();
  await page.getByLabel('Dose').fill('-3');
  await page.getByLabel('Water temperature').fill('4000');
  await page.getByRole('textbox', { name: 'Overall' }).fill('12');
  await page.getByLabel('In your words').fill('Still here');
  await page.getByLabel('Brewed at').fill(`${dateOf(30)}T08:00`);
  await page.getByRole('button', { name: 'Save the cup' }).click();
  await expect(page.getByText('Dose must be between 0.1 and 500 g')).toBeVisible();
  await expect(page.getByText('Water temperature must be between 0 and 100 °C')).toBeVisible();
  await expect(page.getByText('The mark must be between 0 and 10')).toBeVisible();

  await page.getByLabel('Dose').fill('17');
  await page.getByLabel('Water temperature').fill('92');
  await page.getByRole('textbox', { name: 'Overall' }).fill('8');
  await page.getByRole('button', { name: 'Save the cup' }).click();
  await expect(page.getByText(/cannot be brewed before the bag was roasted/).first()).toBeVisible();
  await expect(page.getByLabel('In your words')).toHaveValue('Still here');
});

test('with the server gone the words stay, through a reload too, and are saved when it is back', async ({
  page,
  application,
}) => {
  await addBag(page, application, 'Power Cut', 10);
  await page.getByRole('link', { name: 'Log a brew' }).click();
  await page.getByRole('textbox', { name: 'Overall' }).fill('8.1');
  await page.getByLabel('In your words').fill('Fig, then the lights went out');
  await application.stop('SIGKILL');
  await page.getByRole('button', { name: 'Save the cup' }).click();
  await expect(page.getByText('Slow Crest does not answer')).toBeVisible();
  await application.start();
  await page.reload();
  await expect(page.getByText('this is what you had written')).toBeVisible();
  await expect(page.getByLabel('In your words')).toHaveValue('Fig, then the lights went out');
  await page.getByRole('button', { name: 'Save the cup' }).click();
  await expect(page.locator('.log')).toContainText('Fig, then the lights went out');
  // Saved once, and the draft is gone.
  await page.getByRole('link', { name: 'Log a brew' }).click();
  await expect(page.getByLabel('In your words')).toHaveValue('');
});

test('notes are shown as typed and never run', async ({ page, application }) => {
  const wild = '<img src=x onerror="document.title=\'owned\'"> {{7*7}} 🍐 قهوة';
  await addBag(page, application, 'Wild <b>Notes</b>', 10);
  await logBrew(page, { daysAgo: 1, overall: '7', remarks: wild });
  await expect(page.locator('.remarks')).toHaveText(wild);
  await expect(page).not.toHaveTitle(/owned/);
});

test('an address that leads nowhere says so', async ({ page, application }) => {
  await page.goto(`${application.address}/bags/0f0e7c2e-0000-4000-8000-000000000000`);
  await expect(page.getByText('This bag is not here. It may have been deleted.')).toBeVisible();
  await page.goto(`${application.address}/nowhere`);
  await expect(page.getByRole('heading', { name: 'There is nothing at this address' })).toBeVisible();
  await page.getByRole('link', { name: 'To the shelf' }).click();
  await expect(page).toHaveURL(`${application.address}/`);
});

/**
 * Lets every answer to a question asked from now on be true when it is given, and late when it arrives. Answers with a
 * way to wait until none is under way.
 */
async function answerLate(page: Page, path: RegExp): Promise<() => Promise<void>> {
  let underWay = 0;
  await page.route(path, async (route) => {
    if (route.request().method() !== 'GET') return route.fallback();
    underWay++;
    const response = await route.fetch();
    await new Promise((resolve) => setTimeout(resolve, 700));
    await route.fulfill({ response }).catch(() => undefined);
    underWay--;
  });
  return () => expect.poll(() => underWay).toBe(0);
}

test('settings changed one right after another are all kept, however late the answers come', async ({
  page,
  unused,
}) => {
  await page.goto(`${unused.address}/store-room`);
  await page.getByLabel('Scale', { exact: true }).waitFor();
  const allAnswered = await answerLate(page, /\/api\/settings$/);
  const kept = (): Promise<unknown> =>
    page.waitForResponse(
      (response) => response.url().endsWith('/api/settings') && response.request().method() !== 'GET',
    );
  // Each change is kept before the next is made, but what was asked for after it is still on its way.
  for (const [name, value] of [
    ['Scale', 'drops out'],
    ['Hand that pours', 'fast'],
    ['Simulated time', '5'],
    ['Thermometer', 'well'],
  ] as const) {
    await Promise.all([kept(), page.getByLabel(name, { exact: true }).selectOption(value)]);
    expect(await page.getByLabel(name, { exact: true }).inputValue()).toBe(value);
  }
  await Promise.all([kept(), page.getByLabel('One change at a time').click()]);
  await allAnswered();
  const now = (await (await page.request.get(`${unused.address}/api/settings`)).json()) as unknown;
  expect(now).toMatchObject({
    oneChange: false,
    instruments: { connected: { scale: 'drops out', thermometer: 'well' }, hand: 'fast', speed: 5 },
  });
  await expect(page.getByLabel('Hand that pours')).toHaveValue('fast');
  await expect(page.getByLabel('Thermometer')).toHaveValue('well');
  await expect(page.getByLabel('One change at a time')).not.toBeChecked();
});

test('two changes to a bag in a row are both kept, though the page still shows the bag as it was', async ({
  page,
  unused,
}) => {
  const id = await openBag(page, unused, { bet: 'Fig by the third week' });
  await page.getByRole('button', { name: 'held', exact: true }).waitFor();
  const allAnswered = await answerLate(page, /\/api\/bags\//);
  await page.getByRole('button', { name: 'held', exact: true }).click();
  await page.getByRole('button', { name: 'More' }).click();
  await page.getByText('Mark as finished').click();
  await expect(page.getByText('Finished. Its verdict stays')).toBeVisible();
  await allAnswered();
  const answer = await page.request.get(`${unused.address}/api/bags/${id}?today=${dateOf(0)}`);
  expect(((await answer.json()) as { bag: unknown }).bag).toMatchObject({ betHeld: 'held', finishedOn: dateOf(0) });
});

test('two sheets of one bag that change different things are both kept', async ({ page, unused, browser }) => {
  const id = await openBag(page, unused, { roaster: 'Fernhill Roastery' });
  const laptop = await (await browser.newContext()).newPage();
  const address = `${unused.address}/bags/${id}/edit`;
  await Promise.all([page.goto(address), laptop.goto(address)]);
  await page.getByLabel('Name').fill('Renamed Hill');
  await laptop.getByLabel('Roaster', { exact: true }).fill('Lantern Street');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Renamed Hill', exact: true })).toBeVisible();
  await laptop.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(laptop.getByRole('heading', { level: 1, name: 'Renamed Hill', exact: true })).toBeVisible();
  await expect(laptop.getByText('Lantern Street')).toBeVisible();
  await laptop.context().close();
});
