import { describe, expect, it } from 'vitest';
import { draftedLevels, withLevel, type Level } from '..';

const cup = (levels: Record<string, Level | null>, restDay = 9) => ({
  restDay,
  intensities: Object.entries(levels).map(([attribute, intensity]) => ({ attribute, intensity })),
});

describe('final levels', () => {
  it('are drafted as the middle of the cups, in the order of the household', () => {
    const cups = [
      cup({ body: '2', acidity: '4' }),
      cup({ acidity: '3' }),
      cup({ acidity: '5', body: '3', sweet: null }),
    ];
    expect(draftedLevels(['acidity', 'sweet', 'body'], cups)).toEqual([
      { attribute: 'acidity', intensity: '4' },
      { attribute: 'body', intensity: '2.5' },
    ]);
    expect(draftedLevels(['acidity'], [])).toEqual([]);
  });

  it('are those of its best days, where a cup of those days has them', () => {
    const cups = [cup({ acidity: '5', flowers: '1' }, 6), cup({ flowers: '1.5' }, 12), cup({ flowers: '4' }, 20)];
    const drafted = draftedLevels(['acidity', 'flowers'], cups, { from: 18, to: 24 });
    expect(drafted).toEqual([
      { attribute: 'acidity', intensity: '5' },
      { attribute: 'flowers', intensity: '4' },
    ]);
    expect(draftedLevels(['flowers'], cups, { from: 12, to: 20 })).toEqual([{ attribute: 'flowers', intensity: '3-' }]);
    expect(draftedLevels(['flowers'], cups, { from: 30, to: 40 })).toEqual([
      { attribute: 'flowers', intensity: '1.5' },
    ]);
  });

  it('are said otherwise one by one, and taken away', () => {
    const levels = [{ attribute: 'body', intensity: '2' as const }];
    expect(withLevel(levels, 'body', '3+')).toEqual([{ attribute: 'body', intensity: '3+' }]);
    expect(withLevel(levels, 'acidity', '4')).toHaveLength(2);
    expect(withLevel(levels, 'body', null)).toEqual([]);
  });
});
