import { parseArgs } from 'node:util';
import { LEARNING_SHARE } from '../core/shelf';
import { mean } from './judge/measures';
import { simulateHousehold } from './simulate/household';
import { live, planning, ruling, type Planner } from './simulate/shelfLife';

/**
 * What planning a shelf is worth: mean quality a cup and cups left over, of simulated households that plan anew each
 * morning, against simple rules and against a planner that knows every bag's true curve.
 */
const { values } = parseArgs({
  options: {
    households: { type: 'string', default: '100' },
    seed: { type: 'string', default: '1' },
    days: { type: 'string', default: '60' },
    share: { type: 'string', default: String(LEARNING_SHARE) },
    only: { type: 'string' },
    'sip-every': { type: 'string', default: '0' },
  },
});
const learningShare = Number(values.share);
/** Every so many days the planners that learn get a sip of every bag for nothing: what would knowing more be worth? */
const sipEvery = Number(values['sip-every']);
const PLANNERS: Readonly<Record<string, Planner>> = {
  'oldest first': ruling(({ house }, b) => house.bags[b]!.roastedOn),
  'newest first': ruling(({ house }, b) => -house.bags[b]!.roastedOn),
  // The one that is open until it is empty; then the one nearest to the day its label lets expect.
  'one bag at a time': ruling(({ house, fits, day, open }, b) =>
    b === open ? -1 : Math.abs(day - house.bags[b]!.roastedOn - fits[b]!.peak.day),
  ),
  'plain assignment': planning({ learningShare: 0, freezer: false, knows: false }),
  plan: planning({ learningShare, freezer: false, knows: false }),
  'plain assignment, with a freezer': planning({ learningShare: 0, freezer: true, knows: false }),
  'plan, with a freezer': planning({ learningShare, freezer: true, knows: false }),
  'knowing planner': planning({ learningShare: 0, freezer: false, knows: true }),
  'knowing planner, with a freezer': planning({ learningShare: 0, freezer: true, knows: true }),
};
const RULES = ['oldest first', 'newest first', 'one bag at a time'];

const names = values.only?.split(';') ?? Object.keys(PLANNERS);
const lived = new Map(names.map((name) => [name, [] as ReturnType<typeof live>[]]));
for (let h = 0; h < Number(values.households); h++) {
  const house = simulateHousehold(Number(values.seed) * 1_000_003 + h, Number(values.days));
  for (const name of names) lived.get(name)!.push(live(house, PLANNERS[name]!, RULES.includes(name) ? 0 : sipEvery));
}
const qualityOf = (name: string): number => mean((lived.get(name) ?? []).map(({ quality }) => quality));
const best = Math.max(...RULES.map(qualityOf).filter(Number.isFinite));
const gap = qualityOf('knowing planner') - best;
console.log(
  `${values.households} households, ${values.days} days, seed ${values.seed}, share of learning ${learningShare}`,
);
for (const name of names) {
  const plain = lived.get('plain assignment');
  const gains = lived.get(name)!.map(({ quality }, h) => quality - (plain?.[h]?.quality ?? NaN));
  const error = Math.sqrt(mean(gains.map((gain) => (gain - mean(gains)) ** 2)) / gains.length);
  const left = mean(lived.get(name)!.map((one) => one.left));
  console.log(
    `${name.padEnd(33)} ${qualityOf(name).toFixed(2)} points a cup, ${((qualityOf(name) - best) / gap).toFixed(2)} of the gap, ` +
      `${mean(gains).toFixed(2)} ± ${error.toFixed(2)} against the plain assignment, ${left.toFixed(1)} cups left`,
  );
}
