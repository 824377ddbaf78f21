import { fullText, roomOf } from "./diskRoom";

const GB = 1e9;
const MB = 1e6;

describe("room on the disk", () => {
  it.each([
    ["half of a disk", 250, 500, false, false],
    ["a twentieth of a large disk, which is much still", 50, 1000, false, false],
    ["less than a tenth, and not much", 8, 100, true, false],
    ["less than a gigabyte", 0.9, 4, true, false],
    ["next to nothing", 0.2, 100, true, true],
  ])("is told at %s", (_, freeGb, wholeGb, isLow, isFull) =>
    expect(roomOf(freeGb * GB, wholeGb * GB, 300 * MB)).toMatchObject({ isLow, isFull }),
  );

  it("says what is left and what is to be done", () =>
    expect(fullText(roomOf(123.4 * MB, 100 * GB, 300 * MB))).toMatch(/123 MB left\. Somebody must make room/));
});
