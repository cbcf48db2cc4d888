// Renders the demo photographs, or the pictures of the simulated service:
// node demo/photographs/render.mjs [--outside] [--preview] [--out=folder] [name ...]
// A preview is small with one sample, for choosing light and viewpoint; the real run takes some minutes a picture.
import { mkdir, readFile, writeFile } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import sharp from 'sharp';
import { openPage } from './gl-page.mjs';
import { catalogue, OUTSIDE } from './outside.mjs';
import { PHOTOGRAPHS } from './photographs.mjs';

const here = dirname(fileURLToPath(import.meta.url));
const args = process.argv.slice(2);
const preview = args.includes('--preview');
const outside = args.includes('--outside');
const out = args.find((a) => a.startsWith('--out='))?.slice(6) ?? join(here, '..', outside ? 'outside' : 'pictures');
const names = args.filter((a) => !a.startsWith('--'));
const text = (f) => readFile(join(here, f), 'utf8');

/** The whole fragment shader of a scene. */
export async function shaderFor(scene) {
  const parts = ['#version 300 es\nprecision highp float; precision highp int;\n', await text('common.glsl')];
  if (scene.land) parts.push(await text('land.glsl'));
  parts.push(await text(`scenes/${scene.shader}.glsl`), await text('main.glsl'));
  // Uniforms must be declared before the scene uses them.
  return parts
    .join('\n')
    .replace(/^uniform vec2 uSize.*$/m, '')
    .replace(
      'precision highp int;\n',
      'precision highp int;\nuniform vec2 uSize; uniform vec2 uTile; uniform int uSamples; uniform vec4 uA; uniform vec4 uB;\n',
    );
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  await mkdir(out, { recursive: true });
  if (outside) await writeFile(join(out, 'catalogue.json'), `${JSON.stringify(catalogue(), null, 2)}\n`);
  const page = await openPage();
  try {
    for (const scene of outside ? OUTSIDE : PHOTOGRAPHS) {
      if (names.length && !names.includes(scene.name)) continue;
      const k = preview ? 560 / Math.max(scene.width, scene.height) : 1;
      const width = Math.round(scene.width * k),
        height = Math.round(scene.height * k);
      const started = Date.now();
      const rgb = await page.draw({
        source: await shaderFor(scene),
        width,
        height,
        samples: preview ? (scene.previewSamples ?? 1) : scene.samples,
        a: scene.a,
        b: scene.b,
        tile: preview ? 280 : 160,
        progress: (p) => process.stdout.isTTY && process.stdout.write(`\r${scene.name} ${Math.round(p * 100)} %  `),
      });
      const file = join(out, `${scene.name}.${preview ? 'png' : 'jpg'}`);
      const image = sharp(rgb, { raw: { width, height, channels: 3 } });
      await (
        preview ? image.png() : image.jpeg(outside ? { quality: 84 } : { quality: 90, chromaSubsampling: '4:4:4' })
      ).toFile(file);
      console.log(`${scene.name}: ${width} x ${height} in ${((Date.now() - started) / 1000).toFixed(0)} s`);
    }
  } finally {
    await page.close();
  }
}
