import { readFileSync } from 'node:fs';
import { writeFile } from 'node:fs/promises';
import { dateOf, expect, logBrew, openBag, test } from './support/application';
import { violations } from './support/axe';

/** A green square, as a phone might take it: JPEG, 64 × 64. */
const PICTURE = Buffer.from(
  '/9j/4AAQSkZJRgABAQAAAQABAAD/2wBDAAMCAgICAgMCAgIDAwMDBAYEBAQEBAgGBgUGCQgKCgkICQkKDA8MCgsOCwkJDRENDg8QEBEQCgwSExIQEw8QEBD/wAALCAAIAAgBAREA/8QAFAABAAAAAAAAAAAAAAAAAAAACf/EABQQAQAAAAAAAAAAAAAAAAAAAAD/2gAIAQEAAD8AVN//2Q==',
  'base64',
);

test.describe('anyone’s table of brews', () => {
  test('comes in from a notebook of one’s own: mended by the page, taken in, and taken back as a whole', async ({
    page,
    unused,
  }, info) => {
    const begun = Date.now();
    const file = info.outputPath('notebook.csv');
    // A year of it: a brew every other day, one of which nobody can read, and no roast date anywhere.
    const days = Array.from({ length: 180 }, (_, i) => new Date(Date.UTC(2025, 0, 1 + 2 * i)));
    const lines = days.map((day, i) => {
      const [month, date] = [day.getUTCMonth() + 1, day.getUTCDate()];
      return `${month}/${date}/2025,Bag ${Math.floor(i / 15) + 1},${i === 40 ? 'plenty' : '0.55 oz'},8.8 oz,203 F,${(6 + (i % 15) / 5).toFixed(1)},"quince, fig"`;
    });
    await writeFile(file, ['When,Coffee,Dose,Water,Temp,Score,Taste', ...lines].join('\n'));

    await page.goto(`${unused.address}/store-room`);
    await page.getByLabel('A table or an archive').setInputFiles(file);
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('Bring in notebook.csv');
    const status = page.getByRole('status').first();
    await expect(status).toContainText(
      '181 rows in the file: 0 brews to take in, 1 of headings, 180 that cannot be read',
    );
    await expect(page.getByLabel('The unit of Temp')).toHaveValue('°F');

    const age = page.getByLabel(/^Without a roast date a bag was/);
    await age.fill('9');
    await age.press('Enter');
    await expect(status).toContainText('179 brews to take in, 1 of headings, 1 that cannot be read as it is');
    await page.getByRole('button', { name: 'Leave row 42 out' }).click();
    await expect(status).toContainText(
      '181 rows in the file: 179 brews to take in, 1 of headings, 1 left out on purpose.',
    );
    await expect(page.getByRole('region', { name: 'The first brews' })).toContainText('15.6 g to 249.5 g, 95 °C');
    expect(await violations(page)).toEqual([]);

    await page.getByRole('button', { name: 'Take in 179 brews' }).click();
    await expect(page.locator('.notices')).toContainText('179 brews are taken in');
    // Far within the ten minutes a person may take over it.
    expect(Date.now() - begun).toBeLessThan(120_000);
    await page.goto(`${unused.address}/?finished=yes`);
    await expect(page.getByText('Bag 3', { exact: true })).toBeVisible();

    await page.goto(`${unused.address}/store-room`);
    await page.getByText('Tables that were brought in (1)').click();
    await page.getByRole('button', { name: 'Take it back: notebook.csv' }).click();
    await expect(page.getByText(/taken back on/)).toBeVisible();
    await page.goto(`${unused.address}/?finished=yes`);
    await expect(page.getByRole('heading', { name: 'No bag is finished yet' })).toBeVisible();
  });

  test('fits on a phone, and is read otherwise when told to', async ({ page, unused }) => {
    await page.setViewportSize({ width: 390, height: 844 });
    await page.goto(`${unused.address}/store-room`);
    await page.getByLabel('A table or an archive').setInputFiles('demo/notebooks/line-breaks.csv');
    await expect(page.getByRole('status').first()).toContainText(
      '7 rows in the file: 6 brews to take in, 1 of headings.',
    );
    await page.getByLabel('What Thoughts is').selectOption('');
    await expect(page.getByRole('region', { name: 'The first brews' })).not.toContainText('قهوة');
    await page.getByLabel('What Thoughts is').selectOption('remarks');
    await expect(page.getByRole('region', { name: 'The first brews' })).toContainText('قهوة');
    expect(await page.evaluate('document.documentElement.scrollWidth')).toBe(390);
    await page.getByRole('button', { name: 'Put it aside' }).click();
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('Store room');
  });
});

test('what was changed is told, and each change taken back by itself, after a restart too', async ({
  page,
  unused,
}) => {
  const bagId = await openBag(page, unused);
  await logBrew(page, { daysAgo: 2, overall: '7.5', remarks: 'quince' });
  await page.getByRole('button', { name: /^More about the brew/ }).click();
  await page.getByRole('button', { name: 'Edit', exact: true }).click();
  await page.getByRole('textbox', { name: 'Overall' }).fill('8.5');
  await page.keyboard.press('Control+Enter');
  await expect(page.locator('.cup-mark')).toHaveText('8.5');
  await page.getByRole('button', { name: /^More about the brew/ }).click();
  await page.getByRole('button', { name: 'Delete', exact: true }).click();
  await expect(page.locator('.log > li')).toHaveCount(0);

  // A page left open would ask on meanwhile.
  await page.goto('about:blank');
  await unused.stop();
  await unused.start();
  await page.goto(`${unused.address}/store-room/changes?bag=${bagId}`);
  await expect(page.locator('.history-list > li')).toHaveCount(4);
  await expect(page.locator('.history-list')).toContainText('Mark: 8.5, before 7.5');
  expect(await violations(page)).toEqual([]);
  await page.getByRole('button', { name: /^Bring it back/ }).click();
  await expect(page.locator('.history-list')).toContainText('Brought back: the brew');
  await page.getByRole('button', { name: /^Take it back/ }).click();
  await expect(page.locator('.history-list')).toContainText('Mark: 7.5, before 8.5');
  await page.getByRole('link', { name: 'To the bag' }).click();
  await expect(page.locator('.cup-mark')).toHaveText('7.5');
});

test('pictures of a bag and of a bed are added, looked at, deleted and brought back', async ({ page, unused }) => {
  await openBag(page, unused);
  await logBrew(page, { daysAgo: 1, overall: '8' });
  const jpeg = { name: 'bag.jpg', mimeType: 'image/jpeg', buffer: PICTURE };
  await page.getByLabel('A picture of the bag').setInputFiles(jpeg);
  const shown = page.getByRole('button', { name: /^Show: Bag/ });
  await shown.click();
  const whole = page.locator('.whole-picture');
  await expect(whole).toBeVisible();
  await expect(whole).toHaveJSProperty('naturalWidth', 8);
  await page.getByRole('button', { name: 'Delete the picture' }).click();
  await expect(shown).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(shown).toBeVisible();

  await page.locator('.log > li .btn-link-plain').click();
  await page.getByLabel('A picture of the bed').setInputFiles(jpeg);
  await expect(page.locator('.log').getByRole('button', { name: /^Show: Bed/ })).toBeVisible();
});

test.describe('a file that is no picture', () => {
  test.use({ expectedErrors: [/415/] });
  test('is refused in words', async ({ page, unused }) => {
    await openBag(page, unused);
    const svg = {
      name: 'bag.svg',
      mimeType: 'image/svg+xml',
      buffer: Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"/>'),
    };
    await page.getByLabel('A picture of the bag').setInputFiles(svg);
    await expect(page.locator('.notices')).toContainText('This is no picture that can be read here');
  });
});

test('the household writes weights in ounces, dates as it likes, and what it owns is offered', async ({
  page,
  unused,
}) => {
  await openBag(page, unused);
  await page.goto(`${unused.address}/store-room`);
  await page.getByLabel('Weights in').selectOption('oz');
  await page.getByLabel('Weeks begin on').selectOption('sunday');
  await page.getByLabel('Dates and numbers').selectOption('de-DE');
  await expect(page.getByText(/For example: 03\.02\.2026/)).toBeVisible();
  await page.getByLabel('Name of a filter').fill('thin paper');
  await page.getByRole('button', { name: 'Add a filter' }).click();
  // The next one can be typed at once; one that is there already is not added again, however it is written.
  await expect(page.getByLabel('Name of a filter')).toHaveValue('');
  await page.getByLabel('Name of a filter').fill('Thin Paper');
  await expect(page.getByRole('button', { name: 'Add a filter' })).toBeDisabled();
  await page.getByLabel('Name of a filter').fill('metal');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Take metal away' }).click();
  await expect(page.getByRole('list', { name: 'Each filter' })).toHaveText('thin paper×');
  await page.getByLabel('Name of a water').fill('soft');
  await page.getByLabel('Its hardness, ppm').fill('60');
  await page.getByRole('button', { name: 'Add a water' }).click();
  await expect(page.getByRole('list', { name: 'Each water' })).toContainText('soft 60 ppm');

  await page.goto(unused.address);
  await expect(page.getByRole('region', { name: 'Today' })).toContainText('0.6 oz to 9.59 oz');
  await page.locator('.lane', { hasText: 'Test Hill' }).click();
  await page.keyboard.press('b');
  const dose = page.getByRole('textbox', { name: 'Dose' });
  await expect(dose).toHaveValue('0.6');
  await dose.fill('0.7');
  await page.getByRole('textbox', { name: 'Overall' }).fill('8');
  await page.keyboard.press('Control+Enter');
  await expect(page.locator('.log > li')).toContainText('0.7 oz to');
  await expect(page.locator('main')).not.toContainText(/\d g\b/);
  const beans = page.locator('#beans');
  await beans.getByLabel('Weight of a portion, oz').fill('2,5');
  await beans.getByRole('button', { name: 'Freeze a portion' }).click();
  await expect(beans).toContainText(/In the bag: 5,62 oz.*Portion 1: 2,5 oz/s);
  await beans.getByText('The scale says otherwise').click();
  await beans.getByLabel('In the bag by the scale, oz').fill('5.62');
  await expect(beans).toContainText('That is what was reckoned');
  await beans.getByLabel('In the bag by the scale, oz').fill('5.12');
  await beans.getByLabel('Why it differs').fill('given away');
  await beans.getByRole('button', { name: 'Correct' }).click();
  await expect(beans).toContainText(/In the bag: 5,12 oz.*−0,5 oz, given away/s);
  // What is kept stays in grams.
  const [, bagId = ''] = /bags\/([0-9a-f-]+)/.exec(page.url()) ?? [];
  const kept = await page.request.get(`${unused.address}/api/bags/${bagId}?today=${dateOf(0)}`);
  expect(((await kept.json()) as { brews: { doseG: number }[] }).brews[0]?.doseG).toBe(19.845);
});

test('keys are chosen by pressing them, tasters merged and parted, cautions folded, caffeine told', async ({
  page,
  unused,
}) => {
  const bagId = await openBag(page, unused);
  const taster = async (name: string): Promise<string> => {
    const answer = await page.request.post(`${unused.address}/api/tasters`, { data: { name } });
    return ((await answer.json()) as { id: string }).id;
  };
  const [noor] = [await taster('Noor'), await taster('Nor')];
  const now = new Date();
  const brewedAt = new Date(now.getTime() - now.getTimezoneOffset() * 60_000).toISOString().slice(0, 19) + 'Z';
  await page.request.post(`${unused.address}/api/bags/${bagId}/brews`, {
    data: {
      style: 'filter',
      brewer: 'cone',
      doseG: 17,
      waterG: 272,
      waterC: 92,
      grindStep: 0,
      brewedAt,
      tasterId: noor,
      cup: { scoringScale: 'mark10', mark: 8 },
    },
  });
  await page.goto(`${unused.address}/store-room`);
  const tasters = page.getByRole('group', { name: 'Tasters' });
  await tasters.getByRole('button', { name: 'The same as another: Nor' }).click();
  await tasters.getByRole('button', { name: 'Nor is Noor' }).click();
  await expect(tasters).toContainText('Nor is Noor');
  await tasters.getByRole('button', { name: 'They are two after all' }).click();
  await expect(tasters.getByRole('button', { name: 'The same as another: Nor' })).toBeVisible();

  await page.getByText('Keys', { exact: true }).click();
  const key = page.getByLabel('Key: Add a bag');
  await key.press('m');
  await expect(key).toHaveValue('m');
  await page.getByLabel('Show cautions where they apply').uncheck();
  await page.getByRole('link', { name: 'Shelf', exact: true }).first().click();
  await expect(page.getByText('Caffeine today: Noor about 190 mg of 400.')).toBeVisible();
  await page.keyboard.press('n');
  await page.keyboard.press('m');
  await expect(page).toHaveURL(/\/bags\/new$/);
  await page.goto(`${unused.address}/bags/${bagId}/bench`);
  await page.getByRole('button', { name: 'Lay it out' }).click();
  await expect(page.getByRole('button', { name: 'Cautions' })).toBeVisible();
  await page.getByRole('button', { name: 'Cautions' }).click();
  await expect(page.getByRole('note')).toContainText('scald');
});

test.describe('on the command line', () => {
  test('a table is told row by row, and taken in or refused', async ({ keep }, info) => {
    const data = info.outputPath('data');
    const dry = await keep(data, 'import', 'demo/notebooks/decimal-commas.csv', '--dry-run');
    expect(dry.code).toBe(0);
    expect(dry.said).toContain('15 rows in the file: 10 brews to take in, 3 of headings, 1 blank');
    expect(dry.said).toContain('row 14: the same as row 13');
    expect(dry.said).toContain('Nothing was changed.');
    const taken = await keep(data, 'import', 'demo/notebooks/out-of-five.xlsx');
    expect([taken.code, taken.said.includes('Taken in: 2 bags and 6 brews.')]).toEqual([0, true]);
    const again = await keep(data, 'import', 'demo/notebooks/out-of-five.xlsx');
    expect(again.code).toBe(1);
    expect(again.said).toContain('There is no brew in it to take in. Nothing was changed.');
    const broken = info.outputPath('broken.csv');
    await writeFile(
      broken,
      readFileSync('demo/notebooks/decimal-commas.csv', 'utf8').replace('16,5;264;93;18;2:35', 'viel;264;93;18;2:35'),
    );
    const refused = await keep(data, 'import', broken);
    expect(refused.code).toBe(1);
    expect(refused.said).toContain('row 4, Dosis (g): “viel” is not a weight');
  });
});

test('every price carries the currency of the household', async ({ page, unused }) => {
  await page.goto(`${unused.address}/store-room`);
  await page.getByLabel('Prices in').fill('kr');
  await page.getByLabel('Prices in').press('Enter');
  await openBag(page, unused, { name: 'Priced Hill', price: 20, weightG: 250 });
  await expect(page.locator('.facts').first()).toContainText('1.36\u202fkr a cup, 8\u202fkr for 100 g');
  await page.goto(`${unused.address}/bags/new`);
  await page.getByText('Why you bought it, and how it came').click();
  await expect(page.getByLabel('Price')).toBeVisible();
  await expect(page.getByText('kr', { exact: true })).toBeVisible();
});
