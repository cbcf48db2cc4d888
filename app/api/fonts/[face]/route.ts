import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { faceById } from '../../../../src/core/type/catalogue';
import { assetBytes, findAsset } from '../../../../src/server/assets';
import { answer, notFound } from '../../../../src/server/problem';

/** A font that ships, or one of somebody's own by the name of its bytes. */
async function bytesOf(id: string): Promise<Buffer> {
  const face = faceById(id);
  if (face) return readFile(join(/* turbopackIgnore: true */ process.cwd(), 'node_modules', face.path));
  if ((await findAsset(id))?.mime !== 'font/ttf') throw notFound('font');
  return assetBytes(id);
}

export const GET = (_request: Request, { params }: { params: Promise<{ face: string }> }) =>
  answer(async () => new Response(new Uint8Array(await bytesOf((await params).face.replace(/\.ttf$/, ''))), { headers: { 'content-type': 'font/ttf', 'cache-control': 'public, max-age=31536000, immutable' } }));
