import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Download, Page } from '@playwright/test';
import { strFromU8, unzipSync } from 'fflate';
import sharp from 'sharp';
import type { WriteUpLine } from '../contract/writeUps/writeUp';
import { dateOf, expect, openBag, test, type Application } from './support/application';
import { violations } from './support/axe';
import { readPdf } from './support/pdf';

const open = async (page: Page, { address }: Application, title: string): Promise<void> => {
  await page.goto(`${address}/write-ups`);
  await page.getByRole('link', { name: title, exact: true }).click();
  await expect(page.locator('.publication h1')).toHaveText(title);
};

/** Presses a button that saves a file, and returns where that lies. */
async function saved(page: Page, name: string): Promise<{ download: Download; bytes: Buffer }> {
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name, exact: true }).click(),
  ]);
  return { download, bytes: readFileSync(await download.path()) };
}

/** Letters and digits alone: where a line is broken is no matter. */
const plain = (text: string): string => text.replace(/[^\p{L}\p{N}]+/gu, '');

test('a finished bag is written up and on its way to a PDF by two taps, on one page or two', async ({ page, demo }) => {
  await page.addInitScript('window.printed = 0; window.print = () => { window.printed++; }');
  await page.goto(`${demo.address}/?finished=yes`);
  await page
    .getByRole('link', { name: /Old Mill Dark/ })
    .first()
    .click();
  await page.getByRole('link', { name: 'Write it up' }).click();
  await expect(page.locator('.publication h1')).toHaveText('Old Mill Dark');
  // By the keyboard one key is enough: the button has the focus.
  await expect(page.getByRole('button', { name: 'Save as PDF, or print' })).toBeFocused();
  await page.keyboard.press('Enter');
  // The dialog of the browser asks for two inputs more: Save, and the name that is offered.
  expect(await page.evaluate('window.printed')).toBe(1);
  expect(await violations(page)).toEqual([]);

  const passages = await page.locator('.publication .passage').allInnerTexts();
  expect(passages.length).toBeGreaterThan(15);
  for (const [format, width] of [
    ['A4', 595],
    ['Letter', 612],
  ] as const) {
    const pdf = await readPdf(
      await page.pdf({ format, margin: { top: '15mm', bottom: '15mm', left: '15mm', right: '15mm' } }),
    );
    expect(Math.abs(pdf.width - width)).toBeLessThan(2);
    expect(pdf.title).toContain('Old Mill Dark');
    expect(pdf.pages.length).toBeLessThanOrEqual(2);
    const all = plain(pdf.pages.join(' '));
    for (const text of passages) expect(all).toContain(plain(text));
    // Nothing of the page around it.
    expect(all).not.toMatch(/Searchbags|Keepthisversion|Addasentence/);
  }
  // The paper of its own choice.
  await page.getByRole('group', { name: 'Paper' }).getByRole('button', { name: 'letter' }).click();
  await expect(page.getByRole('button', { name: 'letter', exact: true })).toHaveAttribute('aria-pressed', 'true');
  expect(Math.round((await readPdf(await page.pdf({ preferCSSPageSize: true }))).width)).toBe(612);
  await page.getByRole('button', { name: 'Delete it' }).click();
  await expect(page.getByText('The write-up is deleted.')).toBeVisible();
});

test('every write-up of the demo goes on two pages of either paper, whatever it is of', async ({ page, demo }) => {
  const all = (await (await page.request.get(`${demo.address}/api/write-ups`)).json()) as WriteUpLine[];
  expect(new Set(all.map(({ kind }) => kind))).toEqual(new Set(['bag', 'comparison', 'sitting', 'card']));
  for (const { id, title } of all) {
    await page.goto(`${demo.address}/write-ups/${id}`);
    await expect(page.locator('.publication h1')).toHaveText(title);
    for (const format of ['A4', 'Letter'] as const) {
      const margin = { top: '15mm', bottom: '15mm', left: '15mm', right: '15mm' };
      const { pages } = await readPdf(await page.pdf({ format, margin }));
      expect(`${title}: ${pages.length}`).toMatch(/: [12]$/);
      expect(plain(pages.join(' '))).toContain(plain(title));
    }
  }
});

test('its files: a page that needs nothing, Markdown with its picture, the ridge and a picture to share', async ({
  page,
  demo,
  browser,
}) => {
  await open(page, demo, 'Nyanza Grove');
  const shown = await page.locator('.publication .passage').allInnerTexts();

  const html = await saved(page, 'One HTML file');
  const file = test.info().outputPath('kept.html');
  await html.download.saveAs(file);
  expect(html.download.suggestedFilename()).toBe('nyanza-grove.html');
  for (const colorScheme of ['light', 'dark'] as const) {
    const context = await browser.newContext({ offline: true, colorScheme });
    const reader = await context.newPage();
    const asked: string[] = [];
    reader.on('request', (request) => {
      if (!request.url().startsWith('data:')) asked.push(request.url());
    });
    await reader.goto(`file://${file}`);
    await expect(reader.locator('h1')).toHaveText('Nyanza Grove');
    expect(await reader.title()).toBe('Nyanza Grove');
    expect(asked).toHaveLength(1);
    expect(await violations(reader)).toEqual([]);
    const text = plain(await reader.locator('body').innerText());
    for (const passage of shown) expect(text).toContain(plain(passage));
    expect(
      await reader.evaluate(
        'document.fonts.ready.then((fonts) => [...fonts].filter((one) => one.status === "loaded").length)',
      ),
    ).toBe(2);
    for (const width of [390, 1280]) {
      await reader.setViewportSize({ width, height: 800 });
      expect(await reader.evaluate('document.documentElement.scrollWidth <= innerWidth')).toBe(true);
    }
    await context.close();
  }
  // Nobody’s name is in it, though the record has them.
  expect(html.bytes.toString('utf8')).not.toMatch(/Mira|Tomas/);

  const markdown = await saved(page, 'Markdown with pictures');
  const files = unzipSync(new Uint8Array(markdown.bytes));
  expect(Object.keys(files).sort()).toEqual(['nyanza-grove-ridge.png', 'nyanza-grove.md']);
  const text = strFromU8(files['nyanza-grove.md'] ?? new Uint8Array());
  expect(text).toMatch(/^# Nyanza Grove\n/);
  expect(text).toContain('](nyanza-grove-ridge.png)');
  for (const passage of shown) expect(plain(text)).toContain(plain(passage));

  const svg = (await saved(page, 'Ridge as SVG')).bytes.toString('utf8');
  const drawn = await page.evaluate<[string, number, string | null]>(`(() => {
    const read = new DOMParser().parseFromString(${JSON.stringify(svg)}, 'image/svg+xml');
    const root = read.documentElement;
    return [root.nodeName, read.querySelectorAll('parsererror').length, root.getAttribute('width')];
  })()`);
  expect(drawn).toEqual(['svg', 0, '720']);
  const png = await sharp((await saved(page, 'Ridge as PNG')).bytes).metadata();
  expect([png.format, png.width, png.height]).toEqual(['png', 1440, 660]);
  const corners: number[][] = [];
  for (const theme of ['light', 'dark']) {
    await page.getByRole('group', { name: 'Pictures', exact: true }).getByRole('button', { name: theme }).click();
    const { bytes } = await saved(page, 'Picture to share');
    const { width, height } = await sharp(bytes).metadata();
    expect([width, height]).toEqual([2400, 1260]);
    corners.push([
      ...(await sharp(bytes).extract({ left: 2, top: 2, width: 1, height: 1 }).removeAlpha().raw().toBuffer()),
    ]);
  }
  expect(corners).toEqual([
    [253, 252, 249],
    [18, 24, 39],
  ]);
});

test('what is written over stays, through new cups and composing anew, and the difference is shown', async ({
  page,
  unused,
}) => {
  const bagId = await openBag(page, unused, { name: 'Rook Ledge', roastedOn: dateOf(40) });
  const cup = (daysAgo: number, mark: number, remarks = '') =>
    page.request.post(`${unused.address}/api/bags/${bagId}/brews`, {
      data: {
        style: 'filter',
        brewer: 'cone',
        doseG: 17,
        waterG: 272,
        waterC: 92,
        grindStep: 0,
        brewedAt: `${dateOf(daysAgo)}T08:00:00Z`,
        cup: { scoringScale: 'mark10', mark, remarks },
      },
    });
  for (const [daysAgo, mark] of [
    [34, 6.5],
    [29, 7.4],
    [24, 8.4],
    [20, 8.8],
    [15, 8.5],
    [9, 7.6],
  ] as const)
    expect((await cup(daysAgo, mark)).ok()).toBe(true);
  await page.goto(`${unused.address}/bags/${bagId}`);
  await page.getByRole('button', { name: 'More', exact: true }).click();
  await page.getByRole('button', { name: 'Write it up', exact: true }).click();
  await expect(page.locator('.publication h1')).toHaveText('Rook Ledge');

  // By the keyboard: Enter opens the sentence in view, Escape closes it.
  await page.locator('.pub-lead .passage').first().focus();
  await page.keyboard.press('Enter');
  const field = page.getByRole('textbox', { name: 'This passage in your words' });
  await expect(field).toBeFocused();
  await page.keyboard.type(' So it is.');
  await expect(field).toHaveValue(/after roasting.*\. So it is\.$/);
  await field.fill('Eight and more, for anyone who waits.');
  await expect(page.getByText('The record says: Rook Ledge is probably')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.locator('.pub-lead .passage.edited')).toHaveText('Eight and more, for anyone who waits.');
  await page.getByText('Every cup was made this way').click();
  await page.getByRole('button', { name: 'Leave it out' }).click();
  await expect(page.locator('.passage.left-out')).toHaveText(/^Left out: Every cup/);
  await page.locator('.pub-label, .pub-method').last().hover();
  await page.locator('.pub-method').getByRole('button', { name: 'Add a sentence' }).click();
  await page.getByRole('textbox', { name: 'A passage of your own' }).fill('Brewed at the same window each time.');
  await page.getByRole('button', { name: 'Done' }).click();
  await expect(page.locator('.pub-method .passage.own')).toHaveText('Brewed at the same window each time.');

  expect((await cup(3, 9.3, 'Out of nowhere, honey.')).ok()).toBe(true);
  await page.reload();
  await expect(page.getByRole('heading', { name: 'The record has moved on' })).toBeVisible();
  const told = page.locator('.differences');
  await expect(told.locator('ins').filter({ hasText: 'Out of nowhere, honey.' })).toBeVisible();
  await expect(told).toContainText('Yours stays: Eight and more, for anyone who waits.');
  expect(await violations(page)).toEqual([]);
  await page.getByRole('button', { name: 'Compose it anew' }).click();
  await expect(page.getByText('It says what the record says today.')).toBeVisible();
  await expect(page.locator('.pub-days')).toContainText('Out of nowhere, honey.');
  await expect(page.locator('.pub-lead .passage.edited')).toHaveText('Eight and more, for anyone who waits.');
  await expect(page.locator('.passage.left-out')).toBeVisible();
  await expect(page.locator('.pub-method .passage.own')).toHaveText('Brewed at the same window each time.');

  // What stood before is a version, to look at and to bring back.
  await page.getByRole('link', { name: 'Version 1' }).click();
  await expect(page.getByText(/version 1, as it stood/)).toBeVisible();
  await expect(page.locator('.pub-days')).not.toContainText('Out of nowhere, honey.');
  await page.getByRole('link', { name: 'Back to what stands' }).click();
  await page.getByRole('button', { name: 'Bring it back' }).click();
  await expect(page.getByRole('heading', { name: 'The record has moved on' })).toBeVisible();

  // And a sentence is given back to the record.
  await page.locator('.pub-lead .passage.edited').click();
  await page.getByRole('button', { name: 'As the record says' }).click();
  await expect(page.locator('.pub-lead')).toContainText('Rook Ledge is probably at its best');
  await page.getByRole('button', { name: 'Call it final' }).click();
  await expect(page.getByText(/^Write-ups · a bag · final on/)).toBeVisible();
});

test('words marked for this household alone stand in the log and in no write-up', async ({ page, unused }) => {
  await openBag(page, unused, { name: 'Salt Steps', roastedOn: dateOf(20) });
  await page.getByRole('link', { name: 'Log a brew' }).first().click();
  await page.getByRole('textbox', { name: 'Overall' }).fill('8');
  await page.getByLabel('In your words').fill('Like grandmother’s cupboard.');
  await page.getByLabel('For this household alone').check();
  await page.getByRole('button', { name: 'Save the cup' }).click();
  await expect(page.locator('.log > li').first()).toContainText(
    'Like grandmother’s cupboard. (for this household alone)',
  );
  await page.getByRole('button', { name: 'More', exact: true }).click();
  await page.getByRole('button', { name: 'Write it up', exact: true }).click();
  await expect(page.locator('.pub-days')).toContainText('Day 20: 8.0.');
  await expect(page.locator('.publication')).not.toContainText('cupboard');
});

test.describe('a server that is away', () => {
  test.use({ expectedErrors: [/Failed to load resource/] });
  test('loses no letter of a sentence', async ({ page, unused }) => {
    await openBag(page, unused, { name: 'Fog Gate', roastedOn: dateOf(20) });
    await page.getByRole('button', { name: 'More', exact: true }).click();
    await page.getByRole('button', { name: 'Write it up', exact: true }).click();
    await page.locator('.pub-lead .passage').first().click();
    await page.route('**/passages', (route) => route.abort());
    const field = page.getByRole('textbox', { name: 'This passage in your words' });
    await field.fill('Written while the server slept.');
    await expect(page.getByText('Kept here; not on the server yet.')).toBeVisible();
    await page.reload();
    await expect(field).toHaveValue('Written while the server slept.');
    await page.unroute('**/passages');
    await page.getByRole('button', { name: 'Done' }).click();
    await expect(page.locator('.pub-lead .passage.edited')).toHaveText('Written while the server slept.');
    await page.reload();
    await expect(page.locator('.pub-lead .passage.edited')).toHaveText('Written while the server slept.');
  });
});

test.describe('a recipe card', () => {
  // What is refused is answered with its reason.
  test.use({ expectedErrors: [/status of 422/] });
  test('goes from one household to another; a broken one is refused in words', async ({ page, demo, unused }) => {
    await open(page, demo, 'Growing pours');
    expect(await violations(page)).toEqual([]);
    const settings = await page.locator('.pub-card').innerText();
    const { download, bytes } = await saved(page, 'Card for another household');
    expect(download.suggestedFilename()).toBe('growing-pours.recipe.json');

    await page.goto(`${unused.address}/recipes`);
    await page.getByRole('link', { name: 'Read a card' }).click();
    const choose = (buffer: Buffer) =>
      page
        .getByLabel('The card', { exact: true })
        .setInputFiles({ name: 'card.json', mimeType: 'application/json', buffer });
    for (const [broken, why] of [
      [bytes.subarray(0, 200), 'it is not JSON, or it is only a part of it'],
      [Buffer.from(bytes.toString('utf8').replace('"version": 1', '"version": 7')), 'written by a newer version'],
      [Buffer.from(bytes.toString('utf8').replace('"doseG": 17', '"doseG": -17')), 'Dose must be between'],
    ] as const) {
      await choose(broken);
      await expect(page.getByRole('alert').or(page.locator('.panel-error'))).toContainText(why);
      await expect(page.getByRole('button', { name: 'Take it in' })).toHaveCount(0);
    }
    await choose(bytes);
    await expect(page.getByRole('heading', { name: 'Growing pours' })).toBeVisible();
    await expect(page.getByText('You have a recipe of this name')).toBeVisible();
    await expect(page.getByText('You have not: Hand grinder, Flat-burr grinder, Conical grinder, 38 mm')).toBeVisible();
    expect(await violations(page)).toEqual([]);
    await page.getByRole('button', { name: 'Take it in' }).click();
    await expect(page.getByText('Its grind elsewhere: Hand grinder 18, Flat-burr grinder 5.5')).toBeVisible();
    await expect(page.locator('.recipe-why')).toContainText('Small pours first keep the bed even');
    // The card of the card says the same.
    await page.getByRole('button', { name: 'Card for others' }).click();
    await expect(page.locator('.pub-card')).toBeVisible();
    expect(await page.locator('.pub-card').innerText()).toBe(settings);
  });
});

test('two write-ups side by side, what is shown of one, and every page on a phone', async ({ page, demo }) => {
  await page.goto(`${demo.address}/write-ups`);
  await expect(page.getByRole('heading', { level: 1, name: 'Write-ups' })).toBeVisible();
  expect(await violations(page)).toEqual([]);
  for (const title of ['Nyanza Grove', 'Threshold Lot 9'])
    await page.getByRole('checkbox', { name: `beside another: ${title}` }).check();
  await page.getByRole('link', { name: 'Side by side' }).click();
  await expect(page.locator('.publication')).toHaveCount(2);
  await expect(page.getByRole('heading', { level: 2, name: 'Threshold Lot 9' })).toBeVisible();
  expect(await violations(page)).toEqual([]);

  await open(page, demo, 'Threshold Lot 9');
  // One evening claims no crest.
  await expect(page.locator('.publication')).not.toContainText(/at its best (from|on) day|crest was found/);
  await expect(page.locator('.pub-ridge')).toHaveCount(0);
  await expect(page.locator('.pub-days')).not.toContainText('Mira');
  const names = page.getByRole('checkbox', { name: 'Names of tasters' });
  await names.check();
  await expect(page.locator('.pub-days')).toContainText('Day 19, Mira');
  await names.uncheck();
  await expect(page.locator('.pub-days')).not.toContainText('Mira');

  const all = (await (await page.request.get(`${demo.address}/api/write-ups`)).json()) as WriteUpLine[];
  await page.setViewportSize({ width: 390, height: 844 });
  const addresses = ['/write-ups', '/write-ups/new', '/recipes/from-card', ...all.map(({ id }) => `/write-ups/${id}`)];
  for (const address of [...addresses, `/write-ups/side-by-side?a=${all[0]?.id ?? ''}&b=${all[1]?.id ?? ''}`]) {
    await page.goto(demo.address + address);
    await expect(page.locator('main h1').first()).toBeVisible();
    const fits = await page.evaluate<boolean>('document.documentElement.scrollWidth <= innerWidth');
    expect({ address, fits }).toEqual({ address, fits: true });
    if (address === '/write-ups/new') expect(await violations(page)).toEqual([]);
  }
  await page.emulateMedia({ colorScheme: 'dark' });
  await page.goto(demo.address + join('/write-ups', all[0]?.id ?? ''));
  await expect(page.locator('.publication')).toBeVisible();
  expect(await violations(page)).toEqual([]);
});
