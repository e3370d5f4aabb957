import { describe, expect, it } from 'vitest';
import { betClaim, restClaim, roastClaim } from '../claims';

const ROASTS = ['light', 'medium-light', 'medium', 'medium-dark', 'dark'];

describe('what is claimed', () => {
  it('of the roast is held against what the beans look like', () => {
    expect(roastClaim(ROASTS, 'light', null).outcome).toBe('open');
    expect(roastClaim(ROASTS, 'medium-light', 'medium-light')).toEqual({
      outcome: 'held',
      sentence: 'Claimed medium light, and it looks so.',
    });
    expect(roastClaim(ROASTS, 'light', 'medium-light').sentence).toBe(
      'Claimed light, looks medium light: a step darker.',
    );
    expect(roastClaim(ROASTS, 'dark', 'medium').sentence).toBe('Claimed dark, looks medium: 2 steps lighter.');
  });

  it('of the rest is held against the crest, once there are cups to show one', () => {
    const peak = { day: 21.4, lo: 17.2, hi: 25.8 };
    expect(restClaim(14, peak, 2).outcome).toBe('open');
    expect(restClaim(14, peak, 6)).toEqual({
      outcome: 'off',
      sentence: 'The roaster advises 14 days; the crest was found around day 21 (8 in 10: days 17–26), 7 days later.',
    });
    expect(restClaim(30, peak, 6).sentence).toContain('9 days earlier');
    expect(restClaim(17, peak, 6).outcome).toBe('held');
  });

  it('in a bet is held against the best the bag was', () => {
    const write = (score: number): string => (score / 10).toFixed(1);
    const best = { mean: 87, lo: 82, hi: 90 };
    expect(betClaim(80, best, 0, write).outcome).toBe('open');
    expect(betClaim(80, best, 5, write)).toEqual({
      outcome: 'off',
      sentence: 'You bet on 8.0; at its best it stands at 8.7 (8 in 10: 8.2 to 9.0): better than you bet.',
    });
    expect(betClaim(95, best, 5, write).sentence).toContain('worse than you bet');
    expect(betClaim(82, best, 5, write).outcome).toBe('held');
  });
});
