import type { ReactNode } from 'react';
import type { Bag } from '../../contract/bag/bag';
import { roastOfColour } from '../../application/readings';
import { tablePeakDays, type TasterPrior } from '../../core/crest';
import { colourGapText } from '../../core/cup';
import { parametersLine, processText, roastByColourText } from '../../core/text';
import { api } from '../api/api';
import { useUnits } from '../api/useUnits';
import { judgedByText } from './log/judgedBy';
import { dateText, numberText, SCORING_SCALE_NAMES, sentenceCase } from '../ui/format';

/** The recipe everything is measured against, and what the label says that no cup can test. */
export function LabelFacts({ bag, prior, today }: { bag: Bag; prior: TasterPrior | null; today: string }) {
  const units = useUnits();
  const { reference } = bag;
  const byColour = useRoastByColour(bag);
  const on = (date: string | null): string | null => date && dateText(date, today);
  const label: Facts = [
    ['Producer', bag.producer],
    ['Origin', bag.origin],
    ['Altitude', bag.altitude],
    ['Variety', bag.variety],
    ['Species', bag.species],
    ['Process', processText(bag)],
    ['Lot', bag.lot],
    ['Harvest', bag.harvest],
    ['Blend of', blendText(bag.blend)],
    ['Meant for', bag.meantFor],
    ['Claims', bag.certificates],
    ['Sold', bag.soldAgain],
    ['Link', bag.link !== '' && <LabelLink key="link" to={bag.link} />],
  ];
  const stock: Facts = [
    ['Bought for', bag.boughtFor],
    ['Bought at', bag.shop],
    ['Arrived', on(bag.arrivedOn)],
    ['Opened', on(bag.openedOn)],
    ['Divided', bag.portions === null ? null : `into ${bag.portions} ${bag.portions === 1 ? 'portion' : 'portions'}`],
    ['Beans', [bag.beanSize && `${sentenceCase(bag.beanSize)}.`, bag.beanLook].filter(Boolean).join(' ')],
    ['Colour', [colourText(bag), byColour].filter(Boolean).join('; ')],
  ];
  return (
    <>
      <section>
        <h2>Reference recipe</h2>
        <p className="mb-0">
          {sentenceCase(parametersLine(reference, units))}{' '}
          <span className="quiet">(1:{numberText(reference.waterG / reference.doseG, 1)})</span>
        </p>
        <p className="quiet small mb-0">
          The curve is the score this recipe would get. Scored as: {SCORING_SCALE_NAMES[bag.scoringScale].toLowerCase()}
          .{bag.weights && ` Best means: ${judgedByText(bag.weights)}.`}
        </p>
        {prior && (
          <p className="quiet small mb-0">
            Before any cup, your own past puts the peak of such a bag around day {numberText(prior.peak.days, 0)}; the
            usual is {numberText(tablePeakDays({ ...bag, style: reference.style }), 0)}.
          </p>
        )}
      </section>
      <FactList title="On the label" facts={label} />
      <FactList title="How it came" facts={stock} />
    </>
  );
}

/** What each is called, and what is known of it. */
type Facts = readonly (readonly [string, ReactNode])[];

/** The address a label gives, opened apart: nobody there hears where it was followed from. */
const LabelLink = ({ to }: { to: string }) => (
  <a href={to} target="_blank" rel="noreferrer noopener" className="text-break">
    {to.replace(/^https?:\/\//i, '').replace(/\/$/, '')}
  </a>
);

function FactList({ title, facts }: { title: string; facts: Facts }) {
  const known = facts.filter(([, value]) => Boolean(value));
  if (known.length === 0) return null;
  return (
    <section>
      <h2>{title}</h2>
      <dl className="fact-list">
        {known.map(([what, value]) => (
          <div key={what}>
            <dt>{what}</dt>
            <dd dir="auto">{value}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}

function blendText(parts: Bag['blend']): string {
  return parts
    .map(({ name, sharePercent }) => (sharePercent === null ? name : `${numberText(sharePercent, 0)} % ${name}`))
    .join(', ');
}

/** What the roast colour of a bag says of its claimed roast, by the household's other bags. */
function useRoastByColour(bag: Bag): string | null {
  const { data } = api.usePalateReadingsQuery(undefined, {
    skip: bag.colourGround === null && bag.colourWhole === null,
  });
  return !data || bag.roastLevel === null ? null : roastByColourText(bag.roastLevel, roastOfColour(bag, data));
}

function colourText({ colourWhole: whole, colourGround: ground }: Bag): string {
  const measured = [
    whole === null ? null : `${numberText(whole)} whole`,
    ground === null ? null : `${numberText(ground)} ground`,
    colourGapText(whole, ground),
  ];
  return measured.filter((part) => part !== null).join(', ');
}
