import { exampleReadings } from "@/features/bench/tables/exampleReadings";
import { keepMeasurement } from "@/features/bench/tables/keepMeasurement";
import { type KeepMeasurementInput } from "@/features/bench/tables/keepMeasurement.schema";
import { findingsOf } from "@/features/job/events/findings";
import { listEvents } from "@/features/job/events/jobEventRepository";
import { getCalculatorPage } from "@/features/calculators/getCalculatorPage";
import { keepCalculation } from "@/features/calculators/keepCalculation";
import { openTestShop, type TestShop } from "./testShop";

let shop: TestShop;
beforeAll(async () => (shop = await openTestShop()));
afterAll(() => shop.close());

const keep = async (jobId: number, over: Partial<KeepMeasurementInput>) =>
  keepMeasurement(shop.technician, {
    ...(await shop.target(jobId)),
    kind: "motor",
    text: exampleReadings("motor"),
    setting: null,
    capacityMah: null,
    cRating: null,
    peakA: null,
    ...over,
  });
const findings = async (jobId: number) =>
  findingsOf(await listEvents(shop.pool, jobId)).map(({ finding, note }) => ({ ...finding, note }));

describe("keepMeasurement", () => {
  it("keeps the verdict with its figures, and hands what it proves to Isolate", async () => {
    const jobId = await shop.receive();
    await keep(jobId, {});
    const kept = (await listEvents(shop.pool, jobId)).find(({ kind }) => kind === "measurement_kept")!;
    expect(kept.payload).toMatchObject({
      title: "Motors",
      word: "bad",
      reasons: [
        expect.stringMatching(/^Motor 1: no-load current .* bearing or shaft; a shorted turn drags too/),
        expect.stringMatching(/^Motor 1: bearing noise .* bearing rumbles/),
      ],
    });
    expect(await findings(jobId)).toEqual(
      expect.arrayContaining([
        expect.objectContaining({
          symptomId: "no-load-amps",
          value: true,
          note: expect.stringMatching(/^bench, motors/),
        }),
        expect.objectContaining({ symptomId: "winding-off", value: false }),
      ]),
    );
  });

  it("keeps the new settings of a meter for both kinds of firmware", async () => {
    const jobId = await shop.receive();
    await keep(jobId, { kind: "meter", text: exampleReadings("meter"), setting: 100 });
    const kept = (await listEvents(shop.pool, jobId)).find(({ kind }) => kind === "measurement_kept")!;
    const { figures } = kept.payload as { figures: { label: string; text: string }[] };
    expect(figures.find(({ label }) => label.includes("multiplies"))!.text).toMatch(/^410\.\d\d ± /);
    expect(figures.find(({ label }) => label.includes("divides"))!.text).toMatch(/^24\.\d\d ± /);
  });

  it("refuses readings that cannot be judged with the sentence that says why, and stores nothing", async () => {
    const jobId = await shop.receive();
    const before = await listEvents(shop.pool, jobId);
    await expect(keep(jobId, { text: "throttle [%],voltage\n1,2" })).rejects.toThrow(/“voltage” has no unit/);
    await expect(keep(jobId, { kind: "pack", text: exampleReadings("pack") })).rejects.toThrow(/capacity in mAh/);
    expect(await listEvents(shop.pool, jobId)).toEqual(before);
  });
});

describe("keepCalculation", () => {
  const given = { charge: 875 * 3.6, time: 5.6 * 60, voltage: 14.8 };

  it("keeps what went in and what came out, worked out on the server, in the trade's units", async () => {
    const jobId = await shop.receive();
    await keepCalculation(shop.technician, { ...(await shop.target(jobId)), calculatorId: "mean-current", given });
    const kept = (await listEvents(shop.pool, jobId)).find(({ kind }) => kind === "calculation_kept")!;
    expect(kept.payload).toMatchObject({
      title: "Mean amps",
      given: expect.arrayContaining([{ label: "Put back by the charger", text: "875\u00a0mAh" }]),
      results: expect.arrayContaining([{ label: "Mean current", text: "9.38\u00a0A" }]),
    });
  });

  it("writes a choice by its name, refuses what is out of bounds, and knows no other calculators", async () => {
    const jobId = await shop.receive();
    const drive = { motor: 1, prop: 1, cells: 4, motors: 4, mass: 0.62, source: 0.02, altitude: 0 };
    await keepCalculation(shop.technician, {
      ...(await shop.target(jobId)),
      calculatorId: "drive-matching",
      given: drive,
    });
    const kept = (await listEvents(shop.pool, jobId)).find(({ kind }) => kind === "calculation_kept")!;
    expect(kept.payload).toMatchObject({
      given: expect.arrayContaining([{ label: "Prop", text: "5 inch, 3 blades" }]),
    });
    const wrong = async (calculatorId: string, values: Record<string, number>) =>
      keepCalculation(shop.technician, { ...(await shop.target(jobId)), calculatorId, given: values });
    await expect(wrong("mean-current", { ...given, time: 0 })).rejects.toThrow("Time flown: between 0.1 and 600 min.");
    await expect(wrong("mean-current", {})).rejects.toThrow(/a number is needed/);
    await expect(wrong("drive-matching", { ...drive, motor: 1.5 })).rejects.toThrow(/Motor: choose one from the list/);
    await expect(wrong("horoscope", given)).rejects.toMatchObject({ code: "not_found" });
  });

  it("offers open jobs to those who may keep, and none to a viewer", async () => {
    const jobId = await shop.receive();
    expect((await getCalculatorPage(shop.technician, "mean-current")).jobs.map((job) => job.jobId)).toContain(jobId);
    const handedOn = await getCalculatorPage(shop.technician, "servo-rail", {
      stall: "1.45",
      moving: "<b>",
      other: "7",
    });
    expect(handedOn.starts).toEqual({ stall: "1.45" });
    await expect(getCalculatorPage(shop.viewer, "mean-current")).resolves.toMatchObject({ jobs: [], mayKeep: false });
  });
});
