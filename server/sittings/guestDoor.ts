import { randomInt } from 'node:crypto';
import { createServer, type RequestListener, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import type { Sharing } from '../../contract/sitting';
import { Problem } from '../../application/problem';
import { renderSVG } from 'uqr';
import { networkAddresses } from '../access/names';

/** How long a code lets guests in, ms; who has a seat keeps it. */
const CODE_MS = 30 * 60_000;
/** So many wrong codes, from wherever, and the code is changed. */
const MOST_WRONG = 30;

interface Open {
  sittingId: string;
  code: string;
  expiresAt: number;
  wrong: number;
  server: Server;
  port: number;
}

/**
 * The door for guests: while a sitting is shared, a second address of this machine answers on the network, and it
 * answers nothing but that sitting. Shut, there is no such address.
 */
export class GuestDoor {
  #open: Open | null = null;

  constructor(
    /** What answers guests. */
    private readonly answer: RequestListener,
    /** The port guests come to, and the network address it listens on. */
    private readonly at: { port: number; host: string },
    private readonly now: () => Date,
  ) {}

  /** Opens the door to a sitting, with a new code; to another one before, no more. */
  async open(sittingId: string): Promise<void> {
    if (this.#open?.sittingId !== sittingId) await this.close();
    const code = String(randomInt(1_000_000)).padStart(6, '0');
    const fresh = { sittingId, code, expiresAt: this.now().getTime() + CODE_MS, wrong: 0 };
    if (this.#open) this.#open = { ...this.#open, ...fresh };
    else {
      const server = createServer(this.answer);
      await listening(server, this.at);
      this.#open = { ...fresh, server, port: (server.address() as AddressInfo).port };
    }
  }

  /** Lets nobody new in; who has a seat stays. */
  stopJoining(): void {
    if (this.#open) this.#open.expiresAt = 0;
  }

  /** Lets nobody in any more, and ends what is under way there. */
  async close(): Promise<void> {
    const open = this.#open;
    this.#open = null;
    if (!open) return;
    const over = new Promise((resolve) => open.server.close(resolve));
    open.server.closeAllConnections();
    await over;
  }

  /** The sitting that is shared. */
  get sittingId(): string | null {
    return this.#open?.sittingId ?? null;
  }

  get sharing(): Sharing {
    const open = this.#open;
    if (!open) return { sittingId: null, addresses: [], code: null, expiresAt: null, qr: null };
    const found = networkAddresses();
    // Without a network there is this machine alone.
    const addresses = (found.length > 0 ? found : ['127.0.0.1']).map((address) => addressOf(address, open.port));
    const isValid = this.now().getTime() < open.expiresAt;
    const [first] = addresses;
    return {
      sittingId: open.sittingId,
      addresses,
      code: isValid ? open.code : null,
      expiresAt: new Date(open.expiresAt).toISOString(),
      qr: isValid && first !== undefined ? renderSVG(`${first}/join?code=${open.code}`, { border: 2 }) : null,
    };
  }

  /**
   * The sitting a code lets into. Throws a not-found Problem for any other code, and for one that is over; after many
   * wrong ones, from wherever they come, the code is changed.
   */
  sittingOf(code: string): string {
    const open = this.#open;
    if (open?.code === code && this.now().getTime() < open.expiresAt) return open.sittingId;
    if (open && ++open.wrong >= MOST_WRONG) {
      open.code = String(randomInt(1_000_000)).padStart(6, '0');
      open.wrong = 0;
    }
    const message = 'This code opens nothing, or no more. Ask for the one on the host’s screen now';
    throw new Problem('not-found', `${message}.`, [{ path: 'code', message }]);
  }
}

function addressOf(address: string, port: number): string {
  return `http://${address.includes(':') ? `[${address}]` : address}:${port}`;
}

function listening(server: Server, { port, host }: { port: number; host: string }): Promise<void> {
  return new Promise((resolve, reject) => {
    server.once('error', (error: NodeJS.ErrnoException) =>
      reject(
        new Problem(
          'conflict',
          error.code === 'EADDRINUSE'
            ? `Port ${port} is taken, so guests cannot be let in. Stop what uses it, or start Slow Crest with another PORT.`
            : `Guests cannot be let in: ${error.message}.`,
        ),
      ),
    );
    server.listen(port, host, resolve);
  });
}
