import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { fileURLToPath } from 'node:url';

const ROOT = fileURLToPath(new URL('..', import.meta.url));

/** The compiled server as a process of its own, to be killed. */
export class ServerProcess {
  address = '';
  #child: ChildProcess | null = null;

  /** @param handles the most files it may have open; no limit of ours by default */
  constructor(
    private readonly folder: string,
    private readonly handles: number | null = null,
  ) {}

  get pid(): number {
    return this.#child?.pid ?? 0;
  }

  get isRunning(): boolean {
    return this.#child !== null && this.#child.exitCode === null && this.#child.signalCode === null;
  }

  async start(): Promise<void> {
    const node = [process.execPath, 'dist/server/main.js'];
    const [command = '', ...args] =
      this.handles === null ? node : ['bash', '-c', `ulimit -n ${this.handles}; exec "$@"`, 'bash', ...node];
    const child = spawn(command, args, {
      cwd: ROOT,
      env: { ...process.env, SLOW_CREST_DATA: this.folder, PORT: '0', HOST: '', LOG_LEVEL: 'silent', NODE_ENV: 'test' },
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    this.#child = child;
    this.address = await new Promise((resolve, reject) => {
      let said = '';
      const hear = (part: Buffer): void => {
        said += part.toString();
        const ready = /ready at (http:\/\/\S+)/.exec(said)?.[1];
        if (ready) resolve(ready);
      };
      child.stdout.on('data', hear);
      child.stderr.on('data', hear);
      child.once('exit', (code) => reject(new Error(`The server ended with ${code}: ${said.slice(0, 500)}`)));
    });
  }

  async stop(signal: NodeJS.Signals): Promise<void> {
    const child = this.#child;
    if (child?.exitCode !== null || child.signalCode !== null) return;
    const ended = once(child, 'exit');
    child.kill(signal);
    await ended;
  }

  async send(method: string, path: string, body?: object): Promise<{ status: number; body: unknown }> {
    const answer = await fetch(`${this.address}/api${path}`, {
      method,
      ...(method === 'GET'
        ? {}
        : { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body ?? {}) }),
    });
    const text = await answer.text();
    return { status: answer.status, body: text === '' ? null : (JSON.parse(text) as unknown) };
  }
}
