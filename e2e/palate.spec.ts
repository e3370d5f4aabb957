import { readFileSync } from 'node:fs';
import { expect, openBag, test } from './support/application';
import { violations } from './support/axe';

const DAY_MS = 86_400_000;

test('a bag comes from nothing to a window by comparisons alone, on the keyboard', async ({ page, unused }) => {
  test.slow();
  const roasted = new Date(Date.now() - 40 * DAY_MS);
  const id = await openBag(page, unused, {
    name: 'Unmarked Hill',
    roastLevel: 'light',
    process: 'washed',
    roastedOn: roasted.toISOString().slice(0, 10),
  });
  const keys = async (...pressed: (string | (() => Promise<string>))[]): Promise<void> => {
    // A cup is five keys at most.
    expect(pressed.length).toBeLessThanOrEqual(5);
    for (const [i, key] of pressed.entries()) {
      await page.keyboard.press(typeof key === 'string' ? key : await key());
      if (i === 0) await expect(page.getByRole('textbox', { name: 'Overall' })).toBeVisible();
    }
    await expect(page).toHaveURL(`${unused.address}/bags/${id}`);
  };
  const onDay = async (day: number): Promise<void> => {
    await page.clock.setFixedTime(new Date(roasted.getTime() + day * DAY_MS));
    await page.goto(`${unused.address}/bags/${id}`);
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('Unmarked Hill');
  };
  /** What the bag is truly worth on a day, which the taster's tongue knows and nobody else. */
  const worth = (day: number): number => -Math.abs(Math.log(day / 20));
  await onDay(5);
  await keys('b', 'Control+Enter');
  for (const day of [8, 11, 14, 17, 20, 24, 28, 32, 36, 39]) {
    await onDay(day);
    await expect(page.locator('.log > li').first()).toBeVisible();
    await keys(
      'a',
      async () => {
        const offered = await page.getByLabel('The other cup').locator('option:checked').textContent();
        const by = worth(day) - worth(Number(/day (\d+)/.exec(offered ?? '')?.[1]));
        return Math.abs(by) < 0.12 ? 'l' : by > 0 ? 'b' : 'w';
      },
      'Control+Enter',
    );
  }
  await expect(page.locator('.log > li')).toHaveCount(11);
  await expect(page.locator('.log > li').first()).toContainText(/(Worse than|Like|Better than) day \d+/);
  const verdict = page.locator('.verdict');
  await expect(verdict).toHaveAttribute('aria-busy', 'false', { timeout: 20_000 });
  await expect(verdict).toContainText('It rests on comparisons between cups alone.');
  await expect(page.getByText(/More likely than not at its best on days 1\d–2\d/)).toBeVisible();
  await expect(page.getByRole('group', { name: /^Below its best, by comparison against rest day/ })).toBeVisible();
  await expect(page.locator('.compared-head')).not.toHaveCount(0);
  await expect(page.getByText(/Of 9 comparisons \d came out|Of 10 comparisons \d+ came out/)).toBeVisible();
});

test('a comparison is made by a tap, with a mark, against any earlier cup, and taken back', async ({
  page,
  unused,
}) => {
  const id = await openBag(page, unused, { name: 'Tapped Hill' });
  const log = async (mark: string): Promise<void> => {
    await page.goto(`${unused.address}/bags/${id}/brew`);
    await page.getByRole('textbox', { name: 'Overall' }).fill(mark);
  };
  await log('8');
  await page.keyboard.press('Control+Enter');
  await expect(page.locator('.log > li')).toHaveCount(1);
  await log('7');
  await page.keyboard.press('Control+Enter');
  await expect(page.locator('.log > li')).toHaveCount(2);
  await log('7.5');
  const other = page.getByLabel('The other cup');
  // Whichever tells most is offered first; of one day none tells much.
  await expect(other.locator('option').first()).toContainText('the most telling');
  await other.selectOption(await other.locator('option', { hasText: 'the best yet' }).getAttribute('value'));
  await page.getByRole('button', { name: 'worse than' }).click();
  await other.selectOption({ index: 0 });
  await page.getByRole('group', { name: 'And against' }).getByRole('button', { name: 'better than' }).click();
  await page.keyboard.press('Control+Enter');
  const newest = page.locator('.log > li').first();
  await expect(newest).toContainText('Worse than the other cup of that day and better than the other cup of that day');
  await page
    .getByRole('button', { name: /^More about the brew/ })
    .first()
    .click();
  await page.getByRole('button', { name: 'Edit', exact: true }).click();
  await page
    .getByRole('group', { name: /^Against .*the best yet/ })
    .getByRole('button', { name: 'worse than' })
    .click();
  await page.keyboard.press('Control+Enter');
  await expect(newest).toContainText('Better than the other cup of that day');
  await expect(newest).not.toContainText('orse than');
});

test('the palate says nothing of nothing, and tells the record of a household with a past', async ({
  page,
  unused,
  demo,
}) => {
  await page.goto(`${unused.address}/palate`);
  await expect(page.getByText('Nothing was foretold yet.')).toBeVisible();
  expect(await violations(page)).toEqual([]);
  await page.goto(`${demo.address}/palate`);
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Palate: how often it was right');
  await expect(page.locator('.verdict')).toContainText(/Of (\d+|[a-z]+) cups foretold \d+ fell inside/);
  await expect(page.getByRole('img', { name: /^How often what was said came true/ })).toBeVisible();
  await page.getByText('Cup by cup').click();
  await expect(page.locator('.foretold-cups li').first()).toContainText(/said [\d.]+ to [\d.]+, was [\d.]+/);
  expect(await violations(page)).toEqual([]);
  await page.getByRole('link', { name: 'Kivu Terrace' }).first().click();
  await expect(
    page.getByText(/^Of (\d+|[a-z]+) cups foretold \d+ fell inside what was said before them/),
  ).toBeVisible();
  await page.getByRole('link', { name: 'How often that is right' }).click();
  await expect(page).toHaveURL(/\/palate$/);
});

test('crests are shown before they are written, read from a file, and thrown out', async ({ page, demo }) => {
  await page.goto(`${demo.address}/store-room`);
  const crests = page.locator('#crests');
  await crests.getByRole('button', { name: 'See what would be written' }).click();
  await expect(crests.locator('tbody tr')).toHaveCount(3);
  const download = page.waitForEvent('download');
  await crests.getByRole('button', { name: 'Write the file' }).click();
  const file = await (await download).path();
  await crests.getByLabel('A file of crests').setInputFiles({
    name: 'from-a-friend.json',
    mimeType: 'application/json',
    buffer: readFileSync(file),
  });
  await expect(crests.getByText('from-a-friend.json')).toBeVisible();
  await expect(crests.getByText(/^3 bags, read/)).toBeVisible();
  await crests.getByRole('button', { name: 'Throw out: from-a-friend.json' }).click();
  await expect(crests.getByText('from-a-friend.json')).toHaveCount(0);
  await crests.getByLabel('A file of crests').setInputFiles({
    name: 'else.json',
    mimeType: 'application/json',
    buffer: Buffer.from('{"format":"else"}'),
  });
  await expect(page.getByText('else.json was not read: format: This is not a file of crests.')).toBeVisible();
});

test('the palate says what is liked, how repeatable, and what stands how, of nothing and of a household with a past', async ({
  page,
  unused,
  demo,
}) => {
  for (const [part, said] of [
    ['liking', 'There is none yet.'],
    ['repeats', 'Nothing was repeated yet.'],
    ['standings', 'No ranking yet'],
    ['crests', 'No bag with cups is finished yet.'],
    ['tasters', 'One taster alone has cups here.'],
    ['references', 'None yet.'],
  ] as const) {
    await page.goto(`${unused.address}/palate/${part}`);
    await expect(page.getByText(said)).toBeVisible();
  }
  await page.goto(`${demo.address}/palate`);
  await page.getByRole('link', { name: 'What you like' }).click();
  await expect(page.locator('.drivers li').first()).toBeVisible();
  await page.getByRole('group', { name: 'Whose cups?' }).getByRole('button', { name: 'Tomas' }).click();
  await expect(page).toHaveURL(/taster=/);
  await page.getByRole('link', { name: 'How repeatable' }).click();
  await expect(page.locator('.verdict')).toContainText('The engine takes marks to miss');
  await expect(page.getByRole('heading', { name: 'Mira' })).toBeVisible();
  await page.getByRole('link', { name: 'Standings' }).click();
  await page
    .getByRole('group', { name: 'Among' })
    .getByRole('button', { name: /^Washed/ })
    .click();
  await expect(page.locator('.verdict')).toHaveText(/ is first of [a-z].* among process washed\.$/);
  await page.getByRole('link', { name: 'Crests' }).click();
  await expect(page.getByRole('img', { name: /^Day expected after each bag/ }).first()).toBeVisible();
  await page.getByRole('link', { name: 'Two tasters' }).click();
  await expect(page.locator('.verdict')).toContainText(/Mira|Tomas/);
});

test('a reference tasting names allergens first, and words are asked back by the keyboard', async ({ page, demo }) => {
  await page.goto(`${demo.address}/palate/references`);
  await page.getByLabel('Words to have beside the cup').fill('walnut');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/^Contains .*nuts/)).toBeVisible();
  await page.getByRole('button', { name: 'Plan it for today' }).click();
  await expect(page.getByRole('heading', { name: /walnut$/ })).toBeVisible();
  const asked = page.getByRole('group', { name: 'Walnut: is it what is in the cup?' });
  await asked.getByRole('button', { name: 'Near' }).press('Enter');
  await expect(asked.getByRole('button', { name: 'Near' })).toHaveAttribute('aria-pressed', 'true');
  await page.reload();
  await expect(asked.getByRole('button', { name: 'Near' })).toHaveAttribute('aria-pressed', 'true');

  const trainer = page.locator('.trainer');
  const before = Number(/^(\d+) of/.exec(await trainer.locator('p').first().innerText())?.[1]);
  // Two wrong ones at most, then it is told.
  for (let tries = 0; tries < 2 && !(await trainer.getByRole('button', { name: 'Next' }).isVisible()); tries++)
    await trainer.locator('.answers button:not([disabled])').first().press('Enter');
  await trainer.getByRole('button', { name: 'Next' }).press('Enter');
  await expect(trainer.locator('p').first()).toHaveText(new RegExp(`^${before - 1} of`));
});
