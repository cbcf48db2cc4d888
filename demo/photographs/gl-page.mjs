// A headless Chromium page that draws shader tiles and hands the pixels back.
import { Builder } from 'selenium-webdriver';
import chrome from 'selenium-webdriver/chrome.js';

const PAGE = `data:text/html,<canvas id=c></canvas>`;
const DRAW = `
  const [source, width, height, x, y, w, h, samples, a, b] = arguments;
  if (!window.gl) {
    const c = document.getElementById('c'); c.width = w; c.height = h;
    window.gl = c.getContext('webgl2', { preserveDrawingBuffer: true }); window.programs = new Map();
  }
  const gl = window.gl;
  if (gl.canvas.width !== w || gl.canvas.height !== h) { gl.canvas.width = w; gl.canvas.height = h; }
  let p = window.programs.get(source);
  if (!p) {
    p = gl.createProgram();
    for (const [kind, text] of [[gl.VERTEX_SHADER, '#version 300 es\\nvoid main(){vec2 v=vec2((gl_VertexID<<1)&2,gl_VertexID&2);gl_Position=vec4(v*2.0-1.0,0,1);}'], [gl.FRAGMENT_SHADER, source]]) {
      const s = gl.createShader(kind); gl.shaderSource(s, text); gl.compileShader(s);
      if (!gl.getShaderParameter(s, gl.COMPILE_STATUS)) return 'error: ' + gl.getShaderInfoLog(s);
      gl.attachShader(p, s);
    }
    gl.linkProgram(p);
    if (!gl.getProgramParameter(p, gl.LINK_STATUS)) return 'error: ' + gl.getProgramInfoLog(p);
    window.programs.set(source, p);
  }
  gl.useProgram(p); gl.viewport(0, 0, w, h);
  const u = (n) => gl.getUniformLocation(p, n);
  gl.uniform2f(u('uSize'), width, height); gl.uniform2f(u('uTile'), x, y); gl.uniform1i(u('uSamples'), samples);
  gl.uniform4fv(u('uA'), a); gl.uniform4fv(u('uB'), b);
  gl.drawArrays(gl.TRIANGLES, 0, 3);
  const out = new Uint8Array(w * h * 4); gl.readPixels(0, 0, w, h, gl.RGBA, gl.UNSIGNED_BYTE, out);
  let s = ''; for (let i = 0; i < out.length; i += 32768) s += String.fromCharCode.apply(null, out.subarray(i, i + 32768));
  return btoa(s);
`;

/** Opens a page with software WebGL. Close it with \`close()\`. */
export async function openPage() {
  const options = new chrome.Options().addArguments(
    '--headless',
    '--no-sandbox',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
    '--use-gl=angle',
    '--use-angle=swiftshader',
    '--enable-unsafe-swiftshader',
    '--disable-gpu-watchdog',
  );
  options.setChromeBinaryPath('/usr/bin/chromium');
  const driver = await new Builder()
    .forBrowser('chrome')
    .setChromeOptions(options)
    .setChromeService(new chrome.ServiceBuilder('/usr/bin/chromedriver'))
    .build();
  await driver.manage().setTimeouts({ script: 600000 });
  await driver.get(PAGE);
  return {
    /** Draws a whole picture tile by tile; returns RGB bytes, top row first. */
    async draw({
      source,
      width,
      height,
      samples,
      a = [0, 0, 0, 0],
      b = [0, 0, 0, 0],
      tile = 200,
      progress = () => {},
    }) {
      const rgb = Buffer.alloc(width * height * 3);
      const tiles = [];
      for (let y = 0; y < height; y += tile) for (let x = 0; x < width; x += tile) tiles.push([x, y]);
      for (const [i, [x, y]] of tiles.entries()) {
        const w = Math.min(tile, width - x),
          h = Math.min(tile, height - y);
        const text = await driver.executeScript(DRAW, source, width, height, x, y, w, h, samples, a, b);
        if (text.startsWith('error')) throw new Error(text);
        const px = Buffer.from(text, 'base64');
        for (let r = 0; r < h; r++)
          for (let c = 0; c < w; c++) {
            const from = (r * w + c) * 4,
              to = ((height - 1 - (y + r)) * width + x + c) * 3;
            rgb[to] = px[from];
            rgb[to + 1] = px[from + 1];
            rgb[to + 2] = px[from + 2];
          }
        progress((i + 1) / tiles.length);
      }
      return rgb;
    },
    close: () => driver.quit(),
  };
}
