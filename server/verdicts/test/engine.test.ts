import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { afterAll, describe, expect, it } from 'vitest';
import type { CrestInput } from '../../../core/crest';
import { startEngine } from '../engine';
import { EngineProblem } from '../engineHere';

const folder = mkdtempSync(join(tmpdir(), 'slow-crest-engine-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const nothing = {} as CrestInput;

/** A thread that runs this code. */
function threadOf(name: string, code: string): URL {
  const file = join(folder, `${name}.mjs`);
  writeFileSync(file, code);
  return pathToFileURL(file);
}

describe('the engine', () => {
  it.each([
    ['cannot start', 'throw new Error("no memory")'],
    ['ends in the middle', 'export function fit() { process.exit(3); }'],
  ])('says that nothing can be judged when its thread %s, and neither ends nor hangs', async (how, code) => {
    const engine = startEngine(threadOf(how.replaceAll(' ', '-'), code));
    for (let i = 0; i < 3; i++) await expect(engine.fit(nothing)).rejects.toThrow(EngineProblem);
    await engine.close();
  });

  it('that has no thread to run judges again as soon as there is one', async () => {
    const file = join(folder, 'later.mjs');
    const engine = startEngine(pathToFileURL(file));
    await expect(engine.fit(nothing)).rejects.toThrow(EngineProblem);
    writeFileSync(file, 'export function fit() { return { answer: "judged" }; }');
    expect(await engine.fit(nothing)).toBe('judged');
    await engine.close();
  });

  it('is ready once its thread has started', async () => {
    const engine = startEngine(
      threadOf(
        'ready',
        'export function fit() { return { answer: 1 }; } export function ready() { return { answer: null }; }',
      ),
    );
    await engine.ready();
    expect(await engine.fit(nothing)).toBe(1);
    await engine.close();
  });

  it('keeps its thread when only the question was wrong', async () => {
    const engine = startEngine(
      threadOf(
        'counting',
        'let n = 0; export function fit(ask) { n++; return ask.wrong ? { wrong: "wrong question" } : { answer: n }; }',
      ),
    );
    expect(await engine.fit(nothing)).toBe(1);
    await expect(engine.fit({ wrong: true } as unknown as CrestInput)).rejects.toThrow('wrong question');
    expect(await engine.fit(nothing)).toBe(3);
    await engine.close();
  });
});
