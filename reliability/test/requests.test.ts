import { describe, expect, it } from 'vitest';
import { ENDPOINTS } from '../endpoints';
import { sendRequests } from '../requests';

describe('requests generated from the schemas', () => {
  it('are answered without a fault, and those refused change nothing', async () => {
    const { requests, accepted, refused, faults, byEndpoint } = await sendRequests(2000, 11);
    expect(faults).toEqual([]);
    expect([requests, accepted + refused]).toEqual([2000, 2000]);
    // Neither all sense nor all nonsense, and every endpoint asked.
    expect(accepted).toBeGreaterThan(300);
    expect(refused).toBeGreaterThan(300);
    expect(byEndpoint.size).toBe(ENDPOINTS.length);
  }, 240_000);
});
