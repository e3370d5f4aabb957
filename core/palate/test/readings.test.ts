import { describe, expect, it } from 'vitest';
import { phText, roastByColourText } from '../../text';
import { placeAmong, roastByColour, type ColourReading } from '../readings';

const OTHERS: ColourReading[] = [
  { roastLevel: 'light', colour: 102 },
  { roastLevel: 'light', colour: 98 },
  { roastLevel: 'medium-light', colour: 91 },
  { roastLevel: 'medium', colour: 79 },
  { roastLevel: 'medium', colour: 81 },
  { roastLevel: 'dark', colour: 61 },
];

describe('a roast colour', () => {
  it('is held against what the household’s other bags claimed and read', () => {
    expect(roastByColour(80, 'light', OTHERS)).toEqual({ roastLevel: 'medium', differs: true, bags: 6 });
    expect(roastByColour(101, 'light', OTHERS)).toMatchObject({ roastLevel: 'light', differs: false });
    // Between two levels it contradicts neither.
    expect(roastByColour(95, 'light', OTHERS)?.differs).toBe(false);
    expect(roastByColour(95, 'medium-light', OTHERS)?.differs).toBe(false);
  });

  it('stays on the ladder of roasts, on a meter that counts either way', () => {
    // Nobody measured a very light one.
    expect(roastByColour(180, 'dark', OTHERS)).toMatchObject({ roastLevel: 'light', differs: true });
    const darkIsHigh = OTHERS.map(({ roastLevel, colour }) => ({ roastLevel, colour: 150 - colour }));
    expect(roastByColour(70, 'light', darkIsHigh)).toMatchObject({ roastLevel: 'medium', differs: true });
  });

  it('says nothing by few bags, bags of one level, or colours that do not follow the claims', () => {
    expect(roastByColour(80, 'light', OTHERS.slice(0, 4))).toBeNull();
    const light = [95, 97, 99, 101, 103].map((colour) => ({ roastLevel: 'light' as const, colour }));
    expect(roastByColour(80, 'light', light)).toBeNull();
    const colours = [80, 95, 70, 90, 75, 99];
    expect(
      roastByColour(
        80,
        'light',
        OTHERS.map((one, i) => ({ ...one, colour: colours[i] ?? 0 })),
      ),
    ).toBeNull();
  });

  it('is said beside the label', () => {
    expect(roastByColourText('light', roastByColour(80, 'light', OTHERS))).toBe(
      'the label says light, the colour is that of your medium bags',
    );
    expect(roastByColourText('medium-light', roastByColour(90, 'medium-light', OTHERS))).toBe(
      'fits your other medium light bags',
    );
    expect(roastByColourText('light', null)).toBeNull();
    // Nearer to another level, but not surely: neither is said.
    const between = roastByColour(94.5, 'light', OTHERS);
    expect(between).toMatchObject({ roastLevel: 'medium-light', differs: false });
    expect(roastByColourText('light', between)).toBeNull();
  });
});

describe('a pH', () => {
  const OWN = [4.9, 5.0, 5.05, 5.1, 5.2];

  it('is placed among the household’s own readings once there are enough', () => {
    expect(phText(4.95, placeAmong(4.95, OWN))).toBe('lower than 4 of your other readings, sharper');
    expect(phText(5.3, placeAmong(5.3, OWN))).toBe('higher than 5 of your other readings, softer');
    expect(phText(5.05, placeAmong(5.05, OWN))).toBe('in the middle of your readings');
  });

  it('is held against most coffees until then', () => {
    expect(placeAmong(5, OWN.slice(1))).toBeNull();
    expect([4.6, 4.8, 5, 5.3].map((ph) => phText(ph, null))).toEqual([
      'sharper than most',
      'on the bright side',
      'as most coffees are',
      'softer than most',
    ]);
  });
});
