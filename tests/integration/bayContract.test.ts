import * as v from "valibot";
import { BAYS } from "@/features/bays";
import { reportOf } from "@/features/handback/report";
import { type BayManifest } from "@/features/job/bays/bayManifest";
import { registerBays } from "@/features/job/bays/bayRegistry";
import { enterBay } from "@/features/job/bays/enterBay";
import { changeJob } from "@/features/job/changeJob";
import { defineEvent } from "@/features/job/events/eventKind";
import { eventText } from "@/features/job/events/eventText";
import { listEvents } from "@/features/job/events/jobEventRepository";
import { diagnoseJob } from "@/features/job/headline/diagnoseJob";
import { loadJobFacts } from "@/features/job/headline/jobFacts";
import { getJob } from "@/features/job/jobRepository";
import { addFinding } from "@/features/isolate/isolateVerbs";
import { openTestShop, type TestShop } from "./testShop";

/** A bay that the shop does not have: crafts hang up to dry in it. */
const dried = defineEvent("dried", v.object({ hours: v.number(), smells: v.boolean() }), {
  sentence: ({ hours }) => `dried for ${hours} h`,
  findings: ({ smells }) => [
    { finding: { kind: "symptom", symptomId: "burnt-trace", value: smells }, note: "after drying", minutes: 0 },
  ],
});
const dryingBay: BayManifest = {
  id: "drying",
  name: "Drying",
  keys: [["H", "hang it up"]],
  events: [dried],
  headline: ({ events }) => ({
    headline: `${dried.in(events).reduce((sum, { payload }) => sum + payload.hours, 0)} h dry`,
    detail: "",
    nextStep: "Go on to Isolate",
    nextWorth: "",
  }),
  report: ({ events }) => [{ title: "Dried", lines: dried.in(events).map(({ payload }) => `${payload.hours} h`) }],
  closedBecause: () => null,
};

let shop: TestShop;
beforeAll(async () => {
  shop = await openTestShop();
  registerBays([BAYS[0]!, dryingBay, ...BAYS.slice(1)]);
});
afterAll(async () => {
  registerBays(BAYS);
  await shop.close();
});

describe("a bay made in a test", () => {
  it("has its events, its headline, its finding and its part of the report without another file being touched", async () => {
    const jobId = await shop.receive({ seen: ["lamps-out"] });
    await enterBay(shop.technician, { ...(await shop.target(jobId)), to: "drying", reason: "rained on" });
    expect(await getJob(shop.pool, jobId)).toMatchObject({ bay: "drying", headline: "0 h dry" });
    await changeJob(shop.technician, await shop.target(jobId), async () => ({
      events: [dried.of({ hours: 6, smells: true })],
      result: null,
    }));
    expect(await getJob(shop.pool, jobId)).toMatchObject({ headline: "6 h dry" });
    const facts = await loadJobFacts(shop.pool, jobId);
    expect(facts.events.slice(-2).map((event) => eventText(event, facts.library))).toEqual([
      "went from Isolate to Drying (rained on)",
      "dried for 6 h",
    ]);
    expect(
      reportOf(facts, { shopName: "", paper: "A4" }).sections.find(({ title }) => title === "Dried")!.lines,
    ).toEqual(["6 h"]);
    // The finding it handed in weighs like one that was seen.
    const probability = async (id: number) =>
      (await diagnoseJob(shop.pool, await loadJobFacts(shop.pool, id))).suspects;
    const seen = await shop.receive({ seen: ["lamps-out"] });
    await addFinding(shop.technician, {
      ...(await shop.target(seen)),
      symptomId: "burnt-trace",
      value: true,
      doubtful: false,
      place: "",
      note: "",
    });
    expect((await probability(jobId)).map((one) => one.probability)).toEqual(
      (await probability(seen)).map((one) => one.probability),
    );
  });

  it("leaves its history readable when it is gone again", async () => {
    const jobId = await shop.receive();
    await changeJob(shop.technician, await shop.target(jobId), async () => ({
      events: [dried.of({ hours: 2, smells: false })],
      result: null,
    }));
    registerBays(BAYS);
    const events = await listEvents(shop.pool, jobId);
    expect(events.at(-1)).toMatchObject({ kind: "dried", payload: { hours: 2 } });
    expect(eventText(events.at(-1)!, (await loadJobFacts(shop.pool, jobId)).library)).toBe("dried");
    registerBays([BAYS[0]!, dryingBay, ...BAYS.slice(1)]);
  });

  it("refuses an event whose payload is not of its kind, and stores nothing", async () => {
    const jobId = await shop.receive();
    const before = await listEvents(shop.pool, jobId);
    const wrong = { kind: "dried", payload: { hours: "long" } };
    await expect(
      changeJob(shop.technician, await shop.target(jobId), async () => ({ events: [wrong], result: null })),
    ).rejects.toThrow();
    await expect(
      changeJob(shop.technician, await shop.target(jobId), async () => ({
        events: [{ kind: "levitated", payload: {} }],
        result: null,
      })),
    ).rejects.toThrow(/No bay knows/);
    expect(await listEvents(shop.pool, jobId)).toEqual(before);
  });
});
