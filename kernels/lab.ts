// OKLab of bytes, in AssemblyScript: src/core/colour/lab-planes.ts and src/core/remedy/kept-window.ts tell what is
// computed.

/** Cube roots, 0 up to about 1: the exponent is divided by three, then Halley's step is taken twice. */
function root(v: v128): v128 {
  const x = f32x4.max(v, f32x4.splat(1e-18)),
    third = i32x4.trunc_sat_f32x4_s(f32x4.mul(f32x4.convert_i32x4_s(x), f32x4.splat(1.0 / 3.0)));
  return nearer(nearer(i32x4.add(third, i32x4.splat(709921077)), x), x);
}
function nearer(y: v128, x: v128): v128 {
  const cube = f32x4.mul(f32x4.mul(y, y), y),
    sum = f32x4.add(cube, x);
  return f32x4.mul(y, f32x4.div(f32x4.add(sum, x), f32x4.add(sum, cube)));
}

/** What a pixel gives to the three cones. @param gives of each byte of red, then green, then blue, a vector */
function cones(red: i32, green: i32, blue: i32, gives: usize): v128 {
  return f32x4.add(
    f32x4.add(v128.load(gives + (red << 4)), v128.load(gives + (green << 4), 4096)),
    v128.load(gives + (blue << 4), 8192),
  );
}

/** L, a, b of what the cones get. */
function lab(cones: v128): v128 {
  const v = root(cones);
  return f32x4.add(
    f32x4.add(
      f32x4.mul(v128.shuffle<f32>(v, v, 0, 0, 0, 0), f32x4(0.2104542553, 1.9779984951, 0.0259040371, 0)),
      f32x4.mul(v128.shuffle<f32>(v, v, 1, 1, 1, 1), f32x4(0.793617785, -2.428592205, 0.7827717662, 0)),
    ),
    f32x4.mul(v128.shuffle<f32>(v, v, 2, 2, 2, 2), f32x4(-0.0040720468, 0.4505937099, -0.808675766, 0)),
  );
}

/** @param from RGBA bytes @param to three floats a pixel, and room for one more */
export function labOf(from: usize, count: i32, to: usize, gives: usize): void {
  for (let i = 0; i < count; i++, from += 4, to += 12)
    v128.store(to, lab(cones(load<u8>(from), load<u8>(from, 1), load<u8>(from, 2), gives)));
}

/**
 * Lightness of mixed colours.
 * @param from @param full three floats of 0..255 a colour, and one more at the end @param share of `full`, 0..1
 * @param to one float a colour
 */
export function lightnessOf(from: usize, full: usize, share: f32, count: i32, to: usize, gives: usize): void {
  for (let i = 0; i < count; i++, from += 12, full += 12, to += 4) {
    const own = v128.load(from),
      mixed = f32x4.add(own, f32x4.mul(f32x4.sub(v128.load(full), own), f32x4.splat(share))),
      bytes = i32x4.trunc_sat_f32x4_s(f32x4.add(mixed, f32x4.splat(0.5))),
      v = root(cones(i32x4.extract_lane(bytes, 0), i32x4.extract_lane(bytes, 1), i32x4.extract_lane(bytes, 2), gives)),
      parts = f32x4.mul(v, f32x4(0.2104542553, 0.793617785, -0.0040720468, 0));
    store<f32>(to, f32x4.extract_lane(parts, 0) + f32x4.extract_lane(parts, 1) + f32x4.extract_lane(parts, 2));
  }
}

/**
 * A square of pixels under a colour, as bytes, its alphas lying evenly between its corners.
 * @param from RGBA bytes, row by row @param side pixels @param every so many-th pixel, both ways
 * @param a of the left upper corner, 0..1 @param b of the right one @param c @param d of the lower ones
 */
export function underColour(
  from: usize,
  side: i32,
  every: i32,
  red: f32,
  green: f32,
  blue: f32,
  a: f32,
  b: f32,
  c: f32,
  d: f32,
  to: usize,
): void {
  const colour = f32x4(red, green, blue, 255);
  for (let y = 0; y < side; y += every) {
    const v = (<f32>y + 0.5) / <f32>side,
      left = a + (c - a) * v,
      step = (b + (d - b) * v - left) / <f32>side;
    for (let x = 0; x < side; x += every, to += 4) {
      const own = f32x4.convert_i32x4_u(
          i32x4.extend_low_i16x8_u(i16x8.extend_low_i8x16_u(v128.load32_zero(from + ((y * side + x) << 2)))),
        ),
        alpha = f32x4.splat(left + step * (<f32>x + 0.5)),
        words = i32x4.trunc_sat_f32x4_s(f32x4.nearest(f32x4.add(own, f32x4.mul(f32x4.sub(colour, own), alpha)))),
        halves = i16x8.narrow_i32x4_s(words, words);
      store<u32>(to, i32x4.extract_lane(i8x16.narrow_i16x8_u(halves, halves), 0));
    }
  }
}

function lightnesses(treated: v128, own: v128): v128 {
  return f64x2.promote_low_f32x4(v128.shuffle<f32>(treated, own, 0, 4, 0, 4));
}

/**
 * Sums over a square of pixels, of L, a, b as `labOf` leaves them.
 * @param side even @param to nine doubles: lightness of both summed; the treated one's squared and times the other;
 * of both how much the right half has more than the left, and the lower more than the upper; distances summed
 */
export function compared(treated: usize, own: usize, side: i32, to: usize): void {
  const half = side >> 1;
  let sums = f64x2.splat(0),
    products = sums,
    across = sums,
    down = sums,
    far: f64 = 0;
  for (let y = 0; y < side; y++) {
    let left = f64x2.splat(0),
      right = left;
    for (let x = 0; x < side; x++, treated += 12, own += 12) {
      const t = v128.load(treated),
        o = v128.load(own),
        both = lightnesses(t, o),
        d = f32x4.sub(t, o),
        squares = f32x4.mul(d, d);
      products = f64x2.add(products, f64x2.mul(both, f64x2.splat(f64x2.extract_lane(both, 0))));
      if (x < half) left = f64x2.add(left, both);
      else right = f64x2.add(right, both);
      far += sqrt<f32>(
        f32x4.extract_lane(squares, 0) + f32x4.extract_lane(squares, 1) + f32x4.extract_lane(squares, 2),
      );
    }
    const row = f64x2.add(left, right);
    sums = f64x2.add(sums, row);
    across = f64x2.add(across, f64x2.sub(right, left));
    down = y < half ? f64x2.sub(down, row) : f64x2.add(down, row);
  }
  v128.store(to, sums);
  v128.store(to, products, 16);
  v128.store(to, across, 32);
  v128.store(to, down, 48);
  store<f64>(to, far, 64);
}
