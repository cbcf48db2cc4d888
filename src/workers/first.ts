// The canvas that a page begins with, and one of its size to paint on, made ready while what paints is still being
// loaded. The first stroke on a canvas of a worker waits until the page's own thread is free, and that has the less to
// do the sooner it is asked.

interface First {
  canvas: OffscreenCanvas;
  /** What was painted on it is to be forgotten. */
  spare: OffscreenCanvas;
}

declare global {
  /** In a worker: left by the file that starts it for the one that it loads. */
  var plavoFirst: First | undefined;
}

/** Sends the page's canvas ahead of all questions. It must not be sent with another one. */
export const sendFirst = (worker: Pick<Worker, 'postMessage'>, canvas: OffscreenCanvas): void =>
  worker.postMessage({ first: canvas }, [canvas]);

function touched(canvas: OffscreenCanvas): OffscreenCanvas {
  const context = canvas.getContext('2d', { willReadFrequently: true })!;
  context.fillRect(0, 0, 1, 1);
  context.clearRect(0, 0, 1, 1);
  return canvas;
}

/** Makes a canvas ready that was sent ahead. @returns whether that was what the page said */
export function readied(said: unknown): boolean {
  const canvas = (said as { first?: OffscreenCanvas } | null)?.first;
  if (!canvas) return false;
  globalThis.plavoFirst = {
    canvas: touched(canvas),
    spare: touched(new OffscreenCanvas(canvas.width, canvas.height)),
  };
  return true;
}

/** What was made ready, once. */
export function takeFirst(): First | null {
  const first = globalThis.plavoFirst ?? null;
  globalThis.plavoFirst = undefined;
  return first;
}
