/**
 * Turns the bytes of a text file into text: UTF-8, UTF-16 either way round, and the old Western code page in which ° and µ are one
 * byte each.
 *
 * @see The Unicode Standard 15.0, section 23.8 (byte order mark); WHATWG Encoding Standard, windows-1252.
 */
export function decodeText(bytes: Uint8Array): string {
  const encoding = utf16Of(bytes);
  if (encoding) return new TextDecoder(encoding).decode(bytes);
  try {
    return new TextDecoder("utf-8", { fatal: true }).decode(bytes);
  } catch {
    return new TextDecoder("windows-1252").decode(bytes);
  }
}

/** Which UTF-16 it is: by its mark, or by the zero in every other byte that plain figures have; null for none. */
export function utf16Of(bytes: Uint8Array): "utf-16le" | "utf-16be" | null {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return "utf-16le";
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return "utf-16be";
  const some = bytes.subarray(0, 1000);
  const zeros = (odd: number) => some.filter((byte, at) => at % 2 === odd && byte === 0).length;
  const most = some.length * 0.3;
  if (zeros(1) > most) return "utf-16le";
  return zeros(0) > most ? "utf-16be" : null;
}
