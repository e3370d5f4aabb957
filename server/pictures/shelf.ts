import { copyFileSync, createReadStream, existsSync, mkdirSync, readdirSync, renameSync, rmSync } from 'node:fs';
import { open } from 'node:fs/promises';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import sharp from 'sharp';
import { Problem } from '../../application/problem';

/** The largest file that is taken, bytes, and the largest picture in it, pixels. */
const MOST_BYTES = 25 * 1024 * 1024;
const MOST_PIXELS = 60_000_000;
/** The longer side of what is kept, and of a thumbnail, pixels. */
const WHOLE = 2000;
const THUMBNAIL = 360;
const QUALITY = 84;

/** Nothing is kept in memory from one picture to the next. */
sharp.cache(false);

/** A picture as it is kept. */
export interface KeptPicture {
  width: number;
  height: number;
  bytes: number;
}

/** What files of pictures begin with. What could hold a programme, a page or a link is none of these. */
const isPicture = (bytes: Buffer): boolean =>
  bytes.subarray(0, 3).equals(Buffer.from([0xff, 0xd8, 0xff])) ||
  bytes.subarray(0, 8).equals(Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a])) ||
  (bytes.subarray(0, 4).toString('latin1') === 'RIFF' && bytes.subarray(8, 12).toString('latin1') === 'WEBP');

const NAME = /^([0-9a-f-]{36})\.jpg$/;

/** Where the pictures of a data folder lie. */
export const picturesOf = (dataFolder: string): string => join(dataFolder, 'pictures');

/**
 * The files of pictures, beside the database. Each was decoded and written anew: where it was taken and all else a
 * camera writes into a file stays behind.
 */
export class PictureShelf {
  constructor(readonly folder: string) {}

  /**
   * Takes a picture in under an id. Throws a Problem for what is too large or no picture; nothing of it is kept then.
   */
  async take(id: string, bytes: Readable): Promise<KeptPicture> {
    return this.#keep(id, await gathered(bytes));
  }

  async #keep(id: string, original: Buffer): Promise<KeptPicture> {
    const { data, width, height } = await reencoded(original);
    mkdirSync(this.folder, { recursive: true });
    const file = this.#file(id);
    const handle = await open(`${file}.unfinished`, 'w');
    try {
      await handle.writeFile(data);
      await handle.sync();
    } finally {
      await handle.close();
    }
    renameSync(`${file}.unfinished`, file);
    return { width, height, bytes: data.length };
  }

  /** The bytes of a picture; null where its file is not there. */
  whole(id: string): Readable | null {
    return existsSync(this.#file(id)) ? createReadStream(this.#file(id)) : null;
  }

  /** The thumbnail of a picture, made when it is first asked for; null where there is no picture. */
  async thumbnail(id: string): Promise<Readable | null> {
    if (!existsSync(this.#file(id))) return null;
    const folder = join(this.folder, 'thumbnails');
    const file = join(folder, `${id}.jpg`);
    if (!existsSync(file)) {
      mkdirSync(folder, { recursive: true });
      await sharp(this.#file(id))
        .resize(THUMBNAIL, THUMBNAIL, { fit: 'cover' })
        .jpeg({ quality: QUALITY })
        .toFile(`${file}.${process.pid}`);
      renameSync(`${file}.${process.pid}`, file);
    }
    return createReadStream(file);
  }

  has(id: string): boolean {
    return existsSync(this.#file(id));
  }

  /** Takes over a picture that is as this one keeps them. */
  adopt(id: string, from: string): void {
    mkdirSync(this.folder, { recursive: true });
    if (this.has(id)) return;
    copyFileSync(from, `${this.#file(id)}.unfinished`);
    renameSync(`${this.#file(id)}.unfinished`, this.#file(id));
  }

  /** Copies what is not there yet into another folder. */
  copyTo(folder: string): void {
    const other = new PictureShelf(folder);
    for (const id of this.ids()) other.adopt(id, this.#file(id));
  }

  /** The file of a picture. */
  fileOf(id: string): string {
    return this.#file(id);
  }

  /** The ids of all pictures that lie here. */
  ids(): string[] {
    if (!existsSync(this.folder)) return [];
    return readdirSync(this.folder).flatMap((name) => NAME.exec(name)?.[1] ?? []);
  }

  /** Throws the files of a picture away. */
  drop(id: string): void {
    rmSync(this.#file(id), { force: true });
    rmSync(join(this.folder, 'thumbnails', `${id}.jpg`), { force: true });
  }

  #file(id: string): string {
    return join(this.folder, `${id}.jpg`);
  }
}

async function gathered(bytes: Readable): Promise<Buffer> {
  const pieces: Buffer[] = [];
  let taken = 0;
  for await (const piece of bytes as AsyncIterable<Buffer>) {
    taken += piece.length;
    if (taken > MOST_BYTES)
      throw new Problem('too-large', `A picture can be ${MOST_BYTES / 1024 / 1024} MB at most. Nothing was kept.`);
    pieces.push(piece);
  }
  return Buffer.concat(pieces);
}

const NO_PICTURE = 'This is no picture that can be read here: JPEG, PNG and WebP can. Nothing was kept.';

/** A picture upright, no larger than it need be, without anything but its pixels. Throws a Problem for what is none. */
async function reencoded(original: Buffer): Promise<{ data: Buffer; width: number; height: number }> {
  if (!isPicture(original)) throw new Problem('unsupported', NO_PICTURE);
  try {
    const { data, info } = await sharp(original, { limitInputPixels: MOST_PIXELS, failOn: 'error' })
      .rotate()
      .resize(WHOLE, WHOLE, { fit: 'inside', withoutEnlargement: true })
      .flatten({ background: '#ffffff' })
      .jpeg({ quality: QUALITY })
      .toBuffer({ resolveWithObject: true });
    return { data, width: info.width, height: info.height };
  } catch (error) {
    if (error instanceof Error && /pixel limit/i.test(error.message))
      throw new Problem('too-large', 'This picture has more pixels than can be read here. Nothing was kept.');
    throw new Problem('unsupported', NO_PICTURE);
  }
}

/**
 * Whether a file is a picture as this one writes them: of that size, whole, and with nothing in it but its pixels. What
 * comes with an archive is looked at like this and kept as it is.
 */
export async function isAsKept(
  bytes: Buffer,
  { width, height }: Pick<KeptPicture, 'width' | 'height'>,
): Promise<boolean> {
  try {
    const picture = sharp(bytes, { limitInputPixels: WHOLE * WHOLE, failOn: 'error' });
    const { format, exif, xmp, iptc, icc, ...is } = await picture.metadata();
    await picture.stats();
    const isBare = [exif, xmp, iptc, icc].every((one) => one === undefined);
    return format === 'jpeg' && isBare && is.width === width && is.height === height;
  } catch {
    return false;
  }
}
