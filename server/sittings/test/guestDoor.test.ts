import { afterEach, describe, expect, it } from 'vitest';
import { GuestDoor } from '../guestDoor';

let door: GuestDoor | null = null;
afterEach(() => door?.close());

const opened = async (at = { port: 0, host: '127.0.0.1' }): Promise<GuestDoor> => {
  door = new GuestDoor(
    (_request, response) => response.end('here'),
    at,
    () => new Date('2026-03-01T12:00:00Z'),
  );
  await door.open('sitting');
  return door;
};
const wrongFor = (code: string | null): string => (code === '111111' ? '222222' : '111111');

describe('the door for guests', () => {
  it('lets in by its code alone, and changes it after many wrong ones, from wherever they come', async () => {
    const guests = await opened();
    const { code } = guests.sharing;
    expect(code).toMatch(/^\d{6}$/);
    expect(guests.sittingOf(code ?? '')).toBe('sitting');
    for (let i = 0; i < 30; i++) expect(() => guests.sittingOf(wrongFor(code))).toThrow(/opens nothing/);
    expect(guests.sharing.code).not.toBe(code);
    expect(() => guests.sittingOf(code ?? '')).toThrow();
  });

  it('opened again has another code, to another sitting lets nobody to the one before, and shut is not there', async () => {
    const guests = await opened();
    const [address] = guests.sharing.addresses;
    const { port } = new URL(address ?? '');
    const answers = (): Promise<string> => fetch(`http://127.0.0.1:${port}/`).then((answer) => answer.text());
    expect(await answers()).toBe('here');
    const { code } = guests.sharing;
    await guests.open('sitting');
    expect(guests.sharing.code).not.toBe(code);
    guests.stopJoining();
    expect(guests.sharing).toMatchObject({ sittingId: 'sitting', code: null, qr: null });
    await guests.open('other');
    expect(guests.sittingOf(guests.sharing.code ?? '')).toBe('other');
    await guests.close();
    expect(guests.sharing.addresses).toEqual([]);
    await expect(answers()).rejects.toThrow();
  });

  it('says so where its port is taken', async () => {
    const guests = await opened();
    const { port } = new URL(guests.sharing.addresses[0] ?? '');
    const second = new GuestDoor(
      () => undefined,
      { port: Number(port), host: '127.0.0.1' },
      () => new Date(),
    );
    await expect(second.open('sitting')).rejects.toThrow(`Port ${port} is taken`);
    expect(second.sittingId).toBeNull();
  });
});
