import type { Cup } from '../../contract/cup';
import { levelText, LINE_IDS, lineName } from '../../core/cup';
import { currentWord } from '../../core/cup/words';
import { numberText } from '../shared/format';
import { useVocabulary } from '../shared/useVocabulary';

/** The words of a cup as the household now says them, by the look they were found at. */
export function CupWords({ cup }: { cup: Cup }) {
  const { vocabulary } = useVocabulary();
  if (cup.words.length === 0) return null;
  return (
    <ul className="cup-words">
      {LINE_IDS.filter((id) => cup.words.some(({ line }) => line === id)).map((id) => (
        <li key={id} dir="auto">
          {lineName(id) && <span className="at">{lineName(id)}: </span>}
          {cup.words
            .filter(({ line }) => line === id)
            .map((word) => currentWord(vocabulary, word.id)?.name ?? word.typed)
            .join(', ')}
        </li>
      ))}
    </ul>
  );
}

/** Levels, mouthfeel and how the cup was taken, in words. */
export function CupDetails({ cup, names }: { cup: Cup; names: ReadonlyMap<string, string> }) {
  const levels = cup.levels.map(
    ({ attribute, level, adequacy }) =>
      `${names.get(attribute) ?? attribute} ${[level && levelText(level), adequacy].filter(Boolean).join(', ')}`,
  );
  const feel = [
    cup.finishS === null ? null : `finish ${numberText(cup.finishS, 1)} s`,
    cup.textures.join(', '),
    cup.dryness && `dryness: ${cup.dryness}`,
  ].filter(Boolean);
  const nag = cup.nag?.resolvedWith === null && !cup.nag.dropped ? cup.nag : null;
  return (
    <div className="small">
      {levels.length > 0 && <div>Levels: {levels.join('; ')}.</div>}
      {feel.length > 0 && <div>{feel.join(' · ')}</div>}
      {nag && (
        <div className="quiet">
          Still nags: <q dir="auto">{nag.said || nag.tapped.join(', ')}</q>
        </div>
      )}
    </div>
  );
}
