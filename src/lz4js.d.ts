/** Packs and unpacks LZ4; the package brings no types. */
declare module "lz4js" {
  /** @param maxSize - Of what comes out, bytes. */
  export function decompress(packed: Uint8Array, maxSize: number): Uint8Array | number[];
  /** Unpacks a bare block into `plain`. @returns where it ended. */
  export function decompressBlock(
    packed: Uint8Array,
    plain: Uint8Array,
    from: number,
    length: number,
    to: number,
  ): number;
  export function compress(bytes: Uint8Array): Uint8Array | number[];
}
