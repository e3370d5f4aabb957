import { describe, expect, it } from 'vitest';
import { cup as cupSchema, cupInput, type Cup } from '../../../contract/bag/cup';
import { FIRST_SHEET, LEVELS, type ScoringScale } from '../../../core/cup';
import { cupValues, emptyCup, intensityWords, typedCup, type CupForm } from '../cupForm';

const empty = (scoringScale: ScoringScale): CupForm => emptyCup({ scoringScale, sheetOfParts: FIRST_SHEET });
const form = (differently: Partial<CupForm> = {}): CupForm => ({ ...empty('mark10'), ...differently });
const read = (cup: CupForm) => cupInput.safeParse(cupValues(cup));

const NOT_TAPPED = { prominence: null, moment: null, seat: null };

describe('a cup as typed', () => {
  it('is an empty cup while nothing was written', () => {
    expect(read(form({ intensities: { body: undefined, acidity: { intensity: '', adequacy: '' } } })).data).toEqual(
      cupInput.parse({ scoringScale: 'mark10', mark: null }),
    );
  });

  it('takes marks in its own scale', () => {
    expect(read(form({ mark: '8,4' })).data?.mark).toBe(8.4);
    expect(read({ ...empty('levels'), mark: 'high 4' }).data?.mark).toBe(4 + 1 / 3);
    const [smell, ...rest] = empty('parts').parts;
    const sheet = (mark: string) =>
      read({ ...empty('parts'), parts: [{ ...FIRST_SHEET[0], ...smell, mark }, ...rest] } as CupForm);
    expect(sheet('7').data?.parts[0]).toEqual({ ...FIRST_SHEET[0], mark: 7 });
    expect(
      sheet('7')
        .data?.parts.slice(1)
        .every(({ mark }) => mark === null),
    ).toBe(true);
    expect(sheet('7,5').error?.issues[0]).toMatchObject({
      path: ['parts', 0, 'mark'],
      message: 'Smell goes in steps of 1',
    });
    expect(sheet('9').error?.issues[0]).toMatchObject({
      path: ['parts', 0, 'mark'],
      message: 'Smell must be between 0 and 8',
    });
    expect(empty('mark10').parts).toEqual([]);
    expect(read({ ...empty('stars'), mark: '4.3' }).error?.issues[0]).toMatchObject({
      path: ['mark'],
      message: 'This mark goes in steps of 0.25',
    });
    expect(read(form({ mark: 'good' })).error?.issues[0]?.path).toEqual(['mark']);
  });

  it('takes levels, adequacies, both or either, and refuses what is no level', () => {
    const intensities = {
      body: { intensity: 'low 3', adequacy: '' },
      acidity: { intensity: '', adequacy: 'too much' },
    };
    expect(read(form({ intensities })).data?.intensities).toEqual([
      { attribute: 'body', intensity: '3-', adequacy: null },
      { attribute: 'acidity', intensity: null, adequacy: 'too much' },
    ]);
    expect(read(form({ intensities: { body: { intensity: '7', adequacy: '' } } })).error?.issues[0]?.path).toEqual([
      'intensities',
      0,
      'intensity',
    ]);
  });

  it('keeps the words of each line, with the one still under the fingers', () => {
    const descriptors = {
      ...empty('mark10').descriptors,
      'hot-nose': { set: ['quince'], typing: ' attic , damso' },
      cup: { set: [], typing: '  ' },
    };
    expect(read(form({ descriptors })).data?.descriptors).toEqual(
      ['quince', 'attic', 'damso'].map((typed) => ({ typed, slot: 'hot-nose', ...NOT_TAPPED })),
    );
  });

  it('comes back as it was typed, whatever was in it', () => {
    const whole: Cup = cupSchema.parse({
      ...cupInput.parse({
        scoringScale: 'levels',
        mark: 4 - 1 / 3,
        aroma: 8,
        intensities: LEVELS.map((intensity, i) => ({ attribute: `a${i}`, intensity, adequacy: 'just right' })),
        finishS: 12.5,
        dryness: 'some',
        textures: ['silky'],
        markAt: 'cool',
        company: 'panel',
        progress: 'best yet',
        milkKind: 'soy',
        remarks: 'long',
      }),
      descriptors: [
        { id: 'quince', typed: 'Quinces', slot: 'cool-second', prominence: 'leading', moment: 'after', seat: 'throat' },
      ],
      nag: { said: 'green', tapped: ['green'], resolvedWith: null, dropped: false },
    });
    const { descriptors, ...back } = read(typedCup(whole)).data ?? {};
    const { descriptors: _, ...rest } = whole;
    expect(back).toEqual(rest);
    expect(descriptors).toEqual([
      { typed: 'Quinces', slot: 'cool-second', prominence: 'leading', moment: 'after', seat: 'throat' },
    ]);
  });

  it('carries along a search for a word that is over, and ends one that is switched off', () => {
    const over = cupSchema.parse({
      ...cupInput.parse({ scoringScale: 'mark10', mark: 8 }),
      descriptors: [],
      nag: { said: 'green', tapped: [], resolvedWith: 'lime', dropped: false },
    });
    expect(read(typedCup(over)).data?.nag).toEqual(over.nag);
    const going = typedCup({ ...over, nag: { said: 'green', tapped: [], resolvedWith: null, dropped: false } });
    expect(read({ ...going, nag: { ...going.nag, on: false } }).data?.nag).toBeNull();
  });
});

it('a typed level is said in words', () => {
  expect([intensityWords('4-'), intensityWords(''), intensityWords('9')]).toEqual(['low 4', null, null]);
});
