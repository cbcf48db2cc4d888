// Middles of lists.

/** The median, the upper one of two. @param values at least one; they stay in their order */
export const median = (values: readonly number[]): number => [...values].sort((a, b) => a - b)[values.length >> 1];

/** The lower one of the two. @param values at least one; they stay in their order */
export const lowerMedian = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[(values.length - 1) >> 1];
