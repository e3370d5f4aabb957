import { describe, expect, it } from 'vitest';
import { holdWish } from '../shelf/holdWish';

const proposal = (expectedInformation: number, changes: { factor: 'waterC'; setting: string }[] = []) => ({
  mostInformative: { changes, expected: 80, expectedInformation },
});

describe('the wish to hold the recipe still', () => {
  it('is there when the reference itself tells most, and only while it tells anything', () => {
    expect(holdWish(proposal(0.2))).toContain('held still');
    expect(holdWish(proposal(0.2, [{ factor: 'waterC', setting: '90' }]))).toBeNull();
    expect(holdWish(proposal(0.0001))).toBeNull();
    expect(holdWish(undefined)).toBeNull();
  });
});
