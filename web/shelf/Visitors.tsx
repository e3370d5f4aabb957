import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import type { Plan } from '../../contract/shelf/plan';
import { cupsText } from '../../core/text';
import { LineForm } from '../forms/LineForm';
import { UnitInput } from '../forms/UnitInput';
import { weekdayText } from '../ui/format';
import { OwnedList } from '../ui/OwnedList';
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
      <OwnedList
        label="Visitors expected"
        items={set.filter((mark) => mark.kind === 'visit')}
        keyOf={({ id }) => id}
        takesAway={({ on: day }) => `No visitors on ${weekdayText(day)}`}
        takeAway={({ id }) => void marks.takeBack(id)}
      >
        {(visit) => `${weekdayText(visit.on)}: ${cupsText(visit.cups)}`}
      </OwnedList>
      <LineForm
        className="flex-wrap"
        button="Plan for them"
        isReady={isReady}
        take={() => {
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
        <UnitInput
          unit="cups"
          inputMode="numeric"
          aria-label="Cups for visitors"
          value={cups}
          onChange={({ target }) => setCups(target.value)}
        />
      </LineForm>
    </section>
  );
}
