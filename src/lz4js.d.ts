/** Packs and unpacks LZ4 frames; the package brings no types. */
declare module "lz4js" {
  /** @param maxSize - Of what comes out, bytes. */
  export function decompress(packed: Uint8Array, maxSize: number): Uint8Array | number[];
  export function compress(bytes: Uint8Array): Uint8Array | number[];
}
