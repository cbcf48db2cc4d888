// What was posted, and what was refused: kept with the piece it was made of.
import { nanoid } from 'nanoid';
import type { z } from 'zod';
import type { PostSchema } from '../../contract/posting';
import type { PostKind, Refusal } from '../../core/posting/rules';
import { database } from '../database';
import { notFound } from '../problem';
import type { PostingService } from './service';
import { standIn } from './stand-in';

/** The services there are. A real one would be a file beside the stand-in, and its line here. */
export const SERVICES: Readonly<Record<string, PostingService>> = { [standIn.id]: standIn };

export type Post = z.output<typeof PostSchema>;

interface Row {
  id: string;
  piece_id: string;
  campaign_id: string;
  service: string;
  service_id: string | null;
  kind: PostKind;
  words: string;
  at: Date;
  created_at: Date;
  reasons: string;
  slides: string;
}

/** Of a post that was taken: does it wait for its hour? */
export const stateOf = (at: Date, now = Date.now()): 'waiting' | 'shown' => (at.getTime() > now ? 'waiting' : 'shown');

const postOf = (r: Row, now = Date.now()): Post => ({
  id: r.id,
  piece: r.piece_id,
  campaign: r.campaign_id,
  service: r.service,
  kind: r.kind,
  words: r.words,
  at: r.at.toISOString(),
  state: r.service_id === null ? 'refused' : stateOf(r.at, now),
  reasons: JSON.parse(r.reasons) as Refusal[],
  slides: JSON.parse(r.slides) as Post['slides'],
});

/** Keeps what a service said. @param serviceId what it calls the post; null where it was refused */
export async function keepPost(
  post: Pick<Post, 'piece' | 'campaign' | 'service' | 'kind' | 'words' | 'reasons' | 'slides'> & { at: Date },
  serviceId: string | null,
): Promise<Post> {
  const row: Row = {
    id: nanoid(12),
    piece_id: post.piece,
    campaign_id: post.campaign,
    service: post.service,
    service_id: serviceId,
    kind: post.kind,
    words: post.words,
    at: post.at,
    created_at: new Date(),
    reasons: JSON.stringify(post.reasons),
    slides: JSON.stringify(post.slides),
  };
  await database()<Row>('posts').insert(row);
  return postOf(row);
}

const MOST_LISTED = 100;
/** Of a piece, or of a campaign; the newest first. */
export async function listPosts(of: { piece?: string; campaign?: string }): Promise<Post[]> {
  const rows: Row[] = await database()<Row>('posts')
    .where({
      ...(of.piece === undefined ? {} : { piece_id: of.piece }),
      ...(of.campaign === undefined ? {} : { campaign_id: of.campaign }),
    })
    .orderBy('created_at', 'desc')
    .limit(MOST_LISTED);
  return rows.map((r) => postOf(r));
}

/** How the texts of a campaign's posts read where they are shown, by what the service calls each. */
export async function readingsShown(campaign: string, service: string): Promise<Map<string, Post['slides']>> {
  const rows: Row[] = await database()<Row>('posts')
    .where({ campaign_id: campaign, service })
    .whereNotNull('service_id');
  return new Map(rows.map((r) => [r.service_id!, JSON.parse(r.slides) as Post['slides']]));
}

/** Takes a post back, from its service too. @throws Problem 404 */
export async function removePost(id: string): Promise<void> {
  const row = await database()<Row>('posts').where({ id }).first();
  if (!row) throw notFound('post');
  if (row.service_id !== null) await SERVICES[row.service]?.remove(row.service_id);
  await database()('posts').where({ id }).delete();
}
