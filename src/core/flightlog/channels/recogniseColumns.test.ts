import { type RawColumn } from "../reading/ReadingTable";
import { flightLogOf } from "../reading/flightLogOf";
import { readRaw } from "../reading/readLog.fixture";
import { usesWith } from "./columnMap";
import { recogniseColumns } from "./recogniseColumns";

const ROWS = 400;
/** A column whose figures lie about a middle. */
const about = (heading: string, middle: number, size = 5): RawColumn => ({
  heading,
  unitBelow: "",
  values: Float64Array.from(
    { length: ROWS },
    (_, row) => middle + size * Math.sin(row * 12.9898) * Math.cos(row * 78.233),
  ),
  words: [],
  codes: null,
});
const clock = (heading: string, step: number): RawColumn => ({
  ...about(heading, 0),
  values: Float64Array.from({ length: ROWS }, (_, row) => row * step),
});
const rolesOf = (columns: RawColumn[]) =>
  Object.fromEntries(recogniseColumns(columns).map(({ heading, role }) => [heading, role]));

describe("columns are recognised", () => {
  it("by letters that their neighbours explain", () => {
    const columns = [
      clock("T[ms]", 10),
      ...["GR", "GP", "GY"].map((name) => about(`${name}[deg/s]`, 0)),
      ...["MX", "MY", "MZ"].map((name) => about(`${name}[uT]`, 20)),
      ...["S1", "S2"].map((name) => about(`${name}[us]`, 1500, 100)),
      about("HS[rpm]", 2400),
    ];
    expect(rolesOf(columns)).toEqual({
      "T[ms]": "time",
      "GR[deg/s]": "gyro_roll",
      "GP[deg/s]": "gyro_pitch",
      "GY[deg/s]": "gyro_yaw",
      "MX[uT]": "mag_x",
      "MY[uT]": "mag_y",
      "MZ[uT]": "mag_z",
      "S1[us]": "servo_1",
      "S2[us]": "servo_2",
      "HS[rpm]": "head_speed",
    });
  });

  it("by like-named rows of figures without any unit", () => {
    const columns = [
      clock("t", 0.01),
      ..."abcd".split("").flatMap((letter) => [about(`n_${letter}`, 8000, 100), about(`m_${letter}`, 500, 100)]),
    ];
    expect(Object.values(rolesOf(columns))).toEqual([
      "time",
      "rpm_1",
      "motor_1",
      "rpm_2",
      "motor_2",
      "rpm_3",
      "motor_3",
      "rpm_4",
      "motor_4",
    ]);
  });

  it("by words that say what is wanted and what is", () => {
    const columns = [
      clock("Log time / s", 0.02),
      about("Roll rate wanted / deg/s", 0),
      about("Roll rate / deg/s", 0),
      about("Compass X / uT", 20),
      about("Compass Z / uT", 40),
    ];
    expect(Object.values(rolesOf(columns))).toEqual(["time", "rate_target_roll", "gyro_roll", "mag_x", "mag_z"]);
  });

  it("with units that their figures tell where no heading does", () => {
    const uses = recogniseColumns([
      clock("timeUs", 2500),
      about("vbat", 16_200, 50),
      about("gyrX", 0.01, 0.01),
      about("gyrY", 0.01, 0.01),
      about("out0", 1400, 100),
    ]);
    expect(Object.fromEntries(uses.map(({ role, unit }) => [role, unit]))).toMatchObject({
      time: "µs",
      voltage: "mV",
      gyro_roll: "rad/s",
    });
  });
});

describe("places on earth", () => {
  /** Whole numbers about a middle. */
  const whole = (heading: string, middle: number) => {
    const column = about(heading, middle, 4000);
    return { ...column, values: column.values.map(Math.round) };
  };

  // Common practice, no published source: degrees, or whole numbers of a ten-millionth of a degree.
  it.each([
    ["latitude", "longitude"],
    ["Lat [deg]", "Lon [deg]"],
    ["gps_lat", "gps_lng"],
    ["GPS.Lat", "GPS.Long"],
    ["posLat", "posLon"],
    ["Latitude (°)", "Longitude (°)"],
  ])("are told by %s and %s, in degrees", (lat, lon) => {
    const uses = recogniseColumns([clock("time [s]", 0.1), about(lat, 47.2, 0.001), about(lon, -8.6, 0.001)]);
    expect(uses.map(({ role, scale }) => [role, scale]).slice(1)).toEqual([
      ["latitude", 1],
      ["longitude", 1],
    ]);
  });

  it("are told in ten-millionths of a degree", () => {
    const uses = recogniseColumns([clock("time [s]", 0.1), whole("lat", 472_000_000), whole("lon", -86_000_000)]);
    expect(uses.map(({ role, scale }) => [role, scale]).slice(1)).toEqual([
      ["latitude", 1e-7],
      ["longitude", 1e-7],
    ]);
  });

  it("are not taken for what only sounds like them", () => {
    const uses = recogniseColumns([
      clock("time [s]", 0.1),
      about("lateral acceleration [g]", 0, 0.1),
      about("longitudinal acceleration [g]", 0, 0.1),
      about("lat", 5000, 100),
    ]);
    expect(uses.map(({ role }) => role)).not.toContain("latitude");
    expect(uses.map(({ role }) => role)).not.toContain("longitude");
  });
});

describe("what somebody says of the columns", () => {
  const given = () =>
    readRaw(
      `Zeit [ms],Wert 17,Akku [V]\n${Array.from({ length: 50 }, (_, row) => `${row * 10},${row % 7},16`).join("\n")}\n`,
    );

  it("goes before what was recognised", () => {
    const uses = usesWith(given(), [
      { name: "Wert 17", role: "current", scale: 0.5, offset: 2 },
      { name: "Akku [V]", role: null },
    ]);
    expect(uses.map(({ role, scale, offset }) => [role, scale, offset])).toEqual([
      ["time", 0.001, 0],
      ["current", 0.5, 2],
    ]);
  });

  it("turns a sign round after the log's own evidence was heard", () => {
    // An angle that grows while its rate is positive, and one that somebody knows to be the other way.
    const lines = Array.from({ length: 400 }, (_, row) => {
      const at = row / 100;
      return [at, Math.cos(3 * at) * 60, Math.sin(3 * at) * 20, 1].map((each) => each.toFixed(4)).join(",");
    });
    const text = `time [s],gyro pitch [deg/s],pitch [deg],acc z [g]\n${lines.join("\n")}\n`;
    const read = (turned: boolean) => {
      const raw = readRaw(text);
      const said = ["pitch [deg]", "gyro pitch [deg/s]"].map((name) => ({ name, turned }));
      const uses = usesWith(raw, said.map((each) => ({ ...each, role: each.name === "pitch [deg]" ? "pitch" : "gyro_pitch" }))); // prettier-ignore
      return flightLogOf(raw, uses);
    };
    const [as, round] = [read(false), read(true)];
    expect(round.channels.get("pitch")![50]).toBeCloseTo(-as.channels.get("pitch")![50]!, 9);
    expect(round.channels.get("gyro_pitch")![50]).toBeCloseTo(-as.channels.get("gyro_pitch")![50]!, 9);
    expect(round.channels.get("acc_z")).toEqual(as.channels.get("acc_z"));
    expect(round.assumptions.map(({ about }) => about)).toContain("sign of “pitch [deg]”");
    expect(as.assumptions.map(({ about }) => about)).not.toContain("sign of “pitch [deg]”");
  });

  it.each([
    [{ name: "Wert 18", role: "current" }, /No column is headed “Wert 18”/],
    [{ name: "Wert 17", role: "loudness" }, /no role “loudness”/],
    [{ name: "Wert 17", role: "current", unit: "kg" }, /“kg” is no unit of current/],
  ])("is refused where it makes no sense: %j", (said, sentence) =>
    expect(() => usesWith(given(), [said])).toThrow(sentence),
  );
});
