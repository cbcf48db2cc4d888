// Where the files of workers are. Under the name of a build they never change: browsers keep them, compiled, and need
// not ask again.
const BUILD = process.env.PLAVO_BUILD ?? '';

/** Address of a file of the workers; without a build, where files change under one's hands, it is asked for again. */
export const workerFile = (file: string): string => `/workers/${BUILD && `${BUILD}/`}${file}`;
