import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Standings } from '../../contract/palate/palateReading';
import type { BagPage, Shelf } from '../../contract/shelf/shelf';
import type { WriteUp } from '../../contract/writeUps/writeUp';
import { fillReviewer } from './fixtures/reviewer';
import { TestServer, TODAY } from './support/running';

/** The household of one reviewer, as it was read from top to bottom: what its pages say, and what they must not. */

let server: TestServer;
let ids: Map<string, string>;
beforeAll(async () => {
  server = await new TestServer().start();
  ids = await fillReviewer((path, body) => server.ok('POST', path, body), TODAY);
}, 60_000);
afterAll(() => server.end());

const idOf = (name: string): string => ids.get(name) ?? '';
const page = (name: string): Promise<BagPage> => server.ok('GET', `/bags/${idOf(name)}?today=${TODAY}`);
const shelf = (finished: 'yes' | 'no'): Promise<Shelf> =>
  server.ok('GET', `/shelf?today=${TODAY}&finished=${finished}`);

async function writeUp(name: string): Promise<Map<string, string>> {
  const subject = { bagIds: [idOf(name)] };
  const { id } = await server.ok<{ id: string }>('POST', `/write-ups?today=${TODAY}`, { kind: 'bag', subject });
  const { content } = await server.ok<WriteUp>('GET', `/write-ups/${id}?today=${TODAY}`);
  return new Map(content.sections.flatMap(({ passages }) => passages.map(({ key, text }) => [key, text])));
}

describe('the shelf of a reviewer who gives no marks', () => {
  it('has one message for a bag, and days that its page has too', async () => {
    const { pick, mostInformative, leaveAlone, lanes } = await shelf('no');
    const named = [pick, mostInformative, ...leaveAlone].flatMap((one) => one?.bagId ?? []);
    expect(new Set(named).size).toBe(named.length);
    for (const { id, name, verdict } of lanes) {
      expect((await page(name)).verdict.verdict, id).toBe(verdict);
    }
  });

  it('says of each bag no more than its cups can', async () => {
    expect((await page('Pale Weir')).verdict.verdict).toMatch(
      /^At its crest, \w+: days \d+–\d+ are its best\. It rests on levels alone, which say less than marks\.$/,
    );
    const evening = await page('Winter Gate');
    expect(evening.verdict.verdict).toMatch(
      /^Too early to say: all 3 marked cups are of 1 day\. Until there are others, /,
    );
    expect(evening.verdict.window).toBeNull();
    const copse = await page('Copse No. 3');
    expect(copse.verdict.verdict).toMatch(/^Finished\. Its best could have been anywhere in days \d+–\d+\.$/);
    expect(copse.verdict.window).toBeNull();
  });

  it('lists finished bags with the marks they were left with, and no best days where none stood out', async () => {
    const { lanes } = await shelf('yes');
    const of = (name: string) => lanes.find((lane) => lane.name === name)?.history;
    expect(of('Copse No. 3')).toMatchObject({ days: null, finalMarks: [] });
    expect(of('Sable Row')?.finalMarks).toHaveLength(2);
    expect(of('Sable Row')?.days).not.toBeNull();
  });

  it('ranks nobody surely who could stand anywhere', async () => {
    const { all } = await server.ok<Standings>('GET', '/palate/standings');
    expect(all).toHaveLength(5);
    expect((await writeUp('Winter Gate')).has('worth.standing')).toBe(false);
  });
});

describe('what the reviewer publishes', () => {
  it('speaks of a bag as it was at its best: with its flowers', async () => {
    const said = await writeUp('Pale Weir');
    expect(said.get('levels.high')).toBe('High: flowers (4).');
    expect(said.get('readers.love.levels')).toBe('For whoever likes plenty of flowers.');
    expect(said.has('readers.not.levels')).toBe(false);
    expect(said.get('notes.held')).toMatch(/^What held is jasmine \(3 cups, days 15 to 23\) and honey/);
    expect(said.get('method.basis')).toMatch(/^No cup has a mark: how good they were is read from levels/);
    expect([...said].filter(([key, text]) => key.startsWith('days.') && text.includes('best yet'))).toHaveLength(3);
  });

  it('tells the shot from the same with milk', async () => {
    const said = await writeUp('Brass Lantern');
    expect(said.get('head.line')).toBe('India, monsoon-stored, medium dark roast. Saltmarsh Coffee.');
    expect(said.get('drinks.milk')).toMatch(/^With milk, 2 cups on days \d+ to \d+\. Found: molasses and walnut\.$/);
    expect(said.get('drinks.milk.levels')).toMatch(/less brightness .* and more sweetness .* than as espresso\.$/);
    expect(said.get('drinks.milk.label')).toBe('Of the printed notes molasses and walnut came through.');
    expect(said.get('label.found')).toBe('Of the two printed notes walnut was found.');
    expect(said.get('method.assumed')).toMatch(/names no roast date/);
  });

  it('keeps what was betted, and what an evening cannot say', async () => {
    const said = await writeUp('Winter Gate');
    expect(said.get('short.when')).toMatch(/^All three cups of Winter Gate were tasted on one day, day 12/);
    expect(said.get('label.bet.held')).toBe('The bet: half held.');
    for (const silent of ['crest.peak', 'recipe.confounded', 'readers.love.days', 'readers.not.days'])
      expect(said.has(silent), silent).toBe(false);
  });

  it('has the words as they were typed, and the marks as they were left', async () => {
    expect((await writeUp('Copse No. 3')).get('notes.late')).toContain('paper');
    const said = await writeUp('Sable Row');
    expect(said.get('short.own')).toBe(
      'My own mark: 3½ of 5 stars as filter coffee, its price weighed in; 4 of 5 stars cold, its price weighed in.',
    );
    expect(said.get('worth.shop')).toBe('Bought at The corner by the bridge.');
    expect(said.get('drinks.cold')).toBe('Cold, 1 cup on day 30. Found: fig.');
    expect(said.has('readers.love.cold')).toBe(false);
  });
});
