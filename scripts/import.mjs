import { keep } from './lib/keeping.mjs';

await keep('import');
