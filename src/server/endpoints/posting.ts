// Posting, and what the stand-in shows.
import type { posting } from '../../contract/posting';
import { calendarOf } from '../posting/calendar';
import { asked } from '../crew/crews';
import { assetBytes } from '../assets';
import { readPiece } from '../pieces/store';
import { accountShown } from '../posting/account';
import { postPiece } from '../posting/post';
import { listPosts, removePost } from '../posting/posts';
import { shownPicture } from '../posting/stand-in';
import { notFound } from '../problem';
import { done, type Handlers, reply } from './handler';

export const postingHandlers: Handlers<typeof posting> = {
  'GET /api/calendar': async ({ query }) => reply(await calendarOf(query.from, query.to)),
  'POST /api/pieces/{id}/posts': async ({ request, params, body }) =>
    reply(await postPiece(await readPiece(params.id), body, asked(request, true))),
  'GET /api/posts': async ({ query }) => reply(await listPosts(query)),
  'DELETE /api/posts/{id}': async ({ params }) => {
    await removePost(params.id);
    return done();
  },
  'GET /api/stand-in/{account}': async ({ params }) => {
    return reply(await accountShown(params.account));
  },
  'GET /api/stand-in/posts/{id}/{number}': async ({ params }) => {
    const picture = /^\d{1,3}$/.test(params.number) ? await shownPicture(params.id, Number(params.number) - 1) : null;
    if (!picture) throw notFound('picture');
    return new Response(new Uint8Array(await assetBytes(picture.asset)), {
      headers: { 'content-type': 'image/jpeg', 'cache-control': 'private, max-age=31536000, immutable' },
    });
  },
};
