import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';

const ROOT = fileURLToPath(new URL('../..', import.meta.url));
const bag = (name: string): string =>
  JSON.stringify({
    format: 'slow-crest.bag',
    version: 1,
    bag: { name, roastedOn: '2026-02-02' },
    reference: { brewer: 'cone', doseG: 17, waterG: 272 },
    brews: [{ brewedAt: '2026-02-12T08:00:00Z', brewer: 'cone', doseG: 17, waterG: 272, overall: 80 }],
    today: '2026-02-20',
  });

function crest(
  args: string[],
  input: string,
): { status: number | null; lines: Record<string, unknown>[]; said: string } {
  const { status, stdout, stderr } = spawnSync(process.execPath, ['--import', 'tsx', 'scripts/crest.ts', ...args], {
    cwd: ROOT,
    input,
    encoding: 'utf8',
  });
  return {
    status,
    said: stderr,
    lines:
      stdout.trim() === ''
        ? []
        : stdout
            .trim()
            .split('\n')
            .map((line) => JSON.parse(line) as Record<string, unknown>),
  };
}

let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'slow-crest-cli-'));
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

describe('the command line', () => {
  it('answers each bag in order, a broken line in its place, and ends with 1', () => {
    const { status, lines } = crest([], `${bag('first')}\nnot json\n\n${bag('third')}\n`);
    expect(lines.map((line) => line.name ?? line)).toEqual([
      'first',
      { line: 2, error: 'This line is not JSON' },
      'third',
    ]);
    expect(status).toBe(1);
  });

  it('reads files, and ends with 0 when all is well', () => {
    const path = join(folder, 'bags.ndjson');
    writeFileSync(path, `${bag('one')}\r\n${bag('two')}`);
    const { status, lines } = crest([path, path], '');
    expect(lines.map((line) => line.name)).toEqual(['one', 'two', 'one', 'two']);
    expect(status).toBe(0);
  });

  it('says when a file is not there', () => {
    const { status, said } = crest([join(folder, 'missing.ndjson')], '');
    expect(status).toBe(1);
    expect(said).toMatch(/Could not read the bags/);
  });
});
