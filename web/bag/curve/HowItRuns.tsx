import { Link } from 'react-router';
import type { BagPage } from '../../../contract/shelf/shelf';
import { comparedRecordText, cupsText, learntShapesText, shapesText } from '../../../core/text';
import { inScale, numberText } from '../../ui/format';

/** How the bag runs, whether it forgives, and how often the engine was right about it. */
export function HowItRuns({ page: { verdict, prior, record, settings } }: { page: BagPage }) {
  const { forgiving, shapes } = verdict;
  if (verdict.usable === 0) return null;
  const { foretold, inside, compared, likeliestSaid } = record;
  return (
    <section>
      <h2>How it runs</h2>
      <p>
        {shapesText(shapes)}{' '}
        <span className="quiet">
          {settings.learnsShapes && learntShapesText(prior?.shapes)}{' '}
          {settings.learnsShapes && prior?.shapes && (
            <Link className="text-decoration-underline" to="/store-room#learnsShapes">
              Undo that
            </Link>
          )}
        </span>
      </p>
      {forgiving?.is && (
        <p>
          <strong>{forgiving.is === 'forgiving' ? 'Forgiving' : 'Fussy'}</strong>: between the best and the worst of{' '}
          {forgiving.settings + 1} settings tried lie {numberText(inScale(verdict.scale, forgiving.fall.mean), 1)} (80 %
          likely {numberText(inScale(verdict.scale, forgiving.fall.lo), 1)}–
          {numberText(inScale(verdict.scale, forgiving.fall.hi), 1)}).
        </p>
      )}
      {foretold + compared > 0 && (
        <p className="mb-0">
          {foretold > 0 && `Of ${cupsText(foretold)} foretold ${inside} fell inside what was said before them. `}
          {comparedRecordText(compared, likeliestSaid)}{' '}
          <Link className="text-decoration-underline" to="/palate">
            How often that is right
          </Link>
        </p>
      )}
    </section>
  );
}
