import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import type { Plan } from '../../contract/plan';
import { cupsText } from '../../core/text';
import { weekdayText } from '../ui/format';
import type { PlanMarks } from './usePlanMarks';

/** Days on which more is drunk than usual. */
export function Visitors({ plan: { marks: set, today }, marks }: { plan: Plan; marks: PlanMarks }) {
  const [on, setOn] = useState('');
  const [cups, setCups] = useState('4');
  const count = Number(cups);
  const isReady = on >= today && Number.isInteger(count) && count >= 1 && count <= 50;
  return (
    <section>
      <h2>Visitors</h2>
      <ul className="owned" aria-label="Visitors expected">
        {set
          .filter(({ kind }) => kind === 'visit')
          .map((visit) => (
            <li key={visit.id}>
              {weekdayText(visit.on)}: {cupsText(visit.cups)}
              <Button
                variant="bare"
                aria-label={`No visitors on ${weekdayText(visit.on)}`}
                onClick={() => void marks.takeBack(visit.id)}
              >
                ×
              </Button>
            </li>
          ))}
      </ul>
      <form
        className="d-flex gap-2 flex-wrap"
        onSubmit={(event) => {
          event.preventDefault();
          if (!isReady) return;
          void marks.visit(on, count);
          setOn('');
        }}
      >
        <Form.Control
          type="date"
          className="w-auto flex-fill"
          aria-label="The day of the visit"
          min={today}
          value={on}
          onChange={({ target }) => setOn(target.value)}
        />
        <div className="with-unit dose">
          <Form.Control
            inputMode="numeric"
            autoComplete="off"
            aria-label="Cups for visitors"
            value={cups}
            onChange={({ target }) => setCups(target.value)}
          />
          <span className="unit">cups</span>
        </div>
        <Button type="submit" variant="plain" disabled={!isReady}>
          Plan for them
        </Button>
      </form>
    </section>
  );
}
