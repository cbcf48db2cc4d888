import { worstFirst } from '../../../../../src/core/reading/overview';
import { placeOf } from '../../../../../src/server/place';
import { asked, run } from '../../../../../src/server/crew/crews';
import { answer } from '../../../../../src/server/problem';
import { inParts } from '../../../../../src/server/progress';

export const GET = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => {
    const { piece, campaign } = await placeOf((await params).id, { slide: 1 });
    const places = piece.slides.flatMap((_, slide) => piece.sizes.map((size) => ({ piece, campaign, slide, size: size.id })));
    return inParts(
      request,
      places.length,
      (async function* () {
        for (const place of places) yield await run('overview', place, asked(request, true));
      })(),
      (all) => worstFirst(all.flat()),
    );
  });
