import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium, type Page } from '@playwright/test';
import { expect, openBag, test } from './support/application';
import { CHROMIUM } from './support/chromium';

const BREW = { style: 'filter', brewer: 'cone', doseG: 17, waterG: 272, waterC: 92, grindStep: 0 };
const words = (page: Page) => page.getByRole('textbox', { name: 'In your words' });

interface OwnBrowser {
  page: Page;
  kill: () => Promise<void>;
}

/** A browser of its own on a profile that outlives it, so that it can be killed as a power cut would. */
async function startBrowser(profile: string, attempts = 3): Promise<OwnBrowser> {
  const child = spawn(
    CHROMIUM,
    [
      '--headless=new',
      '--no-sandbox',
      '--disable-gpu',
      '--no-first-run',
      '--no-default-browser-check',
      '--disable-quic',
      '--disable-component-update',
      '--disable-sync',
      '--disable-background-networking',
      '--remote-debugging-port=0',
      `--user-data-dir=${profile}`,
    ],
    { detached: true, stdio: ['ignore', 'ignore', 'pipe'] },
  );
  const address = await new Promise<string>((resolve, reject) => {
    let said = '';
    child.stderr.on('data', (chunk: Buffer) => {
      said += chunk.toString();
      const ready = /ws:\/\/\S+/.exec(said);
      if (ready) resolve(ready[0]);
    });
    child.once('exit', () => reject(new Error(`The browser ended: ${said}`)));
  });
  const kill = async (): Promise<void> => {
    if (child.pid === undefined) throw new Error('The browser never started');
    const ended = once(child, 'exit');
    process.kill(-child.pid, 'SIGKILL');
    await ended;
  };
  try {
    const browser = await chromium.connectOverCDP(address, { timeout: 45_000 });
    const page = browser.contexts()[0]?.pages()[0] ?? (await browser.contexts()[0]?.newPage());
    if (!page) throw new Error('The browser has no page');
    return { page, kill };
  } catch (error) {
    // On a busy machine a browser may not come up in time; what is tested is what it kept, not how fast it starts.
    await kill();
    if (attempts <= 1) throw error;
    return startBrowser(profile, attempts - 1);
  }
}

test.describe('the power goes', () => {
  test.use({ expectedErrors: [/Failed to load resource/] });

  test('in the middle of a word: the server is killed, the page types on, and every letter is there afterwards', async ({
    page,
    application,
  }) => {
    const id = await openBag(page, application, { name: 'Server Hill' });
    await page.keyboard.press('b');
    await page.getByRole('textbox', { name: 'Overall' }).fill('8');
    await page.getByRole('combobox', { name: 'Notes', exact: true }).pressSequentially('quince, dam');
    await application.stop('SIGKILL');
    await page.getByRole('combobox', { name: 'Notes', exact: true }).pressSequentially('so');
    await words(page).fill('Long, and longer as it co');
    await expect(page.getByText('Kept in this browser until the server can take it.')).toBeVisible();
    await application.start();
    await expect(page.getByText('Every word is kept.')).toBeVisible();
    const drafts = (await (
      await page.request.get(`${application.address}/api/drafts/${encodeURIComponent(`brew.${id}.new`)}`)
    ).json()) as { typed: { cup: { remarks: string; descriptors: Record<string, unknown> } } }[];
    expect(drafts.map(({ typed }) => [typed.cup.remarks, typed.cup.descriptors.cup])).toEqual([
      ['Long, and longer as it co', { set: ['quince', 'damso'], typing: '' }],
    ]);
    await page.reload();
    await expect(page.getByText('You were here before')).toBeVisible();
    await expect(words(page)).toHaveValue('Long, and longer as it co');
    await page.getByRole('button', { name: 'Save the cup' }).click();
    await expect(page.locator('.cup-words')).toHaveText('quince, damso');
    // Saved once; nothing waits any more.
    await page.goto(application.address);
    await expect(page.getByRole('link', { name: 'A cup of Server Hill' })).toHaveCount(0);
  });

  test('for server and browser at once: at most the last second of typing is lost', async ({ page, application }) => {
    const id = await openBag(page, application, { name: 'Dark Hill' });
    const profile = mkdtempSync(join(tmpdir(), 'slow-crest-browser-'));
    const text = 'the quince came first and then, as it cooled, the damson and a thread of clove';
    const first = await startBrowser(profile);
    await first.page.goto(`${application.address}/bags/${id}/brew`);
    await words(first.page).click();
    const typedAt: number[] = [];
    for (const letter of text) {
      await first.page.keyboard.press(letter === ' ' ? 'Space' : letter, { delay: 40 });
      typedAt.push(Date.now());
    }
    const killedAt = Date.now();
    await Promise.all([first.kill(), application.stop('SIGKILL')]);

    await application.start();
    const second = await startBrowser(profile);
    await second.page.goto(`${application.address}/bags/${id}/brew`);
    // What the browser itself had not yet put on its disk is offered from the server.
    const offer = second.page.getByRole('button', { name: 'Go on with it' });
    await expect(second.page.getByText('You were here before').or(offer)).toBeVisible();
    if (await offer.isVisible()) await offer.click();
    // Whatever is missing was typed within the last second. The browser's own copy stands first, the server's follows.
    const lost = async (): Promise<number> =>
      killedAt - (typedAt[(await words(second.page).inputValue()).length] ?? killedAt);
    await expect.poll(lost).toBeLessThanOrEqual(1000);
    expect(text.startsWith(await words(second.page).inputValue())).toBe(true);
    await second.kill();
    rmSync(profile, { recursive: true, force: true });
  });
});

test('a tab that is closed at once has kept the last letter; another browser is offered the sheet', async ({
  page,
  application,
  browser,
}) => {
  const id = await openBag(page, application, { name: 'Closed Hill' });
  await page.keyboard.press('b');
  await words(page).pressSequentially('fig jam');
  // As a person closes it: what waits is sent on the way out.
  await page.close({ runBeforeUnload: true });
  const other = await (await browser.newContext()).newPage();
  await expect
    .poll(async () =>
      (
        await (
          await other.request.get(`${application.address}/api/drafts/${encodeURIComponent(`brew.${id}.new`)}`)
        ).text()
      ).includes('fig jam'),
    )
    .toBe(true);
  await other.goto(application.address);
  await other.getByRole('link', { name: 'A cup of Closed Hill' }).click();
  await expect(other.getByRole('heading', { name: 'Begun elsewhere' })).toBeVisible();
  await expect(other.getByRole('row', { name: /^In your words fig jam/ })).toBeVisible();
  await other.getByRole('button', { name: 'Go on with it' }).click();
  await expect(words(other)).toHaveValue('fig jam');
  await other.context().close();
});

test('a draft whose last change is slow to arrive does not outlive its sheet, though the page is left as soon as that is saved', async ({
  page,
  application,
}) => {
  const id = await openBag(page, application, { name: 'Slow Hill' });
  let arrived = 0;
  await page.route('**/api/drafts/**', async (route) => {
    const request = route.request();
    const method = request.method();
    if (method === 'GET') return route.continue();
    if (method === 'PUT') await new Promise((resolve) => setTimeout(resolve, 900));
    // On its way already: it arrives, whether or not the page is still there. What is held here the browser would let
    // go with its page.
    const response = await page.request.fetch(request.url(), { method, data: request.postDataJSON() as unknown });
    if (method === 'PUT') arrived++;
    await route.fulfill({ response }).catch(() => undefined);
  });
  await page.keyboard.press('b');
  const underWay = page.waitForRequest(
    (request) => request.method() === 'PUT' && request.url().includes('/api/drafts/'),
  );
  await page.getByRole('textbox', { name: 'Overall' }).fill('8');
  await underWay;
  // What a page has sent and not seen intercepted yet would be let go of with it; a browser without that lets it go
  // out.
  const dropped = page.waitForRequest(
    (request) => request.method() === 'DELETE' && request.url().includes('/api/drafts/'),
  );
  await page.keyboard.press('Control+Enter');
  await expect(page.getByRole('heading', { level: 1, name: 'Slow Hill', exact: true })).toBeVisible();
  await dropped;
  await page.goto(`${application.address}/words`);
  await expect.poll(() => arrived).toBeGreaterThan(0);
  const drafts = `${application.address}/api/drafts/${encodeURIComponent(`brew.${id}.new`)}`;
  await expect.poll(async () => (await page.request.get(drafts)).json() as Promise<unknown>).toEqual([]);
});

test('what was written and taken away again is no draft', async ({ page, application }) => {
  const id = await openBag(page, application, { name: 'Empty Hill' });
  await page.keyboard.press('b');
  const drafts = async (): Promise<unknown[]> =>
    (await (
      await page.request.get(`${application.address}/api/drafts/${encodeURIComponent(`brew.${id}.new`)}`)
    ).json()) as unknown[];
  await page.getByText('Levels, and whether').click();
  await words(page).pressSequentially('fig');
  await expect.poll(async () => (await drafts()).length).toBe(1);
  await words(page).press('Control+a');
  await words(page).press('Delete');
  await expect.poll(async () => (await drafts()).length).toBe(0);
  await words(page).pressSequentially('date');
  await expect.poll(async () => JSON.stringify(await drafts())).toContain('date');
});

test('two devices on one sheet are shown side by side, and neither is lost', async ({ page, application, browser }) => {
  const id = await openBag(page, application, { name: 'Two Hill' });
  const context = await browser.newContext();
  const laptop = await context.newPage();
  const address = `${application.address}/bags/${id}/brew`;
  await Promise.all([page.goto(address), laptop.goto(address)]);
  await words(page).fill('fig');
  await page.getByRole('textbox', { name: 'Overall' }).fill('8');
  await expect(page.getByText('Every word is kept.')).toBeVisible();
  await words(laptop).fill('date');
  const panel = laptop.getByRole('region', { name: 'Written elsewhere' });
  await expect(panel).toContainText('both are kept until you choose');
  await expect(panel.getByRole('row', { name: /^In your words date fig/ })).toBeVisible();
  await expect(panel.getByRole('row', { name: /^Mark – 8/ })).toBeVisible();
  // Going on typing overwrites nothing.
  await words(laptop).fill('date and plum');
  await expect(words(page)).toHaveValue('fig');
  await expect(panel.getByRole('row', { name: /^In your words date and plum fig/ })).toBeVisible();

  // The mark is taken from there, the words stay as they are here.
  await panel.getByLabel('Take theirs: Mark').check();
  await panel.getByRole('button', { name: 'Keep what is ticked' }).click();
  await expect(panel).toHaveCount(0);
  await expect(laptop.getByRole('textbox', { name: 'Overall' })).toHaveValue('8');
  await expect(words(laptop)).toHaveValue('date and plum');
  await expect(laptop.getByText('Every word is kept.')).toBeVisible();

  // The phone is offered what was settled, beside its own; it goes on with that and saves.
  await words(page).fill('fig!');
  await page
    .getByRole('region', { name: 'Written elsewhere' })
    .getByRole('button', { name: 'Take all of theirs' })
    .click();
  await expect(words(page)).toHaveValue('date and plum');
  await page.getByRole('button', { name: 'Save the cup' }).click();
  await expect(page.locator('.log > li')).toHaveCount(1);
  await expect(page.locator('.log')).toContainText('date and plum');
  await context.close();
});

test.describe('a save may be refused', () => {
  test.use({ expectedErrors: [/Failed to load resource/] });

  test('of a brew that was changed elsewhere while its sheet was open neither change is lost, and what both changed is shown side by side', async ({
    page,
    application,
    browser,
  }) => {
    const id = await openBag(page, application, { name: 'Changed Hill' });
    const cup = { scoringScale: 'mark10', mark: 7, remarks: 'fig' };
    const logged = await page.request.post(`${application.address}/api/bags/${id}/brews`, {
      data: { ...BREW, brewedAt: new Date(Date.now() - 86_400_000).toISOString(), cup },
    });
    const { id: brewId } = (await logged.json()) as { id: string };
    const address = `${application.address}/bags/${id}/brews/${brewId}`;
    const context = await browser.newContext();
    const laptop = await context.newPage();
    await Promise.all([page.goto(address), laptop.goto(address)]);
    await expect(words(page)).toHaveValue('fig');
    await laptop.getByRole('textbox', { name: 'Overall' }).fill('9');
    await laptop.getByRole('button', { name: 'Save the cup' }).click();
    await expect(laptop.getByRole('heading', { level: 1, name: 'Changed Hill', exact: true })).toBeVisible();

    // The mark is theirs alone, the words are ours alone: the save is refused, and then both stand on the sheet.
    await words(page).fill('fig jam');
    await page.getByRole('button', { name: 'Save the cup' }).click();
    await expect(page.getByText('Changed elsewhere meanwhile, and taken in here. Mark: 9.')).toBeVisible();
    await expect(page.getByRole('textbox', { name: 'Overall' })).toHaveValue('9');
    await expect(words(page)).toHaveValue('fig jam');

    // Now both write on the same line.
    await page.request.patch(`${application.address}/api/brews/${brewId}`, {
      data: {
        ...BREW,
        brewedAt: new Date(Date.now() - 86_400_000).toISOString(),
        cup: { ...cup, mark: 8, remarks: 'fig tart' },
      },
    });
    await page.getByRole('button', { name: 'Save the cup' }).click();
    await expect(page.getByRole('alert')).toContainText('This brew was changed elsewhere');
    const beside = page.getByRole('region', { name: 'Written elsewhere' });
    await expect(beside.getByRole('row', { name: /^In your words fig jam fig tart/ })).toBeVisible();
    await expect(beside.locator('tbody tr')).toHaveCount(1);
    await beside.getByRole('button', { name: 'Keep what is here' }).click();
    await expect(beside).toHaveCount(0);
    await page.getByRole('button', { name: 'Save the cup' }).click();
    await expect(page.locator('.log')).toContainText('fig jam');
    await expect(page.locator('.cup-mark')).toHaveText('8.0');

    // Nothing was written on the laptop's sheet: it is laid anew by itself.
    await laptop.goto(address);
    await expect(words(laptop)).toHaveValue('fig jam');
    await page.request.patch(`${application.address}/api/brews/${brewId}`, {
      data: {
        ...BREW,
        brewedAt: new Date(Date.now() - 86_400_000).toISOString(),
        cup: { ...cup, remarks: 'fig roll' },
      },
    });
    await laptop.evaluate(
      'document.dispatchEvent(new Event("visibilitychange")); window.dispatchEvent(new Event("focus"))',
    );
    await expect(words(laptop)).toHaveValue('fig roll');
    await context.close();
  });
});

test('two windows of one browser do not overwrite each other', async ({ page, application }) => {
  const id = await openBag(page, application, { name: 'Window Hill' });
  const second = await page.context().newPage();
  await Promise.all([
    page.goto(`${application.address}/bags/${id}/brew`),
    second.goto(`${application.address}/bags/${id}/brew`),
  ]);
  // Both sheets lie open before anything is written: one that is opened later goes on with what it finds.
  await Promise.all([words(page).waitFor(), words(second).waitFor()]);
  await words(page).fill('fig');
  await expect(page.getByText('Every word is kept.')).toBeVisible();
  await words(second).fill('date');
  await expect(
    second.getByRole('region', { name: 'Written elsewhere' }).getByRole('row', { name: /^In your words date fig/ }),
  ).toBeVisible();
  await second.close();
});

test('the cup of a brew that another device has logged meanwhile is not lost with it', async ({
  page,
  application,
}) => {
  const id = await openBag(page, application, { name: 'Shared Hill' });
  const [recipe] = (await (await page.request.get(`${application.address}/api/recipes`)).json()) as {
    recipe: object;
    versionId: string;
  }[];
  const live = (await (
    await page.request.post(`${application.address}/api/bench`, {
      data: { bagId: id, recipe: recipe?.recipe, recipeVersionId: recipe?.versionId },
    })
  ).json()) as { id: string };
  await page.request.post(`${application.address}/api/bench/${live.id}/start`, { data: { inS: 0 } });
  await page.goto(`${application.address}/bags/${id}/brew?live=${live.id}`);
  await words(page).fill('mine, not logged');
  await expect(page.getByText('Every word is kept.')).toBeVisible();
  const logged = {
    style: 'filter',
    brewer: 'cone',
    doseG: 17,
    waterG: 272,
    waterC: 92,
    grindStep: 0,
    brewedAt: new Date().toISOString(),
    liveId: live.id,
    cup: { scoringScale: 'mark10', mark: 8, remarks: 'theirs' },
  };
  expect((await page.request.post(`${application.address}/api/bags/${id}/brews`, { data: logged })).ok()).toBe(true);
  await page.reload();
  await expect(page.getByText('This brew is no longer on the bench')).toBeVisible();
  await expect(words(page)).toHaveValue('mine, not logged');
  await page.getByRole('button', { name: 'Save the cup' }).click();
  await expect(page.locator('.log > li')).toHaveCount(2);
  await expect(page.locator('.log')).toContainText('mine, not logged');
  await expect(page.locator('.log')).toContainText('theirs');
});

test('what is cancelled can be brought back', async ({ page, application }) => {
  await openBag(page, application, { name: 'Undo Ridge' });
  await page.keyboard.press('b');
  await words(page).fill('not yet');
  await expect(page.getByText('Every word is kept.')).toBeVisible();
  await page.getByRole('button', { name: 'Cancel' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Undo Ridge', exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(words(page)).toHaveValue('not yet');
  await page.getByRole('button', { name: 'Start afresh' }).click();
  await expect(words(page)).toHaveValue('');
  await page.getByRole('button', { name: 'Undo' }).last().click();
  await expect(words(page)).toHaveValue('not yet');
});
