import { isKeptAsItIs, textOfFile } from "./settingsLimits";

it.each([
  ["plain text", new Blob(["set a = 1\n"]), false],
  ["text of two bytes a letter", new Blob([new Uint8Array([0xff, 0xfe, 0x61, 0])]), false],
  ["an image of the chip", new Blob([new Uint8Array([0x7f, 0x45, 0, 0, 1])]), true],
  ["a megabyte of text", new Blob(["a = 1\n".repeat(200_000)]), true],
])("%s", async (_, file, kept) => expect(await isKeptAsItIs(file)).toBe(kept));

it("reads letters of two bytes in either order", async () => {
  expect(await textOfFile(new Blob([new Uint8Array([0xff, 0xfe, 0x61, 0, 0x3d, 0])]))).toBe("a=");
  expect(await textOfFile(new Blob([new Uint8Array([0xfe, 0xff, 0, 0x61, 0, 0x3d])]))).toBe("a=");
  expect(await textOfFile(new Blob(["ä=1"]))).toBe("ä=1");
});
