import { randomUUID } from 'node:crypto';
import { join } from 'node:path';
import { timingText } from '../../benchmarks/timing';
import { DESCRIPTORS } from '../../core/cup/words';
import { WordEntity } from '../../server/db/bag/cupEntities';
import { openStore } from '../../server/db/store';
import { expect, openBag, test } from '../support/application';

const OWN = 5000;
const TYPED = ['raspberr', 'quinz', 'attic plu', 'orchard ho', 'kitchen zz', 'cardamum'];

/** How long after a keystroke in the notes the suggestions stand on the page, with 5 000 words of one's own. */
test('milliseconds from a keystroke to its suggestions', async ({ page, application }) => {
  await application.stop();
  const store = await openStore(join(application.folder, 'slow-crest.sqlite'));
  const places = ['attic', 'cellar', 'garden', 'harbour', 'kitchen', 'meadow', 'orchard', 'pantry'];
  await store.write(async (db) => {
    for (let i = 0; i < OWN; i++) {
      const name = `${places[i % places.length]} ${DESCRIPTORS[i % DESCRIPTORS.length]?.name} ${Math.floor(i / DESCRIPTORS.length)}`;
      await db.insert(WordEntity, {
        id: randomUUID(),
        name,
        family: null,
        mergedInto: null,
        createdAt: new Date(i * 1000).toISOString(),
      });
    }
  });
  await store.close();
  await application.start();
  await openBag(page, application, { name: 'Wordy Hill' });
  await page.keyboard.press('b');
  const remarks = page.getByRole('combobox', { name: 'Notes', exact: true });
  await expect.poll(async () => (await page.request.get(`${application.address}/api/words`)).ok()).toBe(true);
  await remarks.fill('attic');
  await expect(page.getByRole('listbox').getByRole('option').first()).toContainText('attic');
  await page.evaluate(`
    window.times = [];
    const input = document.activeElement;
    let pressed = null;
    // A key that leaves the list as it is, such as a space, has no answer to wait for.
    input.addEventListener('keydown', () => { pressed = performance.now(); }, true);
    new MutationObserver(() => {
      if (pressed === null) return;
      window.times.push(performance.now() - pressed);
      pressed = null;
    }).observe(input.closest('.chips-field'), { subtree: true, childList: true, characterData: true })`);
  for (const typed of TYPED) {
    await remarks.fill('');
    await page.keyboard.type(typed, { delay: 120 });
  }
  const times = await page.evaluate<number[]>('window.times');
  console.log(`a keystroke is answered after ${timingText(times)}`);
  expect(times.length).toBeGreaterThan(30);
});
