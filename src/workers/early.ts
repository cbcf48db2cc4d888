// Runs in the page while the rest of it is still being read: starts the painting worker and has it paint the slide into
// the place where the stage will be. The bench takes both over. Bundled on its own and put into the page as a script.
import { wrap } from 'comlink';
import { type Opening, OPENING } from '../contract/opening';
import { slideSeen } from '../core/piece/guests';
import { familiesOf } from '../core/type/catalogue';
import { workerFile } from './address';
import { sendFirst } from './first';
import { canvasOf, fitted, paintedAt } from './fitting';
import { connect } from './lending';
import type { ReadingApi } from './reading';
import type { Shown, StageApi } from './stage';

const worker = new Worker(workerFile('stage.js'), { type: 'module', name: 'stage' }),
  stage = wrap<StageApi>(worker);
globalThis.plavoStage = { worker, api: stage };
const host = document.querySelector<HTMLElement>('[data-first-stage]'),
  words = document.getElementById(OPENING)?.textContent;
if (host && words) {
  const {
      stored: { piece },
      fonts,
    } = JSON.parse(words) as Opening,
    [size] = piece.sizes,
    slide = slideSeen(piece, 0),
    room = { width: host.clientWidth, height: host.clientHeight },
    css = fitted(room, size),
    scale = paintedAt(css, size, window.devicePixelRatio),
    key = 'early',
    canvas = document.createElement('canvas');
  const place = {
    left: (room.width - size.width * css) / 2,
    top: (room.height - size.height * css) / 2,
    width: size.width * css,
    height: size.height * css,
  };
  canvas.style.cssText = `position:absolute;${Object.entries(place)
    .map(([k, v]) => `${k}:${v}px`)
    .join(';')}`;
  Object.assign(canvas, canvasOf(size, scale));
  host.append(canvas);
  sendFirst(worker, canvas.transferControlToOffscreen());
  const own = familiesOf(fonts);
  if (own.length) void stage.fonts(own);
  void stage.attach(key);
  const scene: Shown = { piece: { ...piece, slides: [slide] }, slide: slide.id, size: size.id };
  // Milliseconds since the page was asked for; read by the bench.
  const { dataset } = document.documentElement,
    seen = (): void => void (dataset.firstSeen ??= performance.now().toFixed(1));
  stage.glance(key, scene, scale).then(
    (did) => did && seen(),
    // It is painted soon.
    () => {},
  );
  const begin = async (): Promise<void> => {
    await stage.show(key, scene, scale, true, null);
    seen();
    dataset.firstPainted ??= performance.now().toFixed(1);
    // What is seen is read next; the bench finds the readings known.
    const reader = new Worker(workerFile('reading.js'), { type: 'module', name: 'reading' }),
      reading = wrap<ReadingApi>(reader);
    globalThis.plavoReading = { worker: reader, api: reading };
    connect(stage, reading);
    if (own.length) void reading.fonts(own);
    await reading.readings(scene, false);
  };
  // The bench does it again, and says what is wrong where it cannot.
  begin().catch(() => {});
  globalThis.plavoEarly = { key, canvas };
}
