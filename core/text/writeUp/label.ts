import type { Section } from '../../writeUp';
import { meantForText } from '../bag/drinks';
import { countWord } from '../words';
import type { BagFacts } from './facts';
import { bareMark, listed, markSaid, passage, plainWords, section, sentence } from './saying';

/** What the label said, against what was in the cups. */
export function labelSection(facts: BagFacts): Section[] {
  const { label, blindToLabel, roast, restClaim, crest, cups, coffee, colour, recipe } = facts;
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
    passage('label.colour', colour && `Roast colour: ${colour}.`),
    passage('label.rest', crest.is === 'known' && restClaim),
    passage('label.meant', meantForText(coffee.meantFor, recipe.style)),
    passage('label.claims', coffee.certificates !== '' && sentence(`The label also claims: ${coffee.certificates}`)),
    ...betPassages(facts),
  );
}

/** The bet before the first sip, in the taster's own words, and what became of it. */
function betPassages({ bet, crest, scale }: BagFacts) {
  if (bet === null) return [];
  return [
    passage('label.bet', bet.said !== '' && `The bet before the first sip: “${bet.said.trim()}”`, {
      needs: 'own words',
    }),
    passage('label.bet.mark', bet.score !== null && crest.is === 'known' && betMarkText(bet.score, crest.score, scale)),
    passage('label.bet.held', bet.held && `The bet: ${bet.held}.`),
  ];
}

function betMarkText(bet: number, best: { mean: number; lo: number; hi: number }, scale: BagFacts['scale']): string {
  const said = `The bet was ${markSaid(scale, bet)}, and on its best day it scores ${bareMark(scale, best.mean)}`;
  if (bet >= best.lo && bet <= best.hi) return `${said}: about as betted.`;
  return `${said}: ${best.mean > bet ? 'better' : 'worse'} than betted.`;
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
