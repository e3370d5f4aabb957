import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';

/**
 * Remembers which steps of a check passed, and on which content of the files they read. Nothing is remembered of a
 * folder that no git looks after: there every step runs.
 */
export class Passed {
  #root;
  #file;
  #digests;

  /**
   * Reads every file of the project once, as it stands now.
   *
   * @param {string} root the project's folder
   * @param {string} file where it is remembered
   */
  constructor(root, file) {
    this.#root = root;
    this.#file = file;
    this.#digests = this.#digestsOfFiles();
  }

  /**
   * Runs a step unless it passed before on the same files and the same Node. A step that throws did not pass.
   *
   * @param {string} step its name
   * @param {RegExp} unread paths, from the project's folder and with slashes, that the step does not read
   * @param {() => Promise<void>} work
   * @returns {Promise<boolean>} whether it had to run
   */
  async unlessPassed(step, unread, work) {
    const key = this.#key(unread);
    if (key !== null && this.#known()[step] === key) return false;
    await work();
    if (key !== null) {
      mkdirSync(dirname(this.#file), { recursive: true });
      writeFileSync(this.#file, JSON.stringify({ ...this.#known(), [step]: key }));
    }
    return true;
  }

  /** Of the files as they stood before any step ran: what changes meanwhile is checked next time. */
  #key(unread) {
    if (this.#digests === null) return null;
    const hash = createHash('sha256').update(`${process.version} ${process.platform} ${process.arch}`);
    for (const [path, digest] of this.#digests) if (!unread.test(path)) hash.update(`\0${path}\0${digest}`);
    return hash.digest('hex');
  }

  #known() {
    return existsSync(this.#file) ? JSON.parse(readFileSync(this.#file, 'utf8')) : {};
  }

  /** Every file that git keeps or would keep, in order of its path; null without git. */
  #digestsOfFiles() {
    let listed;
    try {
      listed = execFileSync('git', ['ls-files', '--cached', '--others', '--exclude-standard', '-z'], {
        cwd: this.#root,
        encoding: 'utf8',
        stdio: ['ignore', 'pipe', 'ignore'],
      });
    } catch {
      return null;
    }
    const paths = [...new Set(listed.split('\0'))].filter((path) => path !== '').sort();
    return paths.map((path) => [path, digestOf(join(this.#root, path))]);
  }
}

/** What a file holds; of one that is deleted but still kept by git, that it is gone. */
function digestOf(path) {
  if (!existsSync(path) || !statSync(path).isFile()) return 'gone';
  return createHash('sha256').update(readFileSync(path)).digest('hex');
}
