declare module 'wawoff2' {
  export function decompress(woff2: Uint8Array): Promise<Uint8Array>;
  export function compress(ttf: Uint8Array): Promise<Uint8Array>;
}
declare module 'subset-font' {
  /** The font with the letters of a text alone. @throws Error where the bytes are no font */
  export default function subsetFont(
    font: Buffer,
    text: string,
    options?: { targetFormat?: 'sfnt' | 'woff' | 'woff2' },
  ): Promise<Buffer>;
}
