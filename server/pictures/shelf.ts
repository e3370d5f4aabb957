import { copyFileSync, createReadStream, existsSync, mkdirSync, readdirSync, renameSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import sharp from 'sharp';
import { Problem } from '../../application/problem';
import { UnreadableFile } from '../archive/unreadableFile';
import { runIsolated } from '../isolated/run';
import { fileOfBytes } from '../uploads';
import { QUALITY, type KeptPicture, type readPicture } from './reencode';

/** The largest file that is taken, bytes. */
const MOST_BYTES = 25 * 1024 * 1024;
/** The side of a thumbnail, pixels. */
const THUMBNAIL = 360;

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
    mkdirSync(this.folder, { recursive: true });
    const [sent, unfinished] = [`${this.#file(id)}.sent`, `${this.#file(id)}.unfinished`];
    const tooLarge = `A picture can be ${MOST_BYTES / 1024 / 1024} MB at most. Nothing was kept.`;
    try {
      await fileOfBytes(bytes, sent, MOST_BYTES, tooLarge);
      const kept = await runIsolated<typeof readPicture>('readPicture', { file: sent, to: unfinished });
      renameSync(unfinished, this.#file(id));
      return kept;
    } catch (error) {
      if (error instanceof UnreadableFile)
        throw new Problem('unsupported', `This picture cannot be read here. ${error.message} Nothing was kept.`);
      throw error;
    } finally {
      for (const file of [sent, unfinished]) rmSync(file, { force: true });
    }
  }

  /** Throws away what was being written when the power went. */
  dropUnfinished(): void {
    for (const folder of [this.folder, join(this.folder, 'thumbnails')]) {
      const names = existsSync(folder) ? readdirSync(folder) : [];
      for (const name of names.filter((one) => /\.(?:unfinished|sent|\d+)$/.test(one))) rmSync(join(folder, name));
    }
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
      const unfinished = `${file}.unfinished`;
      try {
        await sharp(this.#file(id))
          .resize(THUMBNAIL, THUMBNAIL, { fit: 'cover' })
          .jpeg({ quality: QUALITY })
          .toFile(unfinished);
        renameSync(unfinished, file);
      } finally {
        rmSync(unfinished, { force: true });
      }
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
    const unfinished = `${this.#file(id)}.unfinished`;
    try {
      copyFileSync(from, unfinished);
      renameSync(unfinished, this.#file(id));
    } finally {
      rmSync(unfinished, { force: true });
    }
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
