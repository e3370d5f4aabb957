import { useId } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import type { BrewParametersInput } from '../../../contract/bag/brewParameters';
import type { BagPage } from '../../../contract/shelf/shelf';
import { ratio, waterFor } from '../../../core/brew';
import { parametersLine, temperatureText } from '../../../core/text';
import { useUnits } from '../../api/useUnits';
import { numberText } from '../../ui/format';
import { judgedByText } from '../log/judgedBy';
import { asks, NO_QUESTION, type Question } from './useWhatIf';

interface Props {
  page: BagPage;
  question: Question;
  ask: (question: Question) => void;
}

/** What the chart answers at the moment, when it is not simply what was logged. */
export function QuestionNote({ page: { bag }, question, ask }: Props) {
  const units = useUnits();
  if (!asks(question)) return null;
  const { without, parameters, weights } = question;
  const parts = [
    weights !== undefined && `judged by ${judgedByText(weights)}`,
    parameters && `at ${parametersLine(parameters, units)}, not ${parametersLine(bag.reference, units)}`,
    without.size > 0 && `without ${without.size} ${without.size === 1 ? 'brew' : 'brews'}`,
  ].filter(Boolean);
  return (
    <p className="what-if-note" role="status">
      <strong>What if:</strong> {parts.join(', ')}.{' '}
      <Button variant="bare" onClick={() => ask(NO_QUESTION)}>
        Back to the log
      </Button>
    </p>
  );
}

/** Sliders on the recipe the curve stands for; the curve, window and verdict follow. Nothing is saved. */
export function ParameterSliders({ page: { bag, brews }, question, ask }: Props) {
  const units = useUnits();
  const parameters = question.parameters ?? bag.reference;
  const brewers = [
    ...new Set([
      bag.reference.brewer,
      ...brews.filter((brew) => brew.style === bag.reference.style).map((brew) => brew.brewer),
    ]),
  ];
  const change = (differently: Partial<BrewParametersInput>): void =>
    ask({ ...question, parameters: { ...parameters, ...differently } });
  const toOne = ratio(parameters.waterG, parameters.doseG);
  return (
    <details className="what-if">
      <summary>What if the recipe were another?</summary>
      <div className="what-if-controls">
        {brewers.length > 1 && (
          <Form.Select
            aria-label="Brewer"
            value={parameters.brewer}
            onChange={(event) => change({ brewer: event.target.value })}
          >
            {brewers.map((brewer) => (
              <option key={brewer}>{brewer}</option>
            ))}
          </Form.Select>
        )}
        {parameters.waterC !== null && (
          <Slider
            label="Water temperature"
            text={temperatureText(parameters.waterC, units)}
            min={80}
            max={100}
            step={1}
            value={parameters.waterC}
            onChange={(waterC) => change({ waterC })}
          />
        )}
        <Slider
          label="Ratio"
          text={`1:${numberText(toOne)}`}
          min={Math.min(1.5, toOne)}
          max={Math.max(20, toOne)}
          step={0.5}
          value={toOne}
          onChange={(value) => change({ waterG: waterFor(parameters.doseG, value) })}
        />
        <Slider
          label="Grind"
          text={`${(parameters.grindStep ?? 0) > 0 ? '+' : ''}${parameters.grindStep ?? 0} steps`}
          min={-5}
          max={5}
          step={1}
          value={parameters.grindStep ?? 0}
          onChange={(grindStep) => change({ grindStep })}
        />
      </div>
    </details>
  );
}

function Slider({
  label,
  text,
  value,
  onChange,
  ...range
}: {
  label: string;
  text: string;
  min: number;
  max: number;
  step: number;
  value: number;
  onChange: (value: number) => void;
}) {
  const id = useId();
  return (
    <div className="mt-2">
      <Form.Label htmlFor={id} className="d-flex justify-content-between">
        <span>{label}</span> <output>{text}</output>
      </Form.Label>
      <Form.Range id={id} {...range} value={value} onChange={(event) => onChange(Number(event.target.value))} />
    </div>
  );
}
