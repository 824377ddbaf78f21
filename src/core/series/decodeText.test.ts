import { decodeText } from "./decodeText";

const TEXT = "angle [°],pulse [µs]\n-38.8,1500\n";
const utf16 = (isBig: boolean, mark: boolean) => {
  const bytes = Buffer.from(`${mark ? "\uFEFF" : ""}${TEXT}`, "utf16le");
  return isBig ? bytes.swap16() : bytes;
};

describe("decodeText", () => {
  it.each<[string, Uint8Array]>([
    ["UTF-8", Buffer.from(TEXT)],
    ["UTF-8 with a mark", Buffer.from(`\uFEFF${TEXT}`)],
    ["UTF-16, little end first", utf16(false, true)],
    ["UTF-16, big end first", utf16(true, true)],
    ["UTF-16 without a mark", utf16(false, false)],
    ["the old Western code page", Buffer.from(TEXT, "latin1")],
  ])("reads %s", (_, bytes) => expect(decodeText(bytes)).toBe(TEXT));
});
