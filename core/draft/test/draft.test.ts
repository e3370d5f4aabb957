import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { changed, follows, merged, type ChangeCounts } from '..';

const apart = (a: ChangeCounts, b: ChangeCounts): boolean => !follows(a, b) && !follows(b, a);
const counts = fc.dictionary(fc.constantFrom('phone', 'laptop', 'tablet'), fc.nat(5));

describe('copies of a draft', () => {
  it('follow one another while each change is made on top of the other', () => {
    const phone = changed({}, 'phone');
    const laptop = changed(phone, 'laptop');
    expect([follows(laptop, phone), follows(phone, laptop), apart(phone, laptop)]).toEqual([true, false, false]);
  });

  it('are apart once both were changed, until one takes the other in', () => {
    const both = changed({}, 'phone');
    const [phone, laptop] = [changed(both, 'phone'), changed(both, 'laptop')];
    expect(apart(phone, laptop)).toBe(true);
    const taken = changed(merged(laptop, phone), 'laptop');
    expect([follows(taken, phone), follows(taken, laptop), apart(taken, phone)]).toEqual([true, true, false]);
  });

  it('follow both of what they were merged from, whichever way', () => {
    fc.assert(
      fc.property(
        counts,
        counts,
        (a, b) => follows(merged(a, b), a) && follows(merged(b, a), b) && follows(a, a) && !apart(merged(a, b), b),
      ),
    );
  });

  it('are never followed by what they were before a change', () => {
    fc.assert(
      fc.property(
        counts,
        fc.constantFrom('phone', 'laptop'),
        (a, device) => follows(changed(a, device), a) && !follows(a, changed(a, device)),
      ),
    );
  });
});
