import Form from 'react-bootstrap/Form';
import type { BagPage } from '../../../contract/shelf/shelf';
import { STYLES } from '../../../core/brew';
import { ATTRIBUTES, onlyAttribute } from '../../../core/cup';
import { sentenceCase } from '../../ui/format';
import { judgedByText } from './judgedBy';
import type { Question } from '../curve/useWhatIf';

interface Props {
  /** The page as logged, not as asked. */
  page: BagPage;
  question: Question;
  ask: (question: Question) => void;
}

const AS_JUDGED = 'as judged';
const OVERALL = 'overall';

/** Whose crest is shown: of the whole cup or of one attribute, of the filter or of another drink of the same bag. */
export function ReadBy({ page: { bag, brews }, question, ask }: Props) {
  const marked = ATTRIBUTES.filter((attribute) => brews.some((brew) => brew.cup[attribute] !== null));
  const styles = STYLES.filter((style) => style === bag.reference.style || brews.some((brew) => brew.style === style));
  if (marked.length === 0 && styles.length < 2) return null;
  const { weights, parameters } = question;
  const only =
    weights === undefined
      ? AS_JUDGED
      : weights === null
        ? OVERALL
        : (ATTRIBUTES.find((attribute) => weights[attribute] > 0) ?? AS_JUDGED);
  const judgeBy = (value: string): void => {
    const attribute = ATTRIBUTES.find((one) => one === value);
    ask({ ...question, weights: attribute ? onlyAttribute(attribute) : value === OVERALL ? null : undefined });
  };
  const drinkAs = (value: string): void => {
    const style = styles.find((one) => one === value) ?? bag.reference.style;
    // Another drink is judged against how it was last made.
    const last = brews.find((brew) => brew.style === style);
    const { brewer, doseG, waterG, waterC, grindStep, filter, waterRecipe } = last ?? bag.reference;
    ask({
      ...question,
      parameters:
        style === bag.reference.style ? null : { style, brewer, doseG, waterG, waterC, grindStep, filter, waterRecipe },
    });
  };
  return (
    <div className="read-by">
      {marked.length > 0 && (
        <label>
          Crest of{' '}
          <Form.Select value={only} onChange={(event) => judgeBy(event.target.value)}>
            <option value={AS_JUDGED}>{sentenceCase(judgedByText(bag.weights))}</option>
            {bag.weights !== null && <option value={OVERALL}>The overall mark</option>}
            {marked.map((attribute) => (
              <option key={attribute} value={attribute}>
                {sentenceCase(attribute)} alone
              </option>
            ))}
          </Form.Select>
        </label>
      )}
      {styles.length > 1 && (
        <label>
          Drunk as{' '}
          <Form.Select
            value={parameters?.style ?? bag.reference.style}
            onChange={(event) => drinkAs(event.target.value)}
          >
            {styles.map((style) => (
              <option key={style} value={style}>
                {sentenceCase(style)}
              </option>
            ))}
          </Form.Select>
        </label>
      )}
    </div>
  );
}
