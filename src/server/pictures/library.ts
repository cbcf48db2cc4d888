// The library: pictures that are shown in it, found by names, tags, colours, shape and where they are used.
import type { Credit, Orientation } from '../../contract/shapes';
import { type Asset, assetFrom, type AssetRow } from '../assets';
import { holding, type Page, pageOf } from '../cursor';
import { database } from '../database';
import { coloursNear } from '../near-colours';

export interface ListedAsset extends Asset {
  /** Pieces that show it. */
  usedIn: { id: string; name: string }[];
  tags: string[];
  credit: Credit | null;
}

/** Which pictures are meant. */
export interface WantedAssets {
  /** Part of a name or a tag. */
  search?: string;
  /** #rrggbb */
  colour?: string;
  orientation?: Orientation;
  /** Those that its pieces show. */
  campaign?: string;
}

/** OKLab distance within which a picture has a colour that is asked for. */
export const NEAR_COLOUR = 0.09;
/** A picture is square whose longer side is no more times its shorter one. */
export const SQUARE = 1.05;
const ORIENTED: Record<Orientation, string> = {
  landscape: `width > height * ${SQUARE}`,
  portrait: `height > width * ${SQUARE}`,
  square: `width <= height * ${SQUARE} AND height <= width * ${SQUARE}`,
};

/** Pictures of the library, newest first, with the pieces that show them. @throws Problem 400 for a broken cursor */
export async function listAssets(at: WantedAssets & { cursor?: string; limit: number }): Promise<Page<ListedAsset>> {
  const query = database()('assets').where({ listed: true }).select('*');
  if (at.search?.trim())
    void query.where((any) =>
      any.where(holding(at.search, ['name'])).orWhereIn('id', (q) =>
        q
          .from('asset_traits')
          .where({ kind: 'tag' })
          .where(holding(at.search, ['value']))
          .select('asset_id'),
      ),
    );
  if (at.orientation) void query.whereRaw(ORIENTED[at.orientation]);
  if (at.campaign !== undefined)
    void query.whereIn('id', (q) =>
      q
        .from('piece_assets')
        .join('pieces', 'pieces.id', 'piece_assets.piece_id')
        .whereNull('pieces.deleted_at')
        .where('pieces.campaign_id', at.campaign)
        .select('asset_id'),
    );
  if (at.colour !== undefined) {
    const near = await coloursNear('asset_traits', at.colour, NEAR_COLOUR);
    void query.whereIn('id', (q) =>
      q.from('asset_traits').where({ kind: 'colour' }).whereIn('value', near).select('asset_id'),
    );
  }
  const page = await pageOf<AssetRow, Asset & { credit: Credit | null }>(query, 'created_at', at, (r) => ({
      ...assetFrom(r),
      credit: r.credit ? (JSON.parse(r.credit) as Credit) : null,
    })),
    ids = page.items.map((a) => a.id);
  const used = new Map<string, { id: string; name: string }[]>(),
    tags = new Map<string, string[]>();
  const [rows, tagged] = ids.length
    ? await Promise.all([
        database()('piece_assets')
          .join('pieces', 'pieces.id', 'piece_assets.piece_id')
          .whereNull('pieces.deleted_at')
          .whereIn('asset_id', ids)
          .select<{ asset_id: string; id: string; name: string }[]>(
            'asset_id',
            'pieces.id as id',
            'pieces.name as name',
          ),
        database()('asset_traits')
          .where({ kind: 'tag' })
          .whereIn('asset_id', ids)
          .orderBy('value')
          .select<{ asset_id: string; value: string }[]>('asset_id', 'value'),
      ])
    : [[], []];
  for (const { asset_id, id, name } of rows) used.set(asset_id, [...(used.get(asset_id) ?? []), { id, name }]);
  for (const { asset_id, value } of tagged) tags.set(asset_id, [...(tags.get(asset_id) ?? []), value]);
  return {
    ...page,
    items: page.items.map((a) => ({ ...a, usedIn: used.get(a.id) ?? [], tags: tags.get(a.id) ?? [] })),
  };
}
