import { readdirSync, readFileSync } from "node:fs";
import path from "node:path";
import { armRun, keepRun } from "@/features/bench/benchVerbs";
import { confirmBeforePower } from "@/features/job/power/confirmBeforePower";
import { keepMeasurement } from "@/features/bench/tables/keepMeasurement";
import { startSweep } from "@/features/bench/rig/rigVerbs";
import { importRun, noteRun } from "@/features/bench/runs/runFileVerbs";
import { saveEscSettings } from "@/features/bench/escSettings/saveEscSettings";
import { importBoard } from "@/features/boards/boardVerbs";
import { keepAlignment, keepMotorMap } from "@/features/wiring/lie/guideVerbs";
import { recordPowerStep } from "@/features/wiring/firstPower/powerUpVerbs";
import { keepSettingsFile } from "@/features/wiring/settings/settingsFileVerbs";
import { saveSettings } from "@/features/wiring/settings/settingsVerbs";
import { savePlanOf, settleDifference, wireSo } from "@/features/wiring/plan/wiringVerbs";
import { keepPicture, leaveOutPicture } from "@/features/job/pictures/pictureVerbs";
import { beginLog, finishLog, handOver, keepLook, noteLog } from "@/features/flightlog/logVerbs";
import { getBoard } from "@/features/board/getBoard";
import { getCraftFile, getCraftList } from "@/features/craft/getCraftFile";
import { connectRig, readRig } from "@/features/instruments/connectRig";
import { deleteInstrument, saveInstrument, tryInstrument } from "@/features/instruments/saveInstrument";
import { changeCraft } from "@/features/craft/changeCraft";
import { addPerson, changePerson, resetPassword } from "@/features/people/peopleVerbs";
import { findDonors } from "@/features/refit/findDonors";
import { reserveParts } from "@/features/refit/reserveParts";
import { importStock } from "@/features/stock/importStock";
import { moveStockPieces, saveStockItem } from "@/features/stock/stockVerbs";
import { logPack, savePack } from "@/features/packs/packVerbs";
import { decideCase, handBack } from "@/features/handback/handBack";
import {
  addExperimentStep,
  addFinding,
  answerCheck,
  confirmFinding,
  doubtFinding,
  openGate,
  nameCause,
  withdrawCause,
  withdrawFinding,
} from "@/features/isolate/isolateVerbs";
import { enterBay } from "@/features/job/bays/enterBay";
import { listEvents } from "@/features/job/events/jobEventRepository";
import { getJob } from "@/features/job/jobRepository";
import { DEFAULT_WORKSHOP } from "@/features/faultLibrary/defaultWorkshop";
import { decideLink } from "@/features/library/learned/decideLink";
import { importLibrary, removeEntry, restoreRevision, saveEntry } from "@/features/library/libraryVerbs";
import { type VerbContext } from "@/server/verbs/verbContext";
import { decideProof, logSortie, putRight, reopenProof } from "@/features/prove/proveVerbs";
import { addPhoto } from "@/features/receive/addPhoto";
import { changeDetails } from "@/features/receive/changeDetails";
import { getReceiveForm } from "@/features/receive/getReceiveForm";
import { receiveCraft } from "@/features/receive/receiveCraft";
import { changeSetting } from "@/features/refit/changeSetting";
import { replacePart } from "@/features/refit/replacePart";
import { keepCalculation } from "@/features/calculators/keepCalculation";
import { saveWorkshop } from "@/features/workshop/saveWorkshop";
import { randomUuid } from "@/shared/randomUuid";
import { A_LOOK, aLog } from "./aLog";
import { intake, openTestShop, testCraft, type TestShop } from "./testShop";

let shop: TestShop;
let jobId: number;
beforeAll(async () => {
  shop = await openTestShop();
  jobId = await shop.receive();
});
afterAll(() => shop.close());

type Target = { jobId: number; version: number };
const limits = { current: { max: 60 }, voltage: { min: 12, max: 18 } };
const operatorToken = randomUuid();

const INSTRUMENT = {
  id: null,
  version: 0,
  name: "Meter",
  transport: "scpi" as const,
  host: "127.0.0.1",
  port: 1,
  mapText: JSON.stringify({ format: "pitstopa-command-map/1", channels: [{ channel: "voltage", query: "V?" }] }),
  serial: "",
  calibratedOn: null,
  calibrationDue: null,
  isUsed: false,
};

/** Every verb that changes something, with an input that only the role can be wrong with. */
const CHANGING: Record<string, (context: VerbContext, target: Target) => Promise<unknown>> = {
  receiveCraft: (context) => receiveCraft(context, intake()),
  changeDetails: (context, target) =>
    changeDetails(context, {
      ...target,
      complaint: "another",
      lastChange: "",
      waitingFor: "",
      promisedOn: null,
      isUrgent: false,
      technicianId: null,
    }),
  addPhoto: (context) => addPhoto(context, { jobId, fileName: "a.png", bytes: Buffer.alloc(1) }),
  keepPicture: (context) => keepPicture(context, { jobId, caption: "a fit", png: Buffer.alloc(1) }),
  leaveOutPicture: (context, target) => leaveOutPicture(context, { ...target, pictureId: 1 }),
  answerCheck: (context, target) =>
    answerCheck(context, {
      ...target,
      checkId: "overlay",
      outcomeId: "none",
      minutes: 1,
      note: "",
      value: null,
      doubtful: false,
      place: "",
    }),
  addFinding: (context, target) =>
    addFinding(context, { ...target, symptomId: "dropped", value: true, doubtful: false, place: "", note: "" }),
  withdrawFinding: (context, target) => withdrawFinding(context, { ...target, seq: 2, andLater: false, reason: "" }),
  openGate: (context, target) => openGate(context, { ...target, gateId: "bad-pack", reason: "it is outside" }),
  doubtFinding: (context, target) => doubtFinding(context, { ...target, seq: 2, doubtful: true }),
  confirmFinding: (context, target) => confirmFinding(context, { ...target, seq: 2 }),
  addExperimentStep: (context, target) =>
    addExperimentStep(context, {
      ...target,
      changes: [{ name: "rate", to: "changed", part: null }],
      faultShows: true,
      note: "",
    }),
  nameCause: (context, target) =>
    nameCause(context, {
      ...target,
      faultIds: ["camera-dead"],
      places: {},
      instead: null,
      otherPlace: "",
      other: "",
      note: "",
    }),
  enterBay: (context, target) => enterBay(context, { ...target, to: "bench", reason: "" }),
  connectRig: (context) => connectRig(context),
  armRun: (context) =>
    armRun(context, {
      jobId,
      operatorToken,
      kind: "power-draw",
      profile: [{ name: "x", throttle: 0, holdS: 1 }],
      limits,
      options: {},
      rateHz: 20,
      defect: null,
      severity: 2,
    }),
  importRun: (context) =>
    importRun(context, { jobId, kind: "power-draw", text: "time [s],current [A]\n0,1\n1,1\n2,1\n3,1" }),
  noteRun: (context) => noteRun(context, { runId: 1, atS: 0, note: "x" }),
  beginLog: (context) => beginLog(context, aLog(jobId)),
  finishLog: async (context) => finishLog(context, { logId: (await beginLog(shop.technician, aLog(jobId))).logId }),
  handOver: async (context, target) =>
    handOver(context, { ...target, logId: (await beginLog(shop.technician, aLog(jobId))).logId, codes: ["desync"] }),
  keepLook: async (context) =>
    keepLook(context, { logId: (await beginLog(shop.technician, aLog(jobId))).logId, look: A_LOOK }),
  noteLog: async (context, target) =>
    noteLog(context, { ...target, logId: (await beginLog(shop.technician, aLog(jobId))).logId, atS: 1, note: "here" }),
  saveEscSettings: (context, target) =>
    saveEscSettings(context, { ...target, settingsVersion: 0, matrix: { rows: [] } }),
  saveInstrument: (context) => saveInstrument(context, { ...INSTRUMENT, name: randomUuid() }),
  saveStockItem: (context) =>
    saveStockItem(context, {
      id: null,
      version: 0,
      kind: "esc",
      name: "Role 45",
      shelf: "",
      continuousA: null,
      priceCents: null,
      fewest: 0,
    }),
  importStock: (context) => importStock(context, { text: "kind,name\nmotor,X", isTrial: false }),
  moveStockPieces: (context) => moveStockPieces(context, { itemId: 1, pieces: 1, note: "bought" }),
  reserveParts: (context, target) => reserveParts(context, { ...target, itemId: 1, pieces: 0 }),
  findDonors: (context, { jobId }) => findDonors(context, { jobId, kind: "esc", search: "" }),
  savePack: (context) =>
    savePack(context, {
      id: null,
      version: 0,
      label: randomUuid(),
      chemistry: "LiPo",
      cellCount: 4,
      capacityMah: 1500,
      cRating: null,
      boughtOn: null,
      isRetired: false,
    }),
  logPack: (context) =>
    logPack(context, {
      packId: 1,
      measuredOn: "2026-01-01",
      cycles: 1,
      resistanceMohm: null,
      capacityMah: null,
      spreadMv: null,
      cellsMohm: null,
      cellsV: null,
      note: "",
    }),
  startSweep: (context) => startSweep(context, { runId: 1, operatorToken }),
  keepRun: (context, target) => keepRun(context, { ...target, runId: 1, asBaseline: false, fromS: null, toS: null }),
  keepMeasurement: (context, target) =>
    keepMeasurement(context, {
      ...target,
      kind: "meter",
      text: "shown [A],reference [A]\n1,1\n2,2\n3,3\n4,4\n5,5",
      setting: null,
      capacityMah: null,
      cRating: null,
      peakA: null,
    }),
  keepCalculation: (context, target) =>
    keepCalculation(context, {
      ...target,
      calculatorId: "mean-current",
      given: { charge: 3150, time: 336, voltage: 14.8 },
    }),
  replacePart: (context, target) =>
    replacePart(context, {
      ...target,
      partId: 1,
      reason: "burnt",
      name: "X",
      serial: "Y",
      continuousA: null,
      despite: "",
    }),
  changeSetting: (context, target) =>
    changeSetting(context, { ...target, what: "rate", before: "8", after: "4", mended: "settings", place: "" }),
  decideProof: (context, target) =>
    decideProof(context, {
      ...target,
      kind: "continuity",
      state: "met",
      note: "",
      symptomId: null,
      place: "",
      evidence: { by: "eye", because: "looked at in the test" },
    }),
  logSortie: (context, target) => logSortie(context, { ...target, seconds: 60, failures: 0, note: "" }),
  handBack: (context, target) => handBack(context, { ...target, to: "Nobody", note: "" }),
  reopenProof: (context, target) => reopenProof(context, { ...target, kind: "continuity", reason: "x" }),
  putRight: (context, target) =>
    putRight(context, {
      ...target,
      kind: "continuity",
      note: "x",
      symptomId: null,
      place: "",
      done: "y",
      isRewired: false,
    }),
  withdrawCause: (context, target) => withdrawCause(context, { ...target, seq: 2, reason: "x" }),
  confirmBeforePower: (context, target) => confirmBeforePower(context, { ...target, done: ["power-to-ground"] }),
  changeCraft: async (context) => {
    const { craftId } = await getJob(shop.pool, jobId);
    return changeCraft(context, { ...testCraft(), craftId, version: 1, parts: [] });
  },
  tryInstrument: (context) => tryInstrument(context, INSTRUMENT),
  importBoard: (context) => importBoard(context, { text: "{}", source: "a test", isSecondSource: false }),
  savePlanOf: (context) =>
    savePlanOf(context, {
      jobId,
      planVersion: 0,
      board: "Hob 35 all-in-one",
      oldBoard: null,
      devices: [],
      oldWires: [],
      pins: [],
      forbids: [],
    }),
  wireSo: (context, target) => wireSo(context, { ...target, planVersion: 0, withoutSettings: "none" }),
  settleDifference: (context, target) =>
    settleDifference(context, { ...target, key: "arrow", pick: "first", isMetered: true, reason: "looked" }),
  keepAlignment: (context, target) =>
    keepAlignment(context, { ...target, turnedDeg: 90, isUpsideDown: false, noseUpDeg: 0 }),
  keepMotorMap: (context, target) =>
    keepMotorMap(context, { ...target, layout: "quad-x", before: [], after: [], was: "in", becomes: "in" }),
  saveSettings: (context, target) => saveSettings(context, { ...target, name: "s.txt", target: "", text: "a = 1" }),
  keepSettingsFile: (context, target) =>
    keepSettingsFile(context, { jobId: target.jobId, name: "s.bin", target: "", bytes: Buffer.from([0, 1]) }),
  readRig: (context) => readRig(context),
  recordPowerStep: (context, target) =>
    recordPowerStep(context, {
      ...target,
      step: "usb",
      heard: [],
      looked: true,
      supplyV: null,
      readingA: null,
      isGood: true,
      note: "",
    }),
};

/** What only a lead may do. */
const LEADING: Record<string, (context: VerbContext) => Promise<unknown>> = {
  saveEntry: (context) =>
    saveEntry(context, { baseRevision: 0, group: "repairs", id: null, entry: { name: "x" }, note: "" }),
  removeEntry: (context) => removeEntry(context, { baseRevision: 0, group: "repairs", id: "replace-camera", note: "" }),
  restoreRevision: (context) => restoreRevision(context, { baseRevision: 0, revision: 0, note: "" }),
  importLibrary: (context) => importLibrary(context, { baseRevision: 0, text: "{}", isTrial: true, note: "" }),
  saveWorkshop: (context) => saveWorkshop(context, { version: 0, content: DEFAULT_WORKSHOP }),
  decideLink: (context) =>
    decideLink(context, { faultId: "camera-dead", symptomId: "no-picture", learns: false, reason: "x" }),
  decideCase: (context) => decideCase(context, { jobId, counts: false, reason: "" }),
  deleteInstrument: (context) => deleteInstrument(context, { id: 1, version: 1 }),
  addPerson: (context) => addPerson(context, { signInName: "x", displayName: "X", role: "viewer" }),
  changePerson: (context) =>
    changePerson(context, { personId: 1, displayName: "X", role: "viewer", isDisabled: false }),
  resetPassword: (context) => resetPassword(context, { personId: 1 }),
};

/** What is open to all who are signed in, or to those who know a run's token; each with why. */
const OPEN: Readonly<Record<string, string>> = {
  getRigStatus: "looking is everybody's",
  explainWire: "looking is everybody's",
  changeOwnPassword: "one's own",
  stopSweep: "anybody may stop",
  beatSweep: "known by the token of the page that armed the run",
};

describe("what changes something", () => {
  const called = ["src/app", "src/features"].flatMap((folder) =>
    readdirSync(folder, { recursive: true, encoding: "utf8" })
      .filter((name) => /\.action\.ts$|route\.ts$/.test(name))
      .flatMap((name) => {
        const source = readFileSync(path.join(folder, name), "utf8");
        return [...source.matchAll(/run(?:Action|Route|TokenRoute)\(([^;]*)\)/g)].map(([, given]) => ({
          name,
          verb: /(\w+)(?:\(context, input, key\))?,?\s*$/.exec(given!)?.[1] ?? "",
        }));
      }),
  );

  it("is called from as many places as there are actions and routes", () => expect(called.length).toBeGreaterThan(45));

  // A new action or route without a row here fails: its role must be tried.
  it.each(called.map(({ name, verb }) => [verb, name] as const))("%s has a row (%s)", (verb) =>
    expect({ ...CHANGING, ...LEADING, ...OPEN }).toHaveProperty(verb),
  );

  it("is posted to a route only where the role is asked before the body is read", () => {
    const routes = readdirSync("src/app", { recursive: true, encoding: "utf8" }).filter((name) =>
      /route\.ts$/.test(name),
    );
    for (const name of routes) {
      const source = readFileSync(path.join("src/app", name), "utf8");
      if (!/export async function (POST|PUT|PATCH|DELETE)/.test(source)) continue;
      const asked = source.search(/runRoute\(|runTokenRoute\(|requireRole\(/);
      const read = source.search(/request\.(json|formData|text|arrayBuffer|body)/);
      expect(`${name} ${asked >= 0 && (read < 0 || asked < read)}`).toBe(`${name} true`);
    }
  });
});

describe("library, workshop and what the shop learns", () => {
  it.each(Object.keys(LEADING))("are a lead's: %s refuses a viewer and a technician", async (name) => {
    await expect(LEADING[name]!(shop.viewer)).rejects.toMatchObject({ code: "forbidden" });
    await expect(LEADING[name]!(shop.technician)).rejects.toMatchObject({ code: "forbidden" });
  });
});

describe("a viewer", () => {
  it.each(Object.keys(CHANGING))("is refused by %s, and nothing changes", async (name) => {
    const before = { job: await getJob(shop.pool, jobId), events: await listEvents(shop.pool, jobId) };
    await expect(CHANGING[name]!(shop.viewer, await shop.target(jobId))).rejects.toMatchObject({ code: "forbidden" });
    expect({ job: await getJob(shop.pool, jobId), events: await listEvents(shop.pool, jobId) }).toEqual(before);
  });

  it("may look at the board, the craft and the intake", async () => {
    const everything = { search: "", bay: null, technicianId: null, closed: false, after: null };
    const { craftId } = await getJob(shop.pool, jobId);
    await expect(getBoard(shop.viewer, everything)).resolves.toMatchObject({ tickets: expect.any(Array) });
    await expect(getCraftFile(shop.viewer, craftId)).resolves.toMatchObject({ craft: { id: craftId } });
    await expect(getCraftList(shop.viewer)).resolves.not.toHaveLength(0);
    await expect(getReceiveForm(shop.viewer)).resolves.toMatchObject({ personId: shop.viewer.person.id });
  });
});

describe("a technician", () => {
  it("may not waive, and a lead may do all that a technician may", async () => {
    const waive = async (context: VerbContext) =>
      decideProof(context, {
        ...(await shop.target(jobId)),
        kind: "continuity",
        state: "waived",
        note: "no need",
        symptomId: null,
        place: "",
        evidence: { by: "eye", because: "looked at in the test" },
      });
    await expect(waive(shop.technician)).rejects.toMatchObject({ code: "forbidden" });
    await expect(waive(shop.lead)).rejects.toMatchObject({ code: "not_ready" }); // past the role, stopped by the bay
    await CHANGING.addFinding!(shop.lead, await shop.target(jobId));
    expect((await listEvents(shop.pool, jobId)).at(-1)!.personName).toBe("Test lead");
  });
});
