import type { Verdict } from '../../contract/verdict';
import { cupsText, effectText } from '../../core/text';
import { api } from '../api/api';
import { useUnits } from '../api/useUnits';
import { inScale, numberText, sentenceCase } from '../ui/format';

/** What the recipe did to the score, against the reference: in words, the largest first, with the numbers beside. */
export function EffectList({ verdict }: { verdict: Verdict }) {
  const { data: tasters = [] } = api.useTastersQuery(undefined);
  const units = useUnits();
  const named = verdict.effects.map((effect) =>
    effect.factor === 'taster'
      ? { ...effect, setting: tasters.find(({ id }) => id === effect.setting)?.name ?? 'Another taster' }
      : effect,
  );
  const effects = named.sort((a, b) => Math.abs(b.mean) - Math.abs(a.mean));
  return (
    <section>
      <h2>What the recipe did</h2>
      {effects.length === 0 && (
        <p className="quiet">
          {verdict.usable > 0
            ? 'Every cup was brewed to the reference recipe, so nothing can be told apart.'
            : 'Once cups with different recipes are marked, this says what each change did.'}
        </p>
      )}
      <ul className="effects">
        {effects.map((effect) => (
          <li key={`${effect.factor} ${effect.setting}`}>
            {sentenceCase(effectText(effect, verdict.sigma0, units))}
            <div className="quiet small">
              {effect.mean > 0 ? '+' : '−'}
              {numberText(Math.abs(inScale(verdict.scale, effect.mean)), 2)} ±{' '}
              {numberText(inScale(verdict.scale, effect.sd), 2)} · {cupsText(effect.brews)}
            </div>
          </li>
        ))}
      </ul>
    </section>
  );
}
