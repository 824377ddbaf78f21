import { joinTables } from "./joinTables";
import { lookAtTable, readColumns, renameColumn } from "./readColumns";

const sweep = (amps: number) => `throttle [%];voltage [mV];current [A]\n50;14800;${amps},5\n100;14200;2${amps},0\n`;

describe("joinTables", () => {
  it("makes one table of a file for each motor, by the numbers in their names", () => {
    const { values } = readColumns(
      joinTables([
        { name: "2026-11-29 motor 3.csv", text: sweep(7) },
        { name: "2026-11-29 motor 1.csv", text: sweep(8) },
      ]),
    );
    expect(values.get("motor")).toEqual([3, 3, 1, 1]);
    expect(values.get("throttle")).toEqual([0.5, 1, 0.5, 1]);
    expect(values.get("voltage")).toEqual([14.8, 14.2, 14.8, 14.2]);
    expect(values.get("current")).toEqual([7.5, 27, 8.5, 28]);
  });

  it("numbers them by their place where the names do not", () => {
    const files = ["left.csv", "right.csv"].map((name, at) => ({ name, text: sweep(at + 1) }));
    expect(readColumns(joinTables(files)).values.get("motor")).toEqual([1, 1, 2, 2]);
    expect(joinTables(files)).toMatch(/^# left.csv is motor 1; right.csv is motor 2\n/);
  });

  it("leaves a single table alone, remarks and all", () => {
    const text = `# by hand\n${sweep(1)}`;
    expect(joinTables([{ name: "a.csv", text }])).toBe(text);
  });

  it.each<[string, string, RegExp]>([
    ["lacks a column", "throttle [%],voltage [V]\n50,14\n", /^b.csv: the column “current” of a.csv is missing/],
    [
      "holds several motors",
      "motor,throttle [%],voltage [V],current [A]\n1,5,5,5\n2,5,5,5\n",
      /^b.csv: it holds several/,
    ],
    ["cannot be read", "throttle [%],voltage [V],current [A]\nx,14,1\n", /^b.csv: Line 2/],
  ])("names the file that %s", (_, text, message) =>
    expect(() =>
      joinTables([
        { name: "a.csv", text: sweep(1) },
        { name: "b.csv", text },
      ]),
    ).toThrow(message),
  );
});

describe("lookAtTable", () => {
  it("says what each heading is read as, and what is not understood", () => {
    const look = lookAtTable("# meter\nThrottle (%);U;colour\n;V;\n50;14,8;red\n60;14,6;red\n")!;
    expect(look.columns.map(({ readAs }) => readAs)).toEqual(["throttle, %", "voltage, V", null]);
    expect(look.columns[1]!.heading).toBe("U V");
    expect(look.rows).toEqual([
      ["50", "14,8", "red"],
      ["60", "14,6", "red"],
    ]);
  });

  it("is of no text without columns", () => expect(lookAtTable("it smells of solder\nand rain")).toBeNull());
});

describe("renameColumn", () => {
  const file = "# meter 2\r\nKanal 1;Kanal 2\r\n14,8;3,5\r\n14,6;4,0\r\n";

  it("heads one column otherwise and leaves the rest of the file as it is", () => {
    const named = renameColumn(renameColumn(file, 0, "voltage [V]"), 1, "current [A]");
    expect(named).toBe(file.replace("Kanal 1;Kanal 2", "voltage [V];current [A]"));
    expect(readColumns(named).values.get("current")).toEqual([3.5, 4]);
  });

  it("is offered for headings of nobody's knowledge above figures", () =>
    expect(lookAtTable(file)!.columns.map(({ readAs }) => readAs)).toEqual([null, null]));
});
