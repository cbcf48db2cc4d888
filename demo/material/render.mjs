// Renders what the demo has beside photographs: snow that falls over one of them, and a page of a made-up timetable.
// node demo/material/render.mjs
import { createCanvas, GlobalFonts } from '@napi-rs/canvas';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import sharp from 'sharp';

const here = dirname(fileURLToPath(import.meta.url)),
  out = join(here, '..', 'pictures'),
  root = join(here, '..', '..');

/** Chance with a seed: a linear congruential generator (Numerical Recipes). */
function chance(seed) {
  let state = seed >>> 0;
  return () => (state = (Math.imul(state, 1664525) + 1013904223) >>> 0) / 2 ** 32;
}

/**
 * Snow over a photograph, near flakes large, quick and blurred. Every flake falls whole heights in one turn, so that
 * the last frame leads into the first.
 */
async function snow({ width, height, frames, ms }) {
  const ground = await sharp(join(out, 'hollin-dawn.jpg'))
    .resize({ width, height, fit: 'cover', position: 'centre' })
    .removeAlpha()
    .raw()
    .toBuffer();
  const random = chance(8),
    flakes = Array.from({ length: 400 }, () => {
      const near = random() ** 3;
      return {
        x: random() * width,
        y: random() * height,
        r: 1.4 + near * 11,
        falls: near > 0.35 ? 2 : 1,
        sway: 5 + 22 * random() * (0.4 + near),
        phase: random() * 2 * Math.PI,
        alpha: 0.85 - 0.55 * near,
        soft: 0.55 + 0.45 * near,
      };
    });
  const canvas = createCanvas(width, height),
    context = canvas.getContext('2d'),
    pages = [];
  for (let k = 0; k < frames; k++) {
    const t = k / frames,
      image = context.createImageData(width, height);
    for (let i = 0, o = 0; i < ground.length; i += 3, o += 4) {
      image.data.set(ground.subarray(i, i + 3), o);
      image.data[o + 3] = 255;
    }
    context.putImageData(image, 0, 0);
    for (const f of flakes) {
      const span = height + 40,
        y = ((f.y + t * f.falls * span) % span) - 20,
        x = f.x + f.sway * Math.sin(2 * Math.PI * t + f.phase);
      const disc = context.createRadialGradient(x, y, f.r * (1 - f.soft), x, y, f.r);
      disc.addColorStop(0, `rgba(250, 250, 252, ${f.alpha})`);
      disc.addColorStop(1, 'rgba(250, 250, 252, 0)');
      context.fillStyle = disc;
      context.fillRect(x - f.r, y - f.r, 2 * f.r, 2 * f.r);
    }
    pages.push(Buffer.from(context.getImageData(0, 0, width, height).data.buffer));
  }
  await sharp(Buffer.concat(pages), { raw: { width, height: height * frames, channels: 4, pageHeight: height } })
    .webp({ quality: 62, effort: 6, loop: 0, delay: Array.from({ length: frames }, () => ms) })
    .toFile(join(out, 'hollin-snow.webp'));
}

const ROWS = [
  ['Varn Halt', '8:10', '11:25', '14:40'],
  ['Lake Sill', '8:45', '12:00', '15:15'],
  ['Sill Mill', '9:02', '12:17', '15:32'],
  ['Hollin Pass', '9:30', '12:45', '16:00'],
  ['Cairn Viaduct', '9:48', '13:03', '16:18'],
  ['Cairn Head', '10:05', '13:20', '16:35'],
];

/** A page of a timetable as a phone would show it. */
async function timetable() {
  const face = (family, file) =>
    GlobalFonts.registerFromPath(join(root, 'node_modules/@expo-google-fonts', file), family);
  face('Page', 'atkinson-hyperlegible/400Regular/AtkinsonHyperlegible_400Regular.ttf');
  face('Page bold', 'atkinson-hyperlegible/700Bold/AtkinsonHyperlegible_700Bold.ttf');
  const canvas = createCanvas(720, 1400),
    c = canvas.getContext('2d');
  const write = (words, x, y, size, colour, font = 'Page', align = 'left') => {
    c.font = `${size}px "${font}"`;
    c.fillStyle = colour;
    c.textAlign = align;
    c.fillText(words, x, y);
  };
  c.fillStyle = '#f5f7f8';
  c.fillRect(0, 0, 720, 1400);
  c.fillStyle = '#1d3b2f';
  c.fillRect(0, 0, 720, 250);
  write('Ostrel Line', 48, 112, 54, '#f5f7f8', 'Page bold');
  write('Timetable from 2 May', 48, 182, 36, '#b9bd6a');
  write('Halt', 48, 330, 30, '#3d5468', 'Page bold');
  for (const [i, name] of ['first', 'second', 'third'].entries())
    write(name, 420 + i * 124, 330, 30, '#3d5468', 'Page bold', 'right');
  ROWS.forEach(([halt, ...times], i) => {
    const y = 420 + i * 140;
    c.fillStyle = '#dfe4e6';
    c.fillRect(48, y - 66, 624, 2);
    write(halt, 48, y, 38, '#16202a', 'Page bold');
    write(
      ['in the fog', 'along the water', 'on request', 'the highest halt', 'everybody stands up', 'end of the line'][i],
      48,
      y + 42,
      26,
      '#3d5468',
    );
    times.forEach((t, k) =>
      write(t, 420 + k * 124, y, 34, k === 0 ? '#1d3b2f' : '#3d5468', k === 0 ? 'Page bold' : 'Page', 'right'),
    );
  });
  c.fillStyle = '#f2a31b';
  c.beginPath();
  c.roundRect(48, 1262, 624, 92, 46);
  c.fill();
  write('Take the 8:10', 360, 1321, 38, '#16202a', 'Page bold', 'center');
  await sharp(canvas.toBuffer('image/png')).png({ palette: true, quality: 90 }).toFile(join(out, 'timetable.png'));
}

await snow({ width: 720, height: 900, frames: 24, ms: 90 });
await timetable();
