import { groupBy } from 'es-toolkit';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { Link } from 'react-router';
import type { Plan, PlannedCup } from '../../contract/shelf/plan';
import { markOf } from '../../core/cup';
import { addDays } from '../../core/rest';
import { againstRulesText, freezingGainText, freezingText, planHeadline } from '../../core/text';
import { api } from '../api/api';
import { useJudging } from '../api/useJudging';
import { useSettingsChange } from '../api/useSettingsChange';
import { useUnits } from '../api/useUnits';
import { useToday } from '../state/today';
import { markText, numberText, weekdayText } from '../ui/format';
import { ProblemNote } from '../ui/ProblemNote';
import { usePageTitle } from '../ui/usePageTitle';
import { Wait } from '../ui/Wait';
import { CalendarAddress } from './CalendarAddress';
import { Habits } from './Habits';
import { Orders } from './Orders';
import { usePlanMarks, type PlanMarks } from './usePlanMarks';
import { Visitors } from './Visitors';

/** Days shown before the rest is asked for. */
const FIRST_DAYS = 14;

/** While bags are still being judged the plan is read anew once in so long at most, ms. */
const ANEW_EVERY_MS = 1500;

/** Which bag each cup of the days to come is of, why, and what it gains; and what the plan is made for. */
export function PlanPage() {
  const today = useToday();
  const { data: plan, error, refetch } = api.usePlanQuery({ today });
  const isPartial = plan !== undefined && plan.unjudged.length > 0;
  useJudging(isPartial, refetch, ANEW_EVERY_MS);
  const { data: settings } = api.useSettingsQuery(undefined);
  const change = useSettingsChange();
  const marks = usePlanMarks();
  usePageTitle('Plan');
  if (!plan || !settings)
    return error ? <ProblemNote error={error} retry={() => void refetch()} /> : <Wait what="Planning the shelf" />;
  return (
    <>
      <h1>{planHeadline({ cups: plan.cups.length, runsOut: plan.runsOutOn !== null })}</h1>
      <p className="verdict">{againstRulesText(plan.against)}</p>
      {isPartial && (
        <p className="quiet" role="status">
          {plan.unjudged.length === 1 ? 'One bag is' : `${plan.unjudged.length} bags are`} still being judged and not in
          it yet.
        </p>
      )}
      <div className="row">
        <div className="col-lg-8">
          <Days plan={plan} marks={marks} />
        </div>
        <aside className="col-lg-4 side">
          <FreezerSteps plan={plan} />
          <Visitors plan={plan} marks={marks} />
          <Habits settings={settings} change={change} />
          <Orders settings={settings} change={change} />
          <CalendarAddress settings={settings} change={change} />
        </aside>
      </div>
    </>
  );
}

function Days({ plan, marks }: { plan: Plan; marks: PlanMarks }) {
  const [isWhole, setWhole] = useState(false);
  const byDay = groupBy(plan.cups, ({ on }) => on);
  const lastShown = isWhole ? plan.to : addDays(plan.today, FIRST_DAYS - 1);
  const empty = new Map(plan.unfilled.map(({ on, cups }) => [on, cups]));
  const days = [...new Set([...Object.keys(byDay), ...empty.keys(), ...plan.marks.map(({ on }) => on)])]
    .filter((on) => on <= lastShown)
    .sort();
  if (days.length === 0)
    return (
      <p>
        Nothing is planned. <Link to="/bags/new">Add a bag</Link>, or say below who drinks what.
      </p>
    );
  return (
    <section aria-label="Day by day">
      <ol className="plan-days">
        {days.map((on) => (
          <Day key={on} on={on} cups={byDay[on] ?? []} emptyCups={empty.get(on) ?? 0} plan={plan} marks={marks} />
        ))}
      </ol>
      {!isWhole && (
        <Button variant="plain" className="mb-4" onClick={() => setWhole(true)}>
          Show all until {weekdayText(plan.to)}
        </Button>
      )}
    </section>
  );
}

function Day({
  on,
  cups,
  emptyCups,
  plan,
  marks,
}: {
  on: string;
  cups: readonly PlannedCup[];
  emptyCups: number;
  plan: Plan;
  marks: PlanMarks;
}) {
  const skips = plan.marks.filter((mark) => mark.on === on && mark.kind === 'skip');
  const unkept = plan.marks.filter((mark) => mark.on === on && plan.unkept.includes(mark.id));
  return (
    <li className="plan-day">
      <h2>{on === plan.today ? 'Today' : weekdayText(on)}</h2>
      <ul>
        {cups.map((cup, i) => (
          <Cup key={i} cup={cup} plan={plan} marks={marks} />
        ))}
        {emptyCups > 0 && (
          <li className="quiet">
            {emptyCups === 1
              ? 'A cup that nothing on the shelf can fill.'
              : `${emptyCups} cups that nothing on the shelf can fill.`}
          </li>
        )}
        {skips.map(({ id }) => (
          <li key={id} className="quiet">
            One cup less.{' '}
            <Button variant="bare" onClick={() => void marks.takeBack(id)}>
              Drink it after all
            </Button>
          </li>
        ))}
        {unkept.map(({ id }) => (
          <li key={id} className="quiet">
            A cup you set cannot be kept: its beans are spoken for, or gone.{' '}
            <Button variant="bare" onClick={() => void marks.takeBack(id)}>
              Take it back
            </Button>
          </li>
        ))}
      </ul>
    </li>
  );
}

/** Where more stands about the beans of a cup, or of what is to be frozen. */
const addressOf = ({ bagId, isComing }: Pick<PlannedCup, 'bagId' | 'isComing'>, part = ''): string =>
  isComing ? '/plan#orders' : `/bags/${bagId}${part}`;

function Cup({ cup, plan, marks }: { cup: PlannedCup; plan: Plan; marks: PlanMarks }) {
  const { on, bagId, isComing, name, expected, scale, why, isWhyKnown, pin } = cup;
  // A cup can be set of what is here.
  const here = plan.cups.filter((one) => !one.isComing);
  const bags = [...new Map(here.map((one) => [one.bagId, one.name]))].sort(([, a], [, b]) => (a < b ? -1 : 1));
  const day = on === plan.today ? 'today' : weekdayText(on);
  const instead = (other: string): void => {
    if (other !== bagId) void marks.move({ ...cup, bagId: other }, on);
  };
  return (
    <li className="plan-cup">
      <div>
        <Link to={addressOf(cup)}>{name}</Link> {isComing && <span className="quiet">on its way </span>}
        <span className="expected">
          expected {markText(scale, markOf(scale, Math.min(100, Math.max(0, expected))))}
        </span>
        {(!isWhyKnown || pin !== null) && (
          <p className="why">
            {isWhyKnown ? '' : why}
            {pin && pin.price > 0 && ` Set by you, which costs ${numberText(pin.price, 1)} points in all.`}
          </p>
        )}
      </div>
      <div className="plan-actions">
        {pin ? (
          <Button variant="bare" onClick={() => void marks.takeBack(pin.id)}>
            Unset
          </Button>
        ) : (
          !isComing && (
            <Button variant="bare" aria-label={`Set ${name} for ${day}`} onClick={() => void marks.set(bagId, on)}>
              Set
            </Button>
          )
        )}
        <Form.Select
          size="sm"
          aria-label={`The bag of the cup of ${day}`}
          value={bagId}
          onChange={({ target }) => instead(target.value)}
        >
          {isComing && <option value={bagId}>{name}</option>}
          {bags.map(([id, label]) => (
            <option key={id} value={id}>
              {label}
            </option>
          ))}
        </Form.Select>
        <Button variant="bare" aria-label={`Skip the cup of ${day}`} onClick={() => void marks.skip(on)}>
          Skip
        </Button>
      </div>
    </li>
  );
}

function FreezerSteps({ plan: { freeze, freezerGain, today } }: { plan: Plan }) {
  const units = useUnits();
  if (freezerGain === null) return null;
  return (
    <section>
      <h2>Freezing</h2>
      {freeze.length === 0 ? (
        <p className="quiet">Nothing is worth freezing at the moment.</p>
      ) : (
        <>
          <p>You could freeze, to drink it at its best later:</p>
          <ul className="plain-list">
            {freeze.slice(0, 12).map((step) => (
              <li key={`${step.bagId} ${step.from} ${step.to}`}>
                <Link to={addressOf(step, '#beans')}>{freezingText(step, units)}</Link>,{' '}
                {step.from === today ? 'today' : weekdayText(step.from)} to {weekdayText(step.to)}:{' '}
                <span className="quiet">{freezingGainText(step.gain)}</span>
              </li>
            ))}
          </ul>
          {freezerGain >= 0.1 && (
            <p className="quiet small mb-1">
              Over all planned cups that is {numberText(freezerGain, 1)} points of 100 a cup.
            </p>
          )}
          {freeze.length > 12 && <p className="quiet small">And {freeze.length - 12} more, later.</p>}
        </>
      )}
    </section>
  );
}
