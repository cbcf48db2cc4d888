// Blurring, in AssemblyScript: src/core/photo/blur.ts and src/core/ground/gauss.ts tell what is computed and keep the
// memory. Box means have sums of 64 bits, four values at once, so that they never drift.

function low(v: v128): v128 {
  return f64x2.promote_low_f32x4(v);
}
function high(v: v128): v128 {
  return f64x2.promote_low_f32x4(v128.shuffle<f32>(v, v, 2, 3, 2, 3));
}
function joined(a: v128, b: v128): v128 {
  return v128.shuffle<f32>(f32x4.demote_f64x2_zero(a), f32x4.demote_f64x2_zero(b), 0, 1, 4, 5);
}

/**
 * Running means of a line, ends repeated.
 * @param from @param to lines of `count` vectors @param half so many to either side
 */
export function meansAlong(from: usize, to: usize, count: i32, half: i32): void {
  const last = from + ((count - 1) << 4),
    k = f64x2.splat(1.0 / <f64>(2 * half + 1)),
    ends = f64x2.splat(<f64>half),
    reach = (half + 1) << 4;
  let v = v128.load(from),
    a = f64x2.mul(low(v), ends),
    b = f64x2.mul(high(v), ends);
  for (let n = 0; n <= half; n++) {
    v = v128.load(min(last, from + (n << 4)));
    a = f64x2.add(a, low(v));
    b = f64x2.add(b, high(v));
  }
  for (let i = 0; i < count; i++) {
    const here = from + (i << 4),
      add = v128.load(min(last, here + reach)),
      drop = v128.load(i > half ? here - (half << 4) : from);
    v128.store(to + (i << 4), joined(f64x2.mul(a, k), f64x2.mul(b, k)));
    a = f64x2.add(a, f64x2.sub(low(add), low(drop)));
    b = f64x2.add(b, f64x2.sub(high(add), high(drop)));
  }
}

/**
 * Running means down columns, all at once; ends repeated.
 * @param from @param to rows of `bytes` bytes, a multiple of 16 @param sums room for twice as many
 */
export function meansDown(from: usize, to: usize, sums: usize, bytes: i32, rows: i32, half: i32): void {
  const k = f64x2.splat(1.0 / <f64>(2 * half + 1)),
    ends = f64x2.splat(<f64>half);
  for (let m = 0; m < bytes; m += 16) {
    let v = v128.load(from + m),
      a = f64x2.mul(low(v), ends),
      b = f64x2.mul(high(v), ends);
    for (let n = 0; n <= half; n++) {
      v = v128.load(from + m + min(n, rows - 1) * bytes);
      a = f64x2.add(a, low(v));
      b = f64x2.add(b, high(v));
    }
    v128.store(sums + (m << 1), a);
    v128.store(sums + (m << 1), b, 16);
  }
  for (let y = 0; y < rows; y++) {
    const row = to + y * bytes,
      adds = from + min(rows - 1, y + half + 1) * bytes,
      drops = from + max(0, y - half) * bytes;
    for (let m = 0; m < bytes; m += 16) {
      const sum = sums + (m << 1),
        a = v128.load(sum),
        b = v128.load(sum, 16),
        add = v128.load(adds + m),
        drop = v128.load(drops + m);
      v128.store(row + m, joined(f64x2.mul(a, k), f64x2.mul(b, k)));
      v128.store(sum, f64x2.sub(f64x2.add(a, low(add)), low(drop)));
      v128.store(sum, f64x2.sub(f64x2.add(b, high(add)), high(drop)), 16);
    }
  }
}

/** Four rows side by side, or four such columns as rows again: blocks of four by four floats are turned over. */
function turned(from: usize, step: i32, to: usize, toStep: i32): void {
  const a = v128.load(from),
    b = v128.load(from + step),
    c = v128.load(from + 2 * step),
    d = v128.load(from + 3 * step),
    ab = v128.shuffle<f32>(a, b, 0, 4, 1, 5),
    cd = v128.shuffle<f32>(c, d, 0, 4, 1, 5),
    ef = v128.shuffle<f32>(a, b, 2, 6, 3, 7),
    gh = v128.shuffle<f32>(c, d, 2, 6, 3, 7);
  v128.store(to, v128.shuffle<f32>(ab, cd, 0, 1, 4, 5));
  v128.store(to + toStep, v128.shuffle<f32>(ab, cd, 2, 3, 6, 7));
  v128.store(to + 2 * toStep, v128.shuffle<f32>(ef, gh, 0, 1, 4, 5));
  v128.store(to + 3 * toStep, v128.shuffle<f32>(ef, gh, 2, 3, 6, 7));
}

/** @param rows four, of `bytes` bytes each, a multiple of 16 @param to a vector of four for each of their floats */
export function sideBySide(rows: usize, bytes: i32, to: usize): void {
  for (let m = 0; m < bytes; m += 16) turned(rows + m, bytes, to + (m << 2), 16);
}
/** The way back. */
export function apart(from: usize, bytes: i32, rows: usize): void {
  for (let m = 0; m < bytes; m += 16) turned(from + (m << 2), 16, rows + m, bytes);
}

/** Pixels as vectors, each colour times its alpha / 255. @param from RGBA bytes, a multiple of 16 of them */
export function widened(from: usize, to: usize, bytes: i32): void {
  for (let m = 0; m < bytes; m += 4) {
    const v = f32x4.convert_i32x4_u(i32x4.extend_low_i16x8_u(i16x8.extend_low_i8x16_u(v128.load32_zero(from + m)))),
      alpha = v128.shuffle<f32>(v, f32x4.splat(255), 3, 3, 3, 4);
    v128.store(to + (m << 2), f32x4.div(f32x4.mul(v, alpha), f32x4.splat(255)));
  }
}

/** The way back: bytes, each colour through its alpha. @param bytes of the result */
export function narrowed(from: usize, to: usize, bytes: i32): void {
  for (let m = 0; m < bytes; m += 4) {
    const v = v128.load(from + (m << 2)),
      alpha = f32x4.extract_lane(v, 3),
      colour = alpha > 0 ? f32x4.div(f32x4.mul(v, f32x4.splat(255)), f32x4.splat(alpha)) : f32x4.splat(0),
      words = i32x4.trunc_sat_f32x4_s(f32x4.nearest(f32x4.replace_lane(colour, 3, alpha))),
      halves = i16x8.narrow_i32x4_s(words, words);
    store<u32>(to + m, i32x4.extract_lane(i8x16.narrow_i16x8_u(halves, halves), 0));
  }
}

/**
 * A line weighed by a symmetric filter.
 * @param from floats, `reach` more than `count` on either side; the address is of the first that counts
 * @param weights of the middle and of what lies 1..reach to either side @param count a multiple of four is written
 */
export function weighedAlong(from: usize, to: usize, count: i32, weights: usize, reach: i32): void {
  for (let i = 0; i < count; i += 4) {
    const at = from + (i << 2);
    let sum = f32x4.mul(v128.load(at), v128.load32_splat(weights));
    for (let k = 4; k <= reach << 2; k += 4)
      sum = f32x4.add(sum, f32x4.mul(f32x4.add(v128.load(at - k), v128.load(at + k)), v128.load32_splat(weights + k)));
    v128.store(to + (i << 2), sum);
  }
}

/** The same down columns, ends repeated. @param bytes of a row, a multiple of 16 */
export function weighedDown(from: usize, to: usize, bytes: i32, rows: i32, weights: usize, reach: i32): void {
  for (let y = 0; y < rows; y++)
    for (let m = 0; m < bytes; m += 16) {
      let sum = f32x4.mul(v128.load(from + y * bytes + m), v128.load32_splat(weights));
      for (let k = 1; k <= reach; k++)
        sum = f32x4.add(
          sum,
          f32x4.mul(
            f32x4.add(v128.load(from + max(0, y - k) * bytes + m), v128.load(from + min(rows - 1, y + k) * bytes + m)),
            v128.load32_splat(weights + (k << 2)),
          ),
        );
      v128.store(to + y * bytes + m, sum);
    }
}
