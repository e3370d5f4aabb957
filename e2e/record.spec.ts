import { addBag, expect, logBrew, openBag, test, verdictReached } from './support/application';

test('two cups of one brew: the second asks only for its cup, and the beans are drawn once', async ({
  page,
  unused,
}) => {
  await openBag(page, unused, { name: 'One Pot', weightG: 100 });
  await logBrew(page, { daysAgo: 0, overall: '8' });
  await expect(page.locator('.facts')).toContainText('83 g left');
  await page.getByRole('button', { name: /^More about the brew/ }).click();
  await page.getByRole('button', { name: 'Another cup of this brew' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Another cup: One Pot');
  await expect(page.getByText('on day 14: cone, 17 g to 272 g at 92 °C.')).toBeVisible();
  await expect(page.getByLabel('Dose')).toHaveCount(0);
  await page.getByLabel('Drunk as').selectOption('milk');
  await page.getByLabel('Which milk').fill('soy');
  await page.getByRole('textbox', { name: 'Overall' }).fill('6.5');
  await page.keyboard.press('Control+Enter');
  const entries = page.locator('.log > li');
  await expect(entries).toHaveCount(2);
  await expect(entries.first()).toContainText('one brew, two cups');
  await expect(entries.first()).toContainText('soy milk');
  await expect(page.locator('.log-head')).toContainText('1 brew with 2 cups, 1 in the judgement');
  await expect(page.locator('.facts')).toContainText('83 g left');
  // What was shared is changed at the first cup, and the second follows.
  await page
    .getByRole('button', { name: /^More about the brew/ })
    .last()
    .click();
  await page.getByRole('button', { name: 'Edit', exact: true }).click();
  await page.getByLabel('Water temperature').fill('89');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByRole('button', { name: 'Cone, 17 g to 272 g at 89 °C' })).toHaveCount(2);
});

test('the recipe a roaster prints is kept, brewed as printed, and held against the reference', async ({
  page,
  unused,
}) => {
  await page.goto(`${unused.address}/bags/new`);
  await page.getByLabel('Name').fill('Printed Brook');
  await page.getByLabel('Roasted on').fill(new Date(Date.now() - 14 * 86_400_000).toISOString().slice(0, 10));
  await page.getByText('Does the roaster print a recipe?').click();
  const printed = page.getByRole('group', { name: 'The roaster’s own recipe' });
  await printed.getByLabel('Brewer').selectOption('press');
  await printed.getByLabel('Dose').fill('18');
  await printed.getByLabel('Water', { exact: true }).fill('1:16');
  await printed.getByLabel('Grind, in words').selectOption('coarse');
  await printed.getByLabel('The rest, as printed').fill('Four minutes, then down.');
  await page.getByRole('button', { name: 'Put it on the shelf' }).click();
  const note = page.locator('.published');
  await expect(note).toContainText('Printed recipe: Press, 18 g to 288 g, ground coarse. Four minutes, then down.');
  await expect(note).toContainText('Not brewed as printed yet. It would score about the same');
  await logBrew(page, { daysAgo: 3, overall: '8.4' });
  await note.getByRole('link', { name: 'Log it as printed' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('As printed: Printed Brook');
  await expect(page.getByLabel('Brewer')).toHaveValue('press');
  await page.getByRole('textbox', { name: 'Overall' }).fill('7');
  await page.keyboard.press('Control+Enter');
  await verdictReached(page);
  await expect(note).toContainText(/As printed it scores [\d.]+ less, (very likely|almost certainly), from one cup/);
  // At the bench it is laid out on the recipe for that brewer.
  await note.getByRole('link', { name: 'Brew it so at the bench' }).click();
  await expect(page.getByText('18 g to 288 g, 1:16')).toBeVisible();
  await expect(page.getByText('Grind it coarse.')).toBeVisible();
});

test('final levels are drafted from the cups, drawn otherwise, and stand in the verdict', async ({ page, unused }) => {
  const id = await openBag(page, unused, { name: 'Level Hill', scoringScale: 'levels' });
  for (const intensity of ['2', '4']) {
    const cup = { scoringScale: 'levels', mark: 4, intensities: [{ attribute: 'weight', intensity, adequacy: null }] };
    const brew = { style: 'filter', brewer: 'cone', doseG: 17, waterG: 272, waterC: 92, grindStep: 0 };
    await page.request.post(`${unused.address}/api/bags/${id}/brews`, {
      data: { ...brew, brewedAt: new Date(Date.now() - 3_600_000).toISOString(), cup },
    });
  }
  await page.reload();
  await page.getByText('Buy again, liked or not').click();
  const levels = page.getByRole('group', { name: 'Final levels' });
  await expect(levels).toContainText('Drafted: the middle of 2 cups. Change any');
  await expect(levels.getByRole('slider', { name: 'Weight, drawn' })).toHaveAttribute('aria-valuetext', '3');
  await levels.getByRole('slider').first().focus();
  await page.keyboard.press('4');
  await expect(levels).toContainText('Yours. Change any of them.');
  await expect(page.getByText('Levels: weight 3, brightness 4.')).toBeVisible();
  await page.reload();
  await expect(page.getByText('Levels: weight 3, brightness 4.')).toBeVisible();
});

test.describe('a word may be refused', () => {
  test.use({ expectedErrors: [/422/] });

  test('a word says where it sits and when, the words before come again by a tap, and only agreed ones are taken', async ({
    page,
    unused,
  }) => {
    const id = await openBag(page, unused, { name: 'Worded Hill' });
    await page.keyboard.press('b');
    await page.getByRole('textbox', { name: 'Overall' }).fill('8');
    // The first cup of a bag has none before it to be held against.
    await expect(page.getByRole('group', { name: 'Against the cups before' })).toHaveCount(0);
    const notes = page.getByRole('combobox', { name: 'Notes', exact: true });
    await notes.fill('quince, Quinces, attic dust,');
    await expect(page.getByRole('list', { name: 'Notes, written' }).getByRole('listitem')).toHaveCount(2);
    await page.getByRole('button', { name: 'quince, not weighed' }).click();
    await page.getByRole('button', { name: 'after', exact: true }).click();
    await page.getByRole('button', { name: 'throat' }).click();
    await expect(page.getByRole('button', { name: 'quince, leading, after, throat' })).toBeVisible();
    await page.keyboard.press('Control+Enter');
    await expect(page.locator('.cup-words')).toHaveText('quince leading (after, at the throat), attic dust');

    await page.request.patch(`${unused.address}/api/bags/${id}`, { data: { agreedWords: 'quince, attic dust, fig' } });
    await page.reload();
    await expect(page.locator('.cup-words')).toBeVisible();
    await page.keyboard.press('a');
    await expect(page.getByRole('textbox', { name: 'Overall' })).toBeFocused();
    await page.keyboard.type('8.3');
    await page.getByRole('button', { name: 'best yet' }).click();
    await page.getByRole('button', { name: 'All of them' }).click();
    await notes.pressSequentially('f');
    await expect(page.getByRole('listbox').getByRole('option')).toHaveText([/^fig/]);
    await notes.fill('lime');
    await notes.press('Enter');
    await expect(page.getByRole('alert')).toContainText('“lime” is not among the words agreed on for this bag.');
    await page.keyboard.press('Control+Enter');
    await expect(page.getByText('“lime” is not among the words agreed on for this bag.').first()).toBeVisible();
    await notes.fill('');
    await page.keyboard.press('Control+Enter');
    await expect(page.locator('.log > li').first()).toContainText('Best yet');
    await expect(page.locator('.cup-words').first()).toHaveText('quince, attic dust');
  });
});

test('a word of one’s own is described, and one that was never tasted says so where it is suggested', async ({
  page,
  unused,
}) => {
  await openBag(page, unused, { name: 'Barn Hill' });
  await page.keyboard.press('b');
  await page.getByRole('combobox', { name: 'Notes', exact: true }).fill('barn door,');
  await page.getByRole('textbox', { name: 'Overall' }).fill('7');
  await page.keyboard.press('Control+Enter');
  await expect(page.locator('.cup-words')).toHaveText('barn door');
  await page.goto(`${unused.address}/words`);
  await page.getByRole('button', { name: 'More about barn door' }).click();
  await page.getByRole('button', { name: 'Rename or describe' }).click();
  await page.getByLabel('What it is like').fill('Sun on old paint.');
  await page.getByLabel('How to have it beside the cup').fill('A warm board.');
  await page.getByLabel('Near, with commas').fill('hay, no such thing');
  await page.getByRole('button', { name: 'gluten' }).click();
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByText('No word yet: no such thing.')).toBeVisible();
  await page.getByLabel('Near, with commas').fill('hay, cedar');
  await page.getByRole('button', { name: 'only by its substitute' }).click();
  await page.getByLabel('The substitute').fill('a fence');
  await page.getByRole('button', { name: 'Keep it' }).click();
  const entry = page.locator('.word-list > li', { hasText: 'barn door' });
  await expect(entry).toContainText('Sun on old paint. A word of your own; near hay, cedar.');
  await expect(entry).toContainText('Beside the cup: A warm board. Contains gluten.');
  await expect(entry).toContainText('Known only by its substitute: a fence.');
  await page.goBack();
  await expect(page.locator('.cup-words')).toBeVisible();
  await page.keyboard.press('b');
  await page.getByRole('combobox', { name: 'Notes', exact: true }).pressSequentially('barn');
  await expect(page.getByRole('listbox').getByRole('option').first()).toContainText(
    'Known only by its substitute: a fence.',
  );
});

test('a stage that waits for a level is never late: it is marked when it is there, and the brew goes on', async ({
  page,
  unused,
}) => {
  const recipes = await page.request.get(`${unused.address}/api/recipes`);
  const [standard] = (await recipes.json()) as { id: string }[];
  await page.goto(`${unused.address}/recipes/${standard?.id}?edit=yes`);
  await page.getByText('What it waits for').nth(1).click();
  await page.getByLabel('It waits').nth(1).selectOption('level');
  await page.getByLabel('About').fill('');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByText('Stage 2 (pour to 120 g) waits for a level, but not for which')).toBeVisible();
  await page.getByLabel('until the level is').fill('a finger lower');
  await page.getByLabel('Kettle').nth(1).fill('slow kettle');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByText('Pour to 120 g once the level is a finger lower')).toBeVisible();

  await addBag(page, unused, 'Waiting Hill', 12);
  await page.keyboard.press('w');
  await page.getByRole('button', { name: 'Lay it out' }).click();
  await page.getByRole('button', { name: 'Start', exact: true }).click();
  await expect(page.locator('.to-do')).toHaveText('Bloom to');
  await page.keyboard.press('Space');
  await expect(page.locator('.to-do')).toHaveText('Once the level is a finger lower, pour to');
  await expect(page.locator('.how')).toContainText('slow kettle');
  // Long before any clock would say so, and at once where one is.
  await page.getByRole('button', { name: 'Poured to 120 g' }).click();
  await expect(page.locator('.to-do')).toHaveText('Wait, then pour to');
  await expect(page.locator('.big-number')).toHaveText('195 g');
});
