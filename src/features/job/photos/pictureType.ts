/** Photos may be this large. */
export const MAX_PHOTO_BYTES = 15 * 1024 * 1024;

/**
 * Tells a picture by its content, whatever it is called.
 *
 * @param bytes - At least the first twelve bytes of the file.
 * @returns Its media type, or null for anything but PNG, JPEG and WebP.
 * @see PNG: W3C Recommendation, section 5.2. JPEG: ITU-T T.81, B.1.1.3 (SOI). WebP: RFC 9649, section 2.4.
 */
export function pictureType(bytes: Uint8Array): "image/png" | "image/jpeg" | "image/webp" | null {
  const startsWith = (signature: readonly number[], at = 0) =>
    signature.every((byte, index) => bytes[at + index] === byte);
  if (startsWith([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a])) return "image/png";
  if (startsWith([0xff, 0xd8, 0xff])) return "image/jpeg";
  if (startsWith([0x52, 0x49, 0x46, 0x46]) && startsWith([0x57, 0x45, 0x42, 0x50], 8)) return "image/webp";
  return null;
}
