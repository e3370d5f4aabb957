import { nanoid } from '@reduxjs/toolkit';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import type { SittingCup } from '../../contract/table/sitting';
import { CUP_CONDITIONS, SITTING_CUPS, type CupCondition } from '../../core/sitting';
import { parametersLine } from '../../core/text';
import { useUnits } from '../api/useUnits';
import { sentenceCase } from '../ui/format';

/** The cups of a table as they will be poured: each can be poured twice, be cooled or kept, or left out. */
export function LaidCups({ cups, set }: { cups: readonly SittingCup[]; set: (cups: SittingCup[]) => void }) {
  const units = useUnits();
  if (cups.length === 0) return null;
  const change = (id: string, differently: Partial<SittingCup>): void =>
    set(cups.map((cup) => (cup.id === id ? { ...cup, ...differently } : cup)));
  const pourTwice = ({ id, sameAs, ...cup }: SittingCup): void =>
    set([...cups, { ...cup, id: nanoid(), sameAs: sameAs ?? id }]);
  const drop = (id: string): void => set(cups.filter((cup) => cup.id !== id && cup.sameAs !== id));
  const addOther = (): void =>
    set([
      ...cups,
      {
        id: nanoid(),
        name: 'Another cup',
        bagId: null,
        parameters: null,
        sameAs: null,
        condition: 'fresh',
        declared: '',
      },
    ]);
  const isFull = cups.length >= SITTING_CUPS.most;
  return (
    <fieldset>
      <legend>The cups</legend>
      <ol className="laid-cups">
        {cups.map((cup, i) => (
          <li key={cup.id}>
            <div className="laid-cup">
              {cup.bagId === null ? (
                <Form.Control
                  aria-label={`What cup ${i + 1} is`}
                  maxLength={120}
                  value={cup.name}
                  onChange={({ target }) => change(cup.id, { name: target.value })}
                />
              ) : (
                <strong dir="auto">{cup.name}</strong>
              )}
              <span className="quiet">
                {cup.sameAs !== null
                  ? 'the same brew again, without anyone knowing'
                  : cup.parameters
                    ? parametersLine(cup.parameters, units)
                    : 'brewed elsewhere, and logged on no bag'}
              </span>
            </div>
            <div className="laid-actions">
              <Form.Select
                size="sm"
                aria-label={`How cup ${i + 1} comes to the table`}
                value={cup.condition}
                onChange={({ target }) => change(cup.id, { condition: target.value as CupCondition })}
              >
                {CUP_CONDITIONS.map((one) => (
                  <option key={one} value={one}>
                    {sentenceCase(one)}
                  </option>
                ))}
              </Form.Select>
              <Form.Control
                size="sm"
                aria-label={`What is otherwise with cup ${i + 1}`}
                placeholder="ground finer, …"
                maxLength={200}
                value={cup.declared}
                onChange={({ target }) => change(cup.id, { declared: target.value })}
              />
              {!isFull && (
                <Button variant="bare" aria-label={`Pour cup ${i + 1} twice`} onClick={() => pourTwice(cup)}>
                  Twice
                </Button>
              )}
              <Button variant="bare" aria-label={`Leave out cup ${i + 1}`} onClick={() => drop(cup.id)}>
                Leave out
              </Button>
            </div>
          </li>
        ))}
      </ol>
      {!isFull && (
        <Button variant="bare" onClick={addOther}>
          A cup that is of no bag here
        </Button>
      )}
    </fieldset>
  );
}
