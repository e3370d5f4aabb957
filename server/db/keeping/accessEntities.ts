import { EntitySchema } from 'typeorm';
import { optionalText, text } from '../columns';

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

/** What the address of the household's calendar ends with: who knows it may read the calendar and nothing else. */
export interface CalendarAddressRow {
  id: number;
  secret: string;
}

export const CalendarAddressEntity = new EntitySchema<CalendarAddressRow>({
  name: 'calendar_address',
  columns: { id: { type: 'integer', primary: true }, secret: text },
});

/** What this data folder is called among others: copies of several households can lie on one stick. */
export interface DataFolderRow {
  id: number;
  household: string;
  /** JSON of the sitting that is shared with guests; null while none is. */
  sharing: string | null;
}

export const DataFolderEntity = new EntitySchema<DataFolderRow>({
  name: 'data_folder',
  columns: { id: { type: 'integer', primary: true }, household: text, sharing: optionalText },
});
