import newsreader from '@fontsource-variable/newsreader/files/newsreader-latin-wght-normal.woff2?url';
import publicSans from '@fontsource-variable/public-sans/files/public-sans-latin-wght-normal.woff2?url';
import { dataUri } from './dataUri';

const FONTS = [
  ['Newsreader Variable', newsreader],
  ['Public Sans Variable', publicSans],
] as const;

let embedded: Promise<string> | null = null;

/** The fonts as style that needs nothing from anywhere else. */
export function embeddedFonts(): Promise<string> {
  embedded ??= Promise.all(
    FONTS.map(async ([family, address]) => {
      const uri = await dataUri(await (await fetch(address)).blob());
      return `@font-face{font-family:'${family}';font-weight:200 900;src:url(${uri}) format('woff2')}`;
    }),
  ).then(
    (faces) => faces.join(''),
    (error: unknown) => {
      // The next who asks tries again.
      embedded = null;
      throw error;
    },
  );
  return embedded;
}
