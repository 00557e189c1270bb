declare module 'wawoff2' {
  /** WOFF 2 to the SFNT inside it. */
  export function decompress(file: Uint8Array): Promise<Uint8Array>;
}
