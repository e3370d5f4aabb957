import type { EntityManager } from 'typeorm';
import type { Readings } from '../../../contract/palate/palateReading';
import { BagEntity, BrewEntity } from '../entities';

/** So many of the latest readings say what is usual. */
const MOST_READINGS = 300;

/** Roast colours of bags whose roast is claimed, and pH of sound brews, the latest of each. */
export async function loadReadings(db: EntityManager): Promise<Readings> {
  const colours = await db
    .createQueryBuilder(BagEntity, 'bag')
    .select(['bag.id AS "bagId"', 'bag."roastLevel" AS "roastLevel"'])
    .addSelect(['bag."colourWhole" AS whole', 'bag."colourGround" AS ground'])
    .where('bag."deletedAt" IS NULL AND bag."roastLevel" IS NOT NULL')
    .andWhere('COALESCE(bag."colourWhole", bag."colourGround") IS NOT NULL')
    .orderBy('bag."createdAt"', 'DESC')
    .limit(MOST_READINGS)
    .getRawMany<Readings['colours'][number]>();
  const ph = await db
    .createQueryBuilder(BrewEntity, 'brew')
    .innerJoin('making', 'making', 'making."brewId" = brew.id AND making.ph IS NOT NULL')
    .innerJoin('bag', 'bag', 'bag.id = brew."bagId" AND bag."deletedAt" IS NULL')
    .select(['brew.id AS "brewId"', 'brew.style AS style', 'making.ph AS ph'])
    .where('brew."deletedAt" IS NULL AND brew.fault IS NULL')
    .orderBy('brew."brewedAt"', 'DESC')
    .limit(MOST_READINGS)
    .getRawMany<Readings['ph'][number]>();
  return { colours, ph };
}
