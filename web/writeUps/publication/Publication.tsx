import type { ReactNode } from 'react';
import type { Figures } from '../../../contract/writeUps/writeUp';
import { CAPTION_KEY, SECTION_HEADINGS, type Units } from '../../../core/text';
import { headOf, type SectionId, type ShownPassage, type ShownSection, type WriteUpKind } from '../../../core/writeUp';
import { CardTable } from './CardTable';
import { LevelsFigure } from './LevelsFigure';
import { inParagraphs, withoutCaption } from './lines';
import { MarksFigure } from './MarksFigure';
import { OF_THE_PAGE, type Palette } from './palette';
import { RidgeData } from './RidgeData';
import { RidgeFigure } from './RidgeFigure';

export interface PublishedPicture {
  src: string;
  alt: string;
}

/** All a publication is made of: nothing else gets into a file. */
export interface PublicationParts {
  kind: WriteUpKind;
  sections: readonly ShownSection[];
  figures: Figures;
  pictures: readonly PublishedPicture[];
  units: Units;
  /** What stands at its foot. */
  foot: string;
}

interface Props extends PublicationParts {
  palette?: Palette;
  /** Its title is a heading of this level; those of its sections are one below. */
  level?: 1 | 2;
  /** How a passage is drawn where it can be written over. */
  passage?: (passage: ShownPassage) => ReactNode;
  /** What stands behind the passages of a section where more can be written. */
  behind?: (section: SectionId) => ReactNode;
}

/** Sections before the figures, and behind them. */
const ABOVE: readonly SectionId[] = ['head', 'short'];

/** A write-up as it is published: on the page, on paper and in a file, drawn by the same hand. */
export function Publication({
  kind,
  sections,
  figures,
  pictures,
  units,
  foot,
  palette = OF_THE_PAGE,
  level = 1,
  passage = ({ text }) => text,
  behind = () => null,
}: Props) {
  const [Title, Heading] = level === 1 ? (['h1', 'h2'] as const) : (['h2', 'h3'] as const);
  const { title, lines, short } = headOf(sections);
  const caption = sections.flatMap(({ passages }) => passages).find(({ key }) => key === CAPTION_KEY);
  const figureLabel = short[0]?.text ?? title?.text ?? '';
  return (
    <article className="publication" lang="en">
      <header>
        {title && <Title dir="auto">{passage(title)}</Title>}
        {lines.map((line) => (
          <div key={line.key} className="pub-line" dir="auto">
            {passage(line)}
          </div>
        ))}
        {behind('head')}
      </header>
      <div className="pub-lead">
        <Passages id="short" passages={short} passage={passage} />
        {behind('short')}
      </div>
      {pictures.length > 0 && (
        <div className="pub-pictures">
          {pictures.map(({ src, alt }) => (
            <img key={src} src={src} alt={alt} />
          ))}
        </div>
      )}
      {figures.ridges.length > 0 && (
        <figure className="pub-ridge">
          <RidgeFigure figures={figures.ridges} palette={palette} label={`Score against rest day. ${figureLabel}`} />
          {caption && <figcaption dir="auto">{passage(caption)}</figcaption>}
          <RidgeData figures={figures.ridges} />
        </figure>
      )}
      {figures.marks && (
        <figure className="pub-marks">
          <MarksFigure figure={figures.marks} palette={palette} label={`Marks, cup by cup. ${figureLabel}`} />
        </figure>
      )}
      {kind === 'card' && figures.card && <CardTable card={figures.card} units={units} />}
      <div className="pub-body">
        {withoutCaption(sections)
          .filter(({ id }) => !ABOVE.includes(id))
          .map(({ id, passages }) => (
            <section key={id} className={`pub-${id}`}>
              <Heading>{SECTION_HEADINGS[id]}</Heading>
              {id === 'levels' &&
                figures.levels.map((figure) => (
                  <figure key={figure.name}>
                    {figures.levels.length > 1 && <figcaption>{figure.name}</figcaption>}
                    <LevelsFigure figure={figure} palette={palette} label={`Levels of ${figure.name}, 1 to 5`} />
                  </figure>
                ))}
              <Passages id={id} passages={passages} passage={passage} />
              {id === 'recipe' && figures.card && <CardTable card={figures.card} units={units} />}
              {behind(id)}
            </section>
          ))}
      </div>
      {foot !== '' && <footer>{foot}</footer>}
    </article>
  );
}

function Passages({
  id,
  passages,
  passage,
}: {
  id: SectionId;
  passages: readonly ShownPassage[];
  passage: (passage: ShownPassage) => ReactNode;
}) {
  const { areLines, paragraphs } = inParagraphs(id, passages);
  const drawn = (some: readonly ShownPassage[]) => some.map((one) => <span key={one.key}>{passage(one)} </span>);
  if (!areLines)
    return paragraphs.map((some, i) => (
      <div key={i} className="pub-running" dir="auto">
        {drawn(some)}
      </div>
    ));
  return (
    <ul>
      {paragraphs.map((some) => (
        <li key={some[0]?.key} dir="auto">
          {drawn(some)}
        </li>
      ))}
    </ul>
  );
}
