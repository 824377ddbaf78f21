import { type Quantity } from "../../units/quantities";
import { gaussian, seededRandom } from "../../../sim/random";
import { type BenchDefect, type Severity, simulateCraft } from "../../../sim/benchDefects";
import { DEMO_DRIVES } from "../../../sim/demoDrives";
import { simulateMotorSweep } from "../../../sim/simulateMotors";
import { simulateRun } from "../../../sim/simulateRun";
import { judgeRun } from "../run/judgeRun";
import { motorProfile } from "../run/profiles";
import { fitMotor } from "./motors/fitMotor";
import { judgeMeter } from "./meter/judgeMeter";
import { judgeMotors } from "./motors/judgeMotors";
import { restCharge, usableShare } from "./pack/chemistries";
import { judgePack } from "./pack/judgePack";
import { motorFacts } from "./motors/motorFacts";
import { measureColumns } from "./measureColumns";

const MOTOR = { kv: 2400, resistanceOhm: 0.065, noLoadA: 0.9 };
const pairs = (gain: number, offset = 0, noise = 0, seed = 1) => {
  const random = seededRandom(seed);
  return [0.5, 1, 2, 4, 6, 8, 10, 12].map((shown) => ({
    shown,
    reference: gain * shown + offset + noise * gaussian(random),
  }));
};
const figure = (measured: { figures: { label: string; value: number }[] }, label: RegExp) =>
  measured.figures.find((each) => label.test(each.label))!.value;

describe("judgeMeter", () => {
  it("takes a reading below nothing for a zero that is off, and all of them for leads the wrong way round", () => {
    const off = Array.from({ length: 10 }, (_, at) => ({ shown: 4 * at - 1.5, reference: 4 * at }));
    expect(judgeMeter(off, current).reasons[0]).toMatch(/^Its zero is off: it shows 1\.50 .* too little/);
    expect(() =>
      judgeMeter(
        off.map((one) => ({ ...one, shown: -one.shown - 4 })),
        current,
      ),
    ).toThrow(/leads round/);
  });

  const current = { quantity: "current", setting: 100 } as const;

  // Common practice, no published source: a craft's own current meter is often off by two to four times.
  it("finds a gain of 4.108, and both settings that put it right", () => {
    const measured = judgeMeter(pairs(4.108), current);
    expect(measured.word).toBe("bad");
    expect(figure(measured, /^Gain/)).toBeCloseTo(4.108, 9);
    expect(measured.carried!.meterGain).toBeCloseTo(4.108, 9);
    expect(figure(measured, /multiplies/)).toBeCloseTo(410.8, 6);
    expect(figure(measured, /divides/)).toBeCloseTo(100 / 4.108, 6);
    expect(measured.evidence).toEqual({ "mah-against-charger": true });
  });

  it("believes a meter within 3 %, and says that it cannot say where the scatter hides the gain", () => {
    expect(judgeMeter(pairs(1.01, 0, 0.02), current)).toMatchObject({
      word: "good",
      evidence: { "mah-against-charger": false },
    });
    expect(judgeMeter(pairs(1.02, 0, 1.5), current).word).toBe("cannot say");
  });

  it("leaves out a wild point and says so", () => {
    const wild = pairs(2, 0.1, 0.01).map((pair, at) => (at === 3 ? { ...pair, reference: 30 } : pair));
    const measured = judgeMeter(wild, current);
    expect(figure(measured, /^Gain/)).toBeCloseTo(2, 1);
    expect(measured.reasons.join(" ")).toMatch(/1 point lies far off the line/);
    expect(measured.chart!.points.filter(({ isOutlier }) => isOutlier)).toHaveLength(1);
  });

  it("covers the true gain and offset in 93 to 97 % of 1,500 noisy sets", () => {
    let gain = 0;
    let offset = 0;
    for (let seed = 1; seed <= 1500; seed++) {
      const { figures } = judgeMeter(pairs(4.108, -0.3, 0.05, seed), current);
      if (Math.abs(figures[0]!.value - 4.108) <= figures[0]!.halfWidth!) gain++;
      if (Math.abs(figures[1]!.value + 0.3) <= figures[1]!.halfWidth!) offset++;
    }
    for (const share of [gain / 1500, offset / 1500]) {
      expect(share).toBeGreaterThan(0.93);
      expect(share).toBeLessThan(0.97);
    }
  });

  it("checks the meter after its scale was changed, and sees when the firmware works the other way round", () => {
    const after = judgeMeter(pairs(1.01, 0, 0.01), { ...current, gainBefore: 4.1 });
    expect(after.reasons.join(" ")).toMatch(/went from 310\.0 % before the change to \d\.\d % after it/);
    expect(after.word).toBe("good");
    const wrongWay = judgeMeter(pairs(16.81), { ...current, gainBefore: 4.1 });
    expect(wrongWay.word).toBe("bad");
    expect(wrongWay.reasons.join(" ")).toMatch(/take the other setting/);
  });

  it.each<[string, { shown: number; reference: number }[], RegExp]>([
    [
      "negative amps",
      pairs(1).map((pair) => ({ ...pair, reference: -pair.reference })),
      /turn the meter's leads round/,
    ],
    ["a stuck meter", pairs(1).map((pair) => ({ ...pair, shown: 3 })), /shows 3 throughout: it is stuck/],
    ["a meter on hold", pairs(1).map((pair) => ({ ...pair, reference: 3 })), /is it on hold/],
    ["milliamps beside amps", pairs(1000), /in milliamps/],
    ["three points", pairs(1).slice(0, 3), /at least 4 points, found 3/],
  ])("names %s", (_, data, message) => expect(() => judgeMeter(data, current)).toThrow(message));

  it("judges as many readings as a table may have", () => {
    const many = Array.from({ length: 130_000 }, (_, at) => {
      const amps = 1 + (at % 100) / 4;
      return { shown: amps + 0.01 * Math.sin(at), reference: amps };
    });
    expect(judgeMeter(many, current).word).toBe("good");
  });
});

describe("fitMotor", () => {
  it("recovers the constants of a sweep it made itself, within its own intervals", () => {
    const fit = fitMotor(simulateMotorSweep(MOTOR, seededRandom(4)));
    for (const name of ["kv", "resistanceOhm", "noLoadA"] as const) {
      expect(Math.abs(fit[name].value - MOTOR[name])).toBeLessThan(1.6 * fit[name].halfWidth);
      // Where the throttle begins and how warm the winding is are not known: they leave resistance the least certain.
      expect(fit[name].halfWidth / fit[name].value).toBeLessThan(name === "resistanceOhm" ? 0.2 : 0.12);
    }
  });

  it("keeps a winding that comes out a little below nothing, and refuses one that is so by more", () => {
    const sweep = simulateMotorSweep({ ...MOTOR, resistanceOhm: -0.001 }, seededRandom(2));
    const { resistanceOhm } = fitMotor(sweep);
    expect(resistanceOhm.value).toBeLessThan(0);
    expect(resistanceOhm.value + resistanceOhm.halfWidth).toBeGreaterThan(0);
    const rising = sweep.map((one) => ({ ...one, rpm: one.rpm * (1 + 0.01 * one.currentA) }));
    expect(() => fitMotor(rising)).toThrow(/fit no motor/);
  });

  it("refuses a fit that the data do not support", () => {
    const sweep = simulateMotorSweep(MOTOR, seededRandom(4));
    expect(() => fitMotor(sweep.slice(0, 4))).toThrow(/at least 6 readings/);
    expect(() => fitMotor(sweep.filter(({ throttle }) => throttle > 0.85))).toThrow(/speed hardly changes/);
    expect(() => fitMotor(sweep.map((one) => ({ ...one, voltageV: one.currentA, currentA: one.voltageV })))).toThrow(
      /fit no motor/,
    );
    expect(() => fitMotor(sweep.map((one) => ({ ...one, rpm: NaN })))).toThrow(/every line needs/);
  });
});

describe("judgeMotors", () => {
  const profile = motorProfile(4);
  const channels = ["voltage", "current", "speed", "thrust", "vibration", "roughness"];
  const sweepOf = (defect: BenchDefect | null, severity: Severity = 3) =>
    simulateRun(simulateCraft(DEMO_DRIVES["five-inch"]!, { defect, severity, place: 0, seed: 8 }), profile, {
      channels,
      rateHz: 10,
      seed: 4,
    });
  const judged = (defect: BenchDefect | null, severity?: Severity) =>
    judgeRun("motor", sweepOf(defect, severity), profile, { massG: 620, propInches: 5 }).measured!;
  const healthy = judged(null);

  // What goes up with what is common practice, no published source.
  it.each([
    ["dragging-bearing", /no-load current .* above the other 3: bearing or shaft/, "no-load-amps"],
    ["gritty-bearing", /bearing noise at 10,000 rpm .* above the other 3 .*: bearing rumbles/, "spin-by-hand"],
    ["shorted-turn", /resistance .* below the other 3: turns of the winding shorted/, "winding-off"],
    ["weak-magnet", /speed constant .* above the other 3: weak magnets/, "rpm-per-volt"],
    [
      "nicked-prop",
      /imbalance at 10,000 rpm .* above the other 3 \(\d+ × their own spread\): prop out of balance/,
      "prop-balance",
    ],
  ] as const)("finds a %s in the first motor and names its sign", (defect, reason, reading) => {
    const measured = judged(defect);
    expect(measured.word).toBe("bad");
    expect(measured.reasons.some((each) => each.startsWith("Motor 1") && reason.test(each))).toBe(true);
    expect(measured.evidence[reading]).toBe(true);
    expect(measured.places![reading]).toBe("Motor 1");
  });

  it("calls four healthy motors alike, but watches tips beyond Mach 0.6", () => {
    expect(judgeRun("motor", sweepOf(null), profile).measured).toMatchObject({
      word: "good",
      evidence: { "no-load-amps": false, "winding-off": false, "prop-balance": false, "blow-test": false },
    });
    const small = judgeRun("motor", sweepOf(null), profile, { propInches: 5 }).measured!;
    expect(small.reasons[0]).toMatch(/^The tips of Motor \d reach Mach 0\.6\d, watched from 0\.6/);
  });

  it("recovers what the simulated motors and props were made of", () => {
    const facts = healthy.facts!.get("Motor 2")!;
    const made = simulateCraft(DEMO_DRIVES["five-inch"]!, { defect: null, seed: 8 }).drive.units[1]!;
    // The simulated winding stays cold, a real one warms: what is told lies between, and says so with its interval.
    expect(Math.abs(facts.kv.value - made.kv)).toBeLessThan(facts.kv.halfWidth);
    expect(facts.kv.halfWidth / made.kv).toBeLessThan(0.02);
    expect(Math.abs(facts.noLoadA.value / made.noLoadA - 1)).toBeLessThan(0.1);
    // T = k·ω² = k·(2π)²·n²
    expect(Math.abs(facts.thrustPerN2!.value / (made.propThrustNs2 * (2 * Math.PI) ** 2) - 1)).toBeLessThan(0.01);
    expect(Math.abs(facts.powerPerN3!.value / (made.propTorqueNms2 * (2 * Math.PI) ** 3) - 1)).toBeLessThan(0.03);
    expect(Math.abs(facts.shakePerN2!.value / (made.imbalanceM * (2 * Math.PI) ** 2) - 1)).toBeLessThan(0.05);
    // Power and thrust coefficient of a 5 inch prop in standard air, by their definitions.
    const coefficient = healthy.figures.find(({ label }) => label === "Motor 2: thrust coefficient")!.value;
    expect(coefficient).toBeCloseTo(facts.thrustPerN2!.value / (1.225 * 0.127 ** 4), 9);
  });

  it("says where each motor stands in hover: its share of the weight, and g/W there", () => {
    const of = (label: string) => healthy.figures.find((each) => each.label === `Motor 1: ${label}`)!;
    expect(of("throttle in hover").value).toBeGreaterThan(20);
    expect(of("throttle in hover").value).toBeLessThan(60);
    const hover = healthy.figures.find((each) => each.label === "Motor 1: in hover")!;
    expect(hover.unit).toBe("g/W");
    expect(of("best, at 20 %").value).toBeGreaterThan(hover.value);
  });

  it("names a prop that blows the wrong way and one with its face turned", () => {
    const turned = (factor: number) => {
      const series = sweepOf(null);
      const thrust = series.thrust!.map((newton, at) => (series.output![at] === 3 ? newton * factor : newton));
      return judgeRun("motor", { ...series, thrust }, profile).measured!;
    };
    expect(turned(0.02).reasons[0]).toMatch(/^Motor 3: thrust .*: no air goes down/);
    expect(turned(0.02).evidence).toMatchObject({ "blow-test": true, "prop-faces": false });
    expect(turned(0.5).reasons[0]).toMatch(/^Motor 3: .* face the wrong way up/);
    expect(turned(0.5).evidence).toMatchObject({ "blow-test": false, "prop-faces": true });
  });

  it("names a motor that ends hotter after equal work", () => {
    const sweeps = [31, 33, 58, 32].map((temperatureC, place) => ({
      name: `Motor ${place + 1}`,
      samples: simulateMotorSweep(MOTOR, seededRandom(place + 3)).map((sample) => ({ ...sample, temperatureC })),
    }));
    const measured = judgeMotors(sweeps);
    expect(measured.reasons[0]).toMatch(
      /^Motor 3: highest temperature 26 ± \d+ °C above the other 3 \(\d+ × their own spread\): hot after equal work/,
    );
    expect(measured.evidence["motor-heat"]).toBe(true);
  });

  it("says which of four motors could not be worked out, and that the two others are too few", () => {
    const sweeps = [3, 4, 5, 6].map((seed, place) => {
      const samples = simulateMotorSweep(MOTOR, seededRandom(seed));
      return { name: `Motor ${place + 1}`, samples: place < 2 ? samples : samples.slice(0, 4) };
    });
    const { word, reasons } = judgeMotors(sweeps);
    expect(word).toBe("cannot say");
    expect(reasons.join(" ")).toMatch(/Motor 3: .*Motor 4: .*Of 4 motors 2 could be worked out, and two cannot tell/);
  });

  it("cannot say of one motor alone, and can beside its baseline", () => {
    const before = motorFacts(simulateMotorSweep(MOTOR, seededRandom(8)));
    const worn = {
      name: "Motor 1",
      samples: simulateMotorSweep({ ...MOTOR, noLoadA: 2.2 * MOTOR.noLoadA }, seededRandom(9)),
    };
    expect(judgeMotors([worn])).toMatchObject({ word: "cannot say", evidence: {} });
    expect(judgeMotors([worn], new Map([["Motor 1", before]])).reasons[0]).toMatch(
      /above its baseline: bearing or shaft/,
    );
  });
});

describe("judgePack", () => {
  const label = { capacityMah: 1500, cRating: 45, peakA: 40 };
  const pack = (ohms: readonly number[], rests: readonly number[] = ohms.map(() => 4.1)) =>
    [0, 5, 10, 20, 30].map((currentA) => ({
      currentA,
      cellsV: ohms.map((ohm, cell) => rests[cell]! - currentA * ohm + (currentA % 10 ? 0.001 : -0.001)),
    }));

  it("reads the resistance of each cell from how it sags", () => {
    const measured = judgePack(pack([0.009, 0.0095, 0.01]), label);
    expect(measured.word).toBe("good");
    expect(figure(measured, /^Cell 1/)).toBeCloseTo(9, 0);
    expect(figure(measured, /^Sag/)).toBeCloseTo(40 * 0.0095, 1);
    expect(measured.carried!.cellMohm).toBeCloseTo(9.5, 1);
    expect(measured.carried!.cellSpreadMv).toBeLessThan(2);
  });

  it("retires a pack that is tired for its size, and names the weak cell", () => {
    expect(judgePack(pack([0.03, 0.03, 0.03]), label)).toMatchObject({
      word: "bad",
      evidence: { "pack-resistance": true },
    });
    expect(judgePack(pack([0.009, 0.009, 0.016]), label).reasons[0]).toMatch(/Cell 3 has 1\.8 times/);
    expect(judgePack(pack([0.009, 0.009], [4.1, 3.95]), label)).toMatchObject({
      evidence: { "cell-spread": true },
      places: { "cell-spread": "Cell 2" },
    });
  });

  it("holds the peak against the C rating", () => {
    expect(judgePack(pack([0.009]), { ...label, peakA: 80 }).reasons[0]).toMatch(
      /13 A over what its C rating allows|12 A over/,
    );
  });

  // Common practice, no published source: 3.8 V at rest is roughly half left; full is 4.2 V.
  it.each([
    [4.2, 1],
    [4.3, 1],
    [3.8, 0.43],
    [3.82, 0.5],
    [3.0, 0],
  ])("takes %d V at rest for a share of %d", (volts, share) => expect(restCharge(volts)).toBeCloseTo(share, 1));

  it("says from its own past when it has aged, and what is usable at a load", () => {
    const tired = judgePack(pack([0.018, 0.019, 0.018]), { ...label, newMohm: 9, cruiseA: 20 });
    expect(tired.word).toBe("bad");
    expect(tired.reasons.join(" ")).toMatch(/Resistance 2\.0\d times that of the new pack/);
    // At 20 A the worst cell falls by 0.38 V: what rests above 3.68 V can be drawn, of a curve that has 0.05 at 3.61, 0.1 at 3.69.
    const usable = figure(tired, /^Usable at 20 A/);
    expect(Math.abs(usable - 1500 * (1 - (0.05 + (0.05 * (3.68 - 3.61)) / 0.08)))).toBeLessThan(2);
  });

  it("asks whether the chemistry is right when a cell rests above full", () => {
    expect(judgePack(pack([0.009], [4.34]), label).reasons.join(" ")).toMatch(/too high for LiPo/);
    expect(judgePack(pack([0.009], [4.34]), { ...label, chemistry: "LiHV" }).word).toBe("good");
  });

  it("leaves more behind the harder it is drawn on", () => {
    const shares = [0, 10, 20, 40].map((amps) => usableShare(amps, 0.01));
    expect(shares).toEqual([...shares].sort((a, b) => b - a));
    expect(() => usableShare(-1, 0.01)).toThrow(/below zero/);
  });

  it("names volts that rise with the load, and millivolts", () => {
    expect(() => judgePack(pack([-0.01]), label)).toThrow(/rises with the load/);
    expect(() => judgePack(pack([0.01], [4100]), label)).toThrow(/millivolts/);
  });
});

describe("measureColumns", () => {
  const columns = (values: Record<string, number[]>, quantities: Record<string, Quantity> = {}) => ({
    values: new Map(Object.entries(values)),
    quantities: new Map(Object.entries(quantities)),
  });
  const sweep = simulateMotorSweep(MOTOR, seededRandom(2));
  const drive = {
    throttle: sweep.map(({ throttle }) => throttle),
    voltage: sweep.map(({ voltageV }) => voltageV),
    current: sweep.map(({ currentA }) => currentA),
    speed: sweep.map(({ rpm }) => rpm),
  };

  it("knows a voltage meter by the unit of its column", () => {
    const table = { shown: [10, 11, 12, 13, 14], reference: [10.5, 11.55, 12.6, 13.65, 14.7] };
    const measured = measureColumns("meter", columns(table, { shown: "voltage", reference: "voltage" }));
    expect(measured.evidence).toEqual({ "volts-against-meter": false });
    expect(measured.word).toBe("watch");
    const mixed = columns(table, { shown: "voltage", reference: "current" });
    expect(() => measureColumns("meter", mixed)).toThrow(/“shown” is a voltage and “reference” a current/);
  });

  it.each<[string, Record<string, number[]>, RegExp]>([
    ["a missing column", { throttle: drive.throttle }, /“voltage” is missing.*first line should read/],
    ["swapped columns", { ...drive, voltage: drive.current, current: drive.voltage }, /look swapped/],
    ["millivolts", { ...drive, voltage: drive.voltage.map((volts) => volts * 1000) }, /voltage \[mV\]/],
    [
      "some negative amps",
      { ...drive, current: drive.current.map((amps, at) => (at % 2 ? -amps : amps)) },
      /leads round/,
    ],
    ["a stuck rpm sensor", { ...drive, speed: drive.speed.map(() => 9000) }, /rpm read 9000 throughout/],
    [
      "time that runs backwards",
      { ...drive, time: drive.throttle.map((_, at) => (at === 5 ? 0 : at)) },
      /backwards in line 7/,
    ],
    ["throttle out of range", { ...drive, throttle: drive.throttle.map((share) => share * 100) }, /Throttle beyond/],
  ])("names %s and says what to do", (_, table, message) => {
    expect(() => measureColumns("motor", columns(table))).toThrow(message);
  });

  it("turns amps round that are negative throughout, and says so", () => {
    const turned = measureColumns("motor", columns({ ...drive, current: drive.current.map((amps) => -amps) }));
    const { figures } = measureColumns("motor", columns(drive));
    expect(turned.figures).toEqual(figures);
    expect(turned.notes).toContainEqual(expect.stringMatching(/amps are written as negative.*turned round/));
  });

  it("asks for the size of a pack", () => {
    expect(() => measureColumns("pack", columns({ current: [0], cell1: [4] }))).toThrow(/capacity in mAh/);
  });
});
