import { describe, expect, it } from 'vitest';
import { EARLIER_WORDS, presentForm, renamedWords } from '../earlierForms';

describe('a form that was typed into an earlier version', () => {
  it('has every field under the name it has now, also in what it was written over', () => {
    const cup = {
      school: 'mark10',
      mark: '8',
      notes: 'fig',
      words: { cup: { set: ['fig'], typing: '' } },
      levels: { body: { level: '3', liking: '' } },
    };
    const present = {
      scoringScale: 'mark10',
      mark: '8',
      remarks: 'fig',
      descriptors: { cup: { set: ['fig'], typing: '' } },
      intensities: { body: { intensity: '3', adequacy: '' } },
    };
    expect(presentForm({ brewer: 'cone', cup, laidOver: JSON.stringify({ cup }) })).toEqual({
      brewer: 'cone',
      cup: present,
      basis: JSON.stringify({ cup: present }),
    });
  });

  it('has every word of a list as it is now, also in what it was written over, and none that merely reads alike', () => {
    const typed = (progress: string, taste: string): Record<string, unknown> => ({
      cup: { progress, remarks: 'salty', descriptors: { cup: { set: ['sour'], typing: '' } } },
      making: { tastes: [taste, 'bitter'] },
    });
    const before = typed('going backwards', 'salty');
    const now = typed('a step down', 'briny');
    expect(presentForm({ ...before, basis: JSON.stringify(before) })).toEqual({ ...now, basis: JSON.stringify(now) });
    expect(presentForm(typed('best yet', 'constructor'))).toEqual(typed('best yet', 'constructor'));
    // What is no form, or lies deeper than any, is left as it is.
    for (const basis of ['{ broken', 'null', '']) expect(renamedWords({ basis }, EARLIER_WORDS)).toEqual({ basis });
    const deep = JSON.parse(`${'['.repeat(20_000)}"x"${']'.repeat(20_000)}`) as unknown;
    expect(renamedWords(deep, EARLIER_WORDS)).toBeDefined();
  });

  it('keeps the ten parts of a sum as the sheet it was marked by', () => {
    const parts = { aroma: '8', acidity: '', finish: '7.25', character: '', balance: '', bitterness: '9', defects: '' };
    const form = presentForm({ cup: { school: 'sum100', mark: '', ...parts } }) as {
      cup: { scoringScale: string; parts: { name: string; most: number; step: number; mark: string }[] };
    };
    expect(form.cup.scoringScale).toBe('parts');
    expect(form.cup.parts).toHaveLength(10);
    expect(form.cup.parts.map(({ mark }) => mark)).toEqual(['8', '', '', '', '', '7.25', '', '', '9', '']);
    expect(form.cup.parts.every(({ most, step }) => most === 10 && step === 0.25)).toBe(true);
    expect(form.cup).not.toHaveProperty('balance');
  });

  it('is left as it is where it was typed into this version', () => {
    const form = { cup: { scoringScale: 'parts', parts: [{ id: 'smell', mark: '3' }], remarks: 'x' }, basis: '' };
    expect(presentForm(form)).toEqual(form);
    expect(presentForm(presentForm(form))).toEqual(form);
  });
});
