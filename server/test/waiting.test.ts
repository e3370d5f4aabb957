import { describe, expect, it, vi } from 'vitest';
import { within } from '../waiting';

describe('waiting no longer than so many milliseconds', () => {
  it('says whether it was done by then', async () => {
    vi.useFakeTimers();
    expect(await within(50, Promise.resolve())).toBe(true);
    expect(await within(50, Promise.reject(new Error('failed')))).toBe(false);
    const late = within(50, new Promise((resolve) => setTimeout(resolve, 60)));
    await vi.advanceTimersByTimeAsync(55);
    expect(await late).toBe(false);
    const soon = within(50, new Promise((resolve) => setTimeout(resolve, 40)));
    await vi.advanceTimersByTimeAsync(45);
    expect(await soon).toBe(true);
    // No timer is left behind.
    expect(vi.getTimerCount()).toBe(0);
    vi.useRealTimers();
  });
});
