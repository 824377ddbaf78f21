import * as v from "valibot";
import { DEVICE_TYPES } from "@/core/refit/shelf/deviceTypes";
import { SHIPPED_BOARDS } from "@/core/refit/shelf/shippedBoards";
import { type Device } from "@/core/refit/wiring/wiringCase";
import { addFinding } from "@/features/isolate/isolateVerbs";
import { confirmBeforePower } from "@/features/job/power/confirmBeforePower";
import { insertBoardVersion } from "@/features/boards/boardRepository";
import { exportBoard, getBoardHistory, getBoardsPage, importBoard } from "@/features/boards/boardVerbs";
import { listEvents } from "@/features/job/events/jobEventRepository";
import { listProofs } from "@/features/job/proofRepository";
import { getJob } from "@/features/job/jobRepository";
import { getProveBay } from "@/features/prove/getProveBay";
import { keepAlignment, keepMotorMap } from "@/features/wiring/lie/guideVerbs";
import { getWiringRoom } from "@/features/wiring/getWiringRoom";
import { recordPowerStep } from "@/features/wiring/firstPower/powerUpVerbs";
import { keepSettingsFile, readSettingsFile } from "@/features/wiring/settings/settingsFileVerbs";
import { linesToApply, saveSettings } from "@/features/wiring/settings/settingsVerbs";
import { explainWire, savePlanOf, settleDifference, wireSo } from "@/features/wiring/plan/wiringVerbs";
import { type PowerStepInput, SavePlanInput } from "@/features/wiring/wiring.schema";
import { findCraftWiring } from "@/features/wiring/plan/wiringRepository";
import { openTestShop, type TestShop } from "./testShop";

let shop: TestShop;
beforeAll(async () => {
  shop = await openTestShop({ ownDatabase: true });
});
afterAll(() => shop.close());

const device = (type: string, id = type): Device => {
  const { needs } = DEVICE_TYPES.find((each) => each.id === type)!;
  return { id, name: id, type, needs };
};
const QUAD = ["esc-a", "esc-b", "esc-c", "esc-d"].map((id) => device("esc", id));

async function planned(devices: Device[] = [...QUAD, device("receiver")]): Promise<number> {
  const jobId = await shop.receive();
  const plan = {
    jobId,
    planVersion: 0,
    board: "Cairn F stack board",
    oldBoard: "Burr 45 all-in-one",
    devices,
    oldWires: [
      { device: "receiver", need: "data", line: "rx", pad: "R2", colour: "green" },
      { device: "receiver", need: "data", line: "tx", pad: "T2" },
    ],
    pins: [],
    forbids: [],
  };
  await savePlanOf(shop.technician, v.parse(SavePlanInput, plan));
  return jobId;
}
const room = (jobId: number) => getWiringRoom(shop.viewer, jobId);
async function wired(devices?: Device[]): Promise<number> {
  const jobId = await planned(devices);
  await wireSo(shop.technician, {
    ...(await shop.target(jobId)),
    planVersion: 1,
    withoutSettings: "the old board is dead",
  });
  return jobId;
}
const step = async (jobId: number, more: Partial<PowerStepInput> & Pick<PowerStepInput, "step">) =>
  recordPowerStep(shop.technician, {
    ...(await shop.target(jobId)),
    heard: [],
    looked: false,
    supplyV: null,
    readingA: null,
    isGood: null,
    note: "",
    ...more,
  });

describe("a plan", () => {
  it("is kept with its boards, worked out, and explained", async () => {
    const jobId = await planned();
    const { answer, wiring, planVersion } = await room(jobId);
    expect(planVersion).toBe(1);
    expect(wiring?.board.pads.length).toBeGreaterThan(20);
    expect(answer).toMatchObject({ feasible: true, plan: { leftOut: [], protocols: { motors: "digital 600" } } });
    expect([...answer!.order].sort()).toEqual(["esc-a", "esc-b", "esc-c", "esc-d", "receiver"]);
    const receiver = answer!.plan!.wires.filter(({ device: id, need }) => id === "receiver" && need === "data");
    expect(receiver.map(({ pad, moved }) => [pad, moved])).toEqual([
      ["R2", false],
      ["T2", false],
    ]);
    const why = await explainWire(shop.viewer, { jobId, device: "receiver", need: "data" });
    expect(why?.because).toMatch(/stays on the pad of the same name/);
    expect(why?.nextBest?.pads).not.toContain("R2");
  });

  it("refuses a second hand that did not see the first", async () => {
    const jobId = await planned();
    const again = {
      jobId,
      planVersion: 0,
      board: "Hob 35 all-in-one",
      oldBoard: null,
      devices: [],
      oldWires: [],
      pins: [],
      forbids: [],
    };
    await expect(savePlanOf(shop.technician, again)).rejects.toMatchObject({ code: "conflict" });
    expect((await room(jobId)).wiring?.board.name).toBe("Cairn F stack board");
  });

  it("says what cannot stand together and what would help", async () => {
    const jobId = await planned([...QUAD, device("tail-servo")]);
    const { answer } = await room(jobId);
    expect(answer?.plan?.leftOut).toEqual(["tail-servo"]);
    expect(answer?.conflict?.sentence).toMatch(
      /^(This board has no place for|These cannot stand together).*tail-servo/,
    );
    expect(answer?.remedies.length).toBeGreaterThan(0);
  });
});

describe("a board wired by its plan", () => {
  it("wants the settings saved first, or a reason", async () => {
    const jobId = await planned();
    const wire = async (withoutSettings: string) =>
      wireSo(shop.technician, { ...(await shop.target(jobId)), planVersion: 1, withoutSettings });
    await expect(wire("")).rejects.toThrow(/Save the old board's settings first/);
    expect(await findCraftWiring(shop.pool, (await getJob(shop.pool, jobId)).craftId)).toBeNull();
    const text = "set rate = 4\nset acc_offset_x = 9\nset bind_phrase = heron\n";
    const kept = await saveSettings(shop.technician, {
      ...(await shop.target(jobId)),
      name: "s.txt",
      target: "",
      text,
    });
    expect(kept).toEqual({ problem: null, changed: 0 });
    await wire("");
    const { settings } = await room(jobId);
    expect(settings).toMatchObject({ isMissing: false, newest: { carried: { carried: 2, secrets: ["bind_phrase"] } } });
    const lines = await linesToApply(shop.technician, jobId, settings.kept[0]!.id);
    expect(lines).toBe("set rate = 4\n# bind_phrase is a secret: set it by hand");
    expect(JSON.stringify(await room(jobId))).not.toContain("heron");
  });

  it("is remembered wire by wire with the craft, and owes its proofs", async () => {
    const jobId = await wired();
    const job = await getJob(shop.pool, jobId);
    const wiring = await findCraftWiring(shop.pool, job.craftId);
    expect(wiring).toMatchObject({ version: 1, board: { name: "Cairn F stack board" } });
    expect(wiring?.wires).toContainEqual({ device: "receiver", need: "data", line: "rx", pad: "R2", colour: "green" });
    const owed = (await listProofs(shop.pool, jobId)).map(({ kind }) => kind);
    expect(owed).toEqual(
      expect.arrayContaining(["continuity", "alignment", "motor-map", "receiver-map", "failsafe-bench"]),
    );
    expect((await room(jobId)).known?.board).toBe("Cairn F stack board");
  });

  it("is powered step by step: each opens behind the one before, and a wrong one goes to Isolate", async () => {
    const jobId = await wired();
    await expect(step(jobId, { step: "first power", supplyV: 16, readingA: 0.1 })).rejects.toThrow(
      /Continuity comes first/,
    );
    const { pairs } = (await room(jobId)).power!;
    const heard = pairs.map(({ from, to, expected }) => ({ from, to, heard: expected }));
    const supply = pairs.findIndex(({ wrong }) => wrong === "power to ground");
    const shorted = heard.map((each, index) => (index === supply ? { ...each, heard: "steady" as const } : each));
    expect(await step(jobId, { step: "continuity", heard: shorted })).toMatchObject({ isGood: false });
    const found = (await listEvents(shop.pool, jobId)).find(({ kind }) => kind === "evidence_given");
    expect(found?.payload).toMatchObject({ symptoms: { "power-to-ground": true } });

    await expect(step(jobId, { step: "continuity", heard: heard.slice(1) })).rejects.toThrow(/are not metered yet/);
    await expect(step(jobId, { step: "continuity", heard })).rejects.toThrow(/Eyes before the meter/);
    expect(await step(jobId, { step: "continuity", heard, looked: true })).toMatchObject({ isGood: true });
    const { standby, supplyV } = (await room(jobId)).power!;
    expect(await step(jobId, { step: "first power", supplyV, readingA: standby.highA * 2 })).toMatchObject({
      isGood: false,
    });
    await expect(step(jobId, { step: "usb", isGood: true })).rejects.toThrow(
      /First power behind a limiter comes first/,
    );
    expect(await step(jobId, { step: "first power", supplyV, readingA: standby.expectedA })).toMatchObject({
      isGood: true,
    });
    await step(jobId, { step: "usb", isGood: true });
    await step(jobId, { step: "pack", isGood: true });
    expect((await room(jobId)).power!.steps.map(({ isGood }) => isGood)).toEqual([true, true, true, true]);
    // Metered anew and found wrong: what was behind it is shut again.
    await step(jobId, { step: "continuity", heard: shorted });
    expect((await room(jobId)).power!.steps.map(({ isGood }) => isGood)).toEqual([false, null, null, null]);
  });
});

describe("the gates of the diagnosis", () => {
  const metered = async (jobId: number) => {
    const { pairs } = (await room(jobId)).power!;
    await step(jobId, {
      step: "continuity",
      looked: true,
      heard: pairs.map(({ from, to, expected }) => ({ from, to, heard: expected })),
    });
  };
  const say = async (jobId: number, symptomId: string) =>
    addFinding(shop.technician, {
      ...(await shop.target(jobId)),
      symptomId,
      value: true,
      doubtful: false,
      place: "",
      note: "",
    });

  it("a bad pack lets no power in, behind a limiter either, until it is away", async () => {
    const jobId = await wired();
    await metered(jobId);
    await say(jobId, "pack-swollen");
    const { power } = await room(jobId);
    expect(power!.before).toMatchObject({ missing: ["pack-away"] });
    const first = { step: "first power", supplyV: power!.supplyV, readingA: power!.standby.expectedA } as const;
    await expect(step(jobId, first)).rejects.toThrow(/fire-safe place/);
    await confirmBeforePower(shop.technician, { ...(await shop.target(jobId)), done: ["pack-away"] });
    expect(await step(jobId, first)).toMatchObject({ isGood: true });
  });

  it("soot that is seen after the limiter held shuts USB and the pack again; what the room's own steps show opens them", async () => {
    const jobId = await wired();
    await metered(jobId);
    const { standby, supplyV } = (await room(jobId)).power!;
    const first = { step: "first power", supplyV, readingA: standby.expectedA } as const;
    await step(jobId, first);
    await say(jobId, "burnt-trace");
    await expect(step(jobId, { step: "usb", isGood: true })).rejects.toThrow(/“Burnt trace or smell” was found/);
    await metered(jobId);
    await step(jobId, first);
    expect(await step(jobId, { step: "usb", isGood: true })).toMatchObject({ isGood: true });
  });

  it("a supply at volts that a device does not take is no good first power", async () => {
    const jobId = await wired([device("receiver"), device("gimbal")]);
    await metered(jobId);
    const { standby } = (await room(jobId)).power!;
    expect(await step(jobId, { step: "first power", supplyV: 30, readingA: standby.expectedA })).toEqual({
      isGood: false,
      said: "gimbal takes 26 V at most: not on 30 V.",
    });
  });
});

it("how the board lies and which motor hangs where are read where they are proved", async () => {
  const jobId = await wired();
  const corners = ["front right", "rear right", "rear left", "front left"];
  await keepAlignment(shop.technician, {
    ...(await shop.target(jobId)),
    turnedDeg: 90,
    isUpsideDown: false,
    noseUpDeg: 0,
  });
  const how = async (kind: string) =>
    (await getProveBay(shop.viewer, jobId)).proofs.find((proof) => proof.kind === kind)!.how;
  expect(await how("alignment")).toContain(
    "Set roll 0°, pitch 0°, yaw 90°. Not set, nose down would show left side down.",
  );
  const flat = { isUpsideDown: false, noseUpDeg: 0, old: { rollDeg: 0, pitchDeg: 0, yawDeg: 90 } };
  await keepAlignment(shop.technician, { ...(await shop.target(jobId)), turnedDeg: 90, ...flat });
  expect(await how("alignment")).toContain(
    "Set roll 0°, pitch 0°, yaw 180°. Counted from the old board, which was set",
  );
  const map = { layout: "quad-x", before: corners, after: [...corners].reverse(), was: "in", becomes: "out" } as const;
  await keepMotorMap(shop.technician, {
    ...(await shop.target(jobId)),
    ...map,
    before: [...map.before],
    after: [...map.after],
  });
  expect(await how("motor-map")).toContain(
    "Output 1: front left, counter-clockwise; was output 4; set its direction the other way",
  );
  const wrong = keepMotorMap(shop.technician, {
    ...(await shop.target(jobId)),
    ...map,
    before: ["front left"],
    after: [],
  });
  await expect(wrong).rejects.toThrow(/Each motor of the frame stands on one output/);
});

it("a plan that was changed since the board was wired opens no step before it is wired anew", async () => {
  const jobId = await wired();
  const { wiring, planVersion } = await room(jobId);
  const heard = (await room(jobId)).power!.pairs.map(({ from, to, expected }) => ({ from, to, heard: expected }));
  const again = {
    jobId,
    planVersion,
    board: wiring!.board.name,
    oldBoard: null,
    devices: [...QUAD],
    oldWires: [],
    pins: [],
    forbids: [],
  };
  await savePlanOf(shop.technician, v.parse(SavePlanInput, again));
  expect(await room(jobId)).toMatchObject({ isWired: false, power: null });
  await expect(step(jobId, { step: "continuity", heard })).rejects.toThrow(
    /plan was changed since the board was wired/,
  );
});

it("nothing to meter is no evidence", async () => {
  const maker = await exportBoard(shop.viewer, "Loam 3 quad board");
  const bare = {
    ...maker,
    name: "Loam bare",
    pads: maker.pads.filter(({ uses }) => uses.every((use) => use.function !== "ground")),
  };
  const text = JSON.stringify(bare);
  await expect(importBoard(shop.technician, { text, source: "a test", isSecondSource: false })).rejects.toThrow(
    /No pad is ground/,
  );
  // One that came in before that was asked for.
  await insertBoardVersion(shop.pool, bare, "a test", shop.technician.person.id, shop.technician.now);
  const jobId = await shop.receive();
  const plan = {
    jobId,
    planVersion: 0,
    board: "Loam bare",
    oldBoard: null,
    devices: [QUAD[0]],
    oldWires: [],
    pins: [],
    forbids: [],
  };
  await savePlanOf(shop.technician, v.parse(SavePlanInput, plan));
  await wireSo(shop.technician, { ...(await shop.target(jobId)), planVersion: 1, withoutSettings: "new craft" });
  await expect(step(jobId, { step: "continuity", heard: [] })).rejects.toThrow(/nothing to meter: no ground pad/);
});

describe("two sources of one board", () => {
  it("are both kept; nothing is wired on what they disagree in before it is settled, and the plan follows", async () => {
    const maker = await exportBoard(shop.viewer, "Cairn F stack board");
    const vendor = {
      ...maker,
      pads: maker.pads.map((pad) => (pad.name === "R2" ? { ...pad, uses: [{ function: "rx", port: "S6" }] } : pad)),
    };
    const jobId = await planned();
    await importBoard(shop.technician, {
      text: JSON.stringify(vendor),
      source: "vendor's drawing",
      isSecondSource: true,
    });
    expect(await exportBoard(shop.viewer, maker.name)).toEqual(maker);
    expect((await room(jobId)).unsettled.map(({ what, first, second }) => [what, first, second])).toEqual([
      ["Pad R2", "listens on S2", "listens on S6"],
    ]);
    const wire = async () =>
      wireSo(shop.technician, {
        ...(await shop.target(jobId)),
        planVersion: (await room(jobId)).planVersion,
        withoutSettings: "dead",
      });
    await expect(wire()).rejects.toThrow(/Two sources disagree on what these wires depend on: Pad R2/);
    await settleDifference(shop.technician, {
      ...(await shop.target(jobId)),
      key: "pad R2",
      pick: "second",
      isMetered: true,
      reason: "R2 beeps to R6",
    });
    const { unsettled, answer } = await room(jobId);
    expect(unsettled).toEqual([]);
    const data = answer!.plan!.wires.filter(({ device: id, need }) => id === "receiver" && need === "data");
    expect(data.map(({ pad }) => pad)).not.toContain("R2"); // S6 has no pad that speaks
    await wire();
  });
});

describe("board files", () => {
  it("go out and come in again as the next version of their name", async () => {
    const board = await exportBoard(shop.viewer, "Quill 12 all-in-one");
    expect(board).toEqual(SHIPPED_BOARDS[0]);
    await importBoard(shop.technician, {
      text: JSON.stringify({ ...board, sensors: ["barometer"] }),
      source: "metered at the bench",
      isSecondSource: false,
    });
    expect((await exportBoard(shop.viewer, board.name)).sensors).toEqual(["barometer"]);
    const listed = (await getBoardsPage(shop.viewer)).boards.filter(({ name }) => name === board.name);
    expect(listed).toMatchObject([{ version: 1, source: "metered at the bench" }]);

    const { versions, compared } = await getBoardHistory(shop.viewer, board.name);
    expect(versions.map(({ version }) => version)).toEqual([1, 0]);
    expect(compared).toMatchObject({ earlier: 0, later: 1 });
    expect(compared!.differences).toEqual([expect.objectContaining({ what: "Sensors", second: "barometer" })]);
    const turned = await getBoardHistory(shop.viewer, board.name, { earlier: 1, later: 0 });
    expect(turned.compared!.differences[0]).toMatchObject({ what: "Sensors", first: "barometer" });
    await expect(getBoardHistory(shop.viewer, board.name, { later: 9 })).rejects.toThrow(/Version 9/);
    await expect(getBoardHistory(shop.viewer, "Nobody's board")).rejects.toThrow(/Nobody's board/);
  });

  it("are refused with the line of what is wrong, and nothing is stored", async () => {
    const text = JSON.stringify(
      { ...SHIPPED_BOARDS[0], name: "Quill twice", pads: [...SHIPPED_BOARDS[0]!.pads, SHIPPED_BOARDS[0]!.pads[0]] },
      null,
      2,
    );
    const at = text.split("\n").length;
    await expect(importBoard(shop.technician, { text, source: "a friend", isSecondSource: false })).rejects.toThrow(
      /^Line \d+: “R1” names two pads/,
    );
    expect(at).toBeGreaterThan(100);
    expect((await getBoardsPage(shop.viewer)).boards.map(({ name }) => name)).not.toContain("Quill twice");
  });
});

it("settings kept again after a change ask for the proofs of what changed, and of nothing else", async () => {
  const jobId = await shop.receive();
  const keep = async (text: string) =>
    saveSettings(shop.technician, { ...(await shop.target(jobId)), name: "after.txt", target: "", text });
  expect(await keep("[osd]\nunits = metric\n[rx]\nchannel_map = aetr\n")).toMatchObject({ changed: 0 });
  expect(await listProofs(shop.pool, jobId)).toEqual([]);
  expect(await keep("[osd]\nunits = nautical\n[rx]\nchannel_map = aetr\n")).toMatchObject({ changed: 1 });
  expect((await listProofs(shop.pool, jobId)).map(({ kind }) => kind)).toEqual(["settings", "picture-bench"]);
  await keep("[osd]\nunits = nautical\n[rx]\nchannel_map = taer\n");
  expect((await listProofs(shop.pool, jobId)).map(({ kind }) => kind)).toEqual(
    expect.arrayContaining(["receiver-map", "failsafe-bench", "low-hover"]),
  );
});

describe("a settings file that cannot be read", () => {
  const keep = (jobId: number, bytes: Buffer, name = "dump.bin") =>
    keepSettingsFile(shop.technician, { jobId, name, target: "Board 7", bytes });

  it("is kept as it came, whatever its size, counts as saved, and comes out the same to the byte", async () => {
    const jobId = await planned();
    const bytes = Buffer.alloc(30_000_000, "\0settings ");
    await keep(jobId, bytes);
    const { settings } = await room(jobId);
    expect(settings).toMatchObject({
      isMissing: false,
      newest: null,
      files: [{ name: "dump.bin", byteCount: 30_000_000 }],
    });
    const back = await readSettingsFile(shop.technician, jobId, settings.files[0]!.id);
    expect(back.bytes.equals(bytes)).toBe(true);
    await expect(readSettingsFile(shop.viewer, jobId, settings.files[0]!.id)).rejects.toMatchObject({
      code: "forbidden",
    });
    // Of another craft it is none.
    await expect(readSettingsFile(shop.technician, await planned(), settings.files[0]!.id)).rejects.toThrow(
      /Settings file/,
    );
  });

  it("is refused empty or beyond the limit, and nothing of it is stored", async () => {
    const jobId = await planned();
    await expect(keep(jobId, Buffer.alloc(0))).rejects.toThrow(/dump.bin is empty/);
    await expect(keep(jobId, Buffer.alloc(48_000_001))).rejects.toThrow(/the limit is 48 MB/);
    expect((await room(jobId)).settings).toMatchObject({ isMissing: true, files: [] });
  });
});
