import { readLog } from "../reading/readLog.fixture";

const DEG = 180 / Math.PI;

/** A craft that rocks by so many degrees, once in `everyS` seconds, as a table without a unit; figures times what their unit is of a degree. */
function rocking(options: {
  byDeg: number;
  everyS?: number;
  angle?: number;
  rate?: number;
  headings?: string;
}): string {
  const { byDeg, everyS = 2, angle = 1, rate = 1, headings = "time,p,q,r,roll,pitch,heading" } = options;
  const turn = (2 * Math.PI) / everyS;
  const lines = Array.from({ length: 1500 }, (_, row) => {
    const t = row * 0.01;
    const tremble = 0.4 * Math.sin(997 * t) + 0.3 * Math.sin(1511 * t); // what a gyro adds of its own, deg/s
    const rolled = byDeg * Math.sin(turn * t);
    const rates = [byDeg * turn * Math.cos(turn * t) + tremble, tremble, -tremble];
    return [t, ...rates.map((each) => each * rate), ...[rolled, 0.3 * rolled, 200].map((each) => each * angle)]
      .map((each) => each.toFixed(4))
      .join();
  });
  return [headings, ...lines].join("\n");
}

const unitsOf = (text: string) =>
  Object.fromEntries(readLog(text).uses.map(({ role, unit }) => [role, unit])) as Record<string, string>;

describe("rates without a unit", () => {
  it.each([
    ["a calm craft in degrees", { byDeg: 2 }, "deg/s"],
    ["a calm craft in radians", { byDeg: 2, angle: 1 / DEG, rate: 1 / DEG }, "rad/s"],
    ["rates in radians beside angles in degrees", { byDeg: 2, rate: 1 / DEG }, "rad/s"],
    ["a craft thrown about, in degrees", { byDeg: 45, everyS: 1 }, "deg/s"],
    ["a craft thrown about, in radians", { byDeg: 45, everyS: 1, angle: 1 / DEG, rate: 1 / DEG }, "rad/s"],
  ] as const)("of %s are told by how far it turned", (_, how: Parameters<typeof rocking>[0], unit) => {
    const units = unitsOf(rocking(how));
    expect([units.gyro_roll, units.gyro_pitch, units.gyro_yaw]).toEqual([unit, unit, unit]);
    expect(units.roll).toBe(how.angle === undefined ? "deg" : "rad");
  });

  it("in a sensor's own steps are told by the same", () => {
    const log = readLog(rocking({ byDeg: 20, rate: 16.4 })); // 16.4 steps to a degree a second, as sensors of 2,000 deg/s have
    const { unit, scale } = log.uses.find(({ role }) => role === "gyro_roll")!;
    expect(unit).toBe("steps");
    expect(scale * 16.4).toBeCloseTo(1, 1);
  });

  it("are not told by what a satellite receiver writes its course in", () => {
    const bare = rocking({ byDeg: 2, angle: 1 / DEG, rate: 1 / DEG });
    const [heading, ...lines] = bare.split("\n");
    const units = unitsOf([`${heading},course [deg]`, ...lines.map((line) => `${line},271`)].join("\n"));
    expect([units.roll, units.gyro_roll]).toEqual(["rad", "rad/s"]);
  });

  it("are told by their trembling where no angle is there", () => {
    const bare = (rate: number) => rocking({ byDeg: 2, rate, headings: "time,gyro x,gyro y,gyro z,a,b,c" });
    expect(unitsOf(bare(1)).gyro_roll).toBe("deg/s");
    expect(unitsOf(bare(1 / DEG)).gyro_roll).toBe("rad/s");
  });

  it("count in the unit that their heading says, whatever the figures look like", () => {
    const said = rocking({ byDeg: 2, headings: "time [s],p [rad/s],q [rad/s],r [rad/s],roll,pitch,heading" });
    expect(unitsOf(said).gyro_roll).toBe("rad/s");
  });
});

it("gravity says the unit of all accelerations", () => {
  const lines = Array.from({ length: 300 }, (_, row) => [row / 100, 0.2 * Math.sin(row), 0.1, 9.8 + 0.01 * (row % 3)]);
  const log = readLog(["time,acc x,acc y,acc z", ...lines.map((line) => line.join())].join("\n"));
  expect(log.channels.get("acc_z")![5]).toBeCloseTo(1, 1);
  expect(log.channels.get("acc_x")![1]).toBeCloseTo((0.2 * Math.sin(1)) / 9.80665, 6);
});

describe("a pack's volts without a unit that are one cell's millivolts or ten cells' hundredths", () => {
  const table = (beside: string, of: (t: number) => number) =>
    [
      `time,vbat,${beside}`,
      ...Array.from({ length: 900 }, (_, row) => `${row * 0.02},${Math.round(4150 - row / 3)},${of(row)}`),
    ].join("\n");

  it.each([
    ["a rail in millivolts", "vcc", () => 5050, "mV"],
    ["a rail in hundredths", "vcc", () => 505, "cV"],
    ["a few amps", "amps", (row: number) => 3 + (row % 7) / 10, "mV"],
    ["the amps of a large craft", "amps", (row: number) => 40 + (row % 7), "cV"],
  ] as const)("are told by %s beside them", (_, heading, of, unit) =>
    expect(unitsOf(table(heading, of)).voltage).toBe(unit),
  );
});
