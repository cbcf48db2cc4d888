// How the lines of texts are told from each other in the chart over widths, whatever one sees of colours.
export const DASHES: readonly string[] = ['none', '7 3', '2 3', '9 3 2 3'];
