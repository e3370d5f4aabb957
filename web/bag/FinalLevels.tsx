import Button from 'react-bootstrap/Button';
import type { BagPage } from '../../contract/shelf/shelf';
import { isExpectation } from '../../core/crest';
import { draftedLevels, isWithin, levelText, withLevel, type FinalLevel } from '../../core/cup';
import { cupCount } from '../../core/text';
import { LevelStrip } from '../domain/LevelStrip';
import { sentenceCase } from '../ui/format';

interface Props {
  page: BagPage;
  /** Changes the levels as they are by then. */
  keep: (change: (levels: readonly FinalLevel[]) => FinalLevel[]) => void;
}

/** How much of what the bag had, on one sheet: drafted from its cups, and every level free to be drawn otherwise. */
export function FinalLevels({ page: { bag, brews, settings, verdict }, keep }: Props) {
  const attributes = settings.intensityAttributes;
  const cups = brews
    .filter(({ fault, style }) => fault === null && style === bag.reference.style)
    .map(({ restDay, cup }) => ({ restDay, intensities: cup.intensities }));
  // What is only expected of it is no best day yet.
  const window = isExpectation(verdict) ? null : verdict.window;
  const drafted = draftedLevels(
    attributes.map(({ id }) => id),
    cups,
    window,
  );
  const isDraft = bag.finalLevels.length === 0;
  const levels = isDraft ? drafted : bag.finalLevels;
  const given = new Map(levels.map(({ attribute, intensity }) => [attribute, intensity]));
  const levelled = cups.filter(({ intensities }) => intensities.length > 0);
  const atBest = levelled.filter(({ restDay }) => isWithin(window, restDay));
  const of = cupCount((atBest.length > 0 ? atBest : levelled).length);
  return (
    <div className="final-levels" role="group" aria-label="Final levels">
      <span className="form-label">Final levels</span>
      <p className="quiet small mb-1">
        {isDraft
          ? drafted.length > 0
            ? `Drafted: the middle of ${of}${atBest.length > 0 ? ' from its best days' : ''}. Change any of them, or keep them.`
            : 'No cup has levels yet. Draw what the bag had, all in all.'
          : 'Yours. Change any of them.'}
      </p>
      <div className="levels">
        {attributes
          .filter(({ id, shown }) => shown || given.has(id))
          .map(({ id, name }, i) => {
            const intensity = given.get(id) ?? '';
            return (
              <div key={id} className={`final-level ${isDraft ? 'drafted' : ''}`}>
                <span>{sentenceCase(name)}</span>
                <LevelStrip
                  label={sentenceCase(name)}
                  intensity={intensity}
                  inTabOrder={i === 0}
                  onDraw={(level) =>
                    keep((now) => withLevel(now.length === 0 ? drafted : now, id, level === '' ? null : level))
                  }
                />
                <span className="quiet small">{intensity === '' ? '–' : levelText(intensity)}</span>
              </div>
            );
          })}
      </div>
      {isDraft && drafted.length > 0 && (
        <Button variant="plain" className="mt-1" onClick={() => keep(() => drafted)}>
          Keep them
        </Button>
      )}
      {!isDraft && (
        <Button variant="bare" className="px-0" onClick={() => keep(() => [])}>
          Draft them anew from the cups
        </Button>
      )}
    </div>
  );
}
