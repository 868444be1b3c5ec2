import type { PictureBody, PictureRow } from '@undameter/contract';
import { AppError } from '@undameter/core';
import { oneOf, uniquely } from './one';
import type { Db } from './pg/Database';

type Sheet = Omit<PictureBody, 'name' | 'version'>;
interface Kept extends Pick<PictureRow, 'id' | 'campaignId' | 'name' | 'mediaType' | 'bytes' | 'version'> {
  sheet: Sheet;
}

const rows = async (db: Db, campaignId: number | null, id: number | null): Promise<PictureRow[]> => {
  const kept = await db.sql<Kept>`
    select id, campaign_id as "campaignId", name, media_type as "mediaType", length(content) as bytes, sheet, version
      from picture
     where (${campaignId}::int is null or campaign_id = ${campaignId}) and (${id}::int is null or id = ${id})
     order by name`;
  return kept.map(({ sheet, ...rest }) => ({ ...rest, ...sheet }));
};

export const pictures = (db: Db, campaignId: number): Promise<PictureRow[]> => rows(db, campaignId, null);

/** @throws {AppError} NOT_FOUND */
export const picture = async (db: Db, id: number): Promise<PictureRow> =>
  oneOf(await rows(db, null, id), 'picture', id);

/** The picture itself. @throws {AppError} NOT_FOUND */
export async function pictureContent(db: Db, id: number): Promise<{ mediaType: string; content: Uint8Array }> {
  const found = await db.sql<{ mediaType: string; content: Uint8Array }>`
    select media_type as "mediaType", content from picture where id = ${id}`;
  return oneOf(found, 'picture', id);
}

interface NewPicture {
  name: string;
  mediaType: string;
  content: Uint8Array;
  sheet: Sheet;
}

/** @throws {AppError} NAME_TAKEN, NOT_FOUND */
export async function createPicture(db: Db, campaignId: number, made: NewPicture): Promise<PictureRow> {
  oneOf(await db.sql`select id from campaign where id = ${campaignId}`, 'campaign', campaignId);
  const { name, mediaType, content, sheet } = made;
  const [row] = await uniquely(
    'picture',
    name,
    db.sql<{ id: number }>`
      insert into picture (campaign_id, name, media_type, content, sheet)
      values (${campaignId}, ${name}, ${mediaType}, ${content}, ${JSON.stringify(sheet)}::jsonb) returning id`,
  );
  return picture(db, row!.id);
}

/** @throws {AppError} NAME_TAKEN, NOT_FOUND, CHANGED_MEANWHILE */
export async function updatePicture(db: Db, id: number, { name, version, ...sheet }: PictureBody): Promise<PictureRow> {
  const changed = await uniquely(
    'picture',
    name,
    db.sql`update picture set name = ${name.trim()}, sheet = ${JSON.stringify(sheet)}::jsonb, version = version + 1
            where id = ${id} and version = ${version} returning id`,
  );
  const now = await picture(db, id);
  if (changed.length === 0) throw new AppError('CHANGED_MEANWHILE', { what: 'picture' });
  return now;
}

/** The runs that were made of it stay. @throws {AppError} NOT_FOUND */
export async function removePicture(db: Db, id: number): Promise<void> {
  oneOf(await db.sql`delete from picture where id = ${id} returning id`, 'picture', id);
}
