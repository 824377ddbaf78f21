import { readColumns } from "./readColumns";

describe("readColumns", () => {
  it("reads names in lower case and values in SI, with remarks left out", () => {
    const { values, quantities } = readColumns(
      "# bench 3\nVoltage [mV], Current [A] ,Throttle [%]\n14800,2,50\n\n14500,4,100\n",
    );
    expect(Object.fromEntries(values)).toEqual({ voltage: [14.8, 14.5], current: [2, 4], throttle: [0.5, 1] });
    expect(quantities.get("voltage")).toBe("voltage");
  });

  it("takes semicolons with decimal commas, and tabs", () => {
    expect(readColumns("shown [A];reference [A]\n1,5;6,2\n").values.get("shown")).toEqual([1.5]);
    expect(readColumns("shown [A]\treference [A]\n1.5\t6.2\n").values.get("reference")).toEqual([6.2]);
  });

  it.each<[string, string, RegExp]>([
    ["a column without a unit", "voltage,current [A]\n1,2", /“voltage” has no unit.*“voltage \[V\]”/],
    ["an unknown unit", "voltage [volt]\n1", /unit “volt” of “voltage” is not known/],
    ["no lines", "voltage [V]", /no lines below/],
    ["nothing", "", /no lines below/],
    ["a word for a number", "voltage [V]\n1\nfull", /Line 3, “voltage”: “full” is no number/],
    ["a short line", "voltage [V],current [A]\n1", /Line 2, “current”: “” is no number/],
    ["a column that stands twice", "voltage [V],Voltage [V]\n1,2", /“voltage” stands twice/],
  ])("names %s", (_, text, message) => expect(() => readColumns(text)).toThrow(message));
});
