import type { LiveBrew } from '../../contract/bench/live';
import { VIGOURS } from '../../core/brew';
import { BedPicture } from '../domain/BedPicture';
import { Taps } from '../forms/fields';
import type { Change } from './useLiveChanges';

interface Props {
  live: LiveBrew;
  change: Change;
}

/** How lively the bloom or the crema is, tapped while it is seen. */
export function VigourTaps({ live, change }: Props) {
  return (
    <Taps
      label={live.recipe.kind === 'espresso' ? 'Crema' : 'Bloom'}
      options={VIGOURS}
      pressed={live.vigour === null ? [] : [live.vigour]}
      onTap={(vigour) => change(({ vigour: before }) => ({ vigour: before === vigour ? null : vigour }))}
    />
  );
}

/** How the bed lies when the brew is over. */
export function BedTaps({ live, change }: Props) {
  return <BedPicture bed={live.bed ?? ''} onTap={(bed) => change({ bed })} />;
}
