import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import type { Bag } from '../../contract/bag/bag';
import type { BagPage } from '../../contract/shelf/shelf';
import { BET_OUTCOMES, BUY_AGAIN, levelText, LIKINGS, TRUE_TO_KIND } from '../../core/cup';
import { finalMarksText, processText } from '../../core/text';
import { Taps } from '../forms/fields';
import { sentenceCase } from '../ui/format';
import { FinalLevels } from './FinalLevels';
import { FinalMarks } from './FinalMarks';
import { useBagChange } from './useBagChange';

/** To what a coffee can be true, and what of the bag says what that is. */
const KINDS = [
  { field: 'trueToOrigin', label: 'its origin', of: ({ origin }: Bag) => origin },
  { field: 'trueToVariety', label: 'its variety', of: ({ variety }: Bag) => variety },
  { field: 'trueToProcess', label: 'its process', of: processText },
  { field: 'trueToRoaster', label: 'its roaster', of: ({ roaster }: Bag) => roaster },
] as const;

/** What the taster says of the bag apart from any mark. Every tap is kept at once; a second takes it back. */
export function OwnVerdict({ page }: { page: BagPage }) {
  const { bag, brews, settings } = page;
  const change = useBagChange(bag);
  if (brews.length === 0) return null;
  const said = saidText(bag, new Map(settings.intensityAttributes.map(({ id, name }) => [id, name])));
  const known = KINDS.filter(({ of }) => of(bag) !== '');
  const tap = <F extends keyof Bag>(field: F, value: Bag[F]): void =>
    void change({ [field]: bag[field] === value ? null : value });
  return (
    <section>
      <h2>Your verdict</h2>
      {said !== '' && <p className="mb-1">{said}</p>}
      <details open={said === '' && bag.finishedOn !== null}>
        <summary>
          {said === ''
            ? 'Your mark, buy again, liked or not, how true to its kind, final levels'
            : 'Change or add to it'}
        </summary>
        <FinalMarks
          page={page}
          keep={(marks) => void change(({ finalMarks }) => ({ finalMarks: marks(finalMarks) }))}
        />
        <Taps
          label="Buy again"
          options={BUY_AGAIN}
          pressed={bag.buyAgain === null ? [] : [bag.buyAgain]}
          onTap={(one) => tap('buyAgain', one)}
        />
        <Taps
          label="Apart from how good it is"
          options={LIKINGS}
          pressed={bag.liked === null ? [] : [bag.liked]}
          onTap={(one) => tap('liked', one)}
        />
        {bag.boughtFor !== '' && (
          <>
            <p className="mb-1 mt-2">
              Bought for: <q dir="auto">{bag.boughtFor}</q>
            </p>
            <Taps
              label="That"
              options={BET_OUTCOMES}
              pressed={bag.boughtForHeld === null ? [] : [bag.boughtForHeld]}
              onTap={(one) => tap('boughtForHeld', one)}
            />
          </>
        )}
        {known.map(({ field, label }) => (
          <Taps
            key={field}
            label={`True to ${label}`}
            options={TRUE_TO_KIND}
            pressed={bag[field] === null ? [] : [bag[field]]}
            onTap={(one) => tap(field, one)}
          />
        ))}
        <FinalLevels
          page={page}
          keep={(levels) => void change(({ finalLevels }) => ({ finalLevels: levels(finalLevels) }))}
        />
        <Ideas
          key={bag.ideas}
          bag={bag}
          keep={(ideas) => void change({ ideas }, 'Kept: it comes back with the next brew.')}
        />
      </details>
    </section>
  );
}

/** The verdict so far in sentences; empty while nothing was said. */
function saidText(bag: Bag, names: ReadonlyMap<string, string>): string {
  const kinds = KINDS.flatMap(({ field, label }) => (bag[field] === null ? [] : [`${bag[field]} true to ${label}`]));
  return [
    bag.finalMarks.length > 0 && `Your mark: ${finalMarksText(bag.finalMarks, bag.reference.style)}.`,
    bag.buyAgain && `Buy again: ${bag.buyAgain}.`,
    bag.liked && `${sentenceCase(bag.liked)}.`,
    bag.boughtForHeld && `What it was bought for: ${bag.boughtForHeld}.`,
    kinds.length > 0 && `${sentenceCase(kinds.join(', '))}.`,
    bag.finalLevels.length > 0 &&
      `Levels: ${bag.finalLevels.map(({ attribute, intensity }) => `${names.get(attribute) ?? attribute} ${levelText(intensity)}`).join(', ')}.`,
    bag.ideas !== '' && `For later: ${bag.ideas}`,
  ]
    .filter(Boolean)
    .join(' ');
}

/** Ideas for later, kept when the field is left. */
function Ideas({ bag, keep }: { bag: Bag; keep: (ideas: string) => void }) {
  const [typed, setTyped] = useState(bag.ideas);
  return (
    <Form.Group controlId="ideas" className="mt-2">
      <Form.Label>Ideas for later</Form.Label>
      <Form.Control
        as="textarea"
        rows={2}
        dir="auto"
        maxLength={500}
        placeholder="over ice, with milk, coarser …"
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={() => typed.trim() !== bag.ideas && keep(typed.trim())}
      />
    </Form.Group>
  );
}
