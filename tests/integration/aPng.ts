import { crc32, deflateSync } from "node:zlib";

const SIDE = 4;

/** A grey PNG of four by four. @see W3C, Portable Network Graphics Specification, sections 5.3 (chunks) and 11.2 (IHDR, IDAT, IEND). */
export function pngOf(grey: number): Buffer {
  const header = Buffer.alloc(13);
  header.writeUInt32BE(SIDE, 0);
  header.writeUInt32BE(SIDE, 4);
  header.set([8, 0, 0, 0, 0], 8); // eight bits, grey, no interlace
  const rows = Buffer.concat(Array.from({ length: SIDE }, () => Buffer.from([0, grey, grey, grey, grey])));
  const signature = Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]);
  return Buffer.concat([
    signature,
    chunk("IHDR", header),
    chunk("IDAT", deflateSync(rows)),
    chunk("IEND", Buffer.alloc(0)),
  ]);
}

function chunk(type: string, data: Buffer): Buffer {
  const body = Buffer.concat([Buffer.from(type, "latin1"), data]);
  const length = Buffer.alloc(4);
  length.writeUInt32BE(data.length);
  const sum = Buffer.alloc(4);
  sum.writeUInt32BE(crc32(body));
  return Buffer.concat([length, body, sum]);
}
