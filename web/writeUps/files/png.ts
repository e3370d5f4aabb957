import type { SvgFile } from './svg';

/** Pixels of a picture for each of its drawing. */
export const PIXELS = 2;

/** A drawing as a PNG of twice its pixels. Throws where the browser cannot draw it. */
export async function pngOf({ svg, width, height }: SvgFile): Promise<Blob> {
  const image = new Image();
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`;
  await image.decode();
  const canvas = document.createElement('canvas');
  canvas.width = width * PIXELS;
  canvas.height = height * PIXELS;
  canvas.getContext('2d')?.drawImage(image, 0, 0, canvas.width, canvas.height);
  return new Promise((resolve, reject) => {
    canvas.toBlob((blob) => {
      if (blob) resolve(blob);
      else reject(new Error('The picture could not be drawn'));
    }, 'image/png');
  });
}
