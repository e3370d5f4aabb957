import { readdirSync, readFileSync } from 'node:fs';
import { dirname } from 'node:path';
import { countBy } from 'es-toolkit';
import { describe, expect, it } from 'vitest';

const MOST_FILES = 25;
const MOST_LINES = 400;

const FOLDERS = 'core contract application server web e2e benchmarks reliability demo scripts docs'.split(' ');
const files = FOLDERS.flatMap((folder) =>
  readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile())
    .map((entry) => `${entry.parentPath}/${entry.name}`),
);

/** How much is to be read at once; of functions the linter says it. */
describe('what is to be read at once stays small:', () => {
  it('a folder', () => {
    expect(files.length).toBeGreaterThan(1000);
    const counts = countBy(files, (file) => dirname(file));
    expect(Object.entries(counts).filter(([, count]) => count > MOST_FILES)).toEqual([]);
  });

  it('a file of code or styles', () => {
    const long = files
      .filter((file) => /\.(ts|tsx|mjs|js|scss|css)$/.test(file))
      .filter((file) => readFileSync(file, 'utf8').split('\n').length > MOST_LINES + 1);
    expect(long).toEqual([]);
  });
});
