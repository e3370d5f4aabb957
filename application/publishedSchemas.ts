import { z } from 'zod';
import { archive } from '../contract/keeping/archive';
import { exchangeFile } from '../contract/keeping/exchange';
import { recipeCardFile } from '../contract/writeUps/writeUp';

/** What `docs/` publishes as JSON Schema, by file. What JSON Schema cannot say is left open. */
export const PUBLISHED_SCHEMAS: Readonly<Record<string, () => object>> = {
  'archive.schema.json': () => z.toJSONSchema(archive, { io: 'output', unrepresentable: 'any', reused: 'ref' }),
  'crests.schema.json': () => z.toJSONSchema(exchangeFile, { io: 'output', unrepresentable: 'any' }),
  'recipe.schema.json': () => z.toJSONSchema(recipeCardFile, { io: 'input', unrepresentable: 'any' }),
};
