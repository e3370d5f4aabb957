import { firstContent, withOwnPassage, withPassage } from '../application/writeUp/content';
import type { WriteUpContent, WriteUpSubject } from '../contract/writeUps/writeUp';
import { addDays, type PlainDate } from '../core/rest';
import type { WriteUpKind } from '../core/writeUp';
import { loadAllBags } from '../server/db/bag/bags';
import { loadRecipes } from '../server/db/bench/recipes';
import { loadSittings } from '../server/db/table/sittings';
import type { Store } from '../server/db/store';
import { addWriteUp, keepVersion, setFinal } from '../server/db/writeUps/writeUps';
import { openLog } from '../server/log';
import { engineHere } from '../server/verdicts/engineHere';
import { VerdictKeeper } from '../server/verdicts/keeper';
import { WriteUpComposer } from '../server/writeUps/composer';

/** Every bag is waited for: what is composed must not depend on how fast the machine is, ms. */
const PATIENCE_MS = 600_000;

interface Written {
  kind: WriteUpKind;
  subject: Partial<WriteUpSubject>;
  /** What the household made of what was composed. */
  edited?: (content: WriteUpContent) => WriteUpContent;
  isFinal?: boolean;
}

/** The household's write-ups: a bag followed to its end, one of an evening, two against each other, a table, a card. */
export async function writeItUp(store: Store, today: PlainDate): Promise<void> {
  const verdicts = new VerdictKeeper(store, engineHere(), openLog('silent'), PATIENCE_MS);
  const composer = new WriteUpComposer({ store, verdicts, foreteller: { settled: () => Promise.resolve() } });
  const { bags, recipes, sittings } = await store.read(async (db) => ({
    bags: await loadAllBags(db),
    recipes: await loadRecipes(db),
    sittings: await loadSittings(db),
  }));
  const idOf = (name: string): string => bags.find((bag) => bag.name === name)?.id ?? '';
  const all: Written[] = [
    { kind: 'card', subject: { recipeId: recipes.find(({ isStandard }) => isStandard)?.id ?? null } },
    { kind: 'sitting', subject: { sittingId: sittings[0]?.id ?? null } },
    { kind: 'comparison', subject: { bagIds: [idOf('Kivu Terrace'), idOf('Quebrada Sombra')] } },
    { kind: 'bag', subject: { bagIds: [idOf('Threshold Lot 9')] } },
    { kind: 'bag', subject: { bagIds: [idOf('Nyanza Grove')] }, edited: asWritten, isFinal: true },
  ];
  for (const { kind, subject, edited, isFinal } of all) {
    const whole: WriteUpSubject = { bagIds: [], sittingId: null, recipeId: null, ...subject };
    const composed = firstContent(await composer.compose(kind, whole, today), 'A4');
    const content = edited ? edited(composed) : composed;
    const on = addDays(today, -1);
    const now = new Date(`${on}T18:30:00Z`);
    await store.write(async (db) => {
      const id = await addWriteUp(db, { kind, subject: whole, content }, now);
      if (!isFinal) return;
      await keepVersion(db, { id, content }, 'final', on, now);
      await setFinal(db, id, on);
    });
  }
}

/** One sentence said otherwise, and one added. */
function asWritten(content: WriteUpContent): WriteUpContent {
  const said = withPassage(content, {
    key: 'short.again',
    text: 'We would buy it again, and this time open it no sooner than the third week.',
    was: null,
  });
  return withOwnPassage(said, {
    key: 'notes.own-patience',
    after: null,
    text: 'It takes its time: nothing it does in the first fortnight tells you what is coming.',
  });
}
