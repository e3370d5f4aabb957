import { spawnSync } from 'node:child_process';
import { cpSync, mkdirSync, mkdtempSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';

const ROOT = fileURLToPath(new URL('../..', import.meta.url));

/** Files of which each imports another that it must not know, and the rule it breaks. */
const UPWARD = [
  ['core/crest/up.ts', 'server/db/low.ts', 'core-is-the-lowest'],
  ['core/cup/up.ts', 'core/crest/index.ts', 'parts-of-the-core-do-not-know-the-engine'],
  ['core/crest/report/up.ts', 'core/text/index.ts', 'the-engine-does-not-speak'],
  ['contract/up.ts', 'application/judge.ts', 'contract-knows-the-core-only'],
  ['application/up.ts', 'server/serve.ts', 'application-knows-no-machine'],
  ['server/up.ts', 'web/main.tsx', 'server-stands-alone'],
  ['web/ui/up.tsx', 'web/bag/BagPage.tsx', 'what-places-share-knows-no-place'],
  ['web/bag/up.tsx', 'web/cup/CupPage.tsx', 'a-place-never-imports-another'],
] as const;
const CIRCLES = {
  'core/crest/one.ts': "import { two } from './two';\nexport const one = (): number => two();\n",
  'core/crest/two.ts': "import { one } from './one';\nexport const two = (): number => one();\n",
  'web/palate/One.tsx': "import type { Two } from './Two';\nexport interface One { two: Two }\n",
  'web/palate/Two.tsx': "import type { One } from './One';\nexport interface Two { one: One | null }\n",
};
const DOWNWARD = {
  'application/down.ts': "import { thing } from '../core/crest';\nexport const judge = thing;\n",
  'web/shelf/Down.tsx': "import { thing } from '../ui/Thing';\nexport const other = thing;\n",
  'web/ui/Thing.tsx': 'export const thing = 1;\n',
};

let folder: string;
const plant = (path: string, text: string): void => {
  mkdirSync(join(folder, dirname(path)), { recursive: true });
  writeFileSync(join(folder, path), text);
};
/** What the guard says of the planted files, in one run: each file with the rule it breaks. */
let broken: string[];
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'slow-crest-layers-'));
  for (const name of ['.dependency-cruiser.mjs', 'tsconfig.json']) cpSync(join(ROOT, name), join(folder, name));
  symlinkSync(join(ROOT, 'node_modules'), join(folder, 'node_modules'));
  for (const [from, to] of UPWARD) {
    const steps = '../'.repeat(from.split('/').length - 1);
    plant(from, `import { thing } from '${steps}${to.replace(/\.tsx?$/, '')}';\nexport const other = thing;\n`);
    plant(to, 'export const thing = 1;\n');
  }
  for (const [path, text] of Object.entries({ ...CIRCLES, ...DOWNWARD })) plant(path, text);
  const cruiser = join(ROOT, 'node_modules/dependency-cruiser/bin/dependency-cruise.mjs');
  const asked = ['--config', '.dependency-cruiser.mjs', '--output-type', 'json'];
  const said = spawnSync(process.execPath, [cruiser, ...asked, 'core', 'contract', 'application', 'server', 'web'], {
    cwd: folder,
    encoding: 'utf8',
  });
  if (said.stdout === '') throw new Error(said.stderr);
  const { summary } = JSON.parse(said.stdout) as {
    summary: { violations: { from: string; rule: { name: string } }[] };
  };
  broken = summary.violations.map(({ from, rule }) => `${from}: ${rule.name}`);
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

describe('who may import whom', () => {
  it.each(UPWARD)('refuses %s importing %s', (from, _, rule) => expect(broken).toContain(`${from}: ${rule}`));

  it.each(['core/crest/one.ts', 'web/palate/One.tsx'])('refuses the circle that %s is in, of types too', (path) =>
    expect(broken.filter((one) => one.endsWith('no-circle')).join()).toContain(path.replace(/\/[Oo]ne\.tsx?$/, '')),
  );

  it('has nothing against imports that go down', () => {
    expect(broken).toHaveLength(UPWARD.length + 2);
  });
});
