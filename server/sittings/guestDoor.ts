import { randomInt } from 'node:crypto';
import { createServer, type RequestListener, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import type { Sharing } from '../../contract/table/sitting';
import { Problem } from '../../application/problem';
import { renderSVG } from 'uqr';
import { networkAddresses } from '../access/names';
import type { SharedSitting } from '../db/keeping/dataFolder';

/** How long a code lets guests in, ms; who has a seat keeps it. */
const CODE_MS = 30 * 60_000;
/** Seats one device, and all devices behind one address, can take at a sitting: no phone fills a table alone. */
const MOST_SEATS = { device: 4, address: 12 } as const;
/** So many wrong codes, from wherever, and the code is changed. */
const MOST_WRONG = 30;

/** Connections at once: those of one address, and all. Idle ones must not take the host's. */
const MOST_CONNECTIONS = { address: 80, all: 160 } as const;
/** Whoever connects and says nothing is let go after so long, ms. */
const SILENT_MS = 10_000;

interface Open extends SharedSitting {
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
  /** Seats taken at the sitting that is shared, by who took them. */
  readonly #taken = new Map<string, number>();

  constructor(
    /** What answers guests. */
    private readonly answer: RequestListener,
    /** The port guests come to, and the network address it listens on. */
    private readonly at: { port: number; host: string },
    private readonly now: () => Date,
    /** Keeps what is shared, so that it is again after a restart. */
    private readonly keep: (shared: SharedSitting | null) => Promise<void> = () => Promise.resolve(),
  ) {}

  /** Opens the door to a sitting, with a new code; to another one before, no more. */
  async open(sittingId: string): Promise<void> {
    const code = String(randomInt(1_000_000)).padStart(6, '0');
    await this.openAgain({ sittingId, code, expiresAt: this.now().getTime() + CODE_MS });
    await this.#keepOpen();
  }

  /** Opens the door as it was before a restart. */
  async openAgain(shared: SharedSitting): Promise<void> {
    const { sittingId } = shared;
    if (this.#open?.sittingId !== sittingId) {
      await this.close();
      this.#taken.clear();
    }
    const fresh = { ...shared, wrong: 0 };
    if (this.#open) this.#open = { ...this.#open, ...fresh };
    else {
      const server = guestServer(this.answer);
      await listening(server, this.at);
      this.#open = { ...fresh, server, port: (server.address() as AddressInfo).port };
    }
  }

  /** Lets nobody new in; who has a seat stays. */
  async stopJoining(): Promise<void> {
    if (!this.#open) return;
    this.#open.expiresAt = 0;
    await this.#keepOpen();
  }

  async #keepOpen(): Promise<void> {
    if (!this.#open) return;
    const { sittingId, code, expiresAt } = this.#open;
    await this.keep({ sittingId, code, expiresAt });
  }

  /** Lets nobody in any more, for good. */
  async stopSharing(): Promise<void> {
    await this.close();
    await this.keep(null);
  }

  /** Shuts the door and ends what is under way there; what is shared is again after a restart. */
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
    const found = networkAddresses(this.at.host);
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
   * Takes a seat for a guest, unless there are enough of that device or from that address. Throws a too-many Problem.
   *
   * @param who "device …" and "address …"
   */
  async seatFor<T>(who: readonly string[], take: () => Promise<T>): Promise<T> {
    for (const one of who) {
      const most = one.startsWith('device') ? MOST_SEATS.device : MOST_SEATS.address;
      if ((this.#taken.get(one) ?? 0) >= most)
        throw new Problem('too-many', 'This phone took enough seats at this table. Ask the host to seat you.');
    }
    // Counted before it is taken: many at once count as well.
    for (const one of who) this.#taken.set(one, (this.#taken.get(one) ?? 0) + 1);
    try {
      return await take();
    } catch (error) {
      for (const one of who) this.#taken.set(one, (this.#taken.get(one) ?? 1) - 1);
      throw error;
    }
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

/** A server on which neither idle connections nor those of one address keep everyone else out. */
function guestServer(answer: RequestListener): Server {
  const server = createServer({ headersTimeout: SILENT_MS, connectionsCheckingInterval: SILENT_MS / 4 }, answer);
  server.maxConnections = MOST_CONNECTIONS.all;
  const byAddress = new Map<string, number>();
  server.on('connection', (socket) => {
    const from = socket.remoteAddress ?? '';
    const count = (byAddress.get(from) ?? 0) + 1;
    byAddress.set(from, count);
    socket.once('close', () => byAddress.set(from, (byAddress.get(from) ?? 1) - 1));
    if (count > MOST_CONNECTIONS.address) socket.destroy();
  });
  return server;
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
