import { readFileSync } from 'node:fs';
import { open } from 'node:fs/promises';
import sharp from 'sharp';
import { Problem } from '../../application/problem';

/** The largest picture that is read, pixels. */
const MOST_PIXELS = 60_000_000;
/** The longer side of what is kept, pixels. */
const WHOLE = 2000;
export const QUALITY = 84;

// Nothing is kept in memory from one picture to the next.
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

const NO_PICTURE = 'This is no picture that can be read here: JPEG, PNG and WebP can. Nothing was kept.';

/**
 * Writes a picture anew, upright, no larger than it need be, without anything but its pixels, and on disk. Throws a
 * Problem for what is none.
 */
export async function readPicture({ file, to }: { file: string; to: string }): Promise<KeptPicture> {
  const { data, width, height } = await reencoded(readFileSync(file));
  const handle = await open(to, 'w');
  try {
    await handle.writeFile(data);
    await handle.sync();
  } finally {
    await handle.close();
  }
  return { width, height, bytes: data.length };
}

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
