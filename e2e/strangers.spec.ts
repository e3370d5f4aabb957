import { once } from 'node:events';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { chromium, type Browser, type Page } from '@playwright/test';
import config from '../playwright.config';
import { Application, expect, openBag, test } from './support/application';

/**
 * This browser would keep a page that came from elsewhere off the addresses of this machine; not every browser does.
 */
const OTHER_BROWSERS =
  '--disable-features=LocalNetworkAccessChecks,BlockInsecurePrivateNetworkRequests,PrivateNetworkAccessSendPreflights';

/** Names that only this browser knows: all of them are this machine. */
const ELSEWHERE = 'elsewhere.test';
const REBOUND = 'rebound.test';

let browser: Browser;
let server: Server;
let port: number;
test.beforeAll(async () => {
  const { executablePath, args = [] } = config.use?.launchOptions ?? {};
  browser = await chromium.launch({
    executablePath,
    args: [...args, '--host-resolver-rules=MAP *.test 127.0.0.1', OTHER_BROWSERS],
  });
  server = createServer((_request, response) =>
    response
      .setHeader('content-type', 'text/html')
      .end('<!doctype html><title>elsewhere</title><h1>A page elsewhere</h1>'),
  ).listen(0, '127.0.0.1');
  await once(server, 'listening');
  ({ port } = server.address() as AddressInfo);
});
test.afterAll(async () => {
  await browser.close();
  server.close();
});
test.use({ expectedErrors: [/./] });

/** Everything a page can try on another address, as far as a browser lets it; what came of each. */
const ATTACK = `async (target) => {
  const tried = {};
  const attempt = async (name, work) => { try { tried[name] = await work(); } catch { tried[name] = 'refused'; } };
  const read = async (answer) => answer.type === 'opaque' ? 'opaque' : answer.status + ' ' + (await answer.text()).slice(0, 90);
  const settled = (element, name, where = 'body') => new Promise((resolve) => { element.onload = () => resolve('loaded'); element.onerror = () => resolve('refused'); document[where].append(element); setTimeout(() => resolve('nothing'), 3000); });
  await attempt('read', async () => read(await fetch(target + '/api/settings')));
  await attempt('read blindly', async () => read(await fetch(target + '/api/settings', { mode: 'no-cors' })));
  await attempt('write', async () => read(await fetch(target + '/api/bags', { method: 'POST', headers: { 'content-type': 'application/json' }, body: '{}' })));
  await attempt('write as a form', async () => read(await fetch(target + '/api/bags', { method: 'POST', mode: 'no-cors', body: 'name=x' })));
  await attempt('delete', async () => read(await fetch(target + '/api/bags/' + location.hash.slice(1), { method: 'DELETE', headers: { 'content-type': 'application/json' }, body: '{}' })));
  await attempt('beacon', async () => String(navigator.sendBeacon(target + '/api/bags/' + location.hash.slice(1) + '/restore', new Blob(['{}'], { type: 'text/plain' }))));
  await attempt('stream', () => new Promise((resolve) => { const source = new EventSource(target + '/api/bench/stream'); source.onopen = () => resolve('open'); source.onerror = () => { source.close(); resolve('refused'); }; setTimeout(() => resolve('nothing'), 3000); }));
  await attempt('script', () => settled(Object.assign(document.createElement('script'), { src: target + '/api/words' })));
  await attempt('image', () => settled(Object.assign(document.createElement('img'), { src: target + '/ridge.svg' })));
  await attempt('style', () => settled(Object.assign(document.createElement('link'), { rel: 'stylesheet', href: target + '/api/settings' }), 'style', 'head'));
  return tried;
}`;

const refusedOrBlind = ['refused', 'opaque', 'nothing'];

async function attacked(page: Page, from: string, target: string): Promise<Record<string, string>> {
  await page.goto(from);
  return page.evaluate<Record<string, string>, string>(`(${ATTACK})(${JSON.stringify(target)})`, target);
}

/** What the household holds: of a bag its name and revision, and whether it is there at all. */
async function household(page: Page, { address }: Application): Promise<unknown> {
  const today = new Date().toISOString().slice(0, 10);
  const shelf = (await (await page.request.get(`${address}/api/shelf?today=${today}`)).json()) as {
    lanes: { name: string; usable: number }[];
  };
  const settings = (await (await page.request.get(`${address}/api/settings`)).json()) as unknown;
  return { bags: shelf.lanes.map(({ name, usable }) => [name, usable]), settings };
}

test('a page of another origin reads nothing, changes nothing and hears nothing', async ({ page, unused }) => {
  const id = await openBag(page, unused, { name: 'Private Hill' });
  const before = await household(page, unused);
  const hostile = await browser.newPage();
  for (const from of [
    `http://${ELSEWHERE}:${port}/#${id}`,
    `http://127.0.0.1:${port}/#${id}`,
    `http://localhost:${port}/#${id}`,
  ]) {
    const { beacon: _, ...tried } = await attacked(hostile, from, unused.address);
    for (const [what, came] of Object.entries(tried))
      expect(refusedOrBlind, `${what} from ${from}: ${came}`).toContain(came);
    expect(tried.image).toBe('refused');
  }
  expect(await household(page, unused)).toEqual(before);
  // A frame of it stays empty, and a link to it is a plain visit.
  await hostile.goto(`http://${ELSEWHERE}:${port}/`);
  await hostile.evaluate(
    `document.body.innerHTML = '<iframe src="${unused.address}/"></iframe><a href="${unused.address}/">to the shelf</a>'`,
  );
  await expect.poll(() => hostile.frames().length).toBe(2);
  await expect(hostile.frameLocator('iframe').getByText('Private Hill')).toHaveCount(0);
  await hostile.getByRole('link', { name: 'to the shelf' }).click();
  await expect(hostile.getByText('Private Hill').first()).toBeVisible();
  await hostile.close();
});

test('a name that was rebound to this machine is not served, whatever it asks', async ({ page, unused }) => {
  const id = await openBag(page, unused, { name: 'Bound Hill' });
  const before = await household(page, unused);
  const hostile = await browser.newPage();
  // The page came from elsewhere under this name; now the name is this machine and this port, so that nothing is
  // foreign to it.
  const target = `http://${REBOUND}:${new URL(unused.address).port}`;
  await hostile.route(`${target}/planted`, (route) =>
    route.fulfill({ contentType: 'text/html', body: '<!doctype html><title>planted</title>' }),
  );
  const { beacon: _, ...tried } = await attacked(hostile, `${target}/planted#${id}`, target);
  expect(tried.read).toMatch(/^403 .*does not go by this name/);
  expect(tried.write).toMatch(/^403/);
  expect(tried.delete).toMatch(/^403/);
  expect(tried.stream).toBe('refused');
  const visit = await hostile.goto(`${target}/`);
  expect(visit?.status()).toBe(403);
  await expect(hostile.locator('body')).toContainText('Slow Crest does not go by this name');
  expect(await household(page, unused)).toEqual(before);
  await hostile.close();
});

test('beyond this machine a phone signs in once, comes back to where it was, and is shut out again by signing out', async () => {
  const application = new Application();
  await application.start({ HOST: '0.0.0.0', SLOW_CREST_PASSPHRASE: 'cedar and quince jam' });
  const phone = await browser.newPage({ viewport: { width: 390, height: 844 } });
  await phone.goto(`${application.address}/words`);
  await expect(phone).toHaveURL(/\/sign-in\?to=%2Fwords$/);
  await expect(phone.getByLabel('Passphrase')).toBeFocused();
  await phone.keyboard.type('cedar and quince');
  await phone.keyboard.press('Enter');
  await expect(phone.getByRole('alert')).toHaveText('This is not the passphrase of this household.');
  await phone.getByLabel('Passphrase').fill('cedar and quince jam');
  await phone.keyboard.press('Enter');
  await expect(phone.getByRole('heading', { level: 1, name: 'Words' })).toBeVisible();
  await expect(phone).toHaveURL(/\/words$/);
  await phone.goto(`${application.address}/store-room`);
  await phone.getByRole('button', { name: 'Sign out' }).click();
  await expect(phone).toHaveURL(/\/sign-in/);
  expect((await phone.request.get(`${application.address}/api/settings`)).status()).toBe(401);
  // Nobody is sent elsewhere by a link that was made up.
  await phone.goto(`${application.address}/sign-in?to=//${ELSEWHERE}:${port}/`);
  await phone.getByLabel('Passphrase').fill('cedar and quince jam');
  await phone.keyboard.press('Enter');
  await expect(phone).toHaveURL(`${application.address}/`);
  await phone.close();
  await application.stop();
  application.remove();
});
