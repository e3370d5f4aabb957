import { afterAll, describe, expect, it } from 'vitest';
import type { Repeats, Standings } from '../../contract/palate/palateReading';
import type { Plan } from '../../contract/shelf/plan';
import type { BagPage, Shelf } from '../../contract/shelf/shelf';
import type { WriteUp } from '../../contract/writeUps/writeUp';
import { TestServer, TODAY } from './support/running';
import { makeHousehold } from './secondOpinion/household';
import { checkPalate } from './secondOpinion/palate';
import { checkPlan, checkShelf } from './secondOpinion/shelf';
import { checkTable, layTable } from './secondOpinion/table';
import { checkNoContradiction, checkVerdict } from './secondOpinion/verdict';
import { checkWriteUp } from './secondOpinion/writeUp';

/** So many households are read at every check; `HOUSEHOLDS=300` reads more, `FIRST_HOUSEHOLD` begins with another. */
const HOUSEHOLDS = Number(process.env.HOUSEHOLDS ?? 24);
const FIRST = Number(process.env.FIRST_HOUSEHOLD ?? 1);

let server: TestServer | null = null;
afterAll(() => server?.end());

async function checkHousehold(seed: number): Promise<void> {
  const here = (server = await new TestServer().start());
  const house = await makeHousehold(here, seed);
  const pages = new Map<string, BagPage>();
  for (const { id } of house.bags) pages.set(id, await here.ok<BagPage>('GET', `/bags/${id}?today=${TODAY}`));
  for (const bag of house.bags) {
    const page = pages.get(bag.id);
    if (!page) throw new Error(`There is no page of ${bag.id}`);
    checkVerdict(page.verdict.verdict, bag, page.verdict);
    checkNoContradiction(bag, page);
    const written = await here.ok<{ id: string }>('POST', `/write-ups?today=${TODAY}`, {
      kind: 'bag',
      subject: { bagIds: [bag.id] },
    });
    checkWriteUp(house, bag, page, await here.ok<WriteUp>('GET', `/write-ups/${written.id}?today=${TODAY}`));
  }
  const plan = await here.ok<Plan>('GET', `/plan?today=${TODAY}`);
  const shelf = await here.ok<Shelf>('GET', `/shelf?today=${TODAY}&finished=no`);
  expect(shelf.isPlanned).toBe(true);
  checkShelf({ house, shelf, plan, pages });
  checkPlan({ house, shelf, plan, pages });
  const standings = await here.ok<Standings>('GET', '/palate/standings');
  checkPalate(house, standings, await here.ok<Repeats>('GET', '/palate/repeats'));
  const table = await layTable(here, house);
  if (table) {
    const subject = { sittingId: table.id };
    const { id } = await here.ok<{ id: string }>('POST', `/write-ups?today=${TODAY}`, { kind: 'sitting', subject });
    checkTable(table, await here.ok<WriteUp>('GET', `/write-ups/${id}?today=${TODAY}`));
  }
  await here.end();
  server = null;
}

describe('a second opinion of every sentence, from the rows alone', () => {
  it.each(Array.from({ length: HOUSEHOLDS }, (_, i) => FIRST + i))(
    'household %i',
    (seed) => checkHousehold(seed),
    60_000,
  );
});
