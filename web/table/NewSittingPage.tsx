import { nanoid } from '@reduxjs/toolkit';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { useNavigate, useSearchParams } from 'react-router';
import type { SittingCup, SittingInput } from '../../contract/table/sitting';
import { cupsFor, type BagForTable } from '../../application/layTable';
import { BREWERS, STYLES, type Style } from '../../core/brew';
import { SCORING_SCALES, type ScoringScale } from '../../core/cup';
import { SITTING_CUPS, SITTING_KINDS, SITTING_TIMINGS, type SittingKind, type SittingTiming } from '../../core/sitting';
import { SITTING_KIND_WORDS, SITTING_TIMING_WORDS } from '../../core/text';
import { api, problemOf } from '../api/api';
import { useToday } from '../state/today';
import { SCORING_SCALE_NAMES, sentenceCase } from '../ui/format';
import { Taps } from '../forms/fields';
import { ProblemNote } from '../ui/ProblemNote';
import { usePageTitle } from '../ui/usePageTitle';
import { Wait } from '../ui/Wait';
import { LaidCups } from './LaidCups';

const NEEDS_BAGS: Readonly<Record<SittingKind, string>> = {
  'same-recipe': 'Which bags?',
  'own-best': 'Which bags?',
  brewers: 'Which bag?',
  drinks: 'Which bag?',
  yardstick: 'Which bags?',
  triangle: 'Which two? One alone is brewed in two ways.',
  free: 'Which bags?',
};
const isOneBag = (kind: SittingKind): boolean => kind === 'brewers' || kind === 'drinks';

/** Lays a table: what for, which cups, how blind. Codes are drawn when it is laid. */
export function NewSittingPage() {
  usePageTitle('Lay a table');
  const today = useToday();
  const { data: shelf, error } = api.useShelfQuery({ today });
  const { data: settings } = api.useSettingsQuery(undefined);
  if (!shelf || !settings) return error ? <ProblemNote error={error} /> : <Wait what="Reading the shelf" />;
  const bags = shelf.lanes.flatMap(({ id, name, reference, finishedOn, gramsLeft }) =>
    finishedOn === null && gramsLeft > 0 ? [{ id, name, reference }] : [],
  );
  return <SittingForm bags={bags} brewers={settings.brewers ?? BREWERS} scoringScale={settings.scoringScale} />;
}

interface Props {
  bags: readonly BagForTable[];
  brewers: readonly string[];
  scoringScale: ScoringScale;
}

function SittingForm({ bags, brewers, scoringScale }: Props) {
  const navigate = useNavigate();
  const [address] = useSearchParams();
  const [addSitting, { error, isLoading }] = api.useAddSittingMutation();
  const asked = address.get('bag');
  const [picked, setPicked] = useState<{ kind: SittingKind; bags: string[]; brewers: string[]; styles: Style[] }>({
    kind: asked === null ? 'same-recipe' : 'brewers',
    bags: bags.some(({ id }) => id === asked) ? [asked ?? ''] : [],
    brewers: brewers.slice(0, 2),
    styles: ['filter', 'espresso'],
  });
  const [cups, setCups] = useState<SittingCup[]>(() => laid(picked));
  const [rest, setRest] = useState<Omit<SittingInput, 'cups' | 'kind'>>({
    name: '',
    timing: 'together',
    blindToCup: true,
    blindToLabel: true,
    scoringScale,
    agreedWords: '',
    kettles: 1,
    yardstick: null,
  });

  function laid({ kind, bags: ids, brewers: chosen, styles }: typeof picked): SittingCup[] {
    const chosenBags = ids.flatMap((id) => bags.find((bag) => bag.id === id) ?? []);
    return cupsFor({ kind, bags: chosenBags, brewers: chosen, styles }, nanoid);
  }
  const pick = (differently: Partial<typeof picked>): void => {
    const next = { ...picked, ...differently };
    if (isOneBag(next.kind)) next.bags = next.bags.slice(-1);
    if (next.kind === 'triangle') next.bags = next.bags.slice(-2);
    setPicked(next);
    setCups(laid(next));
  };
  const set = (differently: Partial<typeof rest>): void => setRest({ ...rest, ...differently });
  const toggle = <T,>(list: readonly T[], one: T): T[] =>
    list.includes(one) ? list.filter((other) => other !== one) : [...list, one];
  const { kind } = picked;
  const needsName = kind === 'yardstick' && !rest.yardstick?.name.trim();
  const isReady = cups.length >= SITTING_CUPS.least && !needsName;
  const lay = async (): Promise<void> => {
    const name = rest.name.trim() || SITTING_KIND_WORDS[kind].name;
    const yardstick = kind === 'yardstick' ? rest.yardstick : null;
    const { data } = await addSitting({ body: { ...rest, name, yardstick, kind, cups } });
    if (data) void navigate(`/table/${data.id}`, { replace: true });
  };
  const problem = problemOf(error);
  return (
    <Form
      className="form-sheet lay-table"
      onSubmit={(event) => {
        event.preventDefault();
        void lay();
      }}
    >
      <h1>Lay a table</h1>
      <fieldset>
        <legend>What do you want to know?</legend>
        <div className="kinds">
          {SITTING_KINDS.map((one) => (
            <label key={one} className={one === kind ? 'chosen' : ''}>
              <input type="radio" name="kind" checked={one === kind} onChange={() => pick({ kind: one })} />
              <span>
                <strong>{SITTING_KIND_WORDS[one].name}</strong>{' '}
                <span className="quiet">{SITTING_KIND_WORDS[one].asks}</span>
              </span>
            </label>
          ))}
        </div>
      </fieldset>
      {bags.length === 0 && <p>There are no beans on the shelf. Add a bag first.</p>}
      <Taps
        label={NEEDS_BAGS[kind]}
        options={bags.map(({ id }) => id)}
        textOf={(id) => bags.find((bag) => bag.id === id)?.name ?? ''}
        pressed={picked.bags}
        onTap={(id) => pick({ bags: isOneBag(kind) ? [id] : toggle(picked.bags, id) })}
      />
      {kind === 'brewers' && (
        <Taps
          label="Through which brewers?"
          options={brewers}
          textOf={sentenceCase}
          pressed={picked.brewers}
          onTap={(one) => pick({ brewers: toggle(picked.brewers, one) })}
        />
      )}
      {kind === 'drinks' && (
        <Taps<Style>
          label="As which drinks?"
          options={STYLES}
          textOf={sentenceCase}
          pressed={picked.styles}
          onTap={(one) => pick({ styles: toggle(picked.styles, one) })}
        />
      )}
      {kind === 'yardstick' && (
        <Form.Group controlId="yardstick" className="mb-3">
          <Form.Label>The yardstick: which coffee is every cup held against?</Form.Label>
          <Form.Control
            maxLength={120}
            placeholder="the best washed one so far"
            value={rest.yardstick?.name ?? ''}
            onChange={({ target }) => set({ yardstick: { name: target.value, bagId: null } })}
          />
          <Form.Text>It need not stand on the table; one you only remember will do, and weighs as a memory.</Form.Text>
        </Form.Group>
      )}
      {kind === 'same-recipe' && cups[0]?.parameters && (
        <p className="quiet">
          All follow the recipe of the one picked first, each ground as it is used to be. A denser bean may want another
          grind for the same cup: say so beside it.
        </p>
      )}
      <LaidCups cups={cups} set={setCups} />
      <div className="fields">
        <Form.Group controlId="sitting-name">
          <Form.Label>Name of the sitting</Form.Label>
          <Form.Control
            maxLength={120}
            placeholder={SITTING_KIND_WORDS[kind].name}
            value={rest.name}
            onChange={({ target }) => set({ name: target.value })}
          />
        </Form.Group>
        <Form.Group controlId="timing">
          <Form.Label>When are they tasted?</Form.Label>
          <Form.Select value={rest.timing} onChange={({ target }) => set({ timing: target.value as SittingTiming })}>
            {SITTING_TIMINGS.map((one) => (
              <option key={one} value={one}>
                {sentenceCase(SITTING_TIMING_WORDS[one])}
              </option>
            ))}
          </Form.Select>
        </Form.Group>
        <Form.Group controlId="scale">
          <Form.Label>Scored by</Form.Label>
          <Form.Select
            value={rest.scoringScale}
            onChange={({ target }) => set({ scoringScale: target.value as ScoringScale })}
          >
            {SCORING_SCALES.map((one) => (
              <option key={one} value={one}>
                {SCORING_SCALE_NAMES[one]}
              </option>
            ))}
          </Form.Select>
        </Form.Group>
        <Form.Group controlId="kettles">
          <Form.Label>Kettles</Form.Label>
          <Form.Select value={rest.kettles} onChange={({ target }) => set({ kettles: Number(target.value) })}>
            {[1, 2, 3, 4].map((one) => (
              <option key={one}>{one}</option>
            ))}
          </Form.Select>
        </Form.Group>
      </div>
      <Form.Group controlId="agreed">
        <Form.Label>Words agreed on, with commas between them</Form.Label>
        <Form.Control
          maxLength={2000}
          placeholder="any words"
          value={rest.agreedWords}
          onChange={({ target }) => set({ agreedWords: target.value })}
        />
      </Form.Group>
      <Form.Check
        type="switch"
        id="blind-cup"
        label="Blind to the cup: codes until the reveal"
        checked={rest.blindToCup}
        onChange={() => set({ blindToCup: !rest.blindToCup })}
      />
      <Form.Check
        type="switch"
        id="blind-label"
        label="Blind to the label: printed notes hidden until the reveal"
        checked={rest.blindToLabel || rest.blindToCup}
        disabled={rest.blindToCup}
        onChange={() => set({ blindToLabel: !rest.blindToLabel })}
      />
      {problem && (
        <p className="invalid-feedback d-block" role="alert">
          {problem.message}
        </p>
      )}
      <div className="form-actions">
        <Button type="submit" disabled={!isReady || isLoading}>
          Lay the table
        </Button>
        <span className="quiet">
          {cups.length < SITTING_CUPS.least
            ? 'Two cups at least.'
            : needsName
              ? 'Say what the yardstick is.'
              : `${cups.length} cups, up to ${SITTING_CUPS.most}.`}
        </span>
      </div>
    </Form>
  );
}
