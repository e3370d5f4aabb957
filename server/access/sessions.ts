import { createHash, randomBytes } from 'node:crypto';
import { LessThan, Not, type EntityManager } from 'typeorm';
import { SessionEntity } from '../db/keeping/accessEntities';

/** How long a browser stays signed in, ms: thirty days. */
export const SESSION_MS = 30 * 24 * 3600 * 1000;

/** What is kept of a secret: knowing it does not let anyone in. */
const digest = (secret: string): string => createHash('sha256').update(secret).digest('hex');

/**
 * Signs a browser in: returns the secret it carries from now on. Sessions that are over, or were begun with another
 * passphrase, are forgotten.
 */
export async function beginSession(db: EntityManager, passphrase: string, now: Date): Promise<string> {
  const token = randomBytes(32).toString('base64url');
  await db.delete(SessionEntity, { expiresAt: LessThan(now.getTime()) });
  await db.delete(SessionEntity, { passphrase: Not(digest(passphrase)) });
  await db.insert(SessionEntity, {
    token: digest(token),
    passphrase: digest(passphrase),
    expiresAt: now.getTime() + SESSION_MS,
  });
  return token;
}

/** Whether a secret belongs to a session that goes on. */
export async function isSession(db: EntityManager, token: string, passphrase: string, now: Date): Promise<boolean> {
  const session = await db.findOneBy(SessionEntity, { token: digest(token), passphrase: digest(passphrase) });
  return session !== null && session.expiresAt > now.getTime();
}

export async function endSession(db: EntityManager, token: string): Promise<void> {
  await db.delete(SessionEntity, { token: digest(token) });
}
