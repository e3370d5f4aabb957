import { addBag, dateOf, expect, logBrew, test, verdictReached } from './support/application';

const verdict = '.verdict';

test('from an empty shelf to a window: log, mark a fault, restart, everything is still there', async ({
  page,
  unused: application,
}) => {
  await page.goto(application.address);
  await expect(page.getByRole('heading', { name: 'An empty shelf' })).toBeVisible();
  await page.getByRole('link', { name: 'Add your first bag' }).click();
  await expect(page).toHaveURL(/\/bags\/new$/);

  await addBag(page, application, 'Long Meadow', 20);
  await expect(page.locator(verdict)).toContainText(/Too early to say: no cup has been marked yet/);
  await expect(page.getByText('Day 20', { exact: false }).first()).toBeVisible();

  // Each verdict changes as soon as the cup is saved, without loading the page anew.
  await page.evaluate('window.notReloaded = true');
  await logBrew(page, { daysAgo: 15, overall: '6.4', remarks: 'Green, short.' });
  await expect(page.locator(verdict)).toContainText('one cup cannot show a curve');
  await logBrew(page, { daysAgo: 11, overall: '7.6' });
  await expect(page.locator(verdict)).toContainText('two cups cannot show a curve');
  await logBrew(page, { daysAgo: 7, overall: '8.8', remarks: 'Damson, honey.' });
  await logBrew(page, { daysAgo: 3, overall: '8.3', brewer: 'press' });
  await logBrew(page, { daysAgo: 0, overall: '7.4' });
  await expect(page.locator(verdict)).not.toContainText('Too early');
  await expect(page.locator(verdict)).toContainText(/days \d+–\d+/);
  await expect(page.getByText(/^window \d+ \w+ – \d+ \w+$/)).toBeVisible();
  expect(await page.evaluate('window.notReloaded')).toBe(true);

  // One brew in the press says nothing clear of it: it stands among what has no clear effect, folded.
  const unclear = page.locator('details', { hasText: /No clear effect \(\d\)/ });
  await unclear.locator('summary').click();
  await expect(unclear).toContainText('the press (one cup)');
  await expect(page.locator('.brew-point')).toHaveCount(5);
  await expect(page.getByText('5 brews, 5 in the judgement')).toBeVisible();

  // A faulted brew leaves the judgement, not the log.
  const pressBrew = page.locator('.log > li', { hasText: 'Press, 19 g' });
  await pressBrew.getByRole('button', { name: /More about the brew/ }).click();
  await page.getByRole('button', { name: 'Spill' }).click();
  await expect(page.getByText('5 brews, 4 in the judgement')).toBeVisible();
  await expect(pressBrew).toContainText('left out: a fault');
  await expect(page.locator('.effects li')).toHaveCount(0);
  await expect(unclear).toHaveCount(0);
  await expect(page.locator('.brew-point .out')).toHaveCount(1);
  await verdictReached(page);
  const said = await page.locator(verdict).textContent();

  // A page left open would ask on meanwhile.
  await page.goto('about:blank');
  await application.stop();
  await application.start();
  await page.goto(application.address);
  await page
    .getByRole('link', { name: /Long Meadow/ })
    .first()
    .click();
  await expect(page.locator(verdict)).toHaveText(said ?? '');
  await expect(page.locator('.log > li')).toHaveCount(5);
  await expect(page.locator('.log')).toContainText('Damson, honey.');
  await expect(pressBrew).toContainText('Spill');

  // And the fault can be taken back.
  await pressBrew.getByRole('button', { name: /More about the brew/ }).click();
  await page.getByRole('button', { name: 'No fault after all' }).click();
  await expect(page.getByText('5 brews, 5 in the judgement')).toBeVisible();
});

test('a newcomer reaches a first cup with at most 12 inputs', async ({ page, application }) => {
  // One input is one thing done: a click, a field filled.
  let inputs = 0;
  const doing = async (act: Promise<unknown>): Promise<void> => {
    inputs++;
    await act;
  };
  await page.goto(`${application.address}/`);
  await doing(page.getByRole('link', { name: 'Add a bag', exact: true }).click());
  await doing(page.getByLabel('Name').fill('First Light'));
  await doing(page.getByLabel('Roasted on').fill(dateOf(9)));
  await doing(page.getByRole('button', { name: 'Put it on the shelf' }).click());
  await doing(page.getByRole('link', { name: 'Log a brew' }).click());
  await doing(page.getByRole('textbox', { name: 'Overall' }).fill('7,5'));
  await doing(page.getByLabel('In your words').fill('Nectarine'));
  await doing(page.getByRole('button', { name: 'Save the cup' }).click());
  await expect(page.locator('.log')).toContainText('Nectarine');
  await expect(page.locator('.cup-mark')).toHaveText('7.5');
  expect(inputs).toBeLessThanOrEqual(12);
});

test('same again: the last recipe is there, the cursor is at the mark, and one key saves', async ({
  page,
  application,
}) => {
  await addBag(page, application, 'Again Hill', 12);
  await logBrew(page, { daysAgo: 4, overall: '8', brewer: 'siphon' });
  await page.keyboard.press('a');
  await expect(page.getByRole('heading', { name: 'Same again: Again Hill' })).toBeVisible();
  await expect(page.getByLabel('Brewer')).toHaveValue('siphon');
  await expect(page.getByRole('textbox', { name: 'Overall' })).toBeFocused();
  await page.keyboard.type('8.4');
  await page.keyboard.press('Control+Enter');
  await expect(page.locator('.log > li')).toHaveCount(2);
  await expect(page.locator('.log > li').first()).toContainText('Siphon');
});

test('a bag and a brew can be edited, deleted and brought back', async ({ page, application }) => {
  await addBag(page, application, 'Undo Valley', 15);
  await logBrew(page, { daysAgo: 5, overall: '7', remarks: 'Keep me' });

  await page.getByRole('button', { name: /More about the brew/ }).click();
  await page.getByRole('button', { name: 'Edit', exact: true }).click();
  await page.getByRole('textbox', { name: 'Overall' }).fill('7.8');
  await page.getByLabel('Water temperature').fill('91');
  await page.getByRole('button', { name: 'Save the cup' }).click();
  await expect(page.locator('.cup-mark')).toHaveText('7.8');
  await expect(page.locator('.log')).toContainText('at 91 °C');

  await page.getByRole('button', { name: /More about the brew/ }).click();
  await page.getByRole('button', { name: 'Delete', exact: true }).click();
  await expect(page.locator('.log > li')).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.locator('.log')).toContainText('Keep me');

  await page.getByRole('button', { name: 'More', exact: true }).click();
  await page.getByRole('button', { name: 'Edit the bag' }).click();
  await page.getByLabel('Name').fill('Undo Valley, upper plot');
  await page.getByLabel("Roaster's rest advice").fill('18');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Undo Valley, upper plot', exact: true })).toBeVisible();
  await expect(page.getByText('18 days')).toBeVisible();

  await page.getByRole('button', { name: 'More', exact: true }).click();
  await page.getByRole('button', { name: 'Delete the bag and its log' }).click();
  await expect(page.locator('.notices')).toContainText('deleted');
  await expect(page.getByRole('link', { name: /Undo Valley/ })).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await page
    .getByRole('link', { name: /Undo Valley, upper plot/ })
    .first()
    .click();
  await expect(page.locator('.log')).toContainText('Keep me');
});

test('the freezer stops the clock and the page says so', async ({ page, application }) => {
  await addBag(page, application, 'Cold Store', 30);
  await page.getByRole('button', { name: 'More', exact: true }).click();
  await page.getByRole('button', { name: 'Edit the bag' }).click();
  await page.getByText('Freezer', { exact: true }).click();
  await page.getByRole('button', { name: 'Add a stay' }).click();
  await page.getByLabel('Went in').fill(dateOf(20));
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText(/day 10, in the freezer/)).toBeVisible();
  await page.getByRole('button', { name: 'More', exact: true }).click();
  await page.getByRole('button', { name: 'Take it out of the freezer' }).click();
  await expect(page.getByText(/day 10, roasted/)).toBeVisible();
});

test('someone new at the table is added while logging, and named in the log', async ({ page, application }) => {
  await addBag(page, application, 'Guest Hill', 12);
  await page.getByRole('link', { name: 'Log a brew' }).click();
  await page.getByRole('textbox', { name: 'Overall' }).fill('8');
  await page.getByRole('button', { name: 'Someone new' }).click();
  await page.getByLabel("New taster's name").fill('Ada');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Taster')).toContainText('Ada');
  await page.getByRole('button', { name: 'Save the cup' }).click();
  await expect(page.locator('.log')).toContainText('Ada');
});

test('a bag is written down completely, each thing once, and its taster gives a verdict apart from any mark', async ({
  page,
  unused,
}) => {
  await page.goto(`${unused.address}/bags/new`);
  await page.getByLabel('Name').fill('Full Record');
  await page.getByLabel('Roasted on').fill(dateOf(12));
  await page.getByLabel('Claimed roast').selectOption('very-light');
  await page.getByText('What the label says').click();
  await page.getByLabel('Producer or farm').fill('Nine growers of one valley');
  await page.getByLabel('Origin').fill('Burundi');
  await page.getByLabel('Altitude').fill('1,700–1,850 m');
  await page.getByLabel('Species').selectOption('arabica');
  await page.getByLabel('Meant for').selectOption('filter');
  await page.getByLabel('Certificates or awards').fill('Third of its valley');
  await page.getByRole('button', { name: 'It is a blend' }).click();
  await page.getByLabel('Part of the blend').fill('Lower terraces');
  await page.getByLabel('Its share').fill('60');
  await page.getByRole('button', { name: 'Add a part' }).click();
  await page.getByLabel('Part of the blend').last().fill('Upper terraces');
  await page.getByLabel('Its share').last().fill('55');
  await page.getByText('Why you bought it, and how it came').click();
  await page.getByLabel('Bought for').fill('To learn what height does.');
  await page.getByLabel('Sold again').selectOption('never again');
  await page.getByText('Other dates, or no roast date on the label?').click();
  await page.getByLabel('Arrived on').fill(dateOf(9));
  await page.getByLabel('Divided into').fill('3');
  await page.getByText('How the beans look, and your bet').click();
  await page.getByLabel('Size of the beans').selectOption('large');
  await page.getByLabel('Roast colour, whole').fill('80');
  await page.getByLabel('Roast colour, ground').fill('82,5');
  await page.getByRole('button', { name: 'Put it on the shelf' }).click();
  await expect(page.getByText('The shares of a blend add up to more than 100 %')).toBeVisible();
  await page.getByLabel('Its share').last().fill('40');
  await page.getByRole('button', { name: 'Put it on the shelf' }).click();
  const side = page.locator('.side');
  for (const fact of [
    'Nine growers of one valley',
    '1,700–1,850 m',
    '60 % Lower terraces, 40 % Upper terraces',
    'Third of its valley',
    'never again',
    'To learn what height does.',
    'into 3 portions',
    '80 whole, 82.5 ground, 2.5 apart: an even, slow roast',
  ])
    await expect(side.getByText(fact, { exact: true })).toHaveCount(1);
  // Nobody is asked for a verdict before the first cup.
  await expect(page.getByRole('heading', { name: 'Your verdict' })).toHaveCount(0);
  await logBrew(page, { daysAgo: 0, overall: '8' });
  await page.getByText('Buy again, liked or not, how true to its kind').click();
  const again = page.getByRole('group', { name: 'Buy again' });
  await again.getByRole('button', { name: 'another season' }).click();
  await page.getByRole('group', { name: 'True to its origin' }).getByRole('button', { name: 'in part' }).click();
  await page.getByRole('group', { name: 'That', exact: true }).getByRole('button', { name: 'half held' }).click();
  await page.getByLabel('Ideas for later').fill('over ice');
  await page.getByLabel('Ideas for later').blur();
  await expect(page.getByText('Kept: it comes back with the next brew.')).toBeVisible();
  await page.reload();
  await expect(
    page.getByText(
      'Buy again: another season. What it was bought for: half held. In part true to its origin. For later: over ice',
    ),
  ).toBeVisible();
  await page.getByText('Change or add to it').click();
  await expect(again.getByRole('button', { name: 'another season' })).toHaveAttribute('aria-pressed', 'true');
  await page.keyboard.press('b');
  await expect(page.getByText('You noted for later: over ice')).toBeVisible();
});
