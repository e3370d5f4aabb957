import type { BagPage } from '../../contract/shelf';
import { AdviceNote } from '../domain/AdviceNote';
import { brewKindOf, assessBrew } from '../../core/brew';

/** What the last cup asks of its recipe, where something was noted that tells. */
export function LastBrewAdvice({ page: { brews, verdict } }: { page: BagPage }) {
  const last = brews[0];
  const making = last?.making;
  if (!last || !making) return null;
  const { recipe, tdsPercent, beverageG, tastes } = making;
  const tells = tastes.length > 0 || tdsPercent !== null || (last.drainS !== null && recipe?.drain != null);
  if (!tells) return null;
  const kind = recipe?.kind ?? brewKindOf(last);
  const { doseG, waterG, waterC, drainS } = last;
  const { evidence } = assessBrew({
    kind,
    band: recipe?.drain ?? null,
    doseG,
    waterG,
    waterC,
    drainS,
    tdsPercent,
    beverageG,
    tastes,
    fault: last.fault !== null,
  });
  return (
    <section>
      <h2>From the last cup</h2>
      <AdviceNote evidence={evidence} verdict={verdict} />
    </section>
  );
}
