import Form from 'react-bootstrap/Form';
import type { CupAnswer, SeatView } from '../../contract/table/sitting';
import { COMPARED, QUICK_ATTRIBUTES, type Attribute, type Level } from '../../core/cup';
import { LevelStrip } from '../domain/LevelStrip';
import { Taps } from '../forms/fields';
import { sentenceCase } from '../ui/format';
import { MarkSlider } from './MarkSlider';
import type { SeatSheet } from './useSeatSheet';
import { WordsField } from './WordsField';

interface Props {
  view: SeatView;
  cup: SeatView['cups'][number];
  /** From 1: the how-manieth cup of this taster it is. */
  place: number;
  sheet: SeatSheet;
}

/** What a taster writes of one cup: a mark, levels, words, and what is left to say. */
export function CupSheet({ view: { scoringScale, attributes, agreedWords, yardstick }, cup, place, sheet }: Props) {
  const answer = sheet.answerOf(cup);
  const write = (differently: Partial<CupAnswer>): void => sheet.writeCup(cup, { ...answer, ...differently });
  const levelOf = (id: string): Level | null =>
    answer.intensities.find(({ attribute }) => attribute === id)?.intensity ?? null;
  const draw = (id: string, level: Level | ''): void => {
    const others = answer.intensities.filter(({ attribute }) => attribute !== id);
    write({
      intensities: level === '' ? others : [...others, { attribute: id, intensity: level, adequacy: null }],
    });
  };
  const shownMarks: readonly Attribute[] = scoringScale === 'composite' ? QUICK_ATTRIBUTES : [];
  return (
    <section aria-label={`Cup ${place}: ${cup.name ?? cup.code}`}>
      <p className="seat-code">
        <span className="code">{cup.code}</span>
        {cup.name !== null && <span dir="auto">{cup.name}</span>}
      </p>
      {cup.printed && <p className="quiet">Printed on the bag: {cup.printed}</p>}
      <MarkSlider
        label="The cup as a whole"
        scale={scoringScale}
        mark={answer.mark}
        onMark={(mark) => write({ mark })}
      />
      {shownMarks.map((name) => (
        <MarkSlider
          key={name}
          label={sentenceCase(name)}
          scale="composite"
          mark={answer[name]}
          onMark={(mark) => write({ [name]: mark })}
        />
      ))}
      <WordsField words={answer.words} agreed={agreedWords} onWords={(words) => write({ words })} />
      {yardstick !== null && (
        <Taps
          label={`Against ${yardstick}`}
          options={COMPARED}
          pressed={answer.againstYardstick === null ? [] : [answer.againstYardstick]}
          onTap={(was) => write({ againstYardstick: answer.againstYardstick === was ? null : was })}
        />
      )}
      {attributes.length > 0 && (
        <details>
          <summary>How much of each</summary>
          <div className="levels">
            {attributes.map(({ id, name }, i) => (
              <div key={id} className="seat-level">
                <span>{sentenceCase(name)}</span>
                <LevelStrip
                  label={sentenceCase(name)}
                  intensity={levelOf(id) ?? ''}
                  inTabOrder={i === 0}
                  onDraw={(level) => draw(id, level)}
                />
              </div>
            ))}
          </div>
        </details>
      )}
      <Form.Group controlId={`remarks-${cup.code}`} className="mt-3">
        <Form.Label>In your own words</Form.Label>
        <Form.Control
          as="textarea"
          rows={2}
          dir="auto"
          value={answer.remarks}
          onChange={({ target }) => write({ remarks: target.value })}
        />
      </Form.Group>
    </section>
  );
}
