import { expect, test } from '../support/application';
import { timingText } from '../../benchmarks/timing';

/**
 * How long after a slider moves on the Bag page the curve shows the answer, in the real browser with the engine in its
 * worker.
 */
test('milliseconds from a moved slider to the answer', async ({ page, demo }) => {
  await page.goto(demo.address);
  await page
    .getByRole('link', { name: /Kivu Terrace/ })
    .first()
    .click();
  await page.getByText('What if the recipe were another?').click();
  await page.getByText('The curve as a table').click();
  const measure = (waterC: number): Promise<number> =>
    page.evaluate<number>(`(async () => {
      const slider = [...document.querySelectorAll('label')].find((label) => label.textContent.startsWith('Water temperature')).control;
      const moved = performance.now();
      const answered = new Promise((resolve) => {
        new MutationObserver((_, observer) => {
          observer.disconnect();
          resolve(performance.now());
        }).observe(document.querySelector('.table-of-days'), { subtree: true, characterData: true, childList: true });
      });
      Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(slider, '${waterC}');
      slider.dispatchEvent(new Event('input', { bubbles: true }));
      return (await answered) - moved;
    })()`);
  const times: number[] = [];
  // The first answers start the worker and warm it up.
  for (let i = 0; i < 26; i++) {
    const ms = await measure(i % 2 ? 86 : 97);
    if (i >= 6) times.push(ms);
  }
  console.log(`a moved slider is answered after ${timingText(times)}`);
  expect(times).toHaveLength(20);
});
