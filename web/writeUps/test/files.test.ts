import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { WriteUpContent } from '../../../contract/writeUps/writeUp';
import { METRIC } from '../../../core/text';
import { FIRST_SHOWS } from '../../../core/writeUp';
import { htmlFile } from '../files/html';
import { markdownOf, plainText } from '../files/markdown';
import { printSize } from '../files/printSize';
import { ridgeSvg, shareSvg } from '../files/svg';
import { fileNameOf, partsOf, titleOf } from '../parts';
import { levelTicks } from '../../ui/ticks';
import { linear } from '../publication/axis';
import { DARK, LIGHT } from '../publication/palette';
import { shortName } from '../publication/MarksFigure';
import { inLines } from '../publication/SharePicture';

const passage = (key: string, text: string, needs: 'price' | null = null, named: string | null = null) => ({
  key,
  text,
  needs,
  named,
});
const RIDGE = {
  name: 'Hollow Ridge',
  scale: 'mark10' as const,
  isOnlyCompared: false,
  points: Array.from({ length: 37 }, (_, day) => ({
    day,
    mean: 75 + 10 * Math.exp(-(((day - 20) / 9) ** 2)),
    lo: 72,
    hi: 90,
  })),
  window: { from: 15, to: 26 },
  core: { from: 18, to: 22 },
  brews: [
    { day: 9, asScored: 74, atReference: 76 },
    { day: 20, asScored: 86, atReference: null },
  ],
};
const content: WriteUpContent = {
  sections: [
    { id: 'head', passages: [passage('head.title', 'Hollow <Ridge> & "Co"'), passage('head.line', 'Burundi.')] },
    {
      id: 'short',
      passages: [passage('short.when', 'Best from day 15 to day 26.'), passage('short.mark', 'It scores 8.6.')],
    },
    { id: 'crest', passages: [passage('crest.caption', 'The score on each day.')] },
    {
      id: 'days',
      passages: [
        passage('days.a', 'Day 9: 7.4.', null, 'Day 9, Ottoline: 7.4.'),
        passage('days.a.words', '“*Grassy*.”'),
      ],
    },
    {
      id: 'worth',
      passages: [passage('worth.price', 'It cost 1234.', 'price'), passage('worth.true', 'True to its kind.')],
    },
  ],
  figures: {
    ridges: [RIDGE],
    levels: [{ name: 'Hollow Ridge', levels: [{ name: 'weight', value: 2, points: [] }] }],
    marks: null,
    card: null,
  },
  edits: { 'short.mark': { text: '', over: 'It scores 8.6.' } },
  own: [{ key: 'days.own-1', after: null, text: 'It rained.' }],
  shows: { ...FIRST_SHOWS, price: false },
  pictures: [],
  paper: 'A4',
};
const parts = (more: Partial<WriteUpContent> = {}) =>
  partsOf(
    { kind: 'bag', finalOn: '2026-11-27' },
    { ...content, ...more },
    { pictures: [], units: METRIC, today: '2026-11-28' },
  );
const html = htmlFile(parts(), titleOf(content), { css: '.publication{color:red}', fonts: '', paper: 'letter' });

describe('the HTML file', () => {
  it('is whole, in the theme of whoever opens it, on the paper that was asked for', () => {
    expect(html).toMatch(/^<!doctype html>\n<html lang="en">/);
    expect(html).toContain('<title>Hollow &lt;Ridge&gt; &amp; &quot;Co&quot;</title>');
    expect(html).toContain('@page{size:letter');
    expect(html).toContain('prefers-color-scheme:dark');
    expect(html).toContain('.publication{color:red}');
    expect(html).toContain('Final on 27 November 2026.');
    expect(html.match(/<h1/g)).toHaveLength(1);
    expect(html).toMatch(/<figcaption[^>]*>The score on each day\.<\/figcaption>/);
    // What stands under the drawing is no section of its own.
    expect(html).not.toContain('>When<');
    expect(html).toContain('<svg');
  });

  it('fetches nothing and runs nothing', () => {
    expect(html).not.toMatch(/<script|<link|<iframe|<img|@import|javascript:|\son\w+=/i);
    expect(html.match(/(?:src|href)=/g)).toBeNull();
    expect(html.replaceAll('http://www.w3.org/2000/svg', '')).not.toMatch(/https?:/);
    expect(html).not.toMatch(/url\((?!data:)/);
  });

  it('holds what is shown and nothing else: no name, no price, nothing left out', () => {
    expect(html).toContain('It rained.');
    expect(html).not.toMatch(/Ottoline|1234|It scores 8\.6/);
    const shown = htmlFile(parts({ shows: { ...FIRST_SHOWS, names: true } }), 'x', { css: '', fonts: '', paper: 'A4' });
    expect(shown).toMatch(/Day 9, Ottoline.*It cost 1234/s);
  });
});

describe('the Markdown', () => {
  it('has every passage in its order, lists as lists, and its picture beside it', () => {
    expect(markdownOf(parts(), { ridge: 'hollow-ridge.png', pictures: [] })).toBe(
      [
        '# Hollow \\<Ridge\\> & "Co"',
        '*Burundi.*',
        'Best from day 15 to day 26.',
        '![Score against rest day](hollow-ridge.png)',
        'The score on each day.',
        '## Day by day',
        '- It rained.\n- Day 9: 7.4. “\\*Grassy\\*.”',
        '## What it is worth',
        'True to its kind.',
        '---',
        'Final on 27 November 2026.\n',
      ].join('\n\n'),
    );
  });

  it('takes no text for a mark', () => {
    expect(plainText('1. # *a* [b](c) <i> `d` a_b | e')).toBe('1\\. # \\*a\\* \\[b\\](c) \\<i\\> \\`d\\` a\\_b \\| e');
    expect(plainText('# head')).toBe('\\# head');
    expect(plainText('- point')).toBe('\\- point');
    expect(plainText('day 9–12, 8.6 of 10')).toBe('day 9–12, 8.6 of 10');
  });
});

describe('a title that is left out', () => {
  it('leaves the line below it what it is', () => {
    const untitled = { ...content, edits: { 'head.title': { text: '', over: 'Hollow Ridge' } } };
    expect(titleOf(untitled)).toBe('Without a title');
    expect(markdownOf(parts(untitled), { ridge: null, pictures: [] })).toMatch(/^# Without a title\n\n\*Burundi\.\*\n/);
    const page = htmlFile(parts(untitled), titleOf(untitled), { css: '', fonts: '', paper: 'A4' });
    expect(page).not.toContain('<h1');
    expect(page).toMatch(/pub-line"[^>]*>Burundi\./);
  });
});

describe('the pictures', () => {
  it('stand alone: a ground, a size, no colour from elsewhere', () => {
    for (const [palette, ground] of [
      [LIGHT, LIGHT.paper],
      [DARK, DARK.paper],
    ] as const) {
      const file = ridgeSvg(content.figures, 'A ridge', palette);
      expect(file).toMatchObject({ width: 720, height: 330 });
      expect(file?.svg).toMatch(
        /^<\?xml version="1.0" encoding="UTF-8"\?>\n<svg xmlns="http:\/\/www\.w3\.org\/2000\/svg"/,
      );
      expect(file?.svg).toContain(`<rect width="100%" height="100%" fill="${ground}"/>`);
      expect(file?.svg).not.toContain('var(');
    }
    expect(ridgeSvg({ ...content.figures, ridges: [] }, '', LIGHT)).toBeNull();
  });

  it('hold to what is said: a ridge only where there is one', () => {
    const words = { title: 'One evening', line: '', says: ['Tasted once.'] };
    expect(shareSvg(words, content.figures, LIGHT).svg).toContain('days 15 to 26');
    expect(shareSvg(words, { ...content.figures, ridges: [] }, LIGHT).svg).not.toContain('<path');
  });

  it('say passages whole as far as they go', () => {
    const says = ['Short and first.', 'word '.repeat(80)];
    const svg = shareSvg({ title: 'T', line: '', says }, content.figures, LIGHT).svg;
    expect(svg).toContain('>Short and first.<');
    expect(svg).not.toContain('>word');
  });

  it('break text into lines that are not too long, and lose no word before they end', () => {
    fc.assert(
      fc.property(
        fc.array(fc.stringMatching(/^[a-z]{1,12}$/), { minLength: 1, maxLength: 40 }),
        fc.integer({ min: 14, max: 60 }),
        (words, characters) => {
          const text = words.join(' ');
          const lines = inLines(text, characters, Infinity);
          expect(lines.join(' ')).toBe(text);
          for (const line of lines) expect(line.length).toBeLessThanOrEqual(characters);
          expect(inLines(text, characters, 2).length).toBeLessThanOrEqual(2);
        },
      ),
    );
  });
});

describe('an axis', () => {
  it('has round values that enclose what stands on it', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -50, max: 100, noNaN: true }),
        fc.double({ min: 0, max: 60, noNaN: true }),
        (lo, length) => {
          const ticks = levelTicks(lo, lo + length);
          expect(ticks[0]).toBeLessThanOrEqual(lo + 1e-6);
          expect(ticks.at(-1)).toBeGreaterThanOrEqual(lo + length - 1e-6);
          expect(ticks.length).toBeGreaterThan(1);
          expect(ticks.length).toBeLessThan(10);
        },
      ),
    );
    expect(linear([0, 10], [100, 0])(5)).toBe(50);
    expect(linear([3, 3], [0, 10])(3)).toBe(0);
  });
});

describe('names and sizes', () => {
  it('shorten a name to its room, and keep what tells it from its namesake', () => {
    expect(shortName('Kivu Terrace')).toBe('Kivu Terrace');
    expect(shortName('Hollow Ridge (second cup)')).toBe('Hollow Rid… (second)');
    expect(shortName('A very long name of a coffee')).toBe('A very long name of…');
  });

  it('make a file name of any title', () => {
    expect(fileNameOf('Sunday: are they so different?')).toBe('sunday-are-they-so-different');
    expect(fileNameOf('Café Ñandú / 9')).toMatch(/^cafe?-?.*9$/);
    expect(fileNameOf('???')).toBe('write-up');
    expect(fileNameOf('x'.repeat(200))).toHaveLength(60);
  });

  it('print the smaller the more there is', () => {
    const long = (characters: number) => ({
      sections: [
        {
          id: 'days' as const,
          passages: [
            { key: 'days.a', text: 'x'.repeat(characters), from: 'record' as const, composed: null, needs: null },
          ],
        },
      ],
    });
    const sizes = [100, 5000, 8000, 20_000].map((one) => printSize(long(one)));
    expect(sizes).toEqual([...sizes].sort((a, b) => b - a));
    expect(new Set(sizes).size).toBe(4);
  });
});
