import { pictureType } from "@/features/job/photos/pictureType";

describe("pictureType", () => {
  it.each([
    ["image/png", [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 0]],
    ["image/jpeg", [0xff, 0xd8, 0xff, 0xe0]],
    ["image/webp", [...Buffer.from("RIFF"), 1, 2, 3, 4, ...Buffer.from("WEBPVP8 ")]],
  ])("knows %s", (type, bytes) => expect(pictureType(Uint8Array.from(bytes))).toBe(type));

  it.each([
    ["a text called .png", [...Buffer.from("this is no picture")]],
    ["a sound in the same wrapper as WebP", [...Buffer.from("RIFF"), 1, 2, 3, 4, ...Buffer.from("WAVE")]],
    ["a cut-off signature", [0x89, 0x50]],
    ["nothing", []],
  ])("refuses %s", (_, bytes) => expect(pictureType(Uint8Array.from(bytes))).toBeNull());
});
