import { createReadStream } from 'node:fs';
import { createInterface } from 'node:readline';
import { parseBagLine, verdictLine } from '../application/judgeBagFile';

/**
 * Reads bags, one JSON object a line, from the files named or from standard input, and writes one verdict a line in the
 * same order. A line that cannot be read is answered in its place; the exit status is then 1.
 */
async function judgeAll(input: NodeJS.ReadableStream, file: string | null): Promise<boolean> {
  let allGood = true;
  let number = 0;
  for await (const line of createInterface({ input, crlfDelay: Infinity })) {
    number++;
    if (line.trim() === '') continue;
    let answer: unknown;
    try {
      answer = verdictLine(parseBagLine(line));
    } catch (error) {
      allGood = false;
      answer = {
        ...(file === null ? {} : { file }),
        line: number,
        error: error instanceof Error ? error.message : String(error),
      };
    }
    if (!process.stdout.write(`${JSON.stringify(answer)}\n`))
      await new Promise((resolve) => process.stdout.once('drain', resolve));
  }
  return allGood;
}

const files = process.argv.slice(2);
let allGood = true;
try {
  if (files.length === 0) allGood = await judgeAll(process.stdin, null);
  for (const file of files) allGood = (await judgeAll(createReadStream(file), file)) && allGood;
} catch (error) {
  console.error(`Could not read the bags: ${error instanceof Error ? error.message : String(error)}`);
  allGood = false;
}
process.exitCode = allGood ? 0 : 1;
