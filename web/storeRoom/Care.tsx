import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import type { Settings, SettingsChange } from '../../contract/settings';
import { CAFFEINE_CAUTION } from '../../core/text';
import { UnitInput } from '../forms/UnitInput';

const FIRST_GUIDE_MG = 400;

/** Caffeine and cautions. */
export function Care({
  settings: { caffeineGuideMg, showsCautions },
  change,
}: {
  settings: Settings;
  change: (change: SettingsChange) => void;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const number = typed === null ? caffeineGuideMg : Number(typed);
  const isWrong = number !== null && !(number >= 10 && number <= 2000);
  const set = (guide: number | null): void => change({ caffeineGuideMg: guide, was: { caffeineGuideMg } });
  const keep = (): void => {
    if (typed !== null && !isWrong) set(Number(typed));
    if (!isWrong) setTyped(null);
  };
  return (
    <fieldset>
      <legend>Caffeine and cautions</legend>
      <Form.Check
        type="switch"
        id="caffeine-tally"
        label="Keep a tally of caffeine, by taster and day"
        checked={caffeineGuideMg !== null}
        onChange={() => set(caffeineGuideMg === null ? FIRST_GUIDE_MG : null)}
      />
      {caffeineGuideMg !== null && (
        <Form.Group controlId="caffeine-guide" className="mt-1">
          <Form.Label>A day’s guide</Form.Label>
          <UnitInput
            unit="mg"
            inputMode="numeric"
            value={typed ?? caffeineGuideMg}
            isInvalid={isWrong}
            aria-invalid={isWrong}
            onChange={({ target }) => setTyped(target.value)}
            onBlur={keep}
            onKeyDown={({ key }) => key === 'Enter' && keep()}
          />
          {isWrong && <div className="invalid-feedback d-block">A guide is a number between 10 and 2000 mg.</div>}
        </Form.Group>
      )}
      <p className="quiet small mt-1">{CAFFEINE_CAUTION}</p>
      <Form.Check
        type="switch"
        id="shows-cautions"
        label="Show cautions where they apply"
        checked={showsCautions}
        onChange={() => change({ showsCautions: !showsCautions, was: { showsCautions } })}
      />
      <p className="quiet small">
        Off: they stay folded behind one word, and open when it is tapped. The makers’ manuals and local rules go first
        either way.
      </p>
    </fieldset>
  );
}
