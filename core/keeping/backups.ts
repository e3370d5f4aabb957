import { dayNumber } from '../rest';

/** Why a backup was made. */
export const BACKUP_REASONS = ['daily', 'asked', 'before-migration', 'before-import', 'before-restore'] as const;
export type BackupReason = (typeof BACKUP_REASONS)[number];

/** A backup, by what its name says. */
export interface BackupHead {
  name: string;
  /** Instant, to the second: `2026-03-01T07:00:12Z`. */
  madeAt: string;
  reason: BackupReason;
}

const DAILY_KEPT = 14;
const MONTHLY_KEPT = 12;
/** The others are kept for so many days. */
const OTHERS_DAYS = 30;

const NAME = /^slow-crest-(\d{4})(\d{2})(\d{2})-(\d{2})(\d{2})(\d{2})-([a-z-]+)(?:-\d+)?\.sqlite$/;

/** What a backup made now is called: "slow-crest-20260301-070012-daily.sqlite". */
export function backupName(now: Date, reason: BackupReason): string {
  const stamp = now.toISOString().slice(0, 19).replaceAll(/[-:]/g, '').replace('T', '-');
  return `slow-crest-${stamp}-${reason}.sqlite`;
}

/** What the name of a file says of a backup; null for what is none. */
export function backupHead(name: string): BackupHead | null {
  const [, y, m, d, h, min, s, said] = NAME.exec(name) ?? [];
  const reason = BACKUP_REASONS.find((one) => one === said);
  return reason === undefined ? null : { name, madeAt: `${y}-${m}-${d}T${h}:${min}:${s}Z`, reason };
}

const byAge = (a: BackupHead, b: BackupHead): number => (a.madeAt < b.madeAt ? 1 : a.madeAt > b.madeAt ? -1 : 0);

/** The newest of each of the latest periods, as `periodOf` tells them apart. */
function newestOfEach(
  backups: readonly BackupHead[],
  periodOf: (madeAt: string) => string,
  most: number,
): BackupHead[] {
  const newest = new Map<string, BackupHead>();
  for (const one of [...backups].sort(byAge))
    if (!newest.has(periodOf(one.madeAt))) newest.set(periodOf(one.madeAt), one);
  return [...newest.values()].slice(0, most);
}

/**
 * Which backups may go: all but the daily ones of the last fourteen days that have one, the newest of each of the last
 * twelve months, and the others for thirty days.
 */
export function outdatedBackups(backups: readonly BackupHead[], now: Date): BackupHead[] {
  const daily = backups.filter(({ reason }) => reason === 'daily');
  const today = dayNumber(now.toISOString().slice(0, 10));
  const kept = new Set([
    ...newestOfEach(daily, (madeAt) => madeAt.slice(0, 10), DAILY_KEPT),
    ...newestOfEach(daily, (madeAt) => madeAt.slice(0, 7), MONTHLY_KEPT),
    ...backups.filter(
      ({ reason, madeAt }) => reason !== 'daily' && today - dayNumber(madeAt.slice(0, 10)) <= OTHERS_DAYS,
    ),
  ]);
  return backups.filter((one) => !kept.has(one));
}

/** Whether the day has no daily backup yet. */
export function lacksToday(backups: readonly BackupHead[], now: Date): boolean {
  return !backups.some(
    ({ reason, madeAt }) => reason === 'daily' && madeAt.slice(0, 10) === now.toISOString().slice(0, 10),
  );
}
