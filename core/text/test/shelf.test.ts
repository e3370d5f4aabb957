import { describe, expect, it } from 'vitest';
import { reference, shelfBag } from '../../shelf/test/samples';
import { leaveAlone, morningAdvice, mostInformativeAdvice, parametersLine, waitingText } from '../shelf/shelf';
import { METRIC } from '../units';

const TODAY = '2026-03-01';
const AT_BEST = { reason: 'at-best', why: 'Day 20.', isExtra: false } as const;

const bag = (name: string, differently: Parameters<typeof shelfBag>[1] = {}) =>
  shelfBag(name, { window: { from: '2026-02-25', to: '2026-03-02' }, ...differently });
describe('the morning in words', () => {
  it('names the bag, its recipe, why, and what is left', () => {
    expect(morningAdvice(bag('Fog Gate'), TODAY, METRIC, AT_BEST)).toEqual({
      bagId: 'Fog Gate',
      name: 'Fog Gate',
      headline: 'Brew Fog Gate: cone, 17 g to 272 g at 92 °C.',
      reason: 'Verdict of Fog Gate. Eight cups left, and its window closes tomorrow.',
    });
    const reasons = [
      bag('x', { window: { from: '2026-02-25', to: TODAY }, cupsLeft: 1 }),
      bag('x', { state: 'too-early' }),
      bag('x', { state: 'fading' }),
    ].map((one) => morningAdvice(one, TODAY, METRIC, AT_BEST).reason.replace('Verdict of x. ', ''));
    expect(reasons).toEqual(['One cup left, and its window closes today.', 'Eight cups left.', 'Eight cups left.']);
  });

  it('says where the morning is not, or not only, what the states of the bags say', () => {
    const reason = (cup: Parameters<typeof morningAdvice>[3]): string =>
      morningAdvice(bag('x'), TODAY, METRIC, cup).reason;
    expect(reason(null)).toMatch(/^The plan is being worked out; by the states of the bags this one comes first\. /);
    expect(reason({ reason: 'learning', why: 'To find out.', isExtra: false })).toMatch(
      /^To find out\. Verdict of x\./,
    );
    expect(reason({ ...AT_BEST, isExtra: true })).toMatch(/^What you want today is drunk; this would be one more\. V/);
  });

  it('says what it waits for where no cup is planned', () => {
    expect(waitingText({ name: 'Fog Gate', on: '2026-03-04' }, TODAY)).toEqual({
      headline: 'No cup is planned for today.',
      reason: 'The plan waits for better days: the next cup is of Fog Gate, in 3 days.',
    });
  });

  it('says what a bag that is left alone waits for', () => {
    const waiting = [
      bag('a', { state: 'resting', window: { from: '2026-03-07', to: '2026-03-20' } }),
      bag('b', { state: 'climbing', window: { from: '2026-03-02', to: '2026-03-20' } }),
      bag('c', { state: 'climbing', window: null }),
      bag('d', { frozen: true }),
    ];
    expect(waiting.map((one) => leaveAlone(one, TODAY).reason)).toEqual([
      'resting, ready in about 6 days',
      'still climbing, ready in about 1 day',
      'still climbing',
      'in the freezer, where its days stand almost still',
    ]);
  });

  it('writes a recipe on one line, in the household’s unit', () => {
    expect(parametersLine({ ...reference, waterC: null, doseG: 18.25 }, METRIC)).toBe('cone, 18.3 g to 272 g');
    expect(parametersLine(reference, { ...METRIC, temperature: '°F' })).toBe('cone, 17 g to 272 g at 198 °F');
  });

  it('says the most telling brew with its recipe, what it is worth and its price', () => {
    const changes = [{ factor: 'brewer' as const, setting: 'press' }];
    expect(
      mostInformativeAdvice(bag('b', { cupsLeft: 3 }), { changes, expected: 80, expectedInformation: 0.3 }, METRIC),
    ).toEqual({
      bagId: 'b',
      name: 'b',
      headline: 'Most telling today: b, the reference recipe with the press.',
      reason: 'It would narrow down its best days by about 25 %, for 17 g; three cups left.',
      also: 'To learn more, take the reference recipe with the press: it would narrow down its best days by about 25 %.',
    });
    const asItIs = { changes: [], expected: 80, expectedInformation: 0.3 };
    expect(mostInformativeAdvice(bag('b'), asItIs, METRIC).also).toBe(
      'This cup would narrow down its best days by about 25 %.',
    );
  });
});
