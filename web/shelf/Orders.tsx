import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import type { Order, OrderAdvice, OrderDraft } from '../../contract/shelf/order';
import type { Settings, SettingsChange } from '../../contract/settings';
import { PROCESSES, ROAST_LEVELS } from '../../core/crest';
import { priceText } from '../../core/text';
import { useUnits } from '../api/useUnits';
import { api, problemOf } from '../api/api';
import { useSayOutcome } from '../api/useSayOutcome';
import { toastShown } from '../state/notices';
import { useAppDispatch } from '../state/store';
import { useToday } from '../state/today';
import { dateText, numberText, words } from '../ui/format';
import { Roasters } from './Roasters';

/** Bags wished for and on their way, with the day to order each. */
export function Orders({ settings, change }: { settings: Settings; change: (change: SettingsChange) => void }) {
  const today = useToday();
  const { data: orders = [] } = api.useOrdersQuery({ today });
  const [isAdding, setAdding] = useState(false);
  return (
    <section id="orders">
      <h2>Next bags</h2>
      {orders.length === 0 && <p className="quiet">Nothing is wished for, and nothing is on its way.</p>}
      <ul className="plain-list orders">
        {orders.map((advice) => (
          <OneOrder key={advice.order.id} advice={advice} today={today} goingRate={settings.goingRate} />
        ))}
      </ul>
      {isAdding ? (
        <NewOrder done={() => setAdding(false)} roasters={settings.roasters.map(({ name }) => name)} />
      ) : (
        <Button variant="plain" onClick={() => setAdding(true)}>
          Wish for a bag
        </Button>
      )}
      <GoingRate rate={settings.goingRate} change={change} />
      <Roasters roasters={settings.roasters} change={change} />
    </section>
  );
}

function OneOrder({
  advice: { order, orderBy, roastedOn, arrivesOn, bestFrom, headline, pricePer100G },
  today,
  goingRate,
}: {
  advice: OrderAdvice;
  today: string;
  goingRate: number | null;
}) {
  const { id, ...fields } = order;
  const units = useUnits();
  const [changeOrder] = api.useChangeOrderMutation();
  const [removeOrder] = api.useRemoveOrderMutation();
  const say = useSayOutcome();
  const write = async (differently: Partial<Order>, text: string): Promise<void> =>
    say((await changeOrder({ id, body: { ...fields, ...differently } })).error, text);
  const ordered = (): void => {
    void write({ orderedOn: today, roastedOn, arrivesOn }, 'On its way.');
  };
  return (
    <li>
      <strong dir="auto">{order.name}</strong>
      {order.roaster !== '' && <span className="quiet"> {order.roaster}</span>}
      <p className="mb-1">
        {headline}
        {orderBy !== null &&
          roastedOn !== null &&
          ` By ${dateText(orderBy, today)}, roasted ${dateText(roastedOn, today)}.`}
        {bestFrom !== null && orderBy === null && ` Expected at its best from ${dateText(bestFrom, today)}.`}
        {pricePer100G !== null && ` ${priceText(pricePer100G, goingRate, units)}.`}
      </p>
      <div className="d-flex gap-2">
        {order.orderedOn === null ? (
          <Button variant="bare" onClick={ordered}>
            Ordered today
          </Button>
        ) : (
          <Button
            variant="bare"
            onClick={() => void write({ orderedOn: null, roastedOn: null, arrivesOn: null }, 'Wished for again.')}
          >
            Not ordered after all
          </Button>
        )}
        <Button
          variant="bare"
          aria-label={`Take off ${order.name}`}
          onClick={() => void removeOrder({ id, body: {} }).then(({ error }) => say(error, 'Taken off the list.'))}
        >
          Take off
        </Button>
      </div>
    </li>
  );
}

function NewOrder({ done, roasters }: { done: () => void; roasters: readonly string[] }) {
  const units = useUnits();
  const [addOrder] = api.useAddOrderMutation();
  const dispatch = useAppDispatch();
  const [typed, setTyped] = useState({
    name: '',
    roaster: '',
    weightG: '250',
    price: '',
    roastLevel: '',
    process: '',
    from: '',
    until: '',
  });
  const set = (field: keyof typeof typed) => ({
    value: typed[field],
    onChange: ({ target }: { target: { value: string } }) => setTyped({ ...typed, [field]: target.value }),
  });
  const number = (text: string): number | null => (text.trim() === '' ? null : Number(text.replace(',', '.')));
  const send = async (): Promise<void> => {
    const order: OrderDraft = {
      name: typed.name,
      roaster: typed.roaster,
      weightG: number(typed.weightG) ?? 250,
      price: number(typed.price),
      roastLevel: ROAST_LEVELS.find((level) => level === typed.roastLevel) ?? null,
      process: PROCESSES.find((process) => process === typed.process) ?? null,
      availableFrom: typed.from || null,
      availableUntil: typed.until || null,
    };
    const { error } = await addOrder({ body: order });
    const problem = problemOf(error);
    if (problem) dispatch(toastShown({ text: problem.fields[0]?.message ?? problem.message }));
    else done();
  };
  return (
    <form
      className="fields"
      aria-label="A bag to wish for"
      onSubmit={(event) => {
        event.preventDefault();
        void send();
      }}
    >
      <Labelled label="Name">
        <Form.Control required maxLength={120} autoFocus {...set('name')} />
      </Labelled>
      <Labelled label="Roaster">
        <Form.Control maxLength={120} list="known-roasters" {...set('roaster')} />
        <datalist id="known-roasters">
          {roasters.map((name) => (
            <option key={name} value={name} />
          ))}
        </datalist>
      </Labelled>
      <Labelled label="Weight, g">
        <Form.Control inputMode="decimal" {...set('weightG')} />
      </Labelled>
      <Labelled label={units.currency === '' ? 'Price' : `Price, ${units.currency}`}>
        <Form.Control inputMode="decimal" {...set('price')} />
      </Labelled>
      <Labelled label="Roast">
        <Choice options={ROAST_LEVELS} {...set('roastLevel')} />
      </Labelled>
      <Labelled label="Process">
        <Choice options={PROCESSES} {...set('process')} />
      </Labelled>
      <Labelled label="Can be had from">
        <Form.Control type="date" {...set('from')} />
      </Labelled>
      <Labelled label="Until">
        <Form.Control type="date" {...set('until')} />
      </Labelled>
      <div className="d-flex gap-2">
        <Button type="submit">Keep it</Button>
        <Button variant="plain" onClick={done}>
          Cancel
        </Button>
      </div>
    </form>
  );
}

function Labelled({ label, children }: { label: string; children: React.ReactNode }) {
  return (
    <label className="labelled">
      <span>{label}</span>
      {children}
    </label>
  );
}

function Choice({
  options,
  ...field
}: { options: readonly string[] } & Pick<React.ComponentProps<'select'>, 'value' | 'onChange'>) {
  return (
    <select className="form-select" {...field}>
      <option value="">not known</option>
      {options.map((one) => (
        <option key={one} value={one}>
          {words(one)}
        </option>
      ))}
    </select>
  );
}

function GoingRate({ rate, change }: { rate: number | null; change: (change: SettingsChange) => void }) {
  const { currency } = useUnits();
  const [typed, setTyped] = useState<string | null>(null);
  const shown = typed ?? (rate === null ? '' : numberText(rate, 2));
  const number = shown.trim() === '' ? null : Number(shown.replace(',', '.'));
  const isWrong = number !== null && !(number >= 0 && number <= 100_000);
  const keep = (): void => {
    if (typed !== null && !isWrong && number !== rate) change({ goingRate: number, was: { goingRate: rate } });
    if (!isWrong) setTyped(null);
  };
  return (
    <Form.Group controlId="going-rate" className="mt-3">
      <Form.Label>What 100 g usually cost{currency !== '' && `, ${currency}`}</Form.Label>
      <Form.Control
        className="dose"
        inputMode="decimal"
        autoComplete="off"
        value={shown}
        isInvalid={isWrong}
        onChange={({ target }) => setTyped(target.value)}
        onBlur={keep}
        onKeyDown={({ key }) => key === 'Enter' && keep()}
      />
    </Form.Group>
  );
}
