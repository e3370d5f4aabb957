import { existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import yazl from 'yazl';
import type { ImportState } from '../../../contract/keeping/archive';
import type { Picture } from '../../../contract/keeping/picture';
import { TestServer } from '../support/running';

/** A file is looked at meanwhile; a slow machine takes its time. */
const PATIENTLY = { timeout: 30_000, interval: 20 };

let server: TestServer;
let bagId: string;
beforeAll(async () => {
  server = await new TestServer().start();
  bagId = await server.addBag({ name: 'Seen Hill' });
});
afterAll(() => server.end());

/** A picture of one colour as a camera writes it: turned on its side, with the place where it was taken. */
const photo = (width = 600, height = 400): Promise<Buffer> =>
  sharp({ create: { width, height, channels: 3, background: '#7a4' } })
    .withMetadata({ orientation: 6 })
    .withExifMerge({ IFD0: { Make: 'A camera' }, IFD3: { GPSLatitude: '51/1 30/1 0/1' } })
    .jpeg()
    .toBuffer();

const add = async (file: Uint8Array, query = 'of=bag'): Promise<{ status: number; body: unknown }> =>
  server.upload(`/bags/${bagId}/pictures?${query}`, file);
const list = (): Promise<Picture[]> => server.ok('GET', `/bags/${bagId}/pictures`);
async function bytesOf(id: string, size = 'whole'): Promise<Buffer> {
  const response = await fetch(`${server.running.address}/api/pictures/${id}?size=${size}`);
  expect([response.status, response.headers.get('content-type')]).toEqual([200, 'image/jpeg']);
  return Buffer.from(await response.arrayBuffer());
}
const files = (): string[] =>
  existsSync(join(server.folder, 'pictures'))
    ? readdirSync(join(server.folder, 'pictures')).filter((name) => name.endsWith('.jpg'))
    : [];

describe('a picture', () => {
  it('is written anew: upright, without a word of where it was taken, and with a thumbnail', async () => {
    const original = await photo();
    expect((await sharp(original).metadata()).exif).toBeDefined();
    const { status, body } = await add(original);
    expect(status).toBe(201);
    const { id, ...picture } = body as Picture;
    expect(picture).toMatchObject({ bagId, brewId: null, of: 'bag', width: 400, height: 600 });
    const { exif, width, height } = await sharp(await bytesOf(id)).metadata();
    expect([exif, width, height]).toEqual([undefined, 400, 600]);
    expect((await bytesOf(id)).includes('A camera')).toBe(false);
    const small = await sharp(await bytesOf(id, 'thumbnail')).metadata();
    expect([small.width, small.height]).toEqual([360, 360]);
  });

  it('is no larger than it need be', async () => {
    const { body } = await add(await photo(5000, 2000), 'of=beans');
    expect(body).toMatchObject({ of: 'beans', width: 800, height: 2000 });
  });

  it('of a bed or the liquor needs its brew, and one of a bag has none', async () => {
    const brew = await server.addBrew(bagId);
    expect(await add(await photo(), `of=bed&brew=${brew}`)).toMatchObject({ status: 201, body: { brewId: brew } });
    expect((await add(await photo(), 'of=liquor')).status).toBe(422);
    expect((await add(await photo(), `of=bag&brew=${brew}`)).status).toBe(422);
    const elsewhere = await server.addBrew(await server.addBag({ name: 'Elsewhere' }));
    expect((await add(await photo(), `of=bed&brew=${elsewhere}`)).status).toBe(422);
    expect((await add(await photo(), 'of=kettle')).status).toBe(422);
  });

  it('can be deleted and brought back', async () => {
    const before = await list();
    const id = before[0]?.id ?? '';
    await server.ok('DELETE', `/pictures/${id}`);
    expect((await list()).map((one) => one.id)).not.toContain(id);
    await server.ok('POST', `/pictures/${id}/restore`);
    expect(await list()).toEqual(before);
  });
});

describe('a file that is no picture', () => {
  it.each<[string, () => Promise<Buffer> | Buffer, number]>([
    ['a page', () => Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"><script/></svg>'), 415],
    ['nothing', () => Buffer.alloc(0), 415],
    ['half of one', async () => (await photo()).subarray(0, 900), 415],
    ['a beginning with nothing behind it', () => Buffer.from([0xff, 0xd8, 0xff, 0xe0, 1, 2, 3]), 415],
    ['more bytes than any', () => Buffer.alloc(26 * 1024 * 1024, 0xff), 413],
    [
      'few bytes of very many pixels',
      () =>
        sharp({ create: { width: 16_000, height: 16_000, channels: 3, background: '#000' } })
          .png()
          .toBuffer(),
      413,
    ],
  ])('such as %s is refused in words, and nothing is kept of it', async (_what, file, status) => {
    const before = files();
    const answer = await add(await file());
    expect(answer.status).toBe(status);
    expect((answer.body as { error: { message: string } }).error.message).toMatch(/Nothing was kept\.$/);
    expect(files()).toEqual(before);
  });
});

describe('pictures', () => {
  const archive = async (): Promise<Buffer> =>
    Buffer.from(await (await fetch(`${server.running.address}/api/archive`)).arrayBuffer());
  const looked = async (file: Buffer): Promise<ImportState> => {
    const { body } = await server.upload('/imports', file);
    return vi.waitFor(async () => {
      const state = await server.ok<ImportState>('GET', `/imports/${(body as { id: string }).id}`);
      expect(state.stage).not.toBe('checking');
      return state;
    }, PATIENTLY);
  };

  it('travel in the archive, to the byte, and into a household that never had them', async () => {
    const file = await archive();
    const [first] = await list();
    const before = await bytesOf(first?.id ?? '');
    rmSync(join(server.folder, 'pictures'), { recursive: true });
    expect((await fetch(`${server.running.address}/api/pictures/${first?.id}`)).status).toBe(404);
    const state = await looked(file);
    await server.ok('POST', `/imports/${state.id}/household`);
    expect((await bytesOf(first?.id ?? '')).equals(before)).toBe(true);
  });

  it('of an archive that are none are named, and nothing is taken in', async () => {
    const [first] = await list();
    const zip = new yazl.ZipFile();
    const row = { ...first, bytes: 3, deletedAt: null };
    const document = { format: 'slow-crest.archive', version: 2, writtenAt: '', collections: { pictures: [row] } };
    zip.addBuffer(Buffer.from(JSON.stringify(document)), 'archive.json');
    // Of the right size, but with the place where it was taken in it.
    const talkative = sharp(await bytesOf(first?.id ?? '')).withExif({ IFD0: { Make: 'A camera' } });
    zip.addBuffer(await talkative.jpeg().toBuffer(), `pictures/${first?.id}.jpg`);
    zip.end();
    const pieces: Buffer[] = [];
    for await (const piece of zip.outputStream) pieces.push(piece as Buffer);
    const state = await looked(Buffer.concat(pieces));
    expect(state.stage).toBe('refused');
    expect(state.preview?.problems).toContainEqual({
      where: `pictures/${first?.id}.jpg`,
      message: 'It is not a picture as they are kept here',
    });
  });

  it('go along to the folder backups are copied to, and stay while a backup names them', async () => {
    const stick = mkdtempSync(join(tmpdir(), 'slow-crest-stick-'));
    await server.ok('PATCH', '/settings', { backupFolder: stick });
    const { body } = await add(await photo());
    const { id } = body as Picture;
    await server.ok('POST', '/backups');
    const [own = ''] = readdirSync(stick);
    expect(readFileSync(join(stick, own, 'pictures', `${id}.jpg`)).equals(await bytesOf(id))).toBe(true);
    mkdirSync(stick, { recursive: true });
    rmSync(stick, { recursive: true });
  });
});
