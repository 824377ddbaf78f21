import { readColumns } from "../../series/readColumns";
import { HEADINGS, isUsedBy, kindOfTable } from "./kindOfTable";
import { HEADERS, MEASUREMENT_KINDS } from "./measureColumns";

describe("kindOfTable", () => {
  it.each(MEASUREMENT_KINDS)("knows a table with the header of %s", (kind) => {
    const columns = HEADERS[kind].split(",").length;
    const { values } = readColumns(`${HEADERS[kind]}\n${Array.from({ length: columns }, () => 1).join(",")}\n`);
    expect(kindOfTable([...values.keys()])).toBe(kind);
    for (const name of values.keys()) expect(isUsedBy(kind, name)).toBe(true);
  });

  it.each(MEASUREMENT_KINDS)("offers headings for %s that are read and used", (kind) => {
    for (const heading of HEADINGS[kind]) {
      const [name] = readColumns(`${heading}\n1\n`).values.keys();
      expect(isUsedBy(kind, name!)).toBe(true);
    }
  });

  it("knows a wattmeter's log without throttle, and nothing in what fits nothing", () => {
    expect(kindOfTable(["time", "voltage", "current"])).toBe("power");
    expect(kindOfTable(["time", "angle"])).toBeNull();
    expect(isUsedBy("power", "thrust")).toBe(false);
  });
});
