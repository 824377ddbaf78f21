/** Larger than the settings of any board, and small enough for one message. */
export const MOST_SETTINGS_CHARACTERS = 900_000;

/** As much as is kept of what cannot be read. */
export const MOST_FILE_BYTES = 48_000_000;

/** How far a file is looked into for what tells that it is no text. */
const LOOKED_AT_BYTES = 65_536;

/** True for a file that is kept as it came, because it is no text or too much of it. */
export async function isKeptAsItIs(file: Blob): Promise<boolean> {
  if (file.size > MOST_SETTINGS_CHARACTERS) return true;
  const bytes = new Uint8Array(await file.slice(0, LOOKED_AT_BYTES).arrayBuffer());
  return wideEncoding(bytes) === null && bytes.includes(0);
}

/** A text file's letters, whether it has one byte for each or two. */
export async function textOfFile(file: Blob): Promise<string> {
  const bytes = new Uint8Array(await file.arrayBuffer());
  return new TextDecoder(wideEncoding(bytes) ?? "utf-8").decode(bytes);
}

/** Told by the mark at its beginning. */
function wideEncoding([first, second]: Uint8Array): "utf-16le" | "utf-16be" | null {
  if (first === 0xff && second === 0xfe) return "utf-16le";
  return first === 0xfe && second === 0xff ? "utf-16be" : null;
}
