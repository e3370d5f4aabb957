import Button from 'react-bootstrap/Button';
import type { BagPage } from '../../contract/shelf';
import { draftedLevels, levelText, withLevel, type FinalLevel } from '../../core/cup';
import { LevelStrip } from '../domain/LevelStrip';
import { sentenceCase } from '../ui/format';

interface Props {
  page: BagPage;
  keep: (levels: FinalLevel[]) => void;
}

/** How much of what the bag had, on one sheet: drafted from its cups, and every level free to be drawn otherwise. */
export function FinalLevels({ page: { bag, brews, settings }, keep }: Props) {
  const attributes = settings.intensityAttributes;
  const cups = brews.filter(({ fault }) => fault === null).map(({ cup }) => cup);
  const drafted = draftedLevels(
    attributes.map(({ id }) => id),
    cups,
  );
  const isDraft = bag.finalLevels.length === 0;
  const levels = isDraft ? drafted : bag.finalLevels;
  const given = new Map(levels.map(({ attribute, intensity }) => [attribute, intensity]));
  const withLevels = cups.filter(({ intensities }) => intensities.length > 0).length;
  return (
    <div className="final-levels" role="group" aria-label="Final levels">
      <span className="form-label">Final levels</span>
      <p className="quiet small mb-1">
        {isDraft
          ? drafted.length > 0
            ? `Drafted: the middle of ${withLevels} ${withLevels === 1 ? 'cup' : 'cups'}. Draw any of them otherwise, or keep them as they are.`
            : 'No cup has levels yet. Draw what the bag had, all in all.'
          : 'Yours. Draw any of them otherwise.'}
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
                  onDraw={(level) => keep(withLevel(levels, id, level === '' ? null : level))}
                />
                <span className="quiet small">{intensity === '' ? '–' : levelText(intensity)}</span>
              </div>
            );
          })}
      </div>
      {isDraft && drafted.length > 0 && (
        <Button variant="plain" className="mt-1" onClick={() => keep(drafted)}>
          Keep them
        </Button>
      )}
      {!isDraft && (
        <Button variant="bare" className="px-0" onClick={() => keep([])}>
          Draft them anew from the cups
        </Button>
      )}
    </div>
  );
}
