import type { EntityManager } from 'typeorm';
import { NO_INSTRUMENTS } from '../../contract/bench/instrument';
import { FIRST_SETTINGS, type Settings } from '../../contract/settings';
import { FIRST_INTENSITY_ATTRIBUTES, FIRST_SHEET } from '../../core/cup';
import { HouseholdEntity } from './entities';

const HOUSEHOLD = 1;

/** The household's settings; what every household begins with until it says otherwise. */
export async function loadSettings(db: EntityManager): Promise<Settings> {
  const row = await db.findOneBy(HouseholdEntity, { id: HOUSEHOLD });
  if (!row) return FIRST_SETTINGS;
  const { id: _, ...kept } = row;
  return {
    ...kept,
    instruments: row.instruments ?? NO_INSTRUMENTS,
    intensityAttributes: row.intensityAttributes ?? [...FIRST_INTENSITY_ATTRIBUTES],
    sheetOfParts: row.sheetOfParts ?? [...FIRST_SHEET],
  };
}

export async function keepSettings(db: EntityManager, settings: Settings): Promise<void> {
  await db.upsert(HouseholdEntity, { id: HOUSEHOLD, ...settings }, ['id']);
}
