import { writeFileSync } from 'node:fs';
import { archiveSchema } from '../application/archiveSchema';

/** Writes the published description of the archive anew; to be run when what is kept changes. */
writeFileSync('docs/archive.schema.json', `${JSON.stringify(archiveSchema(), null, 1)}\n`);
