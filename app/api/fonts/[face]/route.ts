import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { faceById } from '../../../../src/core/type/catalogue';
import { answer, notFound } from '../../../../src/server/problem';

export const GET = (_request: Request, { params }: { params: Promise<{ face: string }> }) =>
  answer(async () => {
    const face = faceById((await params).face.replace(/\.ttf$/, ''));
    if (!face) throw notFound('font');
    const bytes = await readFile(join(/* turbopackIgnore: true */ process.cwd(), 'node_modules', face.path));
    return new Response(new Uint8Array(bytes), { headers: { 'content-type': 'font/ttf', 'cache-control': 'public, max-age=31536000, immutable' } });
  });
