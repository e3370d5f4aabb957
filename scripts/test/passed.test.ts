import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { Passed } from '../lib/passed.mjs';

let root: string;
beforeEach(() => {
  root = mkdtempSync(join(tmpdir(), 'slow-crest-passed-'));
  execFileSync('git', ['init', '--quiet'], { cwd: root });
  put('core/a.ts', 'one');
  put('docs/a.md', 'one');
});
afterEach(() => rmSync(root, { recursive: true }));

function put(path: string, text: string): void {
  mkdirSync(dirname(join(root, path)), { recursive: true });
  writeFileSync(join(root, path), text);
}

/** Looks at the folder anew, as each run of the check does; says whether the step had to run. */
const check = (step = 'tests', work = (): Promise<void> => Promise.resolve()): Promise<boolean> =>
  new Passed(root, join(root, '.git', 'passed.json')).unlessPassed(step, /^docs\//, work);

describe('a step of the check', () => {
  it('runs once, and again when anything it reads is changed, added or deleted', async () => {
    expect(await check()).toBe(true);
    expect(await check()).toBe(false);
    put('core/a.ts', 'two');
    expect([await check(), await check()]).toEqual([true, false]);
    put('core/b.ts', 'new');
    expect([await check(), await check()]).toEqual([true, false]);
    execFileSync('git', ['add', '.'], { cwd: root });
    rmSync(join(root, 'core/b.ts'));
    expect([await check(), await check()]).toEqual([true, false]);
  });

  it('does not run for what it does not read, nor because another step passed', async () => {
    await check();
    put('docs/a.md', 'two');
    expect(await check()).toBe(false);
    expect(await check('another')).toBe(true);
  });

  it('has not passed where it failed, nor on what was changed while it ran', async () => {
    await expect(check('tests', () => Promise.reject(new Error('red')))).rejects.toThrow('red');
    expect(
      await check('tests', () => {
        put('core/a.ts', 'changed meanwhile');
        return Promise.resolve();
      }),
    ).toBe(true);
    expect(await check()).toBe(true);
  });

  it('always runs in a folder that is not kept by git', async () => {
    rmSync(join(root, '.git'), { recursive: true });
    const always = (): Promise<boolean> =>
      new Passed(root, join(root, 'passed.json')).unlessPassed('tests', /^docs\//, () => Promise.resolve());
    expect([await always(), await always()]).toEqual([true, true]);
  });
});
