import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pino, { type Logger } from 'pino';
import type { BagDraft } from '../../../contract/bag/bag';
import type { BrewDraft } from '../../../contract/bag/brew';
import { apiError, type ApiError } from '../../../contract/error';
import type { CrestInput } from '../../../core/crest';
import { readConfig } from '../../config';
import { serve, type Running } from '../../serve';
import { engineHere } from '../../verdicts/engineHere';

/** The day on which the tests take place. */
export const TODAY = '2026-03-01';

/** The real server over HTTP on a real database file; only the clock and the engine's threads are stand-ins. */
export class TestServer {
  readonly folder = mkdtempSync(join(tmpdir(), 'slow-crest-test-'));
  readonly fits: CrestInput[] = [];
  /** What happens elsewhere while a cup is foretold, which takes its time. */
  whileForetelling: () => Promise<void> = () => Promise.resolve();
  #running: Running | null = null;

  /** @param now the clock; by default it stands at noon of the day on which the tests take place */
  constructor(
    private readonly now = (): Date => new Date(`${TODAY}T12:00:00Z`),
    private readonly env: Record<string, string> = {},
    private readonly log: Logger = pino({ level: 'silent' }),
  ) {}

  get running(): Running {
    if (!this.#running) throw new Error('The server is not running');
    return this.#running;
  }

  async start(): Promise<this> {
    const config = readConfig({ SLOW_CREST_DATA: this.folder, PORT: '0', ...this.env }, '/');
    const here = engineHere();
    const engine = {
      ...here,
      fit: (input: CrestInput) => {
        this.fits.push(input);
        return here.fit(input);
      },
      foretell: async (question: Parameters<typeof here.foretell>[0]) => {
        await this.whileForetelling();
        return here.foretell(question);
      },
    };
    // Everything is waited for: a slow machine must not show a test what was known before.
    this.#running = await serve(config, this.log, null, {
      now: this.now,
      monotonic: () => this.now().getTime(),
      engine,
      patienceMs: 60_000,
    });
    return this;
  }

  async stop(): Promise<void> {
    await this.running.close();
    this.#running = null;
  }

  async end(): Promise<void> {
    await this.stop();
    rmSync(this.folder, { recursive: true, force: true });
  }

  /** Sends a request; the body goes as JSON. */
  async send(method: string, path: string, body?: unknown): Promise<{ status: number; body: unknown }> {
    const response = await fetch(`${this.running.address}/api${path}`, {
      method,
      ...(method === 'GET'
        ? {}
        : { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body ?? {}) }),
    });
    const text = await response.text();
    return { status: response.status, body: text === '' ? null : JSON.parse(text) };
  }

  /** Sends a request that must succeed; returns its body. */
  async ok<T>(method: string, path: string, body?: unknown): Promise<T> {
    const answer = await this.send(method, path, body);
    if (answer.status >= 300) throw new Error(`${method} ${path}: ${answer.status} ${JSON.stringify(answer.body)}`);
    return answer.body as T;
  }

  /** Sends a file as it is. */
  async upload(path: string, file: Uint8Array): Promise<{ status: number; body: unknown }> {
    const response = await fetch(`${this.running.address}/api${path}`, {
      method: 'POST',
      headers: { 'content-type': 'application/octet-stream' },
      body: new Uint8Array(file),
    });
    return { status: response.status, body: await response.json() };
  }

  /** Sends a request that must be refused; returns its status and what was wrong. */
  async refused(method: string, path: string, body?: unknown): Promise<ApiError & { status: number }> {
    const answer = await this.send(method, path, body);
    return { status: answer.status, ...apiError.parse(answer.body).error };
  }

  async addBag(differently: Partial<BagDraft> = {}): Promise<string> {
    return (await this.ok<{ id: string }>('POST', '/bags', bagDraft(differently))).id;
  }

  async addBrew(bagId: string, differently: Partial<BrewDraft> = {}): Promise<string> {
    return (await this.ok<{ id: string }>('POST', `/bags/${bagId}/brews`, brewDraft(differently))).id;
  }
}

export const REFERENCE = { style: 'filter', brewer: 'cone', doseG: 17, waterG: 272, waterC: 92, grindStep: 0 } as const;

export function bagDraft(differently: Partial<BagDraft> = {}): BagDraft {
  return {
    name: 'Test Hill',
    roaster: 'Fernhill',
    roastedOn: '2026-02-05',
    roastLevel: 'light',
    process: 'washed',
    reference: REFERENCE,
    ...differently,
  };
}

export function brewDraft(differently: Partial<BrewDraft> = {}): BrewDraft {
  return {
    ...REFERENCE,
    brewedAt: '2026-02-20T08:00:00+01:00',
    cup: { scoringScale: 'mark10', mark: 8.2, remarks: 'quince' },
    ...differently,
  };
}

/** Reads a stream of events until it said enough; answers with all it said. */
export async function hear(address: string, path: string, isEnough: (said: string) => boolean): Promise<string> {
  const stopped = new AbortController();
  const response = await fetch(`${address}/api${path}`, { signal: stopped.signal });
  let said = '';
  const decoder = new TextDecoder();
  for await (const chunk of response.body as AsyncIterable<Uint8Array>) {
    said += decoder.decode(chunk);
    if (isEnough(said)) break;
  }
  stopped.abort();
  return said;
}

/** The newest state a stream told as `changed`; null while it told none. */
export function newestOf(said: string): unknown {
  const [last] = said.split('event: changed\ndata: ').slice(1).reverse();
  const [data = '', end] = (last ?? '').split('\n\n');
  return end === undefined ? null : (JSON.parse(data) as unknown);
}
