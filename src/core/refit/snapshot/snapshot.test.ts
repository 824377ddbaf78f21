import fc from "fast-check";
import { carryOver, fateOf } from "./carryOver";
import { applyDiff, diffSnapshots } from "./diffSnapshots";
import { readSnapshot } from "./readSnapshot";
import { isSecret, masked } from "./secrets";
import { settingsOf, type Snapshot, writeSnapshot } from "./snapshot";

const read = (text: string): Snapshot => {
  const found = readSnapshot(text);
  if (!found.ok) throw new Error(found.reason);
  return found.snapshot;
};
const values = (snapshot: Snapshot) =>
  Object.fromEntries([...settingsOf(snapshot)].map(([id, { value }]) => [id, value]));

const TEXT = `# read off before the swap
[motors]
set idle_percent = 5.5   # was 4
set protocol = digital

[sensors]
set acc_trim_roll = -3
set compass_offset_x = 118
set board_align_yaw = 90
[links]
set serial1_function = receiver
set bind_phrase = two herons
set failsafe_throttle = 1000
`;

describe("readSnapshot", () => {
  it("reads groups, keys and values, and writes back to the letter", () => {
    expect(values(read(TEXT))).toMatchObject({
      "motors / idle_percent": "5.5",
      "sensors / compass_offset_x": "118",
      "links / bind_phrase": "two herons",
    });
    expect(writeSnapshot(read(TEXT))).toBe(TEXT);
  });

  it.each([
    ["key: value", "rate_p: 40\nrate_i: 55\n", { rate_p: "40", rate_i: "55" }],
    ["key,value", "RATE_P,40\nRATE_I,55", { RATE_P: "40", RATE_I: "55" }],
    ["key value", "rate.p 40\nrate.i 55 60", { "rate.p": "40", "rate.i": "55 60" }],
    ["a tab", "a\t1\r\nb\t2\r\n", { a: "1", b: "2" }],
    ["a key twice", "aux = 0 1\naux = 1 2\n", { aux: "0 1", "aux #2": "1 2" }],
  ])("reads %s", (_, text, expected) => {
    expect(values(read(text))).toEqual(expected);
    expect(writeSnapshot(read(text))).toBe(text);
  });

  it.each([
    ["binary", "\0\u0001\u0002 = 3\n", "binary"],
    ["what is too large", "a = 1\n".repeat(400_000), "more than any board"],
    ["a letter", "Dear shop,\nthe craft fell. Best,\nMirel\n1\n2\n3\n", "no form that is known"],
    ["nothing", "", "no form that is known"],
  ])("refuses %s with its reason", (_, text, reason) => {
    expect(readSnapshot(text)).toEqual({ ok: false, reason: expect.stringContaining(reason) as string });
  });
});

const key = fc.stringMatching(/^[a-z][a-z0-9_]{0,8}$/);
const value = fc.stringMatching(/^[A-Za-z0-9.-]{1,6}$/);
const group = fc.constantFrom("", "motors", "links");
const snapshot = fc
  .uniqueArray(fc.record({ group, key, value, note: fc.boolean() }), {
    minLength: 1,
    maxLength: 12,
    selector: (each) => `${each.group} ${each.key}`,
  })
  .map((entries) => {
    const rows: string[] = [];
    for (const name of ["", "motors", "links"]) {
      const own = entries.filter((each) => each.group === name);
      if (own.length > 0 && name !== "") rows.push(`[${name}]`);
      for (const each of own) rows.push(...(each.note ? [`# about ${each.key}`] : []), `${each.key} = ${each.value}`);
    }
    return read(rows.join("\n"));
  });

describe("applyDiff", () => {
  it("makes the settings of the second of those of the first", () => {
    fc.assert(
      fc.property(snapshot, snapshot, (a, b) => {
        expect(values(read(writeSnapshot(applyDiff(diffSnapshots(a, b), a))))).toEqual(values(b));
      }),
    );
  });

  it("leaves a snapshot to the letter where nothing differs, and keeps every remark", () => {
    fc.assert(
      fc.property(snapshot, snapshot, (a, b) => {
        expect(writeSnapshot(applyDiff(diffSnapshots(a, a), a))).toBe(writeSnapshot(a));
        const remarks = (of: Snapshot) =>
          writeSnapshot(of)
            .split("\n")
            .filter((row) => row.startsWith("#"));
        expect(remarks(applyDiff(diffSnapshots(a, b), a))).toEqual(remarks(a));
      }),
    );
  });
});

describe("carryOver", () => {
  it("leaves behind what belongs to the old board, and never writes it out", () => {
    const { apply, left, secrets } = carryOver(read(TEXT));
    expect(left.map(({ id, fate }) => [id, fate])).toEqual([
      ["sensors / acc_trim_roll", "calibration"],
      ["sensors / compass_offset_x", "calibration"],
      ["sensors / board_align_yaw", "alignment"],
      ["links / serial1_function", "ports"],
    ]);
    expect(apply.split("\n")).toEqual([
      "[motors]",
      "set idle_percent = 5.5   # was 4",
      "set protocol = digital",
      "[links]",
      "# bind_phrase is a secret: set it by hand",
      "set failsafe_throttle = 1000",
    ]);
    expect(secrets).toEqual(["links / bind_phrase"]);
  });

  it("holds that for any settings with such names among them", () => {
    const kept = fc.constantFrom(
      "acc_offset_x",
      "gyroCalibration",
      "compass_ofs",
      "board_align_roll",
      "BoardOrientation",
      "uart3_baud",
      "timer2",
      "mag_z",
    );
    fc.assert(
      fc.property(snapshot, kept, (a, name) => {
        const { apply } = carryOver(read(`${name} = 1\n${writeSnapshot(a)}`));
        expect(apply.split("\n").some((row) => row.startsWith(`${name} `))).toBe(false);
      }),
    );
  });

  it.each([
    "rate_p",
    "failsafe_throttle",
    "idle_percent",
    "rc_expo",
    "battery_cells",
    "motor_protocol",
    "support_level",
    "servo3_trim",
    "elevator_offset",
    "gyro_lowpass_hz",
  ])("carries %s", (name) => expect(fateOf({ group: "", key: name })).toBe("carry"));
});

describe("fateOf", () => {
  it.each(["vbat_scale", "current_sensor_offset", "amps_multiplier", "accOffsetX", "mag_zero_y", "level_trim_roll"])(
    "leaves %s behind: calibrate anew",
    (name) => expect(fateOf({ group: "", key: name })).toBe("calibration"),
  );
});

describe("secrets", () => {
  it("never stand among the lines to apply", () => {
    fc.assert(
      fc.property(snapshot, value, (a, secret) => {
        expect(carryOver(read(`bind_phrase = ${secret}zz\n${writeSnapshot(a)}`)).apply).not.toContain(`${secret}zz`);
      }),
    );
  });

  it.each(["bind_phrase", "bindUid", "wifi_password", "telemetry_key", "API_KEY", "authToken"])("masks %s", (name) => {
    expect(isSecret({ group: "", key: name })).toBe(true);
    expect(writeSnapshot(masked(read(`${name} = kestrel\nrate = 3\n`)))).toBe(`${name} = ••••••\nrate = 3\n`);
  });
  it.each(["rate_p", "keyboard", "monkey", "passthrough_off".replace("pass", "go")])("shows %s", (name) =>
    expect(isSecret({ group: "", key: name })).toBe(false),
  );
});
