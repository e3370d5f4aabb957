import { askingCup, brewEvidence } from '../../application/brewEvidence';
import type { BagPage } from '../../contract/shelf/shelf';
import { AdviceNote } from '../domain/AdviceNote';

/** What the last cup asks of its recipe, where something was noted that tells. */
export function LastBrewAdvice({ page }: { page: BagPage }) {
  const { bag, brews, verdict, cupsLeft } = page;
  const last = brews[0];
  // There is no next cup to brew otherwise.
  if (!last || bag.finishedOn !== null || cupsLeft === 0) return null;
  const evidence = brewEvidence(askingCup(last, verdict), page);
  const { tastes, complaints, tdsPercent, drainS, band, standing, beds } = evidence;
  const noted = tastes.length > 0 || complaints.length > 0 || tdsPercent !== null || beds[0] != null;
  const tells = noted || (drainS !== null && band !== null) || standing === 'below';
  if (!tells) return null;
  return (
    <section>
      <h2>From the last cup</h2>
      <AdviceNote evidence={evidence} verdict={verdict} />
    </section>
  );
}
