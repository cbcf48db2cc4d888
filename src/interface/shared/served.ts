// Pages that come back when somebody goes back in the browser come as they were once served: what changed since is
// asked for anew.

const taken = new Set<string>();

/** Was this serving of a page shown before? @param served its name, another one for each serving */
export const wasShown = (served: string): boolean => taken.has(served);
export const isShown = (served: string): void => void taken.add(served);
