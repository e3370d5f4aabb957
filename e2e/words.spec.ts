import { FIRST_SETTINGS } from '../contract/settings';
import { dateOf, expect, logBrew, openBag, test, type Application } from './support/application';
import type { Page } from '@playwright/test';

const brew = (differently: object, daysAgo = 1) => ({
  style: 'filter',
  brewer: 'cone',
  doseG: 17,
  waterG: 272,
  waterC: 92,
  grindStep: 0,
  brewedAt: new Date(Date.now() - daysAgo * 86_400_000).toISOString(),
  cup: { scoringScale: 'mark10', mark: 8, ...differently },
});

async function log(page: Page, application: Application, bagId: string, cup: object, daysAgo = 1): Promise<void> {
  const answer = await page.request.post(`${application.address}/api/bags/${bagId}/brews`, {
    data: brew(cup, daysAgo),
  });
  if (!answer.ok()) throw new Error(await answer.text());
}

test.describe('a name may be refused', () => {
  test.use({ expectedErrors: [/Failed to load resource/] });

  test('a word of one’s own is renamed and merged, every old cup follows, and each can be taken back', async ({
    page,
    application,
  }) => {
    const id = await openBag(page, application, { name: 'Word Hill' });
    await log(page, application, id, {
      descriptors: [
        { typed: 'Oma’s cellar', slot: 'cup' },
        { typed: 'sloes', slot: 'cup' },
      ],
    });
    await page.goto(`${application.address}/words`);
    const entry = page.locator('.word-list > li', { hasText: /Oma’s cellar|apple cellar/ });
    await expect(entry).toContainText('noted in 1 cup');
    await entry.getByRole('button', { name: 'More about Oma’s cellar' }).click();
    await page.getByRole('button', { name: 'Rename or describe' }).click();
    await page.getByLabel('New name').fill('apple cellar');
    await page.getByRole('button', { name: 'Keep it', exact: true }).click();
    await expect(page.locator('.notices')).toContainText('Oma’s cellar is apple cellar now, in every cup.');
    await page.goto(`${application.address}/bags/${id}`);
    await expect(page.locator('.cup-words')).toHaveText('apple cellar, sloe');

    await page.goto(`${application.address}/words`);
    await entry.getByRole('button', { name: 'More about apple cellar' }).click();
    await page.getByRole('button', { name: 'Merge into another' }).click();
    await page.getByLabel('Merge into').fill('red apples');
    await page.getByRole('button', { name: 'Merge', exact: true }).click();
    await expect(entry).toContainText('Merged into red apple');
    await page.goto(`${application.address}/bags/${id}`);
    await expect(page.locator('.cup-words')).toHaveText('red apple, sloe');

    await page.goto(`${application.address}/words`);
    await entry.getByRole('button', { name: 'More about apple cellar' }).click();
    await page.getByRole('button', { name: 'Let it stand for itself' }).click();
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(entry).toContainText('Merged into red apple');

    // A word of the vocabulary can be called otherwise too.
    await page.getByLabel('Look a word up').fill('sloe');
    const known = page.locator('.word-list > li', { hasText: 'inky' });
    await known.getByRole('button', { name: 'More about sloe' }).click();
    await page.getByRole('button', { name: 'Rename or describe' }).click();
    await page.getByLabel('New name').fill('quince');
    await page.getByRole('button', { name: 'Keep it', exact: true }).click();
    await expect(page.getByText('“quince” is a word already')).toBeVisible();
    await page.getByLabel('New name').fill('hedge plum');
    await page.getByRole('button', { name: 'Keep it', exact: true }).click();
    await page.goto(`${application.address}/bags/${id}`);
    await expect(page.locator('.cup-words')).toHaveText('red apple, hedge plum');
  });

  test('the word that will not come nags on the shelf until it is found by what it is like', async ({
    page,
    application,
  }) => {
    await openBag(page, application, { name: 'Nag Hill' });
    await page.keyboard.press('b');
    await page.getByRole('textbox', { name: 'Overall' }).fill('8');
    await page.getByText('A word that will not come').click();
    await page.getByLabel('What is it like?').fill('small dark plum with a sour drying skin');
    for (const trait of ['purple', 'sour', 'drying'])
      await page.locator('.word-finder').getByRole('button', { name: trait, exact: true }).click();
    await expect(page.getByRole('list', { name: 'It may be' }).getByRole('listitem').first()).toContainText('Damson');
    await page.getByLabel('It still nags me').check();
    await page.getByRole('button', { name: 'Save the cup' }).click();
    await expect(page.getByRole('heading', { level: 1, name: 'Nag Hill' })).toBeVisible();

    await page.goto(application.address);
    const waiting = page.getByRole('list', { name: 'Waiting for you' });
    await waiting.getByRole('link', { name: /small dark plum/ }).click();
    await expect(page.getByRole('heading', { name: 'The word that would not come' })).toBeVisible();
    await expect(page.getByRole('button', { name: 'purple', pressed: true })).toBeVisible();
    await page.getByRole('button', { name: 'Damson' }).click();
    await expect(page.locator('.notices')).toContainText('stands in that cup now');
    await expect(waiting.getByText('small dark plum')).toHaveCount(0);
    await page.getByRole('button', { name: 'Undo', exact: true }).click();
    await expect(waiting.getByText('small dark plum')).toBeVisible();
    await waiting.getByRole('link', { name: /small dark plum/ }).click();
    await page.getByRole('button', { name: 'Damson' }).click();
    await expect(page.locator('.lane').first()).toBeVisible();
    await page
      .getByRole('link', { name: /Nag Hill/ })
      .first()
      .click();
    await expect(page.locator('.cup-words')).toHaveText('damson');
  });

  test('scripts, other scripts, signs and ten thousand characters are shown as typed; limits are said in words', async ({
    page,
    application,
  }) => {
    await openBag(page, application, { name: 'Wild Hill' });
    await page.keyboard.press('b');
    await page.getByRole('textbox', { name: 'Overall' }).fill('7');
    const wild = '<img src=x onerror="document.title=\'owned\'"> {{7*7}} 🍐 قهوة';
    const words = ['<script>document.title="owned"</script>', 'قهوة بالهيل', '🍐🍑', 'a & b <i>'];
    const remarks = page.getByRole('combobox', { name: 'Notes', exact: true });
    for (const word of words) await remarks.fill(`${word},`);
    // What is too long for a note is said at once, refused, and still there to the last letter.
    const long = 'the smell of a railway station in late autumn rain, no, of two of them'.replaceAll(',', '');
    await remarks.fill(`${long},`);
    await expect(page.getByText('A note can hold 60 characters.')).toBeVisible();
    await page.getByRole('button', { name: 'Save the cup' }).click();
    await expect(page.getByText('A note is too long')).toBeVisible();
    await expect(page.getByRole('list', { name: 'Notes, written' }).getByText(long)).toBeVisible();
    await page.getByRole('button', { name: `Remove ${long}` }).click();
    await expect(page.getByText('A note can hold 60 characters.')).toHaveCount(0);
    await page.getByLabel('In your words').fill(wild.padEnd(10_010, '.'));
    await expect(page.getByText(/of 10,000 characters/)).toBeVisible();
    await page.getByRole('button', { name: 'Save the cup' }).click();
    await expect(page.getByText('Notes can hold 10,000 characters at most')).toBeVisible();
    const longest = wild + '.'.repeat(10_000 - Array.from(wild).length);
    await page.getByLabel('In your words').fill(longest);
    await page.getByRole('button', { name: 'Save the cup' }).click();
    await expect(page.locator('.remarks')).toHaveText(longest);
    await expect(page.locator('.cup-words')).toHaveText(words.join(', '));
    await expect(page).not.toHaveTitle(/owned/);
    expect(await page.evaluate('document.documentElement.scrollWidth')).toBeLessThanOrEqual(1280);
    await page.getByRole('link', { name: 'Words', exact: true }).click();
    await expect(page.locator('.word-list .name', { hasText: 'قهوة بالهيل' })).toBeVisible();
    await expect(page).not.toHaveTitle(/owned/);
  });
});

test('the label is held against the cup: found, kin or never; the roast, the rest, the bet', async ({ page, demo }) => {
  await page.goto(demo.address);
  await page
    .getByRole('link', { name: /Mbeya Slopes/ })
    .first()
    .click();
  const label = page.locator('section', { has: page.getByRole('heading', { name: 'The label against the cup' }) });
  await expect(label).toContainText('tamarind: found in 3 of 5 cups, days 4, 6 and 8.');
  await expect(label).toContainText('apricot: not itself, but close kin: nectarine, in 2 of 5 cups, days 8 and 10.');
  await page.goto(demo.address);
  await page
    .getByRole('link', { name: /Kivu Terrace/ })
    .first()
    .click();
  await expect(label).toContainText('Claimed light, and it looks so.');
  await expect(label).toContainText(/The roaster advises 14 days; the crest was found around day \d+/);
  await expect(label).toContainText(/You bet on 8\.0; at its best it stands at 8\.\d/);
  await expect(label).toContainText('Tea-like; sweet once it cools.');
  await label.getByRole('button', { name: 'held', exact: true }).click();
  await expect(label.getByRole('button', { name: 'held', exact: true })).toHaveAttribute('aria-pressed', 'true');
  await page.reload();
  await expect(label.getByRole('button', { name: 'held', exact: true })).toHaveAttribute('aria-pressed', 'true');
});

test('levels stand as ridgelines over the days, notes below them, and the same as a table', async ({ page, demo }) => {
  await page.goto(demo.address);
  await page
    .getByRole('link', { name: /Kivu Terrace/ })
    .first()
    .click();
  const picture = page.locator('.ridgelines');
  await expect(picture.locator('.area')).toHaveCount(8);
  await expect(picture).toContainText('quince');
  await page.locator('section', { has: picture }).getByText('The same as a table').click();
  const table = page.getByRole('region', { name: 'Levels and notes as a table' });
  await expect(table.getByRole('row', { name: /^Sweetness/ })).toContainText('rising');
  await expect(table.getByRole('row', { name: /^Quince/ })).toContainText('days 8, 16, 18, 19, 20 and 21');
});

test('a household adds, hides and orders what levels are given for, and chooses the scale of new bags', async ({
  page,
  application,
}) => {
  await page.goto(`${application.address}/store-room`);
  await page.getByLabel('A new bag is scored as').selectOption('levels');
  await page.getByText('What levels are given for').click();
  await page.getByRole('checkbox', { name: 'Roast' }).uncheck();
  await page.getByRole('button', { name: 'Sweetness: up' }).click();
  await page.getByLabel('Another of your own').fill('Umami depth');
  await page.locator('details').getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByRole('checkbox', { name: 'Umami depth' })).toBeChecked();
  await page.goto(`${application.address}/bags/new`);
  await page.getByText('How you score, what best means').click();
  await expect(page.getByLabel('Overall mark')).toHaveValue('levels');
  await openBag(page, application, { name: 'Ordered Hill', scoringScale: 'levels' });
  await page.keyboard.press('b');
  await expect(page.locator('.level-row label')).toHaveText([
    'Brightness',
    'Sweetness',
    'Weight',
    ...Array<RegExp>(4).fill(/./),
    'Umami depth',
  ]);
  await page.getByRole('textbox', { name: 'Overall' }).fill('4');
  await page.getByRole('textbox', { name: 'Umami depth' }).fill('3.5');
  await page.keyboard.press('Control+Enter');
  await page
    .getByRole('button', { name: /^Cone, 17 g/ })
    .first()
    .click();
  await expect(page.getByText('Levels: Umami depth 3½.')).toBeVisible();
  await page.request.patch(`${application.address}/api/settings`, { data: FIRST_SETTINGS });
});

test('a label that is hidden stays so until it is revealed on purpose, and the cups before that are named', async ({
  page,
  unused,
}) => {
  await page.goto(`${unused.address}/bags/new`);
  await page.getByLabel('Name').fill('Blind Brook');
  await page.getByLabel('Roasted on').fill(dateOf(12));
  await page.getByText('What the label says').click();
  await page.getByLabel('Printed notes', { exact: true }).fill('quince, fig');
  await page.getByLabel('The printed notes are').selectOption('hidden');
  await page.getByRole('button', { name: 'Put it on the shelf' }).click();
  await expect(page.getByText('The printed notes are hidden. Your first cups will not know them.')).toBeVisible();
  await logBrew(page, { daysAgo: 2, overall: '7.5', remarks: 'Fig, I think.' });
  await expect(page.getByText('The printed notes are hidden. One cup written without them.')).toBeVisible();
  await expect(page.locator('main')).not.toContainText('quince');
  // Neither the sheet nor the search gives it away.
  await page.getByRole('button', { name: 'More', exact: true }).click();
  await page.getByRole('button', { name: 'Edit the bag' }).click();
  await expect(page.getByText('Written, and hidden.')).toBeVisible();
  await expect(page.getByLabel('Printed notes', { exact: true })).toHaveCount(0);
  await page.getByRole('button', { name: 'Cancel' }).click();
  const hits = await page.request.get(`${unused.address}/api/search?q=quince`);
  expect(await hits.json()).toEqual([]);
  await page.getByRole('button', { name: 'Reveal them' }).click();
  await expect(page.locator('.label-notes')).toContainText('fig: found in 1 of 1 cup');
  await expect(page.getByText('Tasted blind to the printed notes: one cup of 1, day 10.')).toBeVisible();
  await logBrew(page, { daysAgo: 0, overall: '7.9', remarks: 'Quince now.' });
  await expect(page.getByText('Tasted blind to the printed notes: one cup of 2, day 10.')).toBeVisible();
  await expect(page.locator('.label-notes')).toContainText('quince: found in 1 of 2 cups');
});
