import { connect, type Socket } from 'node:net';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { BagPage, Judging } from '../contract/shelf/shelf';
import { ServerProcess } from './serverProcess';

const reference = { style: 'filter', brewer: 'cone', doseG: 16, waterG: 250, waterC: 93, grindStep: 0 };

export interface FewHandles {
  handles: number;
  /** What became of a bag added, brewed and looked at. */
  outcome: string;
}

/**
 * Uses a server that may open so few files that threads can hardly be started, or not at all; and lets others take
 * those it has.
 */
export async function underFewHandles(handles: number): Promise<FewHandles> {
  const folder = mkdtempSync(join(tmpdir(), 'slow-crest-handles-'));
  const server = new ServerProcess(folder, handles);
  const today = new Date().toISOString().slice(0, 10);
  const idle: Socket[] = [];
  try {
    await server.start();
    const added = await sendUntilTaken(server, 'POST', '/bags', { name: 'Few Hill', roastedOn: today, reference });
    const { id } = added.body as { id: string };
    const { hostname, port } = new URL(server.address);
    // More than it can hold: what it cannot take waits outside.
    for (let i = 0; i < handles; i++) idle.push(connect(Number(port), hostname).on('error', () => undefined));
    await new Promise((resolve) => setTimeout(resolve, 500));
    for (const socket of idle) socket.destroy();
    await sendUntilTaken(server, 'POST', `/bags/${id}/brews`, {
      ...reference,
      brewedAt: new Date().toISOString(),
      cup: { scoringScale: 'mark10', mark: 8 },
    });
    const page = (await sendUntilTaken(server, 'GET', `/bags/${id}?today=${today}`)).body as BagPage;
    const { trouble } = (await sendUntilTaken(server, 'GET', '/judging')).body as Judging;
    return {
      handles,
      outcome: server.isRunning
        ? `page with ${page.brews.length} brew, verdict of ${page.judged}${trouble === null ? '' : `; "${trouble}"`}`
        : 'the server is dead',
    };
  } catch (error) {
    return { handles, outcome: `failed: ${error instanceof Error ? error.message.split('\n')[0] : String(error)}` };
  } finally {
    for (const socket of idle) socket.destroy();
    await server.stop('SIGKILL');
    rmSync(folder, { recursive: true, force: true });
  }
}

/** So many times it is asked, a twentieth of a second apart. */
const ASKED = 100;

/**
 * Sends something until it is taken: a server without a handle left turns away who comes, unread, and whoever was turned
 * away comes again, as the pages do.
 */
async function sendUntilTaken(
  server: ServerProcess,
  ...request: Parameters<ServerProcess['send']>
): ReturnType<ServerProcess['send']> {
  for (let asked = 1; ; asked++) {
    try {
      return await server.send(...request);
    } catch (error) {
      if (asked === ASKED || !server.isRunning) throw error;
      await new Promise((resolve) => setTimeout(resolve, 50));
    }
  }
}
