// Fitting of opaque photos, in AssemblyScript: src/core/ground/fit.ts tells what it computes and keeps its memory.
// Everything is whole numbers, so that every machine gets the same bytes.

/** Weights are whole numbers of this many bits after the point. */
const WEIGHT_BITS = 14;
/** And so many has what lies between the two passes: more would not fit into sixteen bits where light overshoots. */
const MIDDLE_BITS = 6;

function rounded(sum: v128, bits: i32): v128 {
  return i32x4.shr_s(i32x4.add(sum, i32x4.splat(1 << (bits - 1))), bits);
}

/**
 * One row of the target at the source's width: sums of rows, weighed.
 * @param rows addresses of source rows, RGBA bytes @param weights of each, i16 @param count how many, even
 * @param to i16, four to a pixel @param bytes of a row, a multiple of 16
 */
export function downwards(rows: usize, weights: usize, count: i32, to: usize, bytes: i32): void {
  for (let m = 0; m < bytes; m += 16) {
    let a = i32x4.splat(0),
      b = a,
      c = a,
      d = a;
    for (let k = 0; k < count; k += 2) {
      const upper = v128.load(<usize>load<u32>(rows + (k << 2)) + m),
        lower = v128.load(<usize>load<u32>(rows + (k << 2), 4) + m),
        // A pair of weights, for pairs of bytes one above the other.
        w = v128.load32_splat(weights + (k << 1)),
        first = i8x16.shuffle(upper, lower, 0, 16, 1, 17, 2, 18, 3, 19, 4, 20, 5, 21, 6, 22, 7, 23),
        second = i8x16.shuffle(upper, lower, 8, 24, 9, 25, 10, 26, 11, 27, 12, 28, 13, 29, 14, 30, 15, 31);
      a = i32x4.add(a, i32x4.dot_i16x8_s(i16x8.extend_low_i8x16_u(first), w));
      b = i32x4.add(b, i32x4.dot_i16x8_s(i16x8.extend_high_i8x16_u(first), w));
      c = i32x4.add(c, i32x4.dot_i16x8_s(i16x8.extend_low_i8x16_u(second), w));
      d = i32x4.add(d, i32x4.dot_i16x8_s(i16x8.extend_high_i8x16_u(second), w));
    }
    const bits = WEIGHT_BITS - MIDDLE_BITS;
    v128.store(to + (m << 1), i16x8.narrow_i32x4_s(rounded(a, bits), rounded(b, bits)));
    v128.store(to + (m << 1), i16x8.narrow_i32x4_s(rounded(c, bits), rounded(d, bits)), 16);
  }
}

/**
 * A row at its new width.
 * @param row as `downwards` leaves it @param first of each target pixel, the address of the first source pixel, u32
 * @param weights of each target pixel, `count` of them, i16 @param count even
 * @param to RGBA bytes @param width target pixels
 */
export function across(row: usize, first: usize, weights: usize, count: i32, to: usize, width: i32): void {
  for (let i = 0; i < width; i++) {
    let from = row + load<u32>(first + (i << 2)),
      sum = i32x4.splat(0);
    for (let k = 0; k < count; k += 2) {
      const two = v128.load(from);
      sum = i32x4.add(
        sum,
        i32x4.dot_i16x8_s(
          i8x16.shuffle(two, two, 0, 1, 8, 9, 2, 3, 10, 11, 4, 5, 12, 13, 6, 7, 14, 15),
          v128.load32_splat(weights),
        ),
      );
      from += 16;
      weights += 4;
    }
    const words = rounded(sum, WEIGHT_BITS + MIDDLE_BITS),
      halves = i16x8.narrow_i32x4_s(words, words);
    store<u32>(to + (i << 2), i32x4.extract_lane(i8x16.narrow_i16x8_u(halves, halves), 0));
  }
}

/**
 * A row of half the size: the mean of two by two pixels, each channel by itself.
 * @param upper @param lower RGBA bytes of two rows @param to RGBA bytes @param width target pixels; four at a time are
 * written, and eight read
 */
export function halved(upper: usize, lower: usize, to: usize, width: i32): void {
  for (let i = 0; i < width; i += 4) {
    const a = v128.load(upper),
      b = v128.load(lower),
      c = v128.load(upper, 16),
      d = v128.load(lower, 16);
    v128.store(
      to,
      i8x16.narrow_i16x8_u(
        meanOfPairs(
          i16x8.add(i16x8.extend_low_i8x16_u(a), i16x8.extend_low_i8x16_u(b)),
          i16x8.add(i16x8.extend_high_i8x16_u(a), i16x8.extend_high_i8x16_u(b)),
        ),
        meanOfPairs(
          i16x8.add(i16x8.extend_low_i8x16_u(c), i16x8.extend_low_i8x16_u(d)),
          i16x8.add(i16x8.extend_high_i8x16_u(c), i16x8.extend_high_i8x16_u(d)),
        ),
      ),
    );
    upper += 32;
    lower += 32;
    to += 16;
  }
}

/** Of sums of two pixels each, four of them: two means of four. */
function meanOfPairs(first: v128, second: v128): v128 {
  const left = i8x16.shuffle(first, second, 0, 1, 2, 3, 4, 5, 6, 7, 16, 17, 18, 19, 20, 21, 22, 23),
    right = i8x16.shuffle(first, second, 8, 9, 10, 11, 12, 13, 14, 15, 24, 25, 26, 27, 28, 29, 30, 31);
  return i16x8.shr_u(i16x8.add(i16x8.add(left, right), i16x8.splat(2)), 2);
}

/** Is no pixel translucent? @param from RGBA bytes @param bytes how many, a multiple of 16 */
export function opaque(from: usize, bytes: i32): bool {
  let all = i32x4.splat(-1);
  for (let i = 0; i < bytes; i += 16) all = v128.and(all, v128.load(from + i));
  return i32x4.all_true(i32x4.ge_u(all, i32x4.splat(0xff000000)));
}
