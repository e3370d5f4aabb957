import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';

/** What a PDF holds, as a reader program has it: its title, the size of its paper in points, its text page by page. */
export interface ReadPdf {
  title: string;
  width: number;
  height: number;
  pages: string[];
}

export async function readPdf(bytes: Buffer): Promise<ReadPdf> {
  const document = await getDocument({ data: new Uint8Array(bytes), useSystemFonts: true, verbosity: 0 }).promise;
  const { info } = await document.getMetadata();
  const pages: string[] = [];
  let [width, height] = [0, 0];
  for (let number = 1; number <= document.numPages; number++) {
    const page = await document.getPage(number);
    ({ width, height } = page.getViewport({ scale: 1 }));
    const { items } = await page.getTextContent();
    pages.push(items.map((item) => ('str' in item ? item.str : '')).join(' '));
  }
  await document.destroy();
  return { title: (info as { Title?: string }).Title ?? '', width, height, pages };
}
