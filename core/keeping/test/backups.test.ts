import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { BACKUP_REASONS, backupHead, backupName, lacksToday, outdatedBackups, type BackupHead } from '..';

const NOW = new Date('2026-03-15T12:00:00Z');
const made = (daysAgo: number, reason: BackupHead['reason'] = 'daily'): BackupHead => {
  const name = backupName(new Date(NOW.getTime() - daysAgo * 86_400_000), reason);
  return backupHead(name) ?? { name, madeAt: '', reason };
};
const names = (backups: readonly BackupHead[]): string[] => backups.map(({ name }) => name).sort();

describe('backups', () => {
  it('say when and why they were made by their name, and nothing else is one', () => {
    for (const reason of BACKUP_REASONS)
      expect(backupHead(backupName(NOW, reason))).toMatchObject({ madeAt: '2026-03-15T12:00:00Z', reason });
    expect(backupHead('slow-crest-20260315-120000-asked-2.sqlite')).toMatchObject({ reason: 'asked' });
    for (const other of [
      'slow-crest.sqlite',
      '../slow-crest-20260315-120000-daily.sqlite',
      'slow-crest-20260315-120000-whim.sqlite',
    ])
      expect(backupHead(other)).toBeNull();
  });

  it('are kept: fourteen daily ones, the newest of twelve months, the others for thirty days', () => {
    const daily = Array.from({ length: 500 }, (_, i) => made(i));
    const kept = daily.filter((one) => !outdatedBackups(daily, NOW).includes(one));
    expect(kept.slice(0, 14)).toEqual(daily.slice(0, 14));
    // Of a month its newest: the last day of each of the eleven before this one.
    expect(kept.slice(14).map(({ madeAt }) => madeAt.slice(0, 10))).toEqual([
      '2026-02-28',
      '2026-01-31',
      '2025-12-31',
      '2025-11-30',
      '2025-10-31',
      '2025-09-30',
      '2025-08-31',
      '2025-07-31',
      '2025-06-30',
      '2025-05-31',
      '2025-04-30',
    ]);
    const asked = [made(29, 'asked'), made(31, 'asked'), made(40, 'before-import')];
    expect(names(outdatedBackups(asked, NOW))).toEqual(names(asked.slice(1)));
  });

  it('never lose the newest of all, nor one that was not looked at', () => {
    const nameOf = ({ daysAgo, reason }: { daysAgo: number; reason: BackupHead['reason'] }) =>
      made(daysAgo, reason).name;
    const anyHead = fc.record({
      daysAgo: fc.integer({ min: 0, max: 900 }),
      reason: fc.constantFrom(...BACKUP_REASONS),
    });
    fc.assert(
      // Two backups never have one name.
      fc.property(fc.uniqueArray(anyHead, { minLength: 1, maxLength: 60, selector: nameOf }), (drawn) => {
        const all = drawn.map(({ daysAgo, reason }) => made(daysAgo, reason));
        const outdated = outdatedBackups(all, NOW);
        const daily = all.filter(({ reason }) => reason === 'daily').sort((a, b) => (a.madeAt < b.madeAt ? 1 : -1));
        if (daily[0]) expect(outdated.map(({ name }) => name)).not.toContain(daily[0].name);
        for (const one of outdated) expect(all).toContain(one);
        // Looking twice takes nothing more.
        expect(
          outdatedBackups(
            all.filter((one) => !outdated.includes(one)),
            NOW,
          ),
        ).toEqual([]);
      }),
    );
  });

  it('are wanted once a day', () => {
    expect(lacksToday([made(1), made(0, 'asked')], NOW)).toBe(true);
    expect(lacksToday([made(0)], NOW)).toBe(false);
  });
});
