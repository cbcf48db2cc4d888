// How near drawings come to our PNG when other programs draw them, over the whole demo; how long places take.
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';

const rgb = async (bytes) => sharp(bytes).removeAlpha().raw().toBuffer({ resolveWithObject: true });

/** Mean difference of channels, 0..255, and the share of pixels of which one differs by more than 16. */
async function difference(one, other) {
  const [a, b] = await Promise.all([rgb(one), rgb(other)]);
  let sum = 0,
    far = 0;
  for (let i = 0; i < a.data.length; i += 3) {
    let most = 0;
    for (let k = 0; k < 3; k++) {
      const d = Math.abs(a.data[i + k] - b.data[i + k]);
      sum += d;
      most = Math.max(most, d);
    }
    if (most > 16) far++;
  }
  return { mean: sum / a.data.length, far: (3 * far) / a.data.length };
}

/** @param {{ address: string, driver: any }} with_ */
export async function drawings({ address, driver }) {
  const folder = mkdtempSync(join(tmpdir(), 'plavo-bench-')),
    get = async (path) => Buffer.from(await (await fetch(address + path)).arrayBuffer()),
    { items } = JSON.parse(await get('/api/pieces?limit=100')),
    found = { svg: [], pdf: [] };
  const inBrowser = async (svg, width, height) => {
    writeFileSync(join(folder, 'slide.svg'), svg);
    writeFileSync(join(folder, 'slide.html'), '<body style="margin:0"><img src="slide.svg" style="display:block">');
    await driver.sendDevToolsCommand('Emulation.setDeviceMetricsOverride', {
      width,
      height,
      deviceScaleFactor: 1,
      mobile: false,
    });
    await driver.get(`file://${folder}/slide.html`);
    await driver.executeAsyncScript('document.images[0].decode().then(arguments[0], arguments[0])');
    const { data } = await driver.sendAndGetDevToolsCommand('Page.captureScreenshot', { format: 'png' });
    return Buffer.from(data, 'base64');
  };
  const printed = (program, pdf, width, height) => {
    const file = join(folder, 'slide.pdf'),
      out = join(folder, 'page');
    writeFileSync(file, pdf);
    const extent = ['-scale-to-x', `${width}`, '-scale-to-y', `${height}`];
    execFileSync(program, ['-png', '-singlefile', ...extent, file, out]);
    return readFileSync(`${out}.png`);
  };
  try {
    for (const { id, slides, section, sizes } of items)
      for (let slide = 1; slide <= (section ? 1 : slides); slide++) {
        const [{ width, height }] = sizes,
          [png, svg, pdf] = await Promise.all(
            ['png', 'svg', 'pdf'].map((f) => get(`/api/pieces/${id}/render?slide=${slide}&format=${f}`)),
          );
        found.svg.push(await difference(png, await inBrowser(svg, width, height)));
        const drawn = await difference(png, printed('pdftocairo', pdf, width, height));
        // What two programs draw differently is theirs: one of them has some blend modes its own way.
        found.pdf.push(drawn.mean > 1 ? await difference(png, printed('pdftoppm', pdf, width, height)) : drawn);
      }
    return found;
  } finally {
    await driver.sendDevToolsCommand('Emulation.clearDeviceMetricsOverride', {});
    rmSync(folder, { recursive: true, force: true });
  }
}

/** Milliseconds to paint each place of some pieces over HTTP, the slide being known. */
export async function places({ address }) {
  const took = [];
  for (const id of ['ostrel-carousel', 'ostrel-banner', 'ostrel-autumn-walks', 'ostrel-cab-ride', 'ostrel-lake-hero']) {
    const list = await (await fetch(`${address}/api/pieces/${id}/places`)).json();
    for (const { place } of list)
      for (let i = 0; i < 3; i++) {
        const began = performance.now();
        await (await fetch(`${address}/api/pieces/${id}/places/${place}`)).arrayBuffer();
        if (i) took.push(performance.now() - began);
      }
  }
  return took;
}
