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
    ["an unknown unit", "voltage [furlong]\n1", /“voltage” is given in furlong, which is no voltage.*V or mV/],
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

// Headings as instruments write them, listed before the reader was written. Common practice, no published source.
describe("headings from elsewhere", () => {
  it.each<[heading: string, name: string, cell: string, inside: number]>([
    ["throttle (%)", "throttle", "50", 0.5],
    ["Throttle[%]", "throttle", "50", 0.5],
    ["throttle, %", "throttle", "50", 0.5],
    ["RPM", "speed", "8600", 8600],
    ["rpm (mechanical)", "speed", "8600", NaN],
    ["speed (1/min)", "speed", "8600", 8600],
    ["speed [1/s]", "speed", "100", 6000],
    ["Volt", "voltage", "14.8", 14.8],
    ["Voltage/V", "voltage", "14.8", 14.8],
    ["U [V]", "voltage", "14.8", 14.8],
    ["Amps", "current", "12.5", 12.5],
    ["I (mA)", "current", "400", 0.4],
    ["current_mA", "current", "400", 0.4],
    ["angle (deg)", "angle", "-38.8", -38.8],
    ["Temp (C)", "temperature", "41", 41],
    ["esc temp [°C]", "esctemperature", "41", 41],
    ["t (sec)", "time", "2", 2],
    ["Time {ms}", "time", "20", 0.02],
    ["vib [m/s^2]", "vibration", "0.5", 0.5],
    ["vibration (g)", "vibration", "1", 9.80665],
    ["Thrust (g)", "thrust", "1000", 9.80665],
    ["thrust [kgf]", "thrust", "1", 9.80665],
    ["pulse [us]", "pulse", "1500", 0.0015],
    ["pulse (μs)", "pulse", "1500", 0.0015],
    ["pulse width, µs", "pulse", "1500", 0.0015],
    ["shown_A", "shown", "1.5", 1.5],
    ["meter_A", "meter", "1.5", 1.5],
    ["cell_1 [V]", "cell1", "3.9", 3.9],
    ["Cell 2 (V)", "cell2", "3.9", 3.9],
    ["Watts", "power", "180", 180],
    ["throttle/1", "throttle", "0.5", 0.5],
    ["Throttle, 1", "throttle", "0.5", 0.5],
    ["ESC temperature/°C", "esctemperature", "41", 41],
    ["ESC temperature, °C", "esctemperature", "41", 41],
  ])("%s is %s", (heading, name, cell, inside) => {
    const table = `${/[,]/.test(heading) ? `"${heading}"` : heading}\n${cell}\n`;
    if (Number.isNaN(inside)) return void expect(() => readColumns(table)).toThrow(/mechanical/);
    const { values } = readColumns(table);
    expect([...values.keys()]).toEqual([name]);
    expect(values.get(name)![0]).toBeCloseTo(inside, 9);
  });

  it("units in a line of their own", () => {
    const { values } = readColumns("motor,throttle,voltage,speed\n,%,V,rpm\n1,10,24.6,4030\n");
    expect(Object.fromEntries(values)).toEqual({ motor: [1], throttle: [0.1], voltage: [24.6], speed: [4030] });
  });

  it("lines about the instrument above, a byte-order mark, blank lines; and the numbers of lines are the file's", () => {
    const text = "\uFEFFLogger: bench 3\nDate,2026-05-04\n\nthrottle [%],voltage [V]\n\n10,24.6\n20,full\n";
    expect(() => readColumns(text)).toThrow(/Line 7, “voltage”: “full”/);
    expect(readColumns(text.replace("full", "24.1")).lines).toEqual([6, 7]);
  });

  it("motors called M1 and M2", () => {
    expect(readColumns("motor;throttle [%]\nM1;10\nmotor 2;20\n").values.get("motor")).toEqual([1, 2]);
  });

  it("says what was not used, and takes the shop's own word of two with one meaning", () => {
    const { values, notes } = readColumns("voltage [V],V,operator\n14.8,99,Ada\n");
    expect(values.get("voltage")).toEqual([14.8]);
    expect(notes).toEqual([
      expect.stringMatching(/two columns that mean voltage/),
      expect.stringMatching(/“operator” was not used/),
    ]);
  });

  it("refuses a cell too many with its line, for all behind it would be read wrongly", () => {
    expect(() => readColumns("voltage [V],current [A]\n14.8,2\n14,8,2\n")).toThrow(
      /Line 3 has 3 cells, the headings are 2/,
    );
  });

  it("refuses what no instrument reads, and a file too long before it is read", () => {
    expect(() => readColumns("speed [rpm]\n1e300\n")).toThrow(/Line 2, “speed”: 1e300 is beyond/);
    expect(() => readColumns(`speed [rpm]\n${"1\n".repeat(300_000)}`)).toThrow(/200000 is the limit/);
  });
});

describe("commas", () => {
  it("are thousands beside points, decimals beside other commas, and which it was is said", () => {
    const thousands = readColumns("speed [rpm];voltage [V]\n4,030;24.6\n12,040;24.1\n");
    expect(thousands.values.get("speed")).toEqual([4030, 12040]);
    expect(thousands.notes).toEqual([expect.stringMatching(/thousands/)]);
    const decimals = readColumns("thrust [g];voltage [V]\n12,040;24,6\n");
    expect(decimals.values.get("voltage")).toEqual([24.6]);
    expect(decimals.values.get("thrust")![0]).toBeCloseTo((12.04 * 9.80665) / 1000, 9);
    expect(decimals.notes).toEqual([expect.stringMatching(/decimal/)]);
  });

  it("are refused where they are thousands in one place and decimals in another", () => {
    expect(() => readColumns("speed [rpm];voltage [V]\n4,030.5;24,6\n")).toThrow(/“24,6” is no number/);
  });
});

describe("headings that the person names", () => {
  const file = "Kanal 1;Kanal 2\n14,8;3,5\n14,6;4,0\n";

  it("stand for the columns they are said to be", () => {
    const { values } = readColumns(
      file,
      new Map([
        ["Kanal 1", "voltage [V]"],
        ["Kanal 2", "current [A]"],
      ]),
    );
    expect([...values]).toEqual([
      ["voltage", [14.8, 14.6]],
      ["current", [3.5, 4]],
    ]);
  });

  it("are refused where the file has no such heading", () =>
    expect(() => readColumns(file, new Map([["Kanal 3", "speed [rpm]"]]))).toThrow(/No column is headed “Kanal 3”/));
});

describe("columns of names that nobody knows", () => {
  it("are read as what is lacking where a word of one alone names it, and it is said", () => {
    const { values, notes } = readColumns("throttle [%],main voltage [V],amps on lead [A]\n50,14.8,7\n");
    expect([...values.keys()]).toEqual(["throttle", "voltage", "current"]);
    expect(notes).toEqual([
      expect.stringMatching(/“main voltage” was read as voltage/),
      expect.stringMatching(/“amps on lead” was read as current/),
    ]);
  });

  it("are left as they are where only their unit would fit", () =>
    expect([...readColumns("throttle [%],main feed [V],lead [A]\n50,14.8,7\n").values.keys()]).toEqual([
      "throttle",
      "main feed",
      "lead",
    ]));

  it("are not where two may be it, where another column is it, or where it is another thing's", () => {
    expect([...readColumns("left feed [V],right feed [V]\n1,2\n").values.keys()]).toEqual(["left feed", "right feed"]);
    // A share of something else would condemn the motors.
    expect([...readColumns("voltage [V],battery level [%]\n1,2\n").values.keys()]).toEqual([
      "voltage",
      "battery level",
    ]);
    expect([...readColumns("voltage [V],right feed [V]\n1,2\n").values.keys()]).toEqual(["voltage", "right feed"]);
    expect([...readColumns("throttle [%],servo rail [V],room [°C]\n1,5,20\n").values.keys()]).toEqual([
      "throttle",
      "servo rail",
      "room",
    ]);
  });
});
