// All that is computed in WebAssembly, as one module with one memory.
export * from './blur';
export * from './fit';
export * from './lab';
