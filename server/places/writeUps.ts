import type { WriteUpContent } from '../../contract/writeUps/writeUp';
import type { WRITE_UP_ENDPOINTS } from '../../contract/writeUps/writeUpEndpoints';
import {
  firstContent,
  summaryOf,
  withOwnPassage,
  withoutOwnPassage,
  withPassage,
} from '../../application/writeUp/content';
import { previewCard, readCard, recipeOfCard } from '../../application/writeUp/recipeCard';
import { recomposed } from '../../core/writeUp';
import { addRecipe, loadRecipe, loadRecipes } from '../db/bench/recipes';
import { loadGrinders } from '../db/bench/grinders';
import { loadSettings } from '../db/settings';
import {
  addWriteUp,
  changeWriteUp,
  keepVersion,
  loadVersionOf,
  loadVersionsOf,
  loadWriteUp,
  loadWriteUps,
  setFinal,
  setWriteUpDeleted,
} from '../db/writeUps/writeUps';
import type { Store } from '../db/store';
import type { Deps } from '../deps';
import type { Handlers } from '../routes';
import { isGone, WriteUpComposer } from '../writeUps/composer';

/** Write-ups: composed from the record, written over, kept in versions; and recipe cards of other households. */
export function writeUpHandlers({ store, verdicts, foreteller, now }: Deps): Handlers<keyof typeof WRITE_UP_ENDPOINTS> {
  const composer = new WriteUpComposer({ store, verdicts, foreteller });

  const change = async (id: string, changed: (content: WriteUpContent) => WriteUpContent): Promise<null> => {
    await store.write(async (db) => {
      const row = await loadWriteUp(db, id);
      await changeWriteUp(db, row, changed(row.content), now());
    });
    return null;
  };

  /** Puts something in the place of what stands, which is kept as a version first. */
  const replace = (id: string, next: (content: WriteUpContent) => Promise<WriteUpContent>): Promise<null> =>
    store.write(async (db) => {
      const row = await loadWriteUp(db, id);
      const content = await next(row.content);
      await keepVersion(db, row, 'before', null, now());
      await changeWriteUp(db, row, content, now());
      return null;
    });

  return {
    writeUps: async () => {
      const rows = await store.read(loadWriteUps);
      return rows.map(({ id, kind, content, finalOn, changedAt, versions, subject }) => ({
        id,
        kind,
        finalOn,
        changedAt,
        subject,
        ...summaryOf(content),
        versions: versions.length,
        finals: versions.filter((one) => one.finalOn !== null).length,
      }));
    },

    addWriteUp: async ({ query: { today }, body: { kind, subject } }) => {
      const composed = await composer.compose(kind, subject, today);
      const id = await store.write(async (db) => {
        const { locale } = await loadSettings(db);
        return addWriteUp(db, { kind, subject, content: firstContent(composed, paperOf(locale)) }, now());
      });
      return { id };
    },

    writeUp: ({ params: { id }, query: { today } }) => readWriteUp(store, composer, id, today),

    changeWriteUp: ({ params: { id }, body }) => change(id, (content) => ({ ...content, ...body })),
    writePassage: ({ params: { id }, body }) => change(id, (content) => withPassage(content, body)),
    addPassage: ({ params: { id }, body }) => change(id, (content) => withOwnPassage(content, body)),
    removePassage: ({ params: { id, key } }) => change(id, (content) => withoutOwnPassage(content, key)),

    composeAnew: async ({ params: { id }, query: { today } }) => {
      const { kind, subject } = await store.read((db) => loadWriteUp(db, id));
      const fresh = await composer.compose(kind, subject, today);
      return replace(id, (content) =>
        Promise.resolve({
          ...content,
          sections: [...recomposed(content, fresh.sections).sections],
          figures: fresh.figures,
        }),
      );
    },

    ...versionHandlers({ store, now }, replace),

    removeWriteUp: async ({ params: { id } }) => {
      await store.write((db) => setWriteUpDeleted(db, id, now().toISOString()));
      return null;
    },
    restoreWriteUp: async ({ params: { id } }) => {
      await store.write((db) => setWriteUpDeleted(db, id, null));
      return null;
    },

    ...cardHandlers({ store, now }),
  };
}

/** A write-up, its versions, and what it would say if it were composed now; null for that where its record is gone. */
async function readWriteUp(store: Store, composer: WriteUpComposer, id: string, today: string) {
  const { row, versions } = await store.read(async (db) => ({
    row: await loadWriteUp(db, id),
    versions: await loadVersionsOf(db, id),
  }));
  const { kind, subject, content, finalOn, changedAt, revision } = row;
  const fresh = await composer.compose(kind, subject, today).catch((error: unknown) => {
    if (isGone(error)) return null;
    throw error;
  });
  return {
    id,
    kind,
    subject,
    content,
    finalOn,
    changedAt,
    revision,
    fresh,
    versions: versions.map(({ writeUpId: _, ...version }) => version),
  };
}

/** Versions of a write-up; `replace` puts one in the place of what stands. */
function versionHandlers(
  { store, now }: Pick<Deps, 'store' | 'now'>,
  replace: (id: string, next: (content: WriteUpContent) => Promise<WriteUpContent>) => Promise<null>,
): Handlers<'keepVersion' | 'writeUpVersion' | 'restoreVersion'> {
  return {
    keepVersion: ({ params: { id }, body: { finalOn } }) =>
      store.write(async (db) => {
        const row = await loadWriteUp(db, id);
        await keepVersion(db, row, finalOn === null ? 'kept' : 'final', finalOn, now());
        if (finalOn !== null) await setFinal(db, id, finalOn);
        return null;
      }),

    writeUpVersion: async ({ params: { id, versionId } }) =>
      (await store.read((db) => loadVersionOf(db, id, versionId))).content,

    restoreVersion: async ({ params: { id, versionId } }) => {
      const version = await store.read((db) => loadVersionOf(db, id, versionId));
      return replace(id, () => Promise.resolve(version.content));
    },
  };
}

/** Recipe cards of other households. */
function cardHandlers({ store, now }: Pick<Deps, 'store' | 'now'>): Handlers<'readCard' | 'takeCard'> {
  return {
    readCard: async ({ body: { text } }) => {
      const card = readCard(text);
      const { recipes, grinders } = await store.read(async (db) => ({
        recipes: await loadRecipes(db),
        grinders: await loadGrinders(db),
      }));
      return previewCard(card, { recipes: recipes.map(({ recipe }) => recipe), grinders });
    },

    takeCard: ({ body: { text } }) => {
      const card = readCard(text);
      return store.write(async (db) =>
        loadRecipe(db, await addRecipe(db, recipeOfCard(card, await loadGrinders(db)), now())),
      );
    },
  };
}

/** Where letter paper is the usual one. */
const LETTER_REGIONS = ['US', 'CA', 'MX', 'PH', 'CL', 'CO', 'VE', 'GT', 'CR', 'PA', 'DO', 'PR'];

function paperOf(locale: string | null): WriteUpContent['paper'] {
  const region = locale === null ? undefined : new Intl.Locale(locale).maximize().region;
  return region !== undefined && LETTER_REGIONS.includes(region) ? 'letter' : 'A4';
}
