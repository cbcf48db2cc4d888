// What members of a crew do, by topic. Each exported function is a task, called by its name.
export type { SlideAsk } from './standing';
export * from './tasks/intake';
export * from './tasks/painting';
export * from './tasks/photos';
export * from './tasks/reading';
export * from './tasks/solving';
