import { expect, test } from '../support/application';
import { median } from '../../benchmarks/timing';

const SAMPLES = 6;
const SAMPLE_MS = 10_000;

/** What a brew with the simulated scale and thermometer costs the page, as a share of one core. */
test('share of a core used by the page while brewing', async ({ page, demo }) => {
  test.setTimeout(180_000);
  await page.request.patch(`${demo.address}/api/settings`, {
    data: { instruments: { connected: { scale: 'well', thermometer: 'well' }, hand: 'steady', speed: 1 } },
  });
  await page.goto(demo.address);
  await page
    .getByRole('link', { name: /Kivu Terrace/ })
    .first()
    .click();
  await page.getByRole('link', { name: 'Brew at the bench' }).click();
  await page.getByRole('button', { name: 'Lay it out' }).click();
  await page.getByRole('button', { name: 'Start', exact: true }).click();
  await expect(page.getByLabel('Weight on the scale')).toHaveText(/[1-9]/);
  const profiler = await page.context().newCDPSession(page);
  await profiler.send('Performance.enable', { timeDomain: 'threadTicks' });
  const busyS = async (): Promise<number> =>
    (await profiler.send('Performance.getMetrics')).metrics.find(({ name }) => name === 'TaskDuration')?.value ?? NaN;
  const shares: number[] = [];
  for (let i = 0; i < SAMPLES; i++) {
    const [before, begun] = [await busyS(), performance.now()];
    await new Promise((resolve) => setTimeout(resolve, SAMPLE_MS));
    shares.push((await busyS()) - before, (performance.now() - begun) / 1000);
  }
  const percent = shares.filter((_, i) => i % 2 === 0).map((busy, i) => (100 * busy) / (shares[2 * i + 1] ?? 1));
  console.log(
    `the page uses ${median(percent).toFixed(1)} % of one core while brewing (max ${Math.max(...percent).toFixed(1)} %, ${SAMPLES} samples of ${SAMPLE_MS / 1000} s)`,
  );
  expect(percent).toHaveLength(SAMPLES);
});
