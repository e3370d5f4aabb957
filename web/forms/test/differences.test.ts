import { describe, expect, it } from 'vitest';
import { differing, nameOfPath, plainName } from '../differences';

const here = {
  brewedAt: '2026-03-01T08:15',
  doseG: '15',
  cup: { remarks: 'fig', blind: false, textures: ['silky'], intensities: { body: { intensity: '3', adequacy: '' } } },
  same: 'x',
};
const there = {
  ...here,
  brewedAt: '2026-03-01T09:40',
  cup: {
    ...here.cup,
    remarks: '',
    blind: true,
    textures: [],
    intensities: { acidity: { intensity: '4-', adequacy: 'too much' } },
  },
};

describe('what two copies of a sheet differ in', () => {
  it('is told field by field, in the order of the sheet, with nothing shown as a dash', () => {
    expect(
      differing(here, there, nameOfPath).map(({ path, hereText, thereText }) => [path, hereText, thereText]),
    ).toEqual([
      ['brewedAt', expect.stringContaining('8:15'), expect.stringContaining('9:40')],
      ['cup.remarks', 'fig', '–'],
      ['cup.blind', 'no', 'yes'],
      ['cup.textures', 'silky', '–'],
      ['cup.intensities.body', '3', '–'],
      ['cup.intensities.acidity', '–', '4-, too much'],
    ]);
    expect(differing(here, structuredClone(here), nameOfPath)).toEqual([]);
  });

  it('passes over what has no name, and what is missing on both sides', () => {
    expect(differing({ a: '1', b: undefined }, { a: '2', b: '' }, (path) => (path[0] === 'a' ? null : 'b'))).toEqual(
      [],
    );
  });

  it('is called as a person would call it', () => {
    expect(['waterG', 'restAdviceDays', 'drainS', 'stone-fruit', 'pH'].map(plainName)).toEqual([
      'water',
      'rest advice days',
      'drain',
      'stone fruit',
      'p h',
    ]);
    expect(nameOfPath(['reference', 'doseG'])).toBe('Reference, dose');
  });
});
