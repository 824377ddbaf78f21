import { type Board } from "../wiring/board";
import { planWiring } from "../wiring/planWiring";
import { type Device, type Need, type WiringCase } from "../wiring/wiringCase";
import { continuityPairs } from "./continuity";
import { onUsb } from "./onUsb";
import { judgeStandby, notTakenVolts, standbyAmps } from "./standby";

const ground: Need = { id: "ground", kind: "ground" };
const device = (id: string, minV: number, maxV: number, meanA: number): Device => ({
  id,
  name: id,
  needs: [{ id: "supply", kind: "power", minV, maxV, meanA }, ground],
});
/** A rail that its jumper feeds from the 5 V that USB feeds as well, or from the pack. */
const board: Board = {
  name: "Plain",
  outline: { widthMm: 40, heightMm: 40 },
  pads: [
    { name: "5V", xMm: 2, yMm: 2, uses: [{ function: "power", rail: "5" }] },
    { name: "VS", xMm: 30, yMm: 2, uses: [{ function: "power", rail: "select" }] },
    { name: "G1", xMm: 2, yMm: 5, uses: [{ function: "ground" }] },
    { name: "G2", xMm: 30, yMm: 30, uses: [{ function: "ground" }], wires: 1 },
  ],
  ports: [],
  rails: [
    { id: "5", choices: [{ by: "", volts: 5 }], maxA: 2, usb: true },
    {
      id: "select",
      choices: [
        { by: "", from: "5", usb: true },
        { by: "jumper to pack", volts: "pack" },
      ],
      maxA: 2,
    },
  ],
  groups: [],
  blocks: [],
};
const planned = (devices: Device[]) => {
  const wiring: WiringCase = { board, devices, pack: { minV: 13.2, maxV: 16.8 } };
  return { wiring, plan: planWiring(wiring).plan! };
};

// By hand, from the figures above; the shares are common practice, no published source.
describe("first power", () => {
  const { wiring, plan } = planned([device("receiver", 4.5, 5.5, 0.1), device("sender", 7, 26, 0.5)]);

  it("sums what each device takes at the pack: through the regulator, or as it is", () => {
    const { expectedA, parts } = standbyAmps(wiring, plan, 16);
    const board5 = (5 * 0.1) / (16 * 0.85);
    expect(parts.map(({ name }) => name).sort()).toEqual(["Plain", "receiver", "sender"]);
    expect(expectedA).toBeCloseTo(board5 + (5 * 0.1) / (16 * 0.85) + 0.5, 6);
  });

  it.each([
    [0.55, "good"],
    [1.2, "too much"],
    [0.05, "nothing"],
  ])("%f A is %s", (readingA, word) => {
    expect(judgeStandby(standbyAmps(wiring, plan, 16), readingA).word).toBe(word);
  });

  it("does not put volts on a device that cannot take them, and says where too few tell nothing", () => {
    expect(notTakenVolts(wiring, plan, 16)).toEqual([]);
    expect(notTakenVolts(wiring, plan, 30)).toEqual(["sender takes 26 V at most: not on 30 V."]);
    expect(notTakenVolts(wiring, plan, 6)).toEqual(["sender starts at 7 V: 6 V says nothing of it."]);
  });

  it("what USB brings to life follows the jumper that the plan sets", () => {
    expect(plan.rails.find(({ rail }) => rail === "select")?.by).toBe("jumper to pack");
    expect(onUsb(wiring, plan)).toEqual({ alive: ["receiver"], dark: ["sender"] });
    const both = planned([device("receiver", 4.5, 5.5, 0.1), device("lamp", 4.5, 5.5, 0.1)]);
    expect(onUsb(both.wiring, both.plan)).toEqual({ alive: ["receiver", "lamp"], dark: [] });
  });
});

describe("continuity", () => {
  it("asks for the main lead, then every supply in use against ground, then grounds among themselves", () => {
    const { plan } = planned([device("receiver", 4.5, 5.5, 0.1), device("sender", 7, 26, 0.5)]);
    const pairs = continuityPairs(board, plan);
    expect(pairs.filter(({ wrong }) => wrong === "power to ground").map(({ from }) => from)).toEqual([
      "pack lead +",
      "5V",
      "VS",
    ]);
    expect(pairs.every(({ wrong, expected }) => wrong !== "open ground" || expected === "steady")).toBe(true);
    expect(pairs.findLastIndex(({ wrong }) => wrong === "power to ground")).toBe(2);
  });

  it("two soldered pads beside each other must not be one", () => {
    const near: Board = { ...board, pads: board.pads.map((pad) => (pad.name === "VS" ? { ...pad, xMm: 4 } : pad)) };
    const wiring: WiringCase = {
      board: near,
      devices: [device("receiver", 4.5, 5.5, 0.1), device("sender", 7, 26, 0.5)],
      pack: { minV: 13.2, maxV: 16.8 },
    };
    expect(continuityPairs(near, planWiring(wiring).plan!)).toContainEqual(
      expect.objectContaining({ from: "5V", to: "VS", expected: "silent", wrong: "bridge" }),
    );
  });
});
