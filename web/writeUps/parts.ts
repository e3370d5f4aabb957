import { summaryOf } from '../../application/writeUp/content';
import type { WriteUp, WriteUpContent } from '../../contract/writeUps/writeUp';
import type { Picture } from '../../contract/keeping/picture';
import { published } from '../../core/writeUp';
import { dateSaid, type Units } from '../../core/text';
import type { PublicationParts, PublishedPicture } from './publication/Publication';

/** The title of a write-up as it stands. */
export const titleOf = (content: WriteUpContent): string => summaryOf(content).title;

/** Where a picture of a bag is had. */
export const pictureAddress = (id: string): string => `/api/pictures/${id}`;

/** The pictures that are shown, with what each shows; of those that are still there. */
export function shownPictures(content: WriteUpContent, pictures: readonly Picture[]): PublishedPicture[] {
  return content.pictures.flatMap((id) => {
    const picture = pictures.find((one) => one.id === id);
    return picture ? [{ src: pictureAddress(id), alt: altOf(picture) }] : [];
  });
}

const PICTURE_WORDS: Readonly<Record<Picture['of'], string>> = {
  bag: 'The bag',
  beans: 'The beans',
  bed: 'The bed after brewing',
  liquor: 'The coffee in the cup',
};
export const altOf = ({ of }: Picture): string => PICTURE_WORDS[of];

/** Everything that is published of a write-up, and nothing else. */
export function partsOf(
  { kind, finalOn }: Pick<WriteUp, 'kind' | 'finalOn'>,
  content: WriteUpContent,
  { pictures, units, today }: { pictures: readonly PublishedPicture[]; units: Units; today: string },
): PublicationParts {
  return {
    kind,
    pictures,
    units,
    figures: content.figures,
    sections: published(content, content.shows),
    foot: finalOn === null ? `A draft of ${dateSaid(today)}.` : `Final on ${dateSaid(finalOn)}.`,
  };
}

/** A title as a file may be called: "nyanza-grove". */
export function fileNameOf(title: string): string {
  const plain = title
    .normalize('NFKD')
    .split(/[^\p{L}\p{N}]+/u)
    .filter((part) => part !== '')
    .join('-')
    .toLowerCase();
  return plain === '' ? 'write-up' : plain.slice(0, 60);
}
