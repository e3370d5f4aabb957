import { partition } from 'es-toolkit';
import type { Verdict } from '../../contract/bag/verdict';
import { cupsText, effectChangeText, effectText, intervalOf, isClear, settingText } from '../../core/text';
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
  const signed = (points: number): string =>
    `${points > 0 ? '+' : '−'}${numberText(Math.abs(inScale(verdict.scale, points)), 2)}`;
  const effects = named.sort((a, b) => Math.abs(b.mean) - Math.abs(a.mean));
  const [clear, unclear] = partition(effects, isClear);
  return (
    <section>
      <h2>What the recipe did</h2>
      {effects.length === 0 && (
        <p className="quiet">
          {verdict.usable > 0
            ? 'Every marked cup was brewed to the reference recipe, so nothing can be told apart.'
            : 'Once cups with different recipes are marked, this says what each change did.'}
        </p>
      )}
      <ul className="effects">
        {clear.map((effect) => (
          <li key={`${effect.factor} ${effect.setting}`}>
            {sentenceCase(
              [effectText(effect, verdict.sigma0, units), effectChangeText(effect, verdict.sigma0)]
                .filter(Boolean)
                .join('; '),
            )}
            <div className="quiet small">
              {signed(effect.mean)}, 8 in 10 lie between {signed(intervalOf(effect).lo)} and{' '}
              {signed(intervalOf(effect).hi)} · {cupsText(effect.brews)}
            </div>
          </li>
        ))}
      </ul>
      {unclear.length > 0 && (
        <details>
          <summary>No clear effect ({unclear.length})</summary>
          <p className="quiet small mb-0">
            {unclear.map((effect) => `${settingText(effect, units)} (${cupsText(effect.brews)})`).join(', ')}.
          </p>
        </details>
      )}
    </section>
  );
}
