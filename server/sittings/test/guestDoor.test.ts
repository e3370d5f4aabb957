import { connect } from 'node:net';
import { afterEach, describe, expect, it, vi } from 'vitest';
import type { Sharing } from '../../../contract/table/sitting';
import { REFERENCE, TestServer } from '../../test/support/running';
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
    await guests.stopJoining();
    expect(guests.sharing).toMatchObject({ sittingId: 'sitting', code: null, qr: null });
    await guests.open('other');
    expect(guests.sittingOf(guests.sharing.code ?? '')).toBe('other');
    await guests.close();
    expect(guests.sharing.addresses).toEqual([]);
    await expect(answers()).rejects.toThrow();
  });

  it('lets idle connections take no more than their share', async () => {
    const guests = await opened();
    const { port } = new URL(guests.sharing.addresses[0] ?? '');
    const sockets = Array.from({ length: 200 }, () => connect(Number(port), '127.0.0.1').on('error', () => undefined));
    const closed = (): number => sockets.filter(({ destroyed }) => destroyed).length;
    await vi.waitFor(() => expect(closed()).toBeGreaterThanOrEqual(120), { timeout: 10_000 });
    for (const socket of sockets) socket.destroy();
    await vi.waitFor(async () => expect((await fetch(`http://127.0.0.1:${port}/`)).status).toBe(200));
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

  it('is open to its guests again after a restart, and shut once its household is replaced', async () => {
    const other = await new TestServer().start();
    const bagId = await other.addBag();
    const { name: before } = await other.ok<{ name: string }>('POST', '/backups');
    const cup = (id: string) => ({ id, name: `In ${id}`, bagId, parameters: REFERENCE });
    const laid = { name: 'Shared', kind: 'free', scoringScale: 'mark10', cups: [cup('a'), cup('b')] };
    const { id } = await other.ok<{ id: string }>('POST', '/sittings', laid);
    await other.ok('POST', `/sittings/${id}/share`);
    const { code } = await other.ok<Sharing>('GET', '/sharing');
    await other.stop();
    await other.start();
    expect(await other.ok('GET', '/sharing')).toMatchObject({ sittingId: id, code });
    await other.ok('POST', `/backups/${before}/household`);
    expect(await other.ok('GET', '/sharing')).toMatchObject({ sittingId: null });
    await other.end();
  });
});
