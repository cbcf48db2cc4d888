// An account of the stand-in as people see it, with what we know of how its texts read there.
import type { ShownAccount } from '../../contract/posting';
import { campaignName } from '../pieces';
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
      const texts = (readings.get(p.id) ?? []).flatMap((s) => s.texts).filter((t) => t.ratio !== null);
      return {
        ...p,
        pictures: p.pictures.map(({ asset: _asset, ...rest }) => rest),
        weakest: texts.sort((a, b) => a.ratio! / a.needed - b.ratio! / b.needed)[0] ?? null,
      };
    }),
  };
}
