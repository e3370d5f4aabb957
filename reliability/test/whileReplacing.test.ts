import { expect, it } from 'vitest';
import { whileReplacing } from '../whileReplacing';

it('what is acknowledged while another household takes the place of this one is in it, or in the backup', async () => {
  const { acknowledged, lost } = await whileReplacing(6, 2026);
  expect(lost).toEqual([]);
  expect(acknowledged).toBeGreaterThan(20);
}, 120_000);
