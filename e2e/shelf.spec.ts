import type { Page } from '@playwright/test';
import { expect, test, type Application } from './support/application';
import { violations } from './support/axe';

async function views(page: Page, demo: Application): Promise<string[]> {
  await page.goto(demo.address);
  const bag = await page
    .getByRole('link', { name: /Kivu Terrace/ })
    .first()
    .getAttribute('href');
  const finished = '/?finished=yes';
  return [
    '/',
    '/plan',
    finished,
    '/bags/new',
    `${bag}`,
    `${bag}/edit`,
    `${bag}/brew`,
    `${bag}/bench?dose=22`,
    '/bench',
    '/recipes',
    await recipe(page),
    `${await recipe(page)}?edit=yes`,
    '/recipes/new',
    '/words',
    '/words/find',
    ...['', '/liking', '/repeats', '/standings', '/crests', '/tasters', '/references'].map((part) => `/palate${part}`),
    '/table',
    '/table/new',
    await sitting(page),
    `${await sitting(page)}/paper`,
    '/store-room',
    '/store-room/changes',
    '/nowhere',
  ].map((path) => demo.address + path);
}

/** The address of the standard recipe. */
async function recipe(page: Page): Promise<string> {
  const recipes = (await (await page.request.get(`${new URL(page.url()).origin}/api/recipes`)).json()) as {
    id: string;
  }[];
  return `/recipes/${recipes[0]?.id}`;
}

/** The address of the table the demo has set. */
async function sitting(page: Page): Promise<string> {
  const sittings = (await (await page.request.get(`${new URL(page.url()).origin}/api/sittings`)).json()) as {
    id: string;
  }[];
  return `/table/${sittings[0]?.id}`;
}

async function settled(page: Page): Promise<void> {
  await expect(page.locator('h1')).toBeVisible();
  await page.waitForLoadState('networkidle');
}

/** Opens every fold, so that what stands in it is looked at too. */
async function unfolded(page: Page): Promise<void> {
  await page.evaluate('document.querySelectorAll("details").forEach((fold) => { fold.open = true; })');
}

test('the shelf says what to brew and why, with every bag in a lane', async ({ page, demo }) => {
  await page.goto(demo.address);
  const today = page.getByRole('region', { name: 'Today' });
  await expect(today.getByRole('heading')).toHaveText(/^Brew .+: .+ g to \d+ g/);
  // By the plan, once there is one: which bag that is, the days of the demo decide.
  await expect(today).toContainText(/ cups? left/);
  await expect(page.locator('.lane')).toHaveCount(10);
  await expect(page.locator('.leave-alone')).toContainText('Huehue Ridge');
  // Eight bags without scrolling.
  const endOfEighth = async (): Promise<number> => {
    const eighth = await page.locator('.lane').nth(7).boundingBox();
    return (eighth?.y ?? Infinity) + (eighth?.height ?? 0);
  };
  await expect.poll(endOfEighth).toBeLessThanOrEqual(800);
  await page.getByRole('link', { name: 'Finished bags' }).click();
  await expect(page.locator('.lane')).toHaveCount(3);
  await expect(page).toHaveURL(/finished=yes/);
  await page.goBack();
  await expect(page.locator('.lane')).toHaveCount(10);
});

test('search finds a bag by a word in its notes, by keyboard alone', async ({ page, demo }) => {
  await page.goto(demo.address);
  await expect(page.locator('.lane')).toHaveCount(10);
  await page.keyboard.press('/');
  await page.keyboard.type('damson skin');
  await expect(page.getByRole('option').first()).toContainText('Kivu Terrace');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { level: 1, name: 'Kivu Terrace' })).toBeVisible();
});

test('choosing a brew in the chart shows what it did', async ({ page, demo }) => {
  await page.goto(demo.address);
  await page
    .getByRole('link', { name: /Kivu Terrace/ })
    .first()
    .click();
  await page.getByRole('button', { name: 'Brew of day 18', exact: true }).focus();
  await page.keyboard.press('Enter');
  await expect(page.locator('.log > li.chosen')).toContainText('day 18');
  await page.keyboard.press('Enter');
  await expect(page.locator('.log > li.chosen')).toHaveCount(0);
  await page.getByRole('button', { name: 'Brew of day 18', exact: true }).locator('.as-scored').click();
  await expect(page.locator('.log > li.chosen')).toContainText(
    /Scored 8\.3; at the reference recipe that day it would have been about 8\.[3-9]/,
  );
  await page.getByText('The curve as a table').click();
  await expect(page.getByRole('row')).toHaveCount(92);
});

const DESK = { width: 1280, height: 800 };
const PHONE = { width: 390, height: 844 };

for (const half of [0, 1])
  test(`every view passes the accessibility check in both themes and fits a phone: half ${half + 1}`, async ({
    page,
    demo,
  }) => {
    for (const [place, view] of (await views(page, demo)).entries()) {
      if (place % 2 !== half) continue;
      await page.setViewportSize(DESK);
      await page.emulateMedia({ colorScheme: 'light' });
      await page.goto(view);
      await settled(page);
      await unfolded(page);
      expect(await violations(page), view).toEqual([]);
      // In the dark only the colours are other ones.
      await page.emulateMedia({ colorScheme: 'dark' });
      expect(await violations(page, ['color-contrast']), `${view}, dark`).toEqual([]);
      // Nothing scrolls sideways.
      await page.setViewportSize(PHONE);
      await expect.poll(() => page.evaluate('document.documentElement.scrollWidth'), view).toBeLessThanOrEqual(390);
    }
  });

test('the theme is chosen once and remembered', async ({ page, demo }) => {
  await page.goto(demo.address);
  await page.getByRole('button', { name: /^Theme/ }).click();
  await page.getByRole('button', { name: /^Theme: Light/ }).click();
  await expect(page.locator('html')).toHaveAttribute('data-bs-theme', 'dark');
  await page.reload();
  await expect(page.locator('html')).toHaveAttribute('data-bs-theme', 'dark');
});
