// A second opinion on readings, from the picture alone: light ink is told from backdrop by its brightness, the halo is
// grown by plain dilation. It shares no code with the core.

const linear = (v: number): number => (v / 255 <= 0.04045 ? v / 255 / 12.92 : ((v / 255 + 0.055) / 1.055) ** 2.4);

/**
 * Reading of each letter of a light text.
 * @param ink its colour, #rrggbb
 * @param data channels interleaved, rows from the top
 * @param boxes ink boxes of the letters, px
 */
export function independentReading(
  data: Uint8Array,
  width: number,
  height: number,
  channels: number,
  boxes: { x: number; y: number; width: number; height: number }[],
  ink = '#ffffff',
): number[] {
  const [r, g, b] = [1, 3, 5].map((i) => linear(Number.parseInt(ink.slice(i, i + 2), 16))),
    own = 0.2126 * r + 0.7152 * g + 0.0722 * b;
  const at = (x: number, y: number): number => {
    const i = (y * width + x) * channels;
    return 0.2126 * linear(data[i]) + 0.7152 * linear(data[i + 1]) + 0.0722 * linear(data[i + 2]);
  };
  const left = Math.max(0, Math.floor(Math.min(...boxes.map((b) => b.x)) - 20)),
    right = Math.min(width, Math.ceil(Math.max(...boxes.map((b) => b.x + b.width)) + 20));
  const top = Math.max(0, Math.floor(Math.min(...boxes.map((b) => b.y)) - 20)),
    bottom = Math.min(height, Math.ceil(Math.max(...boxes.map((b) => b.y + b.height)) + 20));
  const inBox = (x: number, y: number, b: (typeof boxes)[number]): boolean =>
    x >= b.x - 1 && x <= b.x + b.width && y >= b.y - 1 && y <= b.y + b.height;
  // Ink is as light as its colour; whatever is near it and brighter than the surroundings is its soft edge.
  const white = (x: number, y: number): boolean => at(x, y) > 0.97 * own && boxes.some((b) => inBox(x, y, b));
  const inked = new Set<number>();
  for (let y = top; y < bottom; y++)
    for (let x = left; x < right; x++)
      if (white(x, y))
        for (let dy = -1; dy <= 1; dy++) for (let dx = -1; dx <= 1; dx++) inked.add((y + dy) * width + x + dx);
  const cap = Math.max(...boxes.map((b) => b.height));
  // Letters with ascender and descender are about 0.95 em high in the face under test.
  const radius = Math.max(2, 0.06 * (cap / 0.9));
  return boxes.map((b) => {
    const found: number[] = [];
    for (let y = Math.floor(b.y - radius); y <= b.y + b.height + radius; y++)
      for (let x = Math.floor(b.x - radius); x <= b.x + b.width + radius; x++) {
        if (x < 0 || y < 0 || x >= width || y >= height || inked.has(y * width + x)) continue;
        let near = false;
        for (let dy = -Math.ceil(radius); dy <= radius && !near; dy++)
          for (let dx = -Math.ceil(radius); dx <= radius && !near; dx++) {
            const px = x + dx,
              py = y + dy;
            if (
              dx * dx + dy * dy <= (radius + 0.5) ** 2 &&
              px >= 0 &&
              py >= 0 &&
              px < width &&
              py < height &&
              inBox(px, py, b) &&
              at(px, py) > 0.97 * own
            )
              near = true;
          }
        if (near) found.push((own + 0.05) / (at(x, y) + 0.05));
      }
    found.sort((p, q) => p - q);
    return found[Math.floor(found.length * 0.25)];
  });
}
