import { afterAll, describe, expect, it, vi } from 'vitest';
import { instantOf, localDate, localDateTime, wallClockOf } from '../today';

afterAll(() => void vi.unstubAllEnvs());

describe.each([
  ['Pacific/Auckland', '2026-03-01', '2026-03-01T01:30', '+13:00'],
  ['America/St_Johns', '2026-02-28', '2026-02-28T09:00', '-03:30'],
  ['UTC', '2026-02-28', '2026-02-28T12:30', '+00:00'],
])('in %s', (name, date, wallClock, offset) => {
  const moment = new Date('2026-02-28T12:30:00Z');

  it('a day and a moment are the ones on the wall there', () => {
    vi.stubEnv('TZ', name);
    expect(localDate(moment)).toBe(date);
    expect(localDateTime(moment)).toBe(wallClock);
  });

  it('what is typed becomes the instant with the offset of that day, and comes back as typed', () => {
    vi.stubEnv('TZ', name);
    const instant = instantOf(wallClock);
    expect(instant).toBe(`${wallClock}:00${offset}`);
    expect(new Date(instant).getTime()).toBe(moment.getTime());
    expect(wallClockOf(instant)).toBe(wallClock);
  });
});

it('the offset is the one of the day that is written, not of today', () => {
  vi.stubEnv('TZ', 'Pacific/Auckland');
  expect(instantOf('2026-07-01T08:00')).toBe('2026-07-01T08:00:00+12:00');
  expect(instantOf('2026-12-01T08:00')).toBe('2026-12-01T08:00:00+13:00');
});

it('what is no moment is handed on as it was typed, for the schema to refuse', () => {
  for (const text of ['', 'yesterday', '2026-02-30T25:00', '2026-02-03']) expect(instantOf(text)).toBe(text);
});
