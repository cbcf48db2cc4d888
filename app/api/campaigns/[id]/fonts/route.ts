import { FONT_LIMITS, listFonts } from '../../../../../src/server/fonts';
import { run } from '../../../../../src/server/pool';
import { answer, json, Problem } from '../../../../../src/server/problem';
import { uploadedFile } from '../../../../../src/server/upload';

type Context = { params: Promise<{ id: string }> };

export const GET = (_request: Request, { params }: Context) => answer(async () => json(await listFonts((await params).id)));

export const POST = (request: Request, { params }: Context) =>
  answer(async () => {
    const { file, form } = await uploadedFile(request, FONT_LIMITS.bytes);
    const licence = String(form.get('licence') ?? '').trim().slice(0, 2000);
    if (!licence) throw new Problem(400, 'Say under which licence the font may be used', 'A note of a few words is enough.', [{ path: '/licence', reason: 'missing' }]);
    const answered = await run('addFont', { campaign: (await params).id, bytes: new Uint8Array(await file.arrayBuffer()), name: file.name || 'Font', licence });
    if ('problem' in answered) throw new Problem(answered.problem.status, answered.problem.title, answered.problem.detail);
    return json(answered.font, { status: 201 });
  });
