import type { Section } from '../../writeUp';
import { countWord } from '../words';
import type { BagFacts } from './facts';
import { listed, passage, plainWords, section, sentence } from './saying';

/** What the label said, against what was in the cups. */
export function labelSection({ label, blindToLabel, roast, restClaim, crest, cups }: BagFacts): Section[] {
  const printed = (outcome: (typeof label)[number]['outcome']) => label.filter((one) => one.outcome === outcome);
  const found = printed('found').map((one) => one.printed);
  const kin = [...printed('close kin'), ...printed('in general')];
  const never = printed('never').map((one) => one.printed);
  return section(
    'label',
    passage('label.found', foundText(found, label.length)),
    ...kin.map((one) =>
      passage(
        `label.kin.${one.printed}`,
        one.outcome === 'close kin'
          ? `For ${one.printed} came ${listed(one.as.slice(0, 2))}, its close kin.`
          : `For ${one.printed} no more than ${listed(one.as.slice(0, 2))} in general.`,
      ),
    ),
    passage(
      'label.never',
      never.length > 0 && found.length + kin.length > 0 && sentence(`${listed(never)} never came`),
    ),
    passage(
      'label.blind',
      blindToLabel > 0 &&
        label.length > 0 &&
        `The printed notes were hidden while ${blindCups(blindToLabel, cups.length)} written.`,
    ),
    passage('label.roast', roast && roastText(roast)),
    passage('label.rest', crest.is === 'known' && restClaim),
  );
}

function blindCups(blind: number, of: number): string {
  if (blind === of) return of === 1 ? 'the cup was' : 'the cups were';
  return blind === 1 ? 'the first cup was' : `the first ${countWord(blind)} cups were`;
}

function foundText(found: readonly string[], of: number): string | null {
  if (of === 0) return null;
  const notes = of === 1 ? 'The one printed note' : `Of the ${countWord(of)} printed notes`;
  if (of === 1)
    return found.length === 1 ? `${notes}, ${found[0] ?? ''}, was found.` : `${notes} was not found as printed.`;
  if (found.length === 0) return `${notes} none was found as printed.`;
  if (found.length === of)
    return `${of === 2 ? 'Both' : `All ${countWord(of)}`} printed notes were found: ${listed(found)}.`;
  return `${notes} ${listed(found)} ${found.length === 1 ? 'was' : 'were'} found.`;
}

function roastText({ claimed, perceived, darker }: NonNullable<BagFacts['roast']>): string {
  const as = `It is sold as ${withArticle(`${plainWords(claimed)} roast`)}`;
  if (darker === 0) return `${as}, and looks it.`;
  const steps = Math.abs(darker) === 1 ? 'a step' : `${countWord(Math.abs(darker))} steps`;
  return `${as}, and looks ${plainWords(perceived)}: ${steps} ${darker > 0 ? 'darker' : 'lighter'}.`;
}

const withArticle = (what: string): string => `${/^[aeiou]/.test(what) ? 'an' : 'a'} ${what}`;
