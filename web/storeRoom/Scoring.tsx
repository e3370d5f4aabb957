import { nanoid } from '@reduxjs/toolkit';
import { useState, type SubmitEvent } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import type { Settings, SettingsChange } from '../../contract/settings';
import { MORE_INTENSITY_ATTRIBUTES, SCORING_SCALES, type IntensityAttribute, type ScoringScale } from '../../core/cup';
import { isSameName } from '../forms/typed';
import { SCORING_SCALE_NAMES, sentenceCase } from '../ui/format';
import { SheetOfParts } from './SheetOfParts';

interface Props {
  settings: Settings;
  change: (change: SettingsChange) => void;
}

/**
 * How the household scores: the scale a new bag begins with, what levels are given for, and whether the sheet coaches.
 */
export function Scoring({ settings, change }: Props) {
  const set = (intensityAttributes: IntensityAttribute[]): void =>
    change({ intensityAttributes, was: { intensityAttributes: settings.intensityAttributes } });
  const all = settings.intensityAttributes;
  const move = (i: number, by: 1 | -1): void => {
    const [one, other] = [all[i], all[i + by]];
    if (one && other) set(all.map((attribute, k) => (k === i ? other : k === i + by ? one : attribute)));
  };
  return (
    <fieldset>
      <legend>How you score</legend>
      <Form.Label htmlFor="household-scoring-scale">A new bag is scored as</Form.Label>
      <Form.Select
        id="household-scoring-scale"
        value={settings.scoringScale}
        onChange={(event) =>
          change({ scoringScale: event.target.value as ScoringScale, was: { scoringScale: settings.scoringScale } })
        }
      >
        {SCORING_SCALES.map((scoringScale) => (
          <option key={scoringScale} value={scoringScale}>
            {SCORING_SCALE_NAMES[scoringScale]}
          </option>
        ))}
      </Form.Select>
      <p className="quiet small mt-1">
        Each bag keeps its own; all are put on one scale of 100 for the judgement, and every sheet shows what a mark is
        in the others.
      </p>
      <Form.Check
        type="switch"
        id="coaching"
        label="Walk me through each cup"
        checked={settings.coaching === true}
        onChange={() => change({ coaching: settings.coaching !== true })}
      />
      <details className="mt-2">
        <summary>What levels are given for ({all.filter(({ shown }) => shown).length} asked)</summary>
        <ul className="attribute-list">
          {all.map(({ id, name, shown }, i) => (
            <li key={id}>
              <Form.Check
                type="checkbox"
                id={`attribute-${id}`}
                label={sentenceCase(name)}
                checked={shown}
                onChange={() => set(all.map((one) => (one.id === id ? { ...one, shown: !shown } : one)))}
              />
              <Button
                variant="bare"
                aria-label={`${sentenceCase(name)}: up`}
                disabled={i === 0}
                onClick={() => move(i, -1)}
              >
                ↑
              </Button>
              <Button
                variant="bare"
                aria-label={`${sentenceCase(name)}: down`}
                disabled={i === all.length - 1}
                onClick={() => move(i, 1)}
              >
                ↓
              </Button>
            </li>
          ))}
        </ul>
        <AddAttribute
          taken={all.map(({ name }) => name)}
          add={(name) => set([...all, { id: offered(name) ?? `own-${nanoid(8)}`, name, shown: true }])}
        />
      </details>
      <SheetOfParts settings={settings} change={change} />
    </fieldset>
  );
}

/** The id of an attribute that is offered: the same in every household. */
function offered(name: string): string | null {
  const found = MORE_INTENSITY_ATTRIBUTES.find((one) => one === name.toLowerCase());
  return found?.replace(' ', '-') ?? null;
}

function AddAttribute({ taken, add }: { taken: readonly string[]; add: (name: string) => void }) {
  const [name, setName] = useState('');
  const trimmed = name.trim();
  const isTaken = taken.some((one) => isSameName(one, trimmed));
  const submit = (event: SubmitEvent): void => {
    event.preventDefault();
    if (trimmed === '' || isTaken) return;
    add(trimmed);
    setName('');
  };
  return (
    <form className="d-flex gap-2 align-items-end" onSubmit={submit}>
      <div className="flex-fill">
        <Form.Label htmlFor="new-attribute">Another of your own</Form.Label>
        <Form.Control
          id="new-attribute"
          value={name}
          maxLength={30}
          autoComplete="off"
          list="more-attributes"
          onChange={(event) => setName(event.target.value)}
        />
        <datalist id="more-attributes">
          {MORE_INTENSITY_ATTRIBUTES.filter((one) => !taken.some((name) => isSameName(name, one))).map((one) => (
            <option key={one} value={sentenceCase(one)} />
          ))}
        </datalist>
        {isTaken && <div className="invalid-feedback d-block">It is there already.</div>}
      </div>
      <Button type="submit" variant="plain">
        Add
      </Button>
    </form>
  );
}
