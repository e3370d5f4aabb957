import { nanoid } from '@reduxjs/toolkit';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import type { Bag } from '../../contract/bag/bag';
import type { BagPage } from '../../contract/shelf/shelf';
import { correctionG, cupsLeft } from '../../core/brew';
import { daysBetween, isFrozenOn, ratesWith, restDay, spellsOf } from '../../core/rest';
import { START_RULES, type StartRule } from '../../core/shelf/plan';
import { cupsText, lastDosesText, START_RULE_WORDS, startRuleText, weightIn } from '../../core/text';
import { useUnits } from '../api/useUnits';
import { LineForm } from '../forms/LineForm';
import { typedNumber } from '../forms/typed';
import { WeightInput } from '../forms/WeightInput';
import { dateText, sentenceCase, weightText } from '../ui/format';
import { useBagChange } from './useBagChange';

/** The beans of a bag: what lies in it, portions in the freezer and out of it, and what the scale says. */
export function Beans({ page, today }: { page: BagPage; today: string }) {
  const units = useUnits();
  const { bag, stock, window, verdict } = page;
  const change = useBagChange(bag);
  if (bag.finishedOn !== null) return null;
  const bestInDays = window === null ? null : daysBetween(today, window.from);
  const doses = lastDosesText(page.cupsLeft, verdict.state === 'steady' ? null : bestInDays);
  return (
    <section id="beans">
      <h2>Beans</h2>
      {doses !== null && <p className="mb-1">{doses}</p>}
      <ul className="plain-list">
        <li>
          In the bag: {weightText(stock.bagG, units, 0)}, {cupsText(cupsLeft(stock.bagG, bag.reference.doseG))}
        </li>
        {bag.heldPortions.map((portion, i) => (
          <PortionLine
            key={portion.id}
            place={i + 1}
            portion={portion}
            grams={stock.portions.find(({ id }) => id === portion.id)?.grams ?? 0}
            page={page}
            today={today}
            keep={(next, said) =>
              void change({ heldPortions: bag.heldPortions.map((one) => (one.id === portion.id ? next : one)) }, said)
            }
          />
        ))}
      </ul>
      <WeighOff
        most={stock.bagG}
        keep={(grams) =>
          void change(
            {
              heldPortions: [...bag.heldPortions, { id: nanoid(), grams, stays: [{ from: today, to: null }] }],
            },
            'In the freezer. Its days stand almost still.',
          )
        }
      />
      <ByTheScale page={page} today={today} />
      <Form.Group controlId="start-rule" className="mt-3">
        <Form.Label>When to start</Form.Label>
        <Form.Select
          value={bag.startRule}
          onChange={({ target }) => void change({ startRule: target.value as StartRule })}
        >
          {START_RULES.map((rule) => (
            <option key={rule} value={rule}>
              {sentenceCase(START_RULE_WORDS[rule])}
            </option>
          ))}
        </Form.Select>
        <Form.Text>
          {startRuleText(bag.startRule, verdict.window?.from ?? verdict.peak.day, bag.reference.doseG)}
        </Form.Text>
      </Form.Group>
    </section>
  );
}

type Portion = Bag['heldPortions'][number];

function PortionLine({
  place,
  portion,
  grams,
  page: { bag, roastedOn },
  today,
  keep,
}: {
  place: number;
  portion: Portion;
  grams: number;
  page: BagPage;
  today: string;
  keep: (portion: Portion, said: string) => void;
}) {
  const units = useUnits();
  const isFrozen = isFrozenOn(portion, today);
  const last = portion.stays.at(-1);
  const day = restDay(roastedOn, today, spellsOf(bag, portion.id), ratesWith(bag.freezerRate));
  const take = (): void => {
    const stays = isFrozen
      ? portion.stays.map((stay) => (stay === last ? { ...stay, to: today } : stay))
      : [...portion.stays, { from: today, to: null }];
    keep({ ...portion, stays }, isFrozen ? 'Out of the freezer: its days go on.' : 'In the freezer again.');
  };
  return (
    <li>
      Portion {place}: {weightText(grams, units, 0)}, day {day},{' '}
      {isFrozen ? `in the freezer since ${dateText(last?.from ?? today, today)}` : 'out of the freezer'}{' '}
      {grams > 0 && (
        <Button variant="bare" aria-label={`${isFrozen ? 'Take out' : 'Freeze'} portion ${place}`} onClick={take}>
          {isFrozen ? 'Take out' : 'Freeze again'}
        </Button>
      )}
    </li>
  );
}

/** Beans weighed off and put into the freezer. */
function WeighOff({ most, keep }: { most: number; keep: (grams: number) => void }) {
  const [typed, setTyped] = useState('');
  const grams = typedNumber(typed);
  const isReady = typeof grams === 'number' && grams >= 1 && grams <= most;
  return (
    <LineForm
      className="mt-2"
      button="Freeze a portion"
      isReady={isReady}
      take={() => {
        if (isReady) keep(grams);
        setTyped('');
      }}
    >
      <WeightInput
        name="Weight of a portion"
        otherwise={60}
        value={typed}
        isInvalid={typed.trim() !== '' && !isReady}
        onChange={setTyped}
      />
    </LineForm>
  );
}

/** What is left by the scale, where it is not what was reckoned. */
function ByTheScale({ page: { bag, stock }, today }: { page: BagPage; today: string }) {
  const units = useUnits();
  const change = useBagChange(bag);
  const [left, setLeft] = useState('');
  const [reason, setReason] = useState('');
  const grams = typedNumber(left);
  const isWeight = typeof grams === 'number' && grams >= 0 && grams <= 20_000;
  const by = isWeight ? correctionG(stock.bagG, grams) : null;
  const isAsReckoned = by !== null && weightIn(units, Math.abs(by)) === 0;
  const isReady = by !== null && !isAsReckoned && reason.trim() !== '';
  return (
    <details className="mt-2">
      <summary>The scale says otherwise</summary>
      {bag.corrections.length > 0 && (
        <ul className="plain-list small quiet">
          {bag.corrections.map(({ id, on, grams: difference, reason: why }) => (
            <li key={id}>
              {dateText(on, today)}: {difference > 0 ? '+' : '−'}
              {weightText(Math.abs(difference), units)}, {why}{' '}
              <Button
                variant="bare"
                onClick={() => void change({ corrections: bag.corrections.filter((one) => one.id !== id) })}
              >
                Take back
              </Button>
            </li>
          ))}
        </ul>
      )}
      <LineForm
        className="flex-wrap"
        button="Correct"
        isReady={isReady}
        take={() => {
          if (by === null) return;
          const correction = { id: nanoid(), portionId: null, on: today, grams: by, reason: reason.trim() };
          void change({ corrections: [...bag.corrections, correction] }, 'Corrected.');
          setLeft('');
          setReason('');
        }}
      >
        <WeightInput name="In the bag by the scale" value={left} onChange={setLeft} />
        <Form.Control
          className="flex-fill w-auto"
          aria-label="Why it differs"
          placeholder="given away, spilled"
          maxLength={200}
          value={reason}
          onChange={({ target }) => setReason(target.value)}
        />
      </LineForm>
      {isAsReckoned && <p className="quiet small mb-0">That is what was reckoned: nothing to correct.</p>}
    </details>
  );
}
