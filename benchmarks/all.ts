import { execFileSync, spawn } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { ReportLine } from './report';

/**
 * Everything that docs/reliability.md gives a figure of, measured again, one after another: the attacks, a household of
 * 20 000 brews, opening. Writes the tables of that page itself, with date and commit, so that none is carried over.
 * `SHARE` is how much of what the attacks generate is sent; the table says how much that was.
 */
const ROOT = join(import.meta.dirname, '..');
const PAGE = join(ROOT, 'docs', 'reliability.md');

const MEASURED = [
  { table: 'attacks', heads: ['attack', 'outcome'], file: 'reliability/run.ts' },
  { table: 'large', heads: ['what', 'measured'], file: 'benchmarks/large.ts' },
  { table: 'opening', heads: ['what', 'measured'], file: 'benchmarks/opening.ts' },
] as const;

/** Runs a measurement as it is run by hand, shows what it says, and gives its lines. */
function linesOf(file: string): Promise<ReportLine[]> {
  return new Promise((resolve, reject) => {
    const child = spawn(process.execPath, ['--import', 'tsx', file], {
      cwd: ROOT,
      env: { ...process.env, REPORT: 'json' },
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    let said = '';
    child.stdout.on('data', (part: Buffer) => {
      said += part.toString();
      process.stdout.write(part);
    });
    child.once('exit', (code) => {
      if (code === 0) resolve(JSON.parse(said.trim().split('\n').at(-1) ?? '[]') as ReportLine[]);
      else reject(new Error(`${file} ended with ${code}: the page stays as it is`));
    });
  });
}

const git = (...args: string[]): string => execFileSync('git', args, { cwd: ROOT, encoding: 'utf8' }).trim();
const commit = git('rev-parse', '--short', 'HEAD') + (git('status', '--porcelain') === '' ? '' : ', with changes');
const on = new Date().toISOString().slice(0, 10);

function tableOf([what, value]: readonly [string, string], lines: readonly ReportLine[]): string {
  const cell = (text: string): string => text.replaceAll('|', '/');
  return [
    `Measured on ${on} at commit ${commit}.`,
    '',
    `| ${what} | ${value} |`,
    '|---|---|',
    ...lines.map((line) => `| ${cell(line.what)} | ${cell(line.value)} |`),
  ].join('\n');
}

/** Puts a table between its marks on the page. */
function written(page: string, name: string, table: string): string {
  const [from, to] = [`<!-- measured: ${name} -->`, `<!-- end: ${name} -->`];
  const [start, end] = [page.indexOf(from), page.indexOf(to)];
  if (start < 0 || end < start) throw new Error(`docs/reliability.md has no place for ${name}`);
  return `${page.slice(0, start + from.length)}\n\n${table}\n\n${page.slice(end)}`;
}

const only = process.env.ONLY?.split(',');
for (const { table, heads, file } of MEASURED.filter((one) => only === undefined || only.includes(one.table))) {
  console.log(`\n── ${table}`);
  const lines = await linesOf(file);
  writeFileSync(PAGE, written(readFileSync(PAGE, 'utf8'), table, tableOf(heads, lines)));
}
