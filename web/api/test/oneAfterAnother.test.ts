import { expect, it } from 'vitest';
import { oneAfterAnother } from '../oneAfterAnother';

it('is done once more where it was asked for meanwhile, however often, and never twice at once', async () => {
  let [running, most, done] = [0, 0, 0];
  const open: (() => void)[] = [];
  const ask = oneAfterAnother(async () => {
    most = Math.max(most, ++running);
    await new Promise<void>((resolve) => open.push(resolve));
    running--;
    done++;
  });
  ask();
  ask();
  ask();
  open.shift()?.();
  await expect.poll(() => open.length).toBe(1);
  open.shift()?.();
  await expect.poll(() => done).toBe(2);
  expect([most, open.length]).toEqual([1, 0]);
});

it('goes on after work that fails, at once or later', async () => {
  let asked = 0;
  const ask = oneAfterAnother(() => {
    asked++;
    if (asked === 1) throw new Error('not begun');
    return asked === 2 ? Promise.reject(new Error('broken off')) : Promise.resolve();
  });
  for (const times of [1, 2, 3]) {
    ask();
    await expect.poll(() => asked).toBe(times);
  }
});
