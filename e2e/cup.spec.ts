import type { Page } from '@playwright/test';
import { FIRST_SHEET, phaseDueS } from '../core/cup';
import { expect, openBag, tabTo, test } from './support/application';
import { violations } from './support/axe';

/** The fold is opened as a keyboard opens it. */
async function unfold(page: Page, name: string): Promise<void> {
  await page.getByText(name).focus();
  await page.keyboard.press('Enter');
}

const save = async (page: Page): Promise<void> => {
  await page.keyboard.press('Control+Enter');
  await expect(page.locator('.log > li')).toHaveCount(1);
};
const mark = (page: Page) => page.locator('.cup-mark');

test('one mark of ten, by keyboard alone, with words as chips', async ({ page, application }) => {
  await openBag(page, application, { name: 'Mark Hill' });
  await page.keyboard.press('b');
  await expect(page.getByRole('heading', { name: 'Log a brew: Mark Hill' })).toBeVisible();
  await tabTo(page, 'Overall');
  await page.keyboard.type('7.4');
  await expect(page.getByText('The same as 74 of 100, low 4, 3¾ ★.')).toBeVisible();
  await tabTo(page, 'Notes');
  await page.keyboard.type('quinz');
  await expect(page.getByRole('listbox').getByRole('option').first()).toContainText('quince');
  await page.keyboard.press('Enter');
  await page.keyboard.type('attic smell,hone');
  await page.keyboard.press('Enter');
  // A word under the fingers is taken with the rest.
  await page.keyboard.type('dams');
  await save(page);
  await expect(mark(page)).toHaveText('7.4');
  await expect(page.locator('.cup-words')).toHaveText('quince, attic smell, honey, dams');
});

test('a word of one’s own is at hand on the next line at once', async ({ page, application }) => {
  await openBag(page, application, { name: 'Attic Hill' });
  await page.keyboard.press('b');
  await page.getByRole('combobox', { name: 'Notes', exact: true }).fill('attic smell,');
  await page.getByText('Look by look').click();
  await page.getByRole('combobox', { name: 'Hot, nose' }).fill('atti');
  await expect(page.getByRole('listbox').getByRole('option')).toHaveText([/^attic smell/, /“atti”/]);
  await page.keyboard.press('Enter');
  await save(page);
  await expect(page.locator('.cup-words')).toContainText('hot, nose: attic smell');
});

test('the quick sheet: the mean, unless the overall is marked', async ({ page, application }) => {
  await openBag(page, application, { name: 'Quick Hill', scoringScale: 'composite' });
  await page.keyboard.press('b');
  for (const [name, value] of [
    ['Aroma', '8'],
    ['Acidity', '7.5'],
    ['Body', '8.5'],
  ] as const) {
    await tabTo(page, name);
    await page.keyboard.type(value);
  }
  await expect(page.getByText('8, the mean, unless you mark it.')).toBeVisible();
  await save(page);
  await expect(mark(page)).toHaveText('8.0');
  await page.keyboard.press('b');
  await tabTo(page, 'Aroma');
  await page.keyboard.type('6');
  await tabTo(page, 'Overall');
  await page.keyboard.type('7,3');
  await page.keyboard.press('Control+Enter');
  await expect(mark(page).first()).toHaveText('7.3');
});

test('levels with halves and thirds, and how each amount was liked', async ({ page, application }) => {
  await openBag(page, application, { name: 'Level Hill', scoringScale: 'levels' });
  await page.keyboard.press('b');
  await tabTo(page, 'Overall');
  await page.keyboard.type('4-');
  await expect(page.getByText('The same as 73.3 of 100, 7.3 of 10, 3¾ ★.')).toBeVisible();
  await tabTo(page, 'Brightness');
  await page.keyboard.type('4-m');
  await tabTo(page, 'Weight');
  await page.keyboard.type('3j');
  await page.keyboard.press('ArrowUp');
  await tabTo(page, 'Fruit');
  await page.keyboard.type('low 2');
  await tabTo(page, 'Roast');
  await page.keyboard.type('9');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByText('A level below cannot be read')).toBeVisible();
  await page.getByRole('textbox', { name: 'Roast' }).fill('');
  await save(page);
  await expect(mark(page)).toHaveText('low 4');
  await page
    .getByRole('button', { name: /^Cone, 17 g/ })
    .first()
    .click();
  await expect(
    page.getByText('Levels: Brightness low 4, too much; Weight high 3, just right; Fruit low 2.'),
  ).toBeVisible();
});

test('a sheet of parts is added up, and what is taken off is taken off', async ({ page, application }) => {
  await openBag(page, application, { name: 'Sum Hill', scoringScale: 'parts' });
  await page.keyboard.press('b');
  const marks = ['6', '13', '7', '6', '8', '2'];
  for (const [i, { name }] of FIRST_SHEET.entries()) {
    await tabTo(page, name.charAt(0).toUpperCase() + name.slice(1));
    if (i === 5) await expect(page.getByText('40 from 5 of 6 parts.')).toBeVisible();
    await page.keyboard.type(marks[i] ?? '');
  }
  await expect(page.getByText('The sum is 38 of 50.')).toBeVisible();
  await save(page);
  await expect(mark(page)).toHaveText('76');
  await expect(page.getByText(/38 of 50 · smell 6, .*flaws 2/)).toBeVisible();
});

test('a household composes its own sheet of parts, and old cups keep the one they were marked by', async ({
  page,
  unused,
}) => {
  await openBag(page, unused, { name: 'Part Hill', scoringScale: 'parts' });
  await page.keyboard.press('b');
  for (const { name } of FIRST_SHEET) {
    await tabTo(page, name.charAt(0).toUpperCase() + name.slice(1));
    await page.keyboard.type(name === 'flaws' ? '0' : '4');
  }
  await save(page);
  await expect(mark(page)).toHaveText('40');

  await page.getByRole('link', { name: 'Store room' }).first().click();
  await expect(page.getByRole('link', { name: 'Store room' }).first()).toHaveAttribute('aria-current', 'page');
  await page.getByText('The sheet of parts (6 parts)').click();
  for (const name of ['Feel', 'Length', 'As a whole'])
    await page.getByRole('button', { name: `${name}: remove` }).click();
  await page.getByRole('button', { name: 'Add a part' }).click();
  await expect(page.getByText('The part is needed')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Keep this sheet' })).toBeDisabled();
  await page.getByLabel('Name of part 4').fill('depth');
  await page.getByLabel('Depth: the most it can be given').fill('6');
  await page.getByLabel('Depth: step').fill('0,5');
  await expect(page.getByText('It comes to 30 at most.')).toBeVisible();
  await page.getByRole('button', { name: 'Depth: up' }).click();
  await page.getByRole('button', { name: 'Keep this sheet' }).click();
  await page.reload();
  await expect(page.getByText('The sheet of parts (4 parts)')).toBeVisible();

  await page.getByRole('link', { name: 'Shelf' }).first().click();
  await page.locator('.lane').click();
  await page.keyboard.press('b');
  await expect(page.getByRole('heading', { name: 'Log a brew: Part Hill' })).toBeVisible();
  await expect(page.getByLabel('Feel', { exact: true })).toHaveCount(0);
  for (const [name, given] of [
    ['Smell', '8'],
    ['Taste', '13'],
    ['Depth', '4,25'],
    ['Flaws', '3'],
  ] as const) {
    await tabTo(page, name);
    await page.keyboard.type(given);
  }
  await page.keyboard.press('Control+Enter');
  await expect(page.getByText('Depth goes in steps of 0.5')).toBeVisible();
  await page.getByRole('textbox', { name: 'Depth' }).fill('4,5');
  await expect(page.getByText('The sum is 22.5 of 30.')).toBeVisible();
  await page.keyboard.press('Control+Enter');
  await expect(page.locator('.log > li')).toHaveCount(2);
  await expect(mark(page).first()).toHaveText('75');
  await expect(mark(page).last()).toHaveText('40');
});

test('stars in quarters', async ({ page, application }) => {
  await openBag(page, application, { name: 'Star Hill', scoringScale: 'stars' });
  await page.keyboard.press('b');
  await tabTo(page, 'Overall');
  await page.keyboard.type('4.3');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByText('This mark goes in steps of 0.25')).toBeVisible();
  await tabTo(page, 'Overall');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Control+A');
  await page.keyboard.type('3.75');
  await save(page);
  await expect(mark(page)).toHaveText('3¾ ★');
});

test('same again is a finished, scored cup in at most six keystrokes, from the bag and from the shelf', async ({
  page,
  application,
}) => {
  const id = await openBag(page, application, { name: 'Again Ridge' });
  await page.request.post(`${application.address}/api/bags/${id}/brews`, {
    data: {
      style: 'milk',
      brewer: 'siphon',
      doseG: 17,
      waterG: 272,
      waterC: 92,
      grindStep: 0,
      brewedAt: new Date(Date.now() - 3_600_000).toISOString(),
      cup: { scoringScale: 'mark10', mark: 8, milkKind: 'soy' },
    },
  });
  await page.reload();
  await expect(page.locator('.log > li')).toHaveCount(1);
  let keystrokes = 0;
  const key = async (pressed: string): Promise<void> => {
    keystrokes += pressed.split('+').length;
    await page.keyboard.press(pressed);
  };
  await key('a');
  await expect(page.getByRole('textbox', { name: 'Overall' })).toBeFocused();
  for (const digit of '8.4') await key(digit);
  await key('Control+Enter');
  await expect(page.locator('.log > li')).toHaveCount(2);
  expect(keystrokes).toBeLessThanOrEqual(6);
  await expect(page.locator('.log > li').first()).toContainText('Siphon');
  await expect(page.locator('.log > li').first()).toContainText('soy milk');
  await expect(mark(page).first()).toHaveText('8.4');
});

test('the shelf’s own bag is brewed again by one key', async ({ page, demo }) => {
  await page.goto(demo.address);
  await expect(page.locator('.lane')).toHaveCount(9);
  await page.keyboard.press('a');
  await expect(page.getByRole('heading', { name: /^Same again: / })).toBeVisible();
  await expect(page.getByRole('textbox', { name: 'Overall' })).toBeFocused();
});

test('look by look: nose and palate, both sips, the clock that calls, the finish held down, texture and dryness', async ({
  page,
  application,
}) => {
  await openBag(page, application, { name: 'Stage Hill' });
  await page.clock.install();
  await page.getByRole('link', { name: 'Log a brew' }).click();
  await unfold(page, 'Look by look');
  await page.getByRole('tab', { name: 'Hot' }).focus();
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('ArrowLeft');
  await page.getByRole('combobox', { name: 'Ground' }).fill('jasmine,');
  await page.getByRole('button', { name: 'Poured: start the cooling clock' }).click();
  await expect(page.getByRole('status').filter({ hasText: 'Too hot to sip yet.' })).toBeVisible();
  await page.clock.runFor(phaseDueS('hot') * 1000 + 1000);
  await expect(page.getByText('Time for the hot look.')).toBeVisible();
  await expect(page).toHaveTitle(/^Hot now/);
  // What was called is not called again when the page is opened anew.
  await page.reload();
  await expect(page.getByText('Time for the hot look.')).toBeVisible();
  await expect(page).not.toHaveTitle(/^Hot now/);
  await page.getByRole('combobox', { name: 'Hot, nose' }).fill('rose,');
  await page.getByRole('combobox', { name: 'Hot, second sip' }).fill('lime,');
  await page.clock.runFor((phaseDueS('cool') - phaseDueS('hot')) * 1000);
  await expect(page.getByText('Time for the cool look.')).toBeVisible();
  await expect(page.getByRole('tab', { name: 'Cool' })).toHaveAttribute('aria-selected', 'true');
  await page.getByRole('combobox', { name: 'Cool, first sip' }).fill('honey,');
  await page.getByRole('group', { name: 'The mark rests on' }).getByRole('button', { name: 'cool' }).click();

  await unfold(page, 'Finish, texture, dryness');
  const hold = page.getByRole('button', { name: 'Hold while it lasts' });
  await hold.focus();
  await page.keyboard.down('Space');
  await page.clock.runFor(7300);
  await page.keyboard.up('Space');
  await expect(page.locator('.hold-field').getByLabel('Finish')).toHaveValue(/^7\.[3-9]$/);
  await hold.blur();
  await page.keyboard.down('f');
  await page.clock.runFor(12_000);
  await page.keyboard.up('f');
  await expect(page.locator('.hold-field').getByLabel('Finish')).toHaveValue(/^12(\.\d)?$/);
  await page.getByRole('button', { name: 'silky' }).click();
  await page.getByRole('group', { name: 'Dryness' }).getByRole('button', { name: 'a trace' }).click();
  await page.getByRole('textbox', { name: 'Overall' }).fill('8');
  await page.getByText('When written, who with').click();
  await page.getByLabel('Written', { exact: true }).selectOption('later');
  await page.getByRole('button', { name: 'panel' }).click();
  await save(page);
  const entry = page.locator('.log > li').first();
  await expect(entry).toContainText('ground: jasmine');
  await expect(entry).toContainText('hot, nose: rose');
  await expect(entry).toContainText('hot, second sip: lime');
  await expect(entry).toContainText('cool, first sip: honey');
  for (const said of ['at a panel', 'marked cool', 'written later that day']) await expect(entry).toContainText(said);
  await page
    .getByRole('button', { name: /^Cone, 17 g/ })
    .first()
    .click();
  await expect(entry).toContainText(/finish 12(\.\d)? s · silky · dryness: a trace/);
  // And it is all there to edit.
  await page.getByRole('button', { name: /More about the brew/ }).click();
  await page.getByRole('button', { name: 'Edit', exact: true }).click();
  await expect(page.getByRole('tab', { name: /Cool/ })).toHaveAttribute('aria-selected', 'true');
  await expect(page.getByLabel('Written', { exact: true })).toHaveValue('later');
});

test('a poured cup is called wherever the taster is meanwhile, until its sheet is saved', async ({
  page,
  application,
}) => {
  await openBag(page, application, { name: 'Cooling Hill' });
  await page.clock.install();
  await page.keyboard.press('b');
  await unfold(page, 'Look by look');
  await page.getByRole('button', { name: 'Poured: start the cooling clock' }).click();
  await page.getByRole('link', { name: 'Words', exact: true }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Words' })).toBeVisible();
  await page.clock.runFor(phaseDueS('hot') * 1000 + 2000);
  const calls = page.locator('.notices');
  await expect(calls).toContainText('A cup of Cooling Hill: time for the hot look.');
  expect(await violations(page)).toEqual([]);
  // Nobody may be looking: it stays, and it is not said twice.
  await page.clock.runFor(60_000);
  await expect(calls.getByText('time for the hot look')).toHaveCount(1);
  await page.reload();
  await page.clock.runFor((phaseDueS('warm') - phaseDueS('hot')) * 1000);
  await expect(calls.locator('.notice')).toHaveText([/time for the warm look/]);
  await calls.getByRole('link', { name: 'To the sheet' }).click();
  await expect(page.getByText('Time for the warm look.')).toBeVisible();
  await expect(calls.locator('.notice')).toHaveCount(0);
  await expect(page).not.toHaveTitle(/^Warm now/);
  await page.getByRole('textbox', { name: 'Overall' }).fill('8');
  await save(page);
  await page.clock.runFor((phaseDueS('cool') - phaseDueS('warm')) * 1000 + 2000);
  await expect(page.locator('.log > li')).toHaveCount(1);
  await expect(calls.getByText('time for the cool look')).toHaveCount(0);
});

test('a beginner is walked through; who knows the way does not see it', async ({ page, application }) => {
  await openBag(page, application, { name: 'First Ridge' });
  await page.keyboard.press('b');
  await page.getByRole('button', { name: 'Walk me through', exact: true }).click();
  await page.getByRole('button', { name: 'Walk me through this cup' }).click();
  const coach = page.getByRole('region', { name: 'Walked through' });
  for (const [step, field] of [
    ['Over the rim.', 'Hot, nose'],
    ['A little at first.', 'Hot, first sip'],
    ['Half a minute later.', 'Warm, first sip'],
  ] as const) {
    await expect(coach).toContainText(step);
    await expect(page.getByRole('combobox', { name: field })).toBeFocused();
    await coach.getByRole('button').first().click();
  }
  await coach.getByRole('button', { name: 'I know my way' }).click();
  await expect(coach).toHaveCount(0);
  await page.reload();
  await expect(page.getByRole('heading', { name: 'Log a brew: First Ridge' })).toBeVisible();
  await expect(page.getByRole('textbox', { name: 'Overall' })).toBeVisible();
  await expect(page.getByText('Walk me through')).toHaveCount(0);
});

test('the sheet speaks to a screen reader: every control has a role and a name', async ({ page, application }) => {
  await openBag(page, application, { name: 'Spoken Hill', scoringScale: 'levels' });
  await page.keyboard.press('b');
  await unfold(page, 'Look by look');
  await unfold(page, 'A word that will not come');
  await page.getByRole('button', { name: 'green', exact: true }).click();
  await page.getByRole('combobox', { name: 'Notes', exact: true }).fill('ros');
  const list = page.getByRole('listbox', { name: 'Notes: suggestions' });
  await expect(list.getByRole('option', { selected: true })).toContainText('rose');
  await expect(page.getByRole('combobox', { name: 'Notes', exact: true })).toHaveAttribute('aria-expanded', 'true');
  for (const group of ['Brightness', 'Taste', 'Its colour', 'The mark rests on'])
    await expect(page.getByRole('group', { name: group, exact: true })).toBeVisible();
  await expect(page.getByRole('tab')).toHaveCount(6);
  await expect(page.getByRole('tabpanel', { name: 'Hot' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Brightness: too much' })).toHaveAttribute('aria-pressed', 'false');
  await expect(page.getByRole('list', { name: 'It may be' }).getByRole('listitem')).toHaveCount(5);
  expect(await violations(page)).toEqual([]);
  // Nothing that can be operated is without a name.
  const nameless = await page
    .locator('form')
    .locator('input, select, textarea, button')
    .evaluateAll(
      (all: { labels?: ArrayLike<unknown> | null; getAttribute(name: string): string | null; textContent: string }[]) =>
        all.filter(
          (one) => (one.labels?.length ?? 0) === 0 && !one.getAttribute('aria-label') && one.textContent.trim() === '',
        ).length,
    );
  expect(nameless).toBe(0);
});
