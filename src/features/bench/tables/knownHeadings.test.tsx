import { rememberHeading, withKnownHeadings } from "./knownHeadings";

const file = "Kanal 1;Kanal 2\n14,8;3,5\n14,6;4,0\n";

describe("headings that the person named", () => {
  beforeEach(() => localStorage.clear());

  it("are known in the next file with the same headings, and in no other", () => {
    rememberHeading(file, 0, "voltage [V]");
    expect(withKnownHeadings(file)).toBe(file.replace("Kanal 1", "voltage [V]"));
    const other = file.replace("Kanal 2", "Kanal 3");
    expect(withKnownHeadings(other)).toBe(other);
  });

  it("are asked again where the browser keeps nothing, or something else", () => {
    localStorage.setItem("pitstopa-headings", "no table");
    expect(withKnownHeadings(file)).toBe(file);
    expect(withKnownHeadings("no table at all")).toBe("no table at all");
  });
});
