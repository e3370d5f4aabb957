import { EntitySchema } from 'typeorm';
import { text } from './columns';

/** A browser that is signed in. */
export interface SessionRow {
  /** SHA-256 of the secret it carries. */
  token: string;
  /** SHA-256 of the kept passphrase it signed in with: another passphrase ends it. */
  passphrase: string;
  /** Instant, ms. */
  expiresAt: number;
}

export const SessionEntity = new EntitySchema<SessionRow>({
  name: 'session',
  columns: { token: { type: 'varchar', primary: true }, passphrase: text, expiresAt: { type: 'real' } },
});
