import { FONT_LIMITS, listFonts } from '../../../../../src/server/fonts';
import { asked, run } from '../../../../../src/server/crew/crews';
import { answer, json, Problem } from '../../../../../src/server/problem';
import { uploadedFile } from '../../../../../src/server/upload';

type Context = { params: Promise<{ id: string }> };

export const GET = (_request: Request, { params }: Context) => answer(async () => json(await listFonts((await params).id)));

export const POST = (request: Request, { params }: Context) =>
  answer(async () => {
    const { file, form } = await uploadedFile(request, FONT_LIMITS.bytes);
    const licence = String(form.get('licence') ?? '').trim().slice(0, 2000);
    if (!licence) throw new Problem(400, 'Say under which licence the font may be used', 'A note of a few words is enough.', [{ path: '/licence', reason: 'missing' }]);
    const font = await run('addFont', { campaign: (await params).id, bytes: new Uint8Array(await file.arrayBuffer()), name: file.name || 'Font', licence }, asked(request));
    return json(font, { status: 201 });
  });
