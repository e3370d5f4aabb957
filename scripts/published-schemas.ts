import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { PUBLISHED_SCHEMAS } from '../application/publishedSchemas';

/** Writes the published descriptions of the formats anew; to be run when what is kept or given away changes. */
for (const [file, schema] of Object.entries(PUBLISHED_SCHEMAS))
  writeFileSync(join('docs', file), `${JSON.stringify(schema(), null, 1)}\n`);
