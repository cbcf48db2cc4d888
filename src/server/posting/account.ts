// An account of the stand-in as people see it, with what we know of how its texts read there.
import type { ShownAccount } from '../../contract/posting';
import { weakestShown } from '../../core/posting/weakest';
import { campaignName } from '../pieces/campaigns';
import { readingsShown } from './posts';
import { shownBy, standIn } from './stand-in';

/** @param account a campaign @throws Problem 404 */
export async function accountShown(account: string): Promise<ShownAccount> {
  const [name, posts, readings] = await Promise.all([
    campaignName(account),
    shownBy(account),
    readingsShown(account, standIn.id),
  ]);
  return {
    account: { id: account, name },
    posts: posts.map((p) => {
      const texts = (readings.get(p.id) ?? []).flatMap((s) => s.texts);
      return {
        ...p,
        pictures: p.pictures.map(({ asset: _asset, ...rest }) => rest),
        weakest: weakestShown(texts) ?? null,
      };
    }),
  };
}
