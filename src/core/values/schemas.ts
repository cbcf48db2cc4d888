// All schemas of values in one place. The kinds of layers are given them, so that who only paints does without the
// validator.
export { z } from 'zod';
export * from './fill';
export * from './override';
export * from './photo';
export * from './place';
export { BANDS, BLEND_MODES, NO_SIDES, NO_STROKE } from './plain';
export * from './shape';
export * from './text';
export * from './tone';
