declare module 'csstree-validator' {
  /** Faults of a style sheet: what is no CSS, unknown properties, values that a property does not take. */
  export function validate(css: string, file: string): { message: string; line: number; property?: string }[];
}
