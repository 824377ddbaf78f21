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

  it("takes g for grams of thrust and for gravities of an accelerometer", () => {
    const { values } = readColumns("thrust [g],acceleration [g]\n100,1\n");
    expect(values.get("thrust")![0]).toBeCloseTo(0.980665, 9);
    expect(values.get("acceleration")![0]).toBeCloseTo(9.80665, 9);
  });

  it("lets what a meter shows be amps or volts, and names of one's own be anything", () => {
    expect(readColumns("shown [V],my stand [°C]\n1,2\n").quantities.get("shown")).toBe("voltage");
  });

  it.each<[string, string, RegExp]>([
    ["a column without a unit", "voltage,current [A]\n1,2", /“voltage” has no unit.*“voltage \[V\]”/],
    ["an unknown unit", "voltage [volt]\n1", /unit “volt” of “voltage” is not known/],
    ["no lines", "voltage [V]", /no lines below/],
    ["nothing", "", /no lines below/],
    ["a word for a number", "voltage [V]\n1\nfull", /Line 3, “voltage”: “full” is no number/],
    ["a short line", "voltage [V],current [A]\n1", /Line 2, “current”: “” is no number/],
    ["volts among the amps", "current [V]\n1", /“current” is given in V, which is no current: is it swapped.*A or mA/],
    ["a pulse in percent", "pulse [%]\n1", /“pulse” is given in %, which is no time/],
    ["a column that stands twice", "voltage [V],Voltage [V]\n1,2", /“voltage” stands twice/],
    ["a name that every object answers to", "constructor [V]\n1", /No column can be called “constructor”/],
    ["the same in capitals", "__PROTO__ [V]\n1", /No column can be called/],
  ])("names %s", (_, text, message) => expect(() => readColumns(text)).toThrow(message));
});
