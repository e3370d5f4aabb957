import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { test as base, expect, type Page } from '@playwright/test';
import type { Shelf } from '../../contract/shelf/shelf';

const ROOT = fileURLToPath(new URL('../..', import.meta.url));

/** The real server on a real database file in a folder of its own. */
export class Application {
  readonly folder = mkdtempSync(join(tmpdir(), 'slow-crest-'));
  address = '';
  #server: ChildProcess | null = null;

  /** @param env settings of the server besides its folder and port */
  async start(env: Record<string, string> = {}): Promise<void> {
    // The same port again after a restart, so that a page left open finds it.
    const port = this.address === '' ? '0' : new URL(this.address).port;
    const server = this.#spawn(['dist/server/main.js'], { PORT: port, ...env });
    this.#server = server;
    this.address = await new Promise((resolve, reject) => {
      let said = '';
      server.stdout?.on('data', (chunk: Buffer) => {
        said += chunk.toString();
        const ready = /http:\/\/\S+/.exec(said);
        if (ready) resolve(ready[0]);
      });
      server.once('exit', (code) => reject(new Error(`The server ended with ${code}: ${said}`)));
    });
  }

  async stop(signal: NodeJS.Signals = 'SIGTERM'): Promise<void> {
    const server = this.#server;
    if (server?.exitCode !== null) return;
    const ended = once(server, 'exit');
    server.kill(signal);
    await ended;
    this.#server = null;
  }

  async fillWithDemo(): Promise<void> {
    const [code] = (await once(this.#spawn(['dist/server/makeDemo.js'], {}), 'exit')) as [number];
    if (code !== 0) throw new Error(`Making the demo household ended with ${code}`);
  }

  /** Resolves once every bag on the shelf is judged: what a household that was there before finds. */
  async allJudged(): Promise<void> {
    for (;;) {
      const answer = await fetch(`${this.address}/api/shelf?today=${dateOf(0)}`);
      const { lanes } = (await answer.json()) as Shelf;
      if (lanes.every(({ judged }) => judged === 'now')) return;
      await new Promise((resolve) => setTimeout(resolve, 50));
    }
  }

  remove(): void {
    rmSync(this.folder, { recursive: true, force: true });
  }

  #spawn(args: string[], env: Record<string, string>): ChildProcess {
    return spawn(process.execPath, args, {
      cwd: ROOT,
      env: { ...process.env, SLOW_CREST_DATA: this.folder, ...env },
      stdio: ['ignore', 'pipe', 'inherit'],
    });
  }
}

interface Fixtures {
  /** Every page must stay free of console errors; a test that provokes one says which. */
  expectedErrors: RegExp[];
  /** An application nobody has used yet. */
  unused: Application;
  quietConsole: undefined;
  /** Export, import, backup or restore of a data folder from the command line: how it ended, and what it said. */
  keep: (data: string, ...args: string[]) => Promise<{ code: number; said: string }>;
}

interface WorkerFixtures {
  application: Application;
  demo: Application;
}

async function serving(fill: boolean, lend: (application: Application) => Promise<void>): Promise<void> {
  const application = new Application();
  if (fill) await application.fillWithDemo();
  await application.start();
  if (fill) await application.allJudged();
  await lend(application);
  await application.stop();
  application.remove();
}

export const test = base.extend<Fixtures, WorkerFixtures>({
  // The first argument names the fixtures needed: none.
  /* eslint-disable no-empty-pattern */
  application: [async ({}, lend) => serving(false, lend), { scope: 'worker' }],
  demo: [async ({}, lend) => serving(true, lend), { scope: 'worker' }],
  /* eslint-enable no-empty-pattern */
  unused: async ({ page }, lend) =>
    serving(false, async (application) => {
      await lend(application);
      // A page left open would ask on after its server has gone.
      if (!page.isClosed()) await page.goto('about:blank');
    }),
  // The first argument names the fixtures needed: none.
  // eslint-disable-next-line no-empty-pattern
  keep: async ({}, lend) =>
    lend(async (data, ...args) => {
      const child = spawn(process.execPath, ['dist/server/keeping.js', ...args], {
        cwd: ROOT,
        env: { ...process.env, SLOW_CREST_DATA: data },
      });
      let said = '';
      for (const stream of [child.stdout, child.stderr])
        stream.on('data', (piece: Buffer) => {
          said += piece.toString();
        });
      const [code] = (await once(child, 'close')) as [number];
      return { code, said };
    }),
  expectedErrors: [[], { option: true }],
  quietConsole: [
    async ({ page, expectedErrors }, proceed) => {
      const errors: string[] = [];
      page.on('console', (message) => message.type() === 'error' && errors.push(message.text()));
      page.on('pageerror', (error) => errors.push(error.stack ?? error.message));
      await proceed(undefined);
      // What a test holds up on its way arrives before the next begins.
      if (!page.isClosed()) await page.unrouteAll({ behavior: 'wait' });
      expect(errors.filter((text) => !expectedErrors.some((expected) => expected.test(text)))).toEqual([]);
    },
    { auto: true },
  ],
});

export { expect };

/** The `datetime-local` text for eight in the morning some days ago. */
export function morning(daysAgo: number): string {
  const day = new Date();
  day.setDate(day.getDate() - daysAgo);
  const pad = (n: number): string => String(n).padStart(2, '0');
  return `${day.getFullYear()}-${pad(day.getMonth() + 1)}-${pad(day.getDate())}T08:00`;
}

export const dateOf = (daysAgo: number): string => morning(daysAgo).slice(0, 10);

/** Adds a bag through the sheet and ends on its page. */
export async function addBag(
  page: Page,
  application: Application,
  name: string,
  roastedDaysAgo: number,
): Promise<void> {
  await page.goto(`${application.address}/bags/new`);
  await page.getByLabel('Name').fill(name);
  await page.getByLabel('Roasted on').fill(dateOf(roastedDaysAgo));
  await page.getByRole('button', { name: 'Put it on the shelf' }).click();
  await expect(page.getByRole('heading', { level: 1, name })).toBeVisible();
}

/** A bag put there over the wire, for tests of what comes after; opens its page. */
export async function openBag(
  page: Page,
  application: Application,
  differently: Record<string, unknown> = {},
): Promise<string> {
  const bag = {
    name: 'Test Hill',
    roastedOn: dateOf(14),
    reference: { style: 'filter', brewer: 'cone', doseG: 17, waterG: 272, waterC: 92, grindStep: 0 },
    ...differently,
  };
  const answer = await page.request.post(`${application.address}/api/bags`, { data: bag });
  if (!answer.ok()) throw new Error(await answer.text());
  const { id } = (await answer.json()) as { id: string };
  await page.goto(`${application.address}/bags/${id}`);
  await expect(page.getByRole('heading', { level: 1, name: bag.name })).toBeVisible();
  return id;
}

/** Resolves once the verdict on the bag's page is the answer to what is logged, or asked, now. */
export async function verdictReached(page: Page): Promise<void> {
  await expect(page.locator('.verdict')).toHaveAttribute('aria-busy', 'false');
}

/** Moves on by the Tab key until the field of this name has the focus. */
export async function tabTo(page: Page, name: string, most = 90): Promise<void> {
  for (let i = 0; i < most; i++) {
    const focused = await page.evaluate<string>(
      '(document.activeElement?.labels?.[0] ?? document.activeElement)?.textContent?.trim() ?? ""',
    );
    if (focused === name) return;
    await page.keyboard.press('Tab');
  }
  throw new Error(`${name} was not reached by the Tab key`);
}

export interface Cup {
  daysAgo: number;
  overall: string;
  brewer?: string;
  remarks?: string;
}

/** Logs a brew from the bag's page and returns to it. */
export async function logBrew(page: Page, { daysAgo, overall, brewer, remarks }: Cup): Promise<void> {
  const before = await page.locator('.log > li').count();
  await page.getByRole('link', { name: 'Log a brew' }).click();
  if (brewer) await page.getByLabel('Brewer').selectOption(brewer);
  await page.getByLabel('Brewed at').fill(morning(daysAgo));
  await page.getByRole('textbox', { name: 'Overall' }).fill(overall);
  if (remarks) await page.getByLabel('In your words').fill(remarks);
  await page.getByRole('button', { name: 'Save the cup' }).click();
  await expect(page.locator('.log > li')).toHaveCount(before + 1);
}
