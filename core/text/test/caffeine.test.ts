import { expect, it } from 'vitest';
import { caffeineOfDayText, caffeineText } from '../shelf/caffeine';

it('says how much, to tens, and when it is more than the guide', () => {
  expect(caffeineText([], 400)).toBe('');
  expect(caffeineText([{ taster: 'Ada', mg: 183 }], 400)).toBe('Caffeine today: Ada about 180 mg of 400.');
  expect(
    caffeineText(
      [
        { taster: 'Ada', mg: 183 },
        { taster: null, mg: 214.6 },
      ],
      200,
    ),
  ).toBe('Caffeine today: Ada about 180 mg; about 210 mg, over the guide of 200.');
  expect(caffeineOfDayText([{ taster: 'Ada', mg: 405 }], 400)).toBe('Ada about 410 mg, over the guide of 400');
});
