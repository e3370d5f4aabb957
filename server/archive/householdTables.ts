import { CalendarAddressEntity, DataFolderEntity, SessionEntity } from '../db/keeping/accessEntities';
import { ENTITIES } from '../db/entities';
import { SeatSecretEntity } from '../db/table/sittingEntities';

/**
 * What stays with this data folder, whatever household is put into it: who is signed in, the address of the calendar,
 * the secrets of seats, and its own name. What was revoked here is not brought back by a backup.
 */
const STAYS_HERE: readonly unknown[] = [SessionEntity, CalendarAddressEntity, SeatSecretEntity, DataFolderEntity];

/** All that is a household's. */
export const HOUSEHOLD_TABLES = ENTITIES.filter((entity) => !STAYS_HERE.includes(entity)).map(
  ({ options }) => options.name,
);
