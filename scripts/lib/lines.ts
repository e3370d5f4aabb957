import { createReadStream } from 'node:fs';
import { createInterface } from 'node:readline';

/**
 * Answers every line of the files named on the command line, or of standard input, with a line of JSON in the same
 * order. A line that cannot be read is answered in its place; the exit status is then 1.
 */
export async function answerLines(what: string, answer: (line: string) => unknown): Promise<void> {
  const files = process.argv.slice(2);
  let allGood = true;
  try {
    if (files.length === 0) allGood = await answerAll(answer, process.stdin, null);
    for (const file of files) allGood = (await answerAll(answer, createReadStream(file), file)) && allGood;
  } catch (error) {
    console.error(`Could not read ${what}: ${error instanceof Error ? error.message : String(error)}`);
    allGood = false;
  }
  process.exitCode = allGood ? 0 : 1;
}

async function answerAll(
  answer: (line: string) => unknown,
  input: NodeJS.ReadableStream,
  file: string | null,
): Promise<boolean> {
  let allGood = true;
  let number = 0;
  for await (const line of createInterface({ input, crlfDelay: Infinity })) {
    number++;
    if (line.trim() === '') continue;
    let answered: unknown;
    try {
      answered = answer(line);
    } catch (error) {
      allGood = false;
      answered = {
        ...(file === null ? {} : { file }),
        line: number,
        error: error instanceof Error ? error.message : String(error),
      };
    }
    if (!process.stdout.write(`${JSON.stringify(answered)}\n`))
      await new Promise((resolve) => process.stdout.once('drain', resolve));
  }
  return allGood;
}
