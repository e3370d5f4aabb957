import { useWatch } from 'react-hook-form';
import type { IntensityAttribute } from '../../core/cup';
import { sentenceCase } from '../ui/format';
import type { BrewForm } from './brewForm';
import { drawnShare } from '../domain/LevelStrip';

/** The whole cup as a skyline while it is drawn: a tower an attribute, as high as its level. */
export function Skyline({ attributes }: { attributes: readonly IntensityAttribute[] }) {
  const intensities = useWatch<BrewForm, 'cup.intensities'>({ name: 'cup.intensities' });
  const drawn = attributes.map(({ id, name }) => ({ id, name, share: drawnShare(intensities[id]?.intensity ?? '') }));
  const count = drawn.filter(({ share }) => share > 0).length;
  return (
    <figure className="skyline" aria-hidden="true">
      <div>
        {drawn.map(({ id, name, share }) => (
          <span key={id} title={sentenceCase(name)} style={{ blockSize: `${100 * share}%` }} />
        ))}
      </div>
      <figcaption className="quiet small">
        {count === 0 ? 'The cup, as you draw it' : `${count} of ${drawn.length} drawn`}
      </figcaption>
    </figure>
  );
}
