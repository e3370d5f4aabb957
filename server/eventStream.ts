import type { Response } from 'express';

/** What may wait to be read, bytes: a burst is no sign of a slow reader, more than this is. */
const MOST_WAITING = 64 * 1024;
/** A reader that takes nothing for so long, ms, is closed; it opens itself again when it can. */
const SLOW_MS = 10_000;
/** No stream lasts longer than this, ms: opened anew, it is asked again who listens. */
const LONGEST_MS = 3_600_000;

/** Streams by whose they are, so that they end with their session. */
export class SessionStreams {
  readonly #open = new Map<string, Set<Response>>();

  /** Remembers a stream for as long as it is open. */
  add(session: string, response: Response): void {
    const all = this.#open.get(session) ?? new Set();
    this.#open.set(session, all.add(response));
    response.once('close', () => {
      all.delete(response);
      if (all.size === 0) this.#open.delete(session);
    });
  }

  /** Ends all streams of a session. */
  end(session: string): void {
    for (const response of this.#open.get(session) ?? []) response.end();
  }
}

/** A stream of server-sent events. */
export interface EventStream {
  /** Sends an event; while the reader takes nothing, only the newest of each `about` is kept for it. */
  send(event: string, about: string, data: unknown): void;
}

/**
 * Opens a stream that obeys its reader: what a slow one does not take is not piled up. Once it reads again it gets the
 * newest state and is closed, so that it comes back and fetches what it missed; if it never does, it is closed anyway.
 */
export function openStream(response: Response, slowMs = SLOW_MS): EventStream {
  response.set({ 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' });
  response.flushHeaders();
  /** The newest of what could not be sent, by what it is about; null while the reader keeps up. */
  let held: Map<string, string> | null = null;
  let slow: NodeJS.Timeout | undefined;
  const longest = setTimeout(() => response.end(), LONGEST_MS).unref();

  const write = (text: string): void => {
    response.write(text);
    if (response.writableLength < MOST_WAITING) return;
    held = new Map();
    slow = setTimeout(() => response.destroy(), slowMs);
  };
  response.on('drain', () => {
    clearTimeout(slow);
    const missed = held;
    held = null;
    if (!missed || missed.size === 0) return;
    response.end([...missed.values()].join(''));
  });
  response.once('close', () => {
    clearTimeout(slow);
    clearTimeout(longest);
  });
  write('retry: 500\n\n');
  return {
    send: (event, about, data) => {
      if (response.writableEnded || response.destroyed) return;
      const text = `event: ${event}\ndata: ${JSON.stringify(data)}\n\n`;
      if (held) held.set(`${event} ${about}`, text);
      else write(text);
    },
  };
}
