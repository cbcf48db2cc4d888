// A backing that hugs the lines, in the deepest colour of the photo.
import type { Solver } from './solver';

export const backing: Solver = { solve: (finder) => finder.own('backing', finder.deepColours()[0]) };
