import { useEffect, useState } from 'react';
import Form from 'react-bootstrap/Form';
import { useController } from 'react-hook-form';
import type { CupCompany } from '../../application/brewEvidence';
import type { Brew } from '../../contract/bag/brew';
import { COMPARED, type Compared, type Comparison } from '../../core/cup';
import { COMPARED_KEYS, COMPARED_TEXT } from '../../core/text';
import { Taps } from '../forms/fields';
import type { BrewForm } from './brewForm';

interface Props {
  company: CupCompany;
  /** The brew that is changed; null for a new one. */
  id: string | null;
}

/** At most so many cups are asked about. */
const MOST = 3;

/**
 * The cup against others of its bag: better, like or worse, by a tap or by one key at the mark. The cup of which the
 * answer tells most is offered first.
 */
export function ComparePart({ company: { brews, verdict }, id }: Props) {
  const { field, fieldState } = useController<BrewForm, 'cup.comparisons'>({ name: 'cup.comparisons' });
  // A sheet that was begun before there were comparisons has none.
  const said = (field.value as Comparison[] | undefined) ?? [];
  const others = comparable(brews, id);
  const offered = inOrderOfUse(others, verdict).filter((one) => said.every(({ thanId }) => thanId !== one.id));
  const [chosen, setChosen] = useState<string | null>(null);
  const next = offered.find((one) => one.id === chosen) ?? offered[0];
  const change = (thanId: string, was: Compared | null): void => {
    const rest = said.filter((one) => one.thanId !== thanId);
    const at = said.findIndex((one) => one.thanId === thanId);
    field.onChange(
      was === null
        ? rest
        : at < 0
          ? [...said, { thanId, was }]
          : said.map((one, i) => (i === at ? { thanId, was } : one)),
    );
  };
  const first = said[0]?.thanId ?? next?.id;

  useEffect(() => {
    if (first === undefined) return;
    const onKey = (event: KeyboardEvent): void => {
      const was = COMPARED_KEYS[event.key];
      const at = event.target;
      if (!was || event.ctrlKey || event.altKey || event.metaKey || !(at instanceof HTMLInputElement)) return;
      // A mark is a number: a letter there can only mean this.
      if (!at.name.startsWith('cup.') || at.inputMode !== 'decimal') return;
      event.preventDefault();
      change(first, was);
    };
    document.addEventListener('keydown', onKey);
    return () => document.removeEventListener('keydown', onKey);
  });

  if (others.length === 0) return null;
  return (
    <div className="compared">
      {said.map(({ thanId, was }) => {
        const other = others.find((one) => one.id === thanId);
        return (
          <Taps
            key={thanId}
            label={`Against ${other ? nameOf(other, others, verdict) : 'a cup that is gone'}`}
            options={COMPARED}
            textOf={(option) => COMPARED_TEXT[option]}
            pressed={[was]}
            onTap={(option) => change(thanId, option === was ? null : option)}
          />
        );
      })}
      {next && said.length < MOST && (
        <Taps
          label={said.length === 0 ? 'Against another cup' : 'And against'}
          help={said.length === 0 ? 'With a mark or without: b, l or w at the mark.' : undefined}
          options={COMPARED}
          textOf={(option) => COMPARED_TEXT[option]}
          pressed={[]}
          onTap={(option) => change(next.id, option)}
        >
          <Form.Select
            size="sm"
            aria-label="The other cup"
            value={next.id}
            onChange={(event) => setChosen(event.target.value)}
          >
            {offered.map((one) => (
              <option key={one.id} value={one.id}>
                {nameOf(one, others, verdict)}
              </option>
            ))}
          </Form.Select>
        </Taps>
      )}
      {fieldState.error && (
        <div className="invalid-feedback d-block" role="alert">
          {fieldState.error.message}
        </div>
      )}
    </div>
  );
}

/** Cups that this one can be held against: those before it, and of a cup that is changed all but itself. */
function comparable(brews: readonly Brew[], id: string | null): readonly Brew[] {
  return brews.filter((brew) => brew.id !== id && brew.fault === null);
}

const scoreOf = (brew: Brew, verdict: CupCompany['verdict']): number =>
  verdict.brews.find(({ id, leftOut }) => id === brew.id && leftOut === null)?.asScored ?? -Infinity;

function bestOf(brews: readonly Brew[], verdict: CupCompany['verdict']): Brew | undefined {
  return brews.reduce<Brew | undefined>(
    (best, brew) => (best && scoreOf(best, verdict) >= scoreOf(brew, verdict) ? best : brew),
    undefined,
  );
}

/** The one that tells most, the best yet, then the others, the newest first. */
function inOrderOfUse(brews: readonly Brew[], verdict: CupCompany['verdict']): readonly Brew[] {
  const first = [brews.find(({ id }) => id === verdict.compareWith), bestOf(brews, verdict)];
  return [...new Set([...first.filter((brew) => brew !== undefined), ...brews])];
}

/** "the most telling, the best yet, day 15", "the last, day 18", "day 12". */
function nameOf(brew: Brew, brews: readonly Brew[], verdict: CupCompany['verdict']): string {
  const what = [
    brews.length > 1 && brew.id === verdict.compareWith && 'the most telling',
    brew === bestOf(brews, verdict) && 'the best yet',
    brew === brews[0] && 'the last',
  ].filter(Boolean);
  const alike = brews.filter(({ restDay }) => restDay === brew.restDay);
  const which = alike.length > 1 ? ` (${brew.brewer}, ${alike.length - alike.indexOf(brew)} of ${alike.length})` : '';
  return [...what, `day ${brew.restDay}${which}`].join(', ');
}
