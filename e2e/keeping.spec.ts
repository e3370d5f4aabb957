import { existsSync } from 'node:fs';
import { readdir, readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { expect, openBag, test } from './support/application';

test('the household is taken along, brought in and restored from the store room, by keyboard and with what it brings said before', async ({
  page,
  unused,
}, info) => {
  await openBag(page, unused, { name: 'First Hill' });
  await page.goto(`${unused.address}/store-room`);
  const safe = page.getByRole('group', { name: 'Keep it safe' });
  const downloaded = page.waitForEvent('download');
  await safe.getByRole('link', { name: 'Download the archive' }).click();
  const file = info.outputPath('household.zip');
  await (await downloaded).saveAs(file);
  expect((await readFile(file)).subarray(0, 2).toString()).toBe('PK');

  await openBag(page, unused, { name: 'Second Hill' });
  await page.goto(`${unused.address}/store-room`);
  await safe.getByRole('button', { name: 'Back up now' }).focus();
  await page.keyboard.press('Enter');
  await expect(page.locator('.notices')).toContainText('Backed up, and looked through.');
  await expect(safe).toContainText(/Last backup .*: 2 bags and 0 brews/);

  // A file that is none is told by its place, and changes nothing.
  const broken = join(info.outputDir, 'broken.json');
  await writeFile(broken, '{"format":"slow-crest.archive","version":1,"collections":{"bags":[{}]}}');
  await safe.getByLabel('A table or an archive').setInputFiles(broken);
  await expect(safe.getByRole('alert')).toContainText('bags, row 1: name: Name must be text');
  await safe.getByRole('button', { name: 'Put it aside' }).click();

  await safe.getByLabel('A table or an archive').setInputFiles(file);
  await expect(safe.getByRole('status')).toContainText('It brings1 bag and 0 brewsHere now2 bags and 0 brews');
  await safe.getByRole('button', { name: 'Take it in' }).click();
  await expect(page.locator('.notices')).toContainText('Taken in.');
  await page.getByRole('link', { name: 'Shelf', exact: true }).click();
  await expect(page.getByRole('link', { name: /First Hill/ }).first()).toBeVisible();
  await expect(page.getByRole('link', { name: /Second Hill/ })).toHaveCount(0);

  await page.goBack();
  await safe.getByText(/^Restore one of/).click();
  await safe
    .getByRole('button', { name: /^Restore / })
    .first()
    .click();
  await expect(safe).toContainText('Then: 2 bags and 0 brews. Now: 1 bag and 0 brews;');
  await safe.getByRole('button', { name: 'Restore it' }).click();
  await expect(page.locator('.notices')).toContainText('Restored.');
  await page.getByRole('link', { name: 'Shelf', exact: true }).click();
  await expect(page.getByRole('link', { name: /Second Hill/ }).first()).toBeVisible();
});

test.describe('on the command line', () => {
  test('an archive is written, looked at and taken in; a broken one changes nothing', async ({
    page,
    unused,
    keep,
  }, info) => {
    await openBag(page, unused, { name: 'Line Hill' });
    const answer = await page.request.get(`${unused.address}/api/archive`);
    const file = info.outputPath('household.zip');
    await writeFile(file, await answer.body());
    const data = info.outputPath('data');
    const counted = async (): Promise<string> => {
      const { said } = await keep(data, 'export', info.outputPath('again.json'));
      return said.slice(said.indexOf(':') + 2).trim();
    };
    const nothing = '0 bags and 0 brews, 0 own words.';
    const dry = await keep(data, 'import', file, '--dry-run');
    expect([dry.code, dry.said.includes('Nothing was changed.'), await counted()]).toEqual([0, true, nothing]);
    const taken = await keep(data, 'import', file);
    expect([taken.code, taken.said.includes('Taken in'), await counted()]).toEqual([
      0,
      true,
      '1 bag and 0 brews, 0 own words.',
    ]);

    await writeFile(file, '{"format":"slow-crest.archive","version":1,"collections":{"bags":[{}]}}');
    const broken = await keep(data, 'import', file);
    expect(broken.code).toBe(1);
    expect(broken.said).toContain('bags, row 1: name: Name must be text');
    expect(await counted()).toBe('1 bag and 0 brews, 0 own words.');
    // Of what stood there before the import there is a backup, by its name.
    const [before = ''] = await readdir(join(data, 'backups'));
    expect((await keep(data, 'restore', before)).code).toBe(0);
    expect(await counted()).toBe(nothing);
  });

  test('nothing is done while a server has the folder', async ({ unused, keep }, info) => {
    const never = info.outputPath('never.zip');
    for (const command of ['backup', 'export']) {
      const { code, said } = await keep(unused.folder, command, never);
      expect(code).toBe(1);
      expect(said).toContain(`is in use already by the Slow Crest at ${unused.address}`);
    }
    expect(existsSync(never)).toBe(false);
  });
});
