import { IsNull, type EntityManager } from 'typeorm';
import { omit } from 'es-toolkit';
import { PICTURES_OF_BREW, type Picture, type PictureOf } from '../../../contract/keeping/picture';
import { invalidField, notFound } from '../../../application/problem';
import { loadBag } from './bags';
import { loadBrew } from './brews';
import { PictureEntity, type PictureRow } from '../keeping/keepingEntities';

/** What is known of pictures; their bytes lie in files. */

const pictureOf = (row: PictureRow): Picture => omit(row, ['bytes', 'deletedAt']);

/** The pictures of a bag and its brews, the oldest first. */
export async function loadPictures(db: EntityManager, bagId: string): Promise<Picture[]> {
  await loadBag(db, bagId);
  const rows = await db.find(PictureEntity, { where: { bagId, deletedAt: IsNull() }, order: { createdAt: 'ASC' } });
  return rows.map(pictureOf);
}

/** Refuses a picture of a bed without its brew, of a bag with one, or of a brew of another bag. */
export async function checkPicture(
  db: EntityManager,
  bagId: string,
  { of, brew }: { of: PictureOf; brew?: string | undefined },
): Promise<void> {
  await loadBag(db, bagId);
  const isOfBrew = PICTURES_OF_BREW.some((one) => one === of);
  if (isOfBrew !== (brew !== undefined))
    throw invalidField('brew', isOfBrew ? `A picture of the ${of} needs its brew` : `The ${of} is no brew’s`);
  if (brew !== undefined && (await loadBrew(db, brew)).bagId !== bagId)
    throw invalidField('brew', 'This brew is not one of this bag');
}

export async function addPicture(db: EntityManager, row: Omit<PictureRow, 'deletedAt'>): Promise<Picture> {
  await db.insert(PictureEntity, { ...row, deletedAt: null });
  return pictureOf({ ...row, deletedAt: null });
}

/** Deletes a picture so that it can be brought back, or brings it back. Throws a not-found Problem. */
export async function setPictureDeleted(db: EntityManager, id: string, deletedAt: string | null): Promise<void> {
  const { affected } = await db.update(PictureEntity, { id }, { deletedAt });
  if (!affected) throw notFound('This picture');
}

/** The ids of all pictures a household names, deleted ones too while they can be brought back. */
export async function loadPictureIds(db: EntityManager): Promise<string[]> {
  return (await db.find(PictureEntity, { select: { id: true } })).map(({ id }) => id);
}
