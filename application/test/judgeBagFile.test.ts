import { describe, expect, it } from 'vitest';
import { bagFile } from '../../contract/bag/bagFile';
import { parseLine } from '../jsonLine';
import { verdictLine } from '../judgeBagFile';

const parameters = { style: 'filter', brewer: 'cone', doseG: 17, waterG: 272, waterC: 92, grindStep: 0 };
const brew = (brewedAt: string, overall: number, differently: object = {}) => ({
  brewedAt,
  ...parameters,
  overall,
  recordedFrom: 'cup',
  fault: null,
  ...differently,
});

function file(differently: object = {}, label: object = {}): Record<string, unknown> {
  return {
    format: 'slow-crest.bag',
    version: 1,
    bag: {
      name: 'Kivu Terrace',
      roastedOn: '2026-02-02',
      roastLevel: 'light',
      process: 'washed',
      restAdviceDays: null,
      weightG: 250,
      ...label,
    },
    reference: parameters,
    brews: [
      brew('2026-02-10T08:00:00Z', 76),
      brew('2026-02-16T08:00:00Z', 83),
      brew('2026-02-22T08:00:00Z', 86.5, { brewer: 'hourglass' }),
      brew('2026-03-10T08:00:00Z', 81),
    ],
    today: '2026-02-24',
    ...differently,
  };
}

const judge = (value: unknown) => verdictLine(parseLine(bagFile, JSON.stringify(value)));

describe('the bag file', () => {
  it('is answered with at least what the format promises', () => {
    const answer = judge(file());
    expect(answer).toMatchObject({ name: 'Kivu Terrace', restDay: 22, usable: 4, peak: { level: 0.8 } });
    expect(answer.effects).toEqual([expect.objectContaining({ factor: 'brewer', level: 'hourglass', brews: 1 })]);
    expect(answer.curve).toHaveLength(91);
    expect(answer.window?.from).toBeGreaterThan(5);
    expect(answer.advisedDay).toBeGreaterThanOrEqual(4);
    expect(answer.verdict.length).toBeGreaterThan(20);
  });

  it('gives the same bytes for the same input, whatever the order of the log', () => {
    const one = file();
    const other = file({ brews: [...(one.brews as object[])].reverse() });
    expect(JSON.stringify(judge(one))).toBe(JSON.stringify(judge(one)));
    expect(JSON.stringify(judge(other))).toBe(JSON.stringify(judge(one)));
  });

  it('ignores keys it does not know, and stands on the last brew when no day is stated', () => {
    const plain = judge(file({ today: undefined }));
    expect(plain.restDay).toBe(36);
    expect(judge(file({ today: undefined, mood: 'good' }, { altitudeM: 1900 }))).toEqual(plain);
  });

  it('takes any word for a fault', () => {
    const brews = [...(file().brews as object[]), brew('2026-02-23T08:00:00Z', 10, { fault: 'cat' })];
    expect(judge(file({ brews }))).toEqual(judge(file()));
  });

  it('counts freezer stays and works an age back from a best-before', () => {
    expect(judge(file({}, { spells: [{ place: 'freezer', from: '2026-02-11', to: '2026-02-21' }] })).restDay).toBe(12);
    expect(judge(file({}, { roastedOn: null, bestBefore: '2027-02-02' })).restDay).toBe(22);
    const arrived = judge(file({}, { roastedOn: null, arrivedOn: '2026-02-13' }));
    expect(arrived.restDay).toBe(22);
    // The same days, less sure of.
    expect(arrived.peak).not.toEqual(judge(file()).peak);
  });

  it.each([
    ['not JSON', '{"format":', /^This line is not JSON$/],
    ['another format', JSON.stringify({ format: 'x', version: 1 }), /format: The format must be "slow-crest.bag"/],
    ['a later version', JSON.stringify(file({ version: 2 })), /version: Only version 1/],
    ['no date', JSON.stringify(file({}, { roastedOn: null })), /^bag.roastedOn: Rest days need a date/],
    [
      'a year 20226',
      JSON.stringify(file({}, { roastedOn: '20226-02-02' })),
      /^bag.roastedOn: Roast date must be a date between 2000 and 2099/,
    ],
    [
      'a dose of −3',
      JSON.stringify(file({ reference: { ...parameters, doseG: -3 } })),
      /^reference.doseG: Dose must be between/,
    ],
    [
      'overall of 101',
      JSON.stringify(file({ brews: [brew('2026-02-10T08:00:00Z', 101)] })),
      /^brews.0.overall: Overall must be between 0 and 100/,
    ],
    [
      'brewed before roasting',
      JSON.stringify(file({ brews: [brew('2026-02-01T08:00:00Z', 80)] })),
      /^brews.0.brewedAt: It cannot be brewed before it was roasted/,
    ],
    [
      'a comparison with nothing',
      JSON.stringify(file({ brews: [brew('2026-02-10T08:00:00Z', 80, { comparison: 'better' })] })),
      /^brews.0.comparison: A comparison needs both "than" and "comparison"/,
    ],
    [
      'a comparison with a brew that is not there',
      JSON.stringify(file({ brews: [brew('2026-02-10T08:00:00Z', 80, { than: 1, comparison: 'like' })] })),
      /^brews.0.than: It must be the place of another brew/,
    ],
    ['a bare number', '7', /./],
  ])('refuses %s in a sentence', (_what, line, sentence) => {
    expect(() => parseLine(bagFile, line)).toThrow(sentence);
  });

  it('judges a bag by comparisons alone, whose overall is null', () => {
    const said = (day: string, than?: number, comparison?: string) => ({
      ...brew(`2026-02-${day}T08:00:00Z`, 80, { than, comparison }),
      overall: null,
    });
    const answer = judge(
      file({ brews: [said('07'), said('12', 0, 'better'), said('18', 1, 'better'), said('27', 2, 'worse')] }),
    );
    expect(answer).toMatchObject({ usable: 4, basis: { marks: 0, levels: 0, comparisons: 4 } });
    expect(answer.verdict).toContain('It rests on comparisons between cups alone.');
    expect(answer.advisedDay).toBeGreaterThan(9);
    expect(answer.advisedDay).toBeLessThan(24);
    expect(Object.values(answer.shapes).reduce((sum, share) => sum + share, 0)).toBeCloseTo(1, 2);
  });

  it('reads cups of one brew as such: fewer witnesses than as many brews, and one dose', () => {
    const late = (pot: object) =>
      ['2026-03-08T08:00:00Z', '2026-03-08T08:00:00Z', '2026-03-08T08:00:00Z'].map((at) => brew(at, 92, pot));
    const early = [brew('2026-02-10T08:00:00Z', 76), brew('2026-02-16T08:00:00Z', 83)];
    const peak = (pot: object): number => judge(file({ brews: [...early, ...late(pot)] })).peak.day;
    expect(peak({ pot: 'p' })).toBeLessThan(peak({}));
    // Of 35 g two brews leave one cup of 17 g only where the second was shared.
    const left = (pot: object): number => judge(file({ brews: late(pot).slice(1) }, { weightG: 35 })).next.length;
    expect([left({ pot: 'p' }), left({})]).toEqual([15, 0]);
  });
});
