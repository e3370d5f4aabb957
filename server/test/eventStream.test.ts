import { once } from 'node:events';
import { createServer, get, type IncomingMessage, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import express from 'express';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openStream, type EventStream } from '../eventStream';

let server: Server;
const streams: EventStream[] = [];
let closed = 0;
const SLOW_MS = 300;
beforeAll(async () => {
  const app = express();
  app.get('/', (_request, response) => {
    streams.push(openStream(response, SLOW_MS));
    response.once('close', () => closed++);
  });
  server = createServer(app).listen(0, '127.0.0.1');
  await once(server, 'listening');
});
afterAll(() => {
  server.closeAllConnections();
  server.close();
});

/** A reader that reads nothing until told to. */
function reader(): Promise<IncomingMessage> {
  return new Promise((resolve) =>
    get({ port: (server.address() as AddressInfo).port, host: '127.0.0.1' }, (answer) => resolve(answer.pause())),
  );
}
const KILOBYTE = 'x'.repeat(1024);
const MUCH = 'x'.repeat(16 * 1024);

async function text(answer: IncomingMessage): Promise<string> {
  let all = '';
  answer.setEncoding('utf8');
  for await (const part of answer) all += part as string;
  return all;
}

describe('an event stream', () => {
  it('does not pile up what a hundred readers never read, and closes them', async () => {
    const before = [streams.length, closed];
    await Promise.all(Array.from({ length: 100 }, reader));
    const mine = streams.slice(before[0]);
    const memory = process.memoryUsage().rss;
    // 16 MB for each of them, more than any system buffers: 1.6 GB in all, were it kept.
    for (let i = 0; i < 1000; i++) {
      for (const stream of mine) stream.send('readings', 'scale', { i, MUCH });
      await new Promise((resolve) => setImmediate(resolve));
    }
    // The system's own buffers of a hundred connections take a part of it.
    expect((process.memoryUsage().rss - memory) / 1e6).toBeLessThan(150);
    await expect.poll(() => closed - (before[1] ?? 0), { timeout: 20_000 }).toBe(100);
  }, 60_000);

  it('gives a reader that was slow the newest of everything, and then closes it so that it comes back', async () => {
    const answer = await reader();
    const stream = streams.at(-1);
    for (let i = 0; i < 20_000; i++) {
      stream?.send('readings', 'scale of one', { one: i, KILOBYTE });
      if (i % 1000 === 0) stream?.send('changed', 'one', { brew: `change ${i}` });
    }
    const all = await text(answer.resume());
    expect(all).toContain('"one":19999,');
    expect(all).toContain('"brew":"change 19000"');
    expect(all).not.toContain('"one":19000,');
    expect(all.endsWith('\n\n')).toBe(true);
  });

  it('leaves a reader that keeps up everything, in order, and open', async () => {
    const answer = (await reader()).resume();
    answer.setEncoding('utf8');
    let heard = '';
    answer.on('data', (part: string) => (heard += part));
    // A burst in one go, and one after another.
    for (let i = 0; i < 25; i++) streams.at(-1)?.send('readings', 'one', { i, KILOBYTE });
    for (let i = 25; i < 50; i++) {
      streams.at(-1)?.send('readings', 'one', { i, KILOBYTE });
      await new Promise((resolve) => setImmediate(resolve));
    }
    await expect.poll(() => heard).toContain('"i":49');
    expect([...heard.matchAll(/"i":(\d+)/g)].map(([, i]) => Number(i))).toEqual(
      Array.from({ length: 50 }, (_, i) => i),
    );
    expect(answer.readableEnded).toBe(false);
    answer.destroy();
  });
});
