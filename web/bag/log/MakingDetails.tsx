import { api } from '../../api/api';
import type { Brew } from '../../../contract/bag/brew';
import { againstBand, gapsIn, KIND_TRAITS, brewKindOf, minutesText, assessBrew, shareOf } from '../../../core/brew';
import { placeAmong } from '../../../core/palate';
import { phText } from '../../../core/text';
import { numberText, sentenceCase, weightText } from '../../ui/format';
import { RecipeLines } from '../../domain/RecipeLines';
import { TraceChart } from '../../domain/TraceChart';
import type { Units } from '../../../core/text';
import { useUnits } from '../../api/useUnits';

/**
 * How one brew was made: the recipe as it stood that day, what happened to its stages, the trace, and what was
 * measured.
 */
export function MakingDetails({ brew }: { brew: Brew }) {
  const { making } = brew;
  const units = useUnits();
  const place = usePhPlace(brew);
  if (!making) return null;
  const { recipe, version, stageTimes } = making;
  const facts = factsOf(brew, units, place);
  return (
    <div className="making">
      {facts.length > 0 && <p className="small mb-1">{facts.join(' · ')}</p>}
      {recipe && (
        <>
          <div className="small quiet">
            {recipe.name}
            {version && `, version ${version.number}${version.isNewest ? '' : ' (edited since)'}`}
          </div>
          <RecipeLines recipe={recipe} times={stageTimes} />
          {making.hasTrace && <Trace brewId={brew.id} recipe={recipe} />}
        </>
      )}
    </div>
  );
}

function Trace({ brewId, recipe }: { brewId: string; recipe: NonNullable<NonNullable<Brew['making']>['recipe']> }) {
  const { data } = api.useBrewTraceQuery({ id: brewId });
  if (!data) return null;
  const gaps = gapsIn(data.trace);
  const flawed = Object.values(data.flaws).reduce((sum, count) => sum + count, 0);
  return (
    <>
      <TraceChart recipe={recipe} trace={data.trace} height={180} />
      {(gaps.length > 0 || flawed > 0) && (
        <p className="quiet small mb-0">
          {gaps.map(
            ({ fromS, untilS }) => `The scale was silent from ${minutesText(fromS)} to ${minutesText(untilS)}. `,
          )}
          {flawed > 0 && `${flawed} wrong readings were left out.`}
        </p>
      )}
    </>
  );
}

/** Where the pH of a brew stands among the household's other brews of its drink. */
function usePhPlace({ id, style, making }: Brew): ReturnType<typeof placeAmong> {
  const ph = making?.ph ?? null;
  const { data } = api.usePalateReadingsQuery(undefined, { skip: ph === null });
  const others = data?.ph.filter((one) => one.style === style && one.brewId !== id) ?? [];
  return ph === null
    ? null
    : placeAmong(
        ph,
        others.map((one) => one.ph),
      );
}

function factsOf(
  { making, doseG, waterG, drainS, brewer, style }: Brew,
  units: Units,
  phPlace: ReturnType<typeof placeAmong>,
): string[] {
  if (!making) return [];
  const {
    recipe,
    vigour,
    bed,
    tastes,
    tdsPercent,
    beverageG,
    ph,
    hardnessPpm,
    iceG,
    milkG,
    pressureBar,
    grinderSetting,
    grindWord,
  } = making;
  const kind = recipe?.kind ?? brewKindOf({ brewer, style });
  const band = recipe?.drain ?? null;
  const { extraction, flow, beverage } = assessBrew({
    kind,
    doseG,
    waterG,
    drainS,
    tdsPercent,
    beverageG,
  });
  const place = band && drainS !== null ? againstBand(drainS, band) : null;
  return [
    place &&
      drainS !== null &&
      `${sentenceCase(KIND_TRAITS[kind].end)} in ${minutesText(drainS)}, ${place.place === 'inside' ? 'inside its band' : `${numberText(place.byS, 0)} s too ${place.place}`}`,
    kind === 'espresso' && flow !== null && `${numberText(flow, 1)} g/s`,
    vigour && `${kind === 'espresso' ? 'crema' : 'bloom'} ${vigour}`,
    bed && `bed ${bed}`,
    tastes.length > 0 && `tasted ${tastes.join(', ')}`,
    extraction && `extraction ${extraction.formula}`,
    beverageG !== null && `${weightText(beverageG, units, 0)} in the cup`,
    iceG !== null && `${numberText(100 * shareOf(iceG, waterG - iceG), 0)} % ice`,
    milkG !== null && `${numberText(100 * shareOf(milkG, beverage), 0)} % milk`,
    ph !== null && `pH ${numberText(ph, 2)}, ${phText(ph, phPlace)}`,
    pressureBar !== null && `${numberText(pressureBar, 1)} bar`,
    hardnessPpm !== null && `${numberText(hardnessPpm, 0)} ppm`,
    grinderSetting !== null && `grind ${numberText(grinderSetting, 2)}`,
    grindWord && `ground ${grindWord}`,
  ].filter((fact): fact is string => typeof fact === 'string');
}
