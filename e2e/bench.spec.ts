import type { Bench, LiveTrace } from '../contract/bench/live';
import type { KeptTrace } from '../contract/bag/making';
import type { BagPage } from '../contract/shelf/shelf';
import { gapsIn, weightAt } from '../core/brew';
import { pouringOf } from '../server/instruments/simulated/pouring';
import { dateOf, expect, test } from './support/application';
import { violations } from './support/axe';
import { clearBench, connect, get, layOut, start } from './support/benchHelpers';

test.use({ expectedErrors: [/Failed to load resource|net::ERR/] });

test.afterEach(({ page, application }) => clearBench(page, application));

test('a four-stage brew with the simulated scale, from pre-flight to cup, by keyboard: the record is what the hand did', async ({
  page,
  application,
}) => {
  await connect(page, application, { connected: { scale: 'well', refractometer: 'well' }, speed: 20 });
  const live = await layOut(page, application, 'Scale Hill');
  for (const key of ['1', '2', '3', '4', '5', '6']) await page.keyboard.press(key);
  await expect(page.getByText('All ready.')).toBeVisible();
  // On a tick that has the focus Space is the tick's own, and starts nothing.
  await page.getByRole('checkbox', { name: 'Bed level' }).focus();
  await page.keyboard.press('Space');
  await expect(page.getByText('Not ticked: bed level.')).toBeVisible();
  await page.keyboard.press('Space');
  await expect(page.getByText('All ready.')).toBeVisible();
  await page.getByRole('checkbox', { name: 'Bed level' }).blur();
  // What is shown is written down by the page itself: at this speed a stage is over before a test has looked twice.
  await page.evaluate(`
    window.targets = [];
    new MutationObserver(() => {
      const target = document.querySelector('.big-number')?.textContent;
      if (target !== undefined && target !== window.targets.at(-1)) window.targets.push(target);
      window.weight = document.querySelector('.weight')?.textContent ?? window.weight;
    }).observe(document.querySelector('main'), { subtree: true, childList: true, characterData: true })`);
  await page.keyboard.press('Space');
  await expect(page.getByText(/^Drained in \d:\d\d/)).toBeVisible();
  // The number to pour to followed the plan, and the scale the hand.
  const targets = (await page.evaluate<string[]>('window.targets')).filter((target) => target.endsWith(' g'));
  expect(targets.slice(-3)).toEqual(['120 g', '195 g', '272 g']);
  expect(await page.evaluate('window.weight')).toMatch(/^2[5-8]\d(\.\d)? g$/);
  await page.keyboard.press('Space');
  await expect(page.getByRole('heading', { name: 'The cup: Scale Hill' })).toBeVisible();
  await expect(page.getByLabel('Drained in')).toHaveValue(/^[23]:\d\d$/);
  await page.getByRole('textbox', { name: 'Overall' }).fill('8.2');
  await page.getByRole('button', { name: 'lively' }).click();
  await page.getByRole('button', { name: 'hollow far left' }).click();
  await page.getByRole('button', { name: 'Read the refractometer' }).click();
  await expect(page.getByLabel('Dissolved solids')).toHaveValue(/^1\.\d+$/);
  await expect(page.getByText(/% × 238 g ÷ 17 g =/)).toBeVisible();
  await page.getByRole('button', { name: 'Save the cup' }).click();
  await expect(page.getByText('1 brew, 1 in the judgement')).toBeVisible();
  await expect(page.getByRole('img', { name: /Bloom by rest day: day 14 lively/ })).toBeVisible();

  const { brews } = await get<BagPage>(page, application, `/bags/${live.bagId}?today=${dateOf(0)}`);
  const { trace } = await get<KeptTrace>(page, application, `/brews/${brews[0]?.id}/trace`);
  const truth = pouringOf(live.recipe, 'steady', live.seed);
  expect(Math.abs((brews[0]?.drainS ?? 0) - (truth.endS ?? 0))).toBeLessThan(1);
  expect(brews[0]?.making?.stageTimes).toHaveLength(4);
  truth.pours.forEach((pour, i) => {
    const time = brews[0]?.making?.stageTimes[i];
    expect(Math.abs((time?.fromS ?? 0) - pour.fromS)).toBeLessThan(1);
    expect(Math.abs((time?.untilS ?? 0) - pour.untilS)).toBeLessThan(1);
    expect(Math.abs((time?.toG ?? 0) - pour.toG)).toBeLessThan(1);
  });
  // Anywhere along the trace: within 1 g of what the hand had poured within 1 s of then.
  for (let s = 2; s < (truth.endS ?? 0) - 1; s++) {
    const g = weightAt(trace, s) ?? NaN;
    expect(g).toBeGreaterThan(truth.weightAt(s - 1) - 1);
    expect(g).toBeLessThan(truth.weightAt(s + 1) + 1);
  }

  // The log shows the recipe with what happened beside the plan.
  await page.getByRole('button', { name: /^Cone, 17 g/ }).click();
  const entry = page.locator('.log > li.chosen');
  await expect(entry).toContainText('Growing pours, version 1');
  await expect(entry).toContainText('Pour to 195 g');
  await expect(entry.locator('.trace-chart path.recharts-line-curve')).toHaveCount(2);
});

test('two taps one right after the other are both kept, though the first is slow to arrive', async ({
  page,
  application,
}) => {
  await connect(page, application, {});
  const { id } = await layOut(page, application, 'Tap Hill');
  let slowMs = 900;
  await page.route(`**/api/bench/${id}`, async (route) => {
    const ms = slowMs;
    slowMs = 0;
    await new Promise((resolve) => setTimeout(resolve, ms));
    await route.continue();
  });
  await page.keyboard.press('1');
  await page.keyboard.press('2');
  const ticked = async (): Promise<string[]> =>
    (await get<Bench>(page, application, '/bench')).brews.find((live) => live.id === id)?.ticked.toSorted() ?? [];
  await expect.poll(ticked).toEqual(['paper-rinsed', 'rinse-thrown-away']);
  await page.reload();
  await expect(page.getByRole('checkbox', { name: 'Paper rinsed' })).toBeChecked();
  await expect(page.getByRole('checkbox', { name: 'Rinse water thrown away' })).toBeChecked();
});

test('a killed server loses at most the last second of the trace, and no tap', async ({ page, application }) => {
  await connect(page, application, { connected: { scale: 'well' }, speed: 1 });
  const live = await layOut(page, application, 'Dark Ridge');
  await start(page);
  await expect(page.getByLabel('Weight on the scale')).toHaveText(/^[1-9]\d\.?\d* g/);
  const killedAt = Date.now();
  await application.stop('SIGKILL');
  await page.getByRole('button', { name: 'Poured to 50 g' }).click();
  await expect(page.getByText('what you tapped is kept here')).toBeVisible();
  // The clock is worked out from the start: it goes on without the server.
  const shown = await page.getByLabel('Time since the start').textContent();
  await expect(page.getByLabel('Time since the start')).not.toHaveText(shown ?? '');
  await application.start();
  await expect(page.getByText('what you tapped is kept here')).toBeHidden();
  const trace = async (): Promise<LiveTrace> => get(page, application, `/bench/${live.id}/trace`);
  await expect.poll(async () => (await trace()).trace.length).toBe(2);
  const { brews } = await get<Bench>(page, application, '/bench');
  const startedAt = brews[0]?.startedAt ?? 0;
  expect(brews[0]?.marks).toMatchObject([{ step: 0 }]);
  const [before, after] = (await trace()).trace;
  expect(before?.at(-1)?.[0]).toBeGreaterThan((killedAt - startedAt) / 1000 - 1);
  expect(after?.every(([, g]) => g > 5)).toBe(true);
  await page.reload();
  await expect(page.getByRole('button', { name: 'Unmark the last' })).toBeVisible();
});

test('a dropout is a gap in the record, wild readings are ignored and counted', async ({ page, application }) => {
  await connect(page, application, { connected: { scale: 'drops out' }, speed: 20 });
  const live = await layOut(page, application, 'Gap Field');
  await start(page);
  await expect(page.getByText(/^Drained in/)).toBeVisible();
  await expect(page.locator('.trace-chart path.recharts-line-curve').nth(3)).toBeVisible();
  const { trace } = await get<LiveTrace>(page, application, `/bench/${live.id}/trace`);
  expect(gapsIn(trace).map(({ fromS, untilS }) => [Math.round(fromS), Math.round(untilS)])).toContainEqual([25, 31]);
  expect(trace.flat().some(([s, g]) => s > 31 && g < 40)).toBe(false);
  await clearBench(page, application);

  await connect(page, application, { connected: { scale: 'jumps' }, speed: 20 });
  await layOut(page, application, 'Wild Field');
  await start(page);
  await expect(page.getByText(/readings ignored/)).toBeVisible();
  await expect(page.getByText(/^Drained in/)).toBeVisible();
  await expect(page.getByText(/readings of the scale were wrong/)).toBeVisible();
});

test('by hand on a phone: one tap a stage, nothing under 44 px, the number readable from a metre', async ({
  page,
  application,
}) => {
  await connect(page, application, {});
  await page.setViewportSize({ width: 390, height: 844 });
  await layOut(page, application, 'A Bag With Quite a Long Name From the Upper Washing Station');
  const small = (): Promise<string[]> =>
    page.evaluate(`
      [...document.querySelectorAll('main button, main a, main input, main select')]
        .map((element) => ({ text: element.textContent, box: element.getBoundingClientRect() }))
        .filter(({ box }) => box.width > 0 && (box.height < 44 || box.width < 44))
        .map(({ text, box }) => text + ' ' + box.width + ' × ' + box.height)`);
  const inReach = async (name: string | RegExp): Promise<void> => {
    const box = await page.getByRole('button', { name }).boundingBox();
    // The lower half of the screen is where a thumb gets to.
    expect(box?.y).toBeGreaterThan(422);
    expect((box?.y ?? 0) + (box?.height ?? 0)).toBeLessThanOrEqual(844);
  };
  await page.getByRole('button', { name: 'Understood' }).click();
  expect(await small()).toEqual([]);
  await page.getByRole('checkbox', { name: 'Rinse water thrown away' }).click();
  await inReach('Start');
  await start(page);
  await expect(page.locator('.big-number')).toContainText('50');
  expect(
    await page.evaluate(`parseFloat(getComputedStyle(document.querySelector('.big-number')).fontSize)`),
  ).toBeGreaterThanOrEqual(100);
  expect(await small()).toEqual([]);
  expect(await violations(page)).toEqual([]);
  expect(await page.evaluate('document.documentElement.scrollWidth')).toBeLessThanOrEqual(390);
  await inReach('Poured to 50 g');
  await page.getByRole('button', { name: 'Poured to 50 g' }).click();
  await expect(page.getByText('Wait, then pour to')).toBeVisible();
  await page.reload();
  await expect(page.getByText('Wait, then pour to')).toBeVisible();
  await page.getByRole('button', { name: 'Something went wrong' }).click();
  await page.getByRole('button', { name: 'Spill' }).click();
  await expect(page.getByText('left out of the judgement')).toBeVisible();
  expect(await small()).toEqual([]);
  await inReach('Drained');
  await page.getByRole('button', { name: 'Drained' }).click();
  await expect(page.getByText(/too fast/)).toBeVisible();
  expect(await small()).toEqual([]);
  await page.getByRole('link', { name: 'To the cup' }).click();
  await page.getByRole('textbox', { name: 'Overall' }).fill('6');
  await page.getByRole('button', { name: 'Save the cup' }).click();
  await expect(page.locator('.log')).toContainText('Spill');
  await expect(page.getByText('1 brew, 0 in the judgement')).toBeVisible();
});

test('two cones side by side: one clock each, and the second starts after the first', async ({ page, application }) => {
  await connect(page, application, {});
  await layOut(page, application, 'Left Cone');
  await start(page);
  await layOut(page, application, 'Right Cone');
  await page.getByRole('button', { name: 'Start in 30 s' }).click();
  const [left, right] = [
    page.getByRole('article', { name: /Left Cone/ }),
    page.getByRole('article', { name: /Right Cone/ }),
  ];
  await expect(right).toContainText('Starts in');
  await expect(left.locator('.big-number')).toContainText(/50|120/);
  await expect(left.getByLabel('Time since the start')).toHaveText(/^0:\d\d$/);
  await expect(right.getByLabel('Time since the start')).toHaveText(/^−0:\d\d$/);
  expect(await violations(page)).toEqual([]);
  // Another device sees what happens here as it happens.
  const phone = await page.context().newPage();
  await phone.goto(`${application.address}/bench`);
  await expect(phone.getByRole('article')).toHaveCount(2);
  await left.getByRole('button', { name: 'lively' }).click();
  await expect(
    phone.getByRole('article', { name: /Left Cone/ }).getByRole('button', { name: 'lively' }),
  ).toHaveAttribute('aria-pressed', 'true');
  await left.getByRole('button', { name: 'Clear off the bench' }).click();
  await expect(left).toHaveCount(0);
  await expect(phone.getByRole('article')).toHaveCount(1);
  await phone.close();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(left).toHaveCount(1);
});

test('a cold steep counts every second, and comes back to the shelf as due', async ({ page, application }) => {
  await connect(page, application, {});
  await page.clock.install();
  await layOut(page, application, 'Night Store', /Overnight/);
  await start(page);
  await page.clock.runFor(1000);
  await expect(page.getByText(/^Due .+ at .+ comes back to the shelf/)).toBeVisible();
  // Seven hours of sleep, then every second of two minutes, as the page shows them. The server did not sleep: asked in
  // between, it would set the page's clock right again.
  await page.route('**/api/bench', (route) => route.abort());
  await page.clock.fastForward('07:00:00');
  await page.clock.pauseAt((await page.evaluate<number>('Date.now()')) + 1500);
  const shown: string[] = [];
  for (let second = 0; second < 120; second++) {
    await page.clock.runFor(1000);
    shown.push((await page.locator('.countdown').textContent()) ?? '');
  }
  const seconds = shown.map((text) => text.split(':').reduce((sum, part) => sum * 60 + Number(part), 0));
  expect(seconds[0]).toBeGreaterThan(6 * 3600);
  seconds.slice(1).forEach((value, i) => expect(value).toBe((seconds[i] ?? 0) - 1));
  await page.unroute('**/api/bench');
  await page.clock.resume();
  await page.clock.fastForward('07:00:00');
  await page.getByRole('link', { name: 'Slow Crest' }).click();
  await expect(page.getByRole('list', { name: 'On the bench' })).toContainText(
    /Due:\s*Night Store, Overnight since .+: strain it and keep it in the refrigerator/,
  );
});

test('a recipe scaled to 10 g and to 34 g; one with its stages out of order is refused; an old brew keeps the version it used', async ({
  page,
  application,
}) => {
  await connect(page, application, {});
  await layOut(page, application, 'Version Hill');
  await start(page);
  await page.getByRole('button', { name: 'Drained' }).click();
  await page.getByRole('link', { name: 'To the cup' }).click();
  await page.getByRole('textbox', { name: 'Overall' }).fill('8');
  await page.getByRole('button', { name: 'Save the cup' }).click();
  await expect(page.getByText('1 brew, 1 in the judgement')).toBeVisible();

  await page.getByRole('link', { name: 'Brew at the bench' }).click();
  const scaled = page.getByRole('status').filter({ hasText: 'Scaled' });
  await page.getByLabel('Dose').fill('10');
  await expect(scaled.getByRole('listitem')).toHaveText([
    'Dose: 17 → 10 g',
    'Water: 272 → 160 g',
    'Stage 1: 50 → 29 g',
    'Stage 2: 120 → 71 g',
    'Stage 3: 195 → 115 g',
    'Stage 4: 272 → 160 g',
  ]);
  await page.getByLabel('Dose').fill('34');
  await expect(scaled.getByRole('listitem')).toHaveText([
    'Dose: 17 → 34 g',
    'Water: 272 → 544 g',
    'Stage 1: 50 → 100 g',
    'Stage 2: 120 → 240 g',
    'Stage 3: 195 → 390 g',
    'Stage 4: 272 → 544 g',
  ]);

  await page.getByRole('link', { name: 'Edit the recipe' }).click();
  await page.getByRole('button', { name: 'Edit', exact: true }).click();
  const thirdTime = page.getByLabel('At', { exact: true }).nth(2);
  await thirdTime.fill('0:30');
  await page.getByRole('button', { name: 'Save the recipe' }).click();
  await expect(
    page.getByText('Stage 3 (pour to 195 g) begins at 0:30, before stage 2 (pour to 120 g, at 0:40)'),
  ).toBeVisible();
  await thirdTime.fill('1:30');
  await page.getByLabel('At', { exact: true }).nth(3).fill('2:05');
  await page.getByLabel('At', { exact: true }).nth(4).fill('2:25');
  await page.getByRole('button', { name: 'Save the recipe' }).click();
  await expect(page.getByText('cone, version 2')).toBeVisible();
  await expect(page.getByRole('button', { name: /^Version 1, .+, \d brews?$/ })).toBeVisible();

  await page.goto(application.address);
  await page
    .getByRole('link', { name: /Version Hill/ })
    .first()
    .click();
  await page.getByRole('button', { name: /^Cone, 17 g/ }).click();
  const entry = page.locator('.log > li.chosen');
  await expect(entry).toContainText('version 1 (edited since)');
  await expect(entry.getByRole('row', { name: /1:15 Pour to 195 g/ })).toBeVisible();
});
