import type { Cup } from '../../../contract/bag/cup';
import { levelText, SLOT_IDS, slotName } from '../../../core/cup';
import { writtenName } from '../../../core/cup/words';
import { numberText } from '../../ui/format';
import { useVocabulary } from '../../domain/useVocabulary';

/** The descriptors of a cup as the household now says them, by the slot they were found in. */
export function CupWords({ cup }: { cup: Cup }) {
  const { vocabulary } = useVocabulary();
  if (cup.descriptors.length === 0) return null;
  return (
    <ul className="cup-words">
      {SLOT_IDS.filter((id) => cup.descriptors.some(({ slot }) => slot === id)).map((id) => (
        <li key={id} dir="auto">
          {slotName(id) && <span className="at">{slotName(id)}: </span>}
          {cup.descriptors
            .filter(({ slot }) => slot === id)
            .map((word) => said(writtenName(vocabulary, word), word))
            .join(', ')}
        </li>
      ))}
    </ul>
  );
}

type Tapped = Pick<Cup['descriptors'][number], 'prominence' | 'moment' | 'seat'>;

/** A word with all that was tapped of it: "quince leading (first, at the front)", "a trace of clove (after)". */
function said(name: string, { prominence, moment, seat }: Tapped): string {
  const weighed =
    prominence === null ? name : prominence === 'a trace' ? `a trace of ${name}` : `${name} ${prominence}`;
  const where = [moment, seat && `at the ${seat}`].filter(Boolean).join(', ');
  return where === '' ? weighed : `${weighed} (${where})`;
}

/** Levels, mouthfeel and how the cup was taken, in words. */
export function CupDetails({ cup, names }: { cup: Cup; names: ReadonlyMap<string, string> }) {
  const intensities = cup.intensities.map(
    ({ attribute, intensity, adequacy }) =>
      `${names.get(attribute) ?? attribute} ${[intensity && levelText(intensity), adequacy].filter(Boolean).join(', ')}`,
  );
  const feel = [
    cup.finishS === null ? null : `finish ${numberText(cup.finishS, 1)} s`,
    cup.textures.join(', '),
    cup.dryness && `dryness: ${cup.dryness}`,
    [cup.liquorColour, cup.liquorClarity].filter(Boolean).join(' and '),
    cup.shotLayers && `${cup.shotLayers} ${cup.shotLayers === 'one' ? 'layer' : 'layers'}`,
  ].filter(Boolean);
  const nag = cup.nag?.resolvedWith === null && !cup.nag.dropped ? cup.nag : null;
  return (
    <div className="small">
      {intensities.length > 0 && <div>Levels: {intensities.join('; ')}.</div>}
      {feel.length > 0 && <div>{feel.join(' · ')}</div>}
      {cup.coffeeFaults.length > 0 && (
        <div>
          Faults of the coffee: {cup.coffeeFaults.map(({ fault, strength }) => `${fault}, ${strength}`).join('; ')}.
        </div>
      )}
      {nag && (
        <div className="quiet">
          Still nags: <q dir="auto">{nag.said || nag.tapped.join(', ')}</q>
        </div>
      )}
    </div>
  );
}
