import { type Pool } from "mysql2/promise";
import * as v from "valibot";
import { POWER_DRAW_PROFILE } from "../core/bench/run/profiles";
import { keepRun } from "../features/bench/benchVerbs";
import { insertRun } from "../features/bench/runs/benchRunRepository";
import { simulatedDriveOf } from "../features/bench/rig/simulatedDriveOf";
import { getCraft } from "../features/craft/craftRepository";
import { listFittedParts } from "../features/craft/fittedPartRepository";
import { handBack } from "../features/handback/handBack";
import { answerCheck, nameCause } from "../features/isolate/isolateVerbs";
import { enterBay } from "../features/job/bays/enterBay";
import { getJob } from "../features/job/jobRepository";
import { listEvents } from "../features/job/events/jobEventRepository";
import { type JobMeasurement, measurementsOf } from "../features/job/events/measurements";
import { type ProofNeeds } from "../core/prove/proofNeeds";
import { findProofKind } from "../core/prove/proofKinds";
import { type GivenEvidence } from "../features/prove/prove.schema";
import { listProofs } from "../features/job/proofRepository";
import { type Person } from "../server/person";
import { type VerbContext } from "../server/verbs/verbContext";
import { decideProof, logSortie } from "../features/prove/proveVerbs";
import { changeDetails } from "../features/receive/changeDetails";
import { receiveCraft } from "../features/receive/receiveCraft";
import { ReceiveCraftInput } from "../features/receive/receiveCraft.schema";
import { changeSetting } from "../features/refit/changeSetting";
import { type PartSource } from "../features/refit/refit.schema";
import { replacePart } from "../features/refit/replacePart";
import { mariaRunStore } from "../rigs/agent/runStore";
import { SAMPLE_RATE_HZ } from "../rigs/runProtocol";
import { SIMULATED_INSTRUMENTS } from "../rigs/simulated/simulatedInstruments";
import { DEMO_DRIVES } from "../sim/demoDrives";
import { simulateCraft } from "../sim/benchDefects";
import { simulateRun } from "../sim/simulateRun";
import { formatDay } from "../shared/format";
import { randomUuid } from "../shared/randomUuid";
import { type DemoJob, type DemoStep } from "./demoShop.schema";
import { loadDemoLog } from "./loadDemoLog";
import { loadDemoWiring } from "./loadDemoWiring";

const STEP_MINUTES = 14;

interface Shop {
  craftIds: ReadonlyMap<string, number>;
  people: ReadonlyMap<string, Person>;
  now: Date;
}

/** Plays one demo job through the shop's verbs, a quarter of an hour a step. */
export async function playDemoJob(pool: Pool, job: DemoJob, { craftIds, people, now }: Shop): Promise<void> {
  let clock = now.getTime() - job.daysAgo * 86_400_000;
  const contextOf = (person: Person): VerbContext => ({ pool, person, now: new Date(Math.min(clock, now.getTime())) });
  const technician = people.get(job.technician)!;
  const lead = [...people.values()].find(({ role }) => role === "lead")!;
  const { complaint, phase, history, lastChange, seen, intermittent } = job;
  const input = v.parse(ReceiveCraftInput, {
    requestKey: randomUuid(),
    batteryOut: true,
    propsOff: true,
    craftId: craftIds.get(job.craft),
    complaint,
    phase,
    history,
    lastChange,
    seen,
    places: job.places,
    intermittent,
    technicianId: technician.id,
    promisedOn:
      job.promisedInDays === null ? null : formatDay(new Date(now.getTime() + job.promisedInDays * 86_400_000)),
    isUrgent: job.isUrgent,
  });
  const { jobId } = await receiveCraft(contextOf(technician), input);
  for (const step of job.steps) {
    clock += STEP_MINUTES * 60_000;
    await playStep(contextOf(step.do === "waive" ? lead : technician), jobId, step, craftIds);
  }
}

/** Where a step is played. */
interface Scene {
  context: VerbContext;
  job: Awaited<ReturnType<typeof getJob>>;
  target: { jobId: number; version: number };
  craftIds: Shop["craftIds"];
}

type Play<Do extends DemoStep["do"]> = (scene: Scene, step: Extract<DemoStep, { do: Do }>) => Promise<unknown>;

/** What each kind of step does, through the verb that a person would use. */
const PLAYS: { readonly [Do in DemoStep["do"]]: Play<Do> } = {
  answer: ({ context, target }, { check, outcome, note }) =>
    answerCheck(context, {
      ...target,
      checkId: check,
      outcomeId: outcome,
      value: null,
      doubtful: false,
      place: "",
      minutes: null,
      note,
    }),
  name: ({ context, target }, { faults, places }) =>
    nameCause(context, {
      ...target,
      faultIds: faults,
      places,
      instead: null,
      other: "",
      otherPlace: "",
      note: "",
    }),
  run: async ({ context, job, target }, step) => {
    const runId = await storeRun(context, target.jobId, job.craftId, step);
    await keepRun(context, { ...target, runId, asBaseline: step.baseline, fromS: null, toS: null });
  },
  log: ({ context, target }, step) => loadDemoLog(context, target.jobId, step),
  wire: ({ context, target }, step) => loadDemoWiring(context, target.jobId, step),
  go: async ({ context, job, target }, { bay }) => {
    if (job.bay !== bay) await enterBay(context, { ...target, to: bay, reason: "" }); // naming the cause may have gone there by itself
  },
  replace: async ({ context, job, target, craftIds }, step) => {
    const { reason, name, serial, continuousA, minutes, offCraft, position } = step;
    const parts = await listFittedParts(context.pool, job.craftId);
    const old = parts.find((part) => part.position === position && part.removedAt === null);
    if (!old) throw new Error(`Demo job "${job.complaint}": nothing is fitted at "${position}".`);
    const source = offCraft && (await donorOf(context.pool, craftIds, position, offCraft));
    await replacePart(context, {
      ...target,
      partId: old.id,
      reason,
      name,
      serial,
      continuousA,
      minutes: minutes ?? null,
      source,
      despite: "",
    });
  },
  set: ({ context, target }, { what, before, after, mended }) =>
    changeSetting(context, { ...target, what, before, after, mended, place: "" }),
  meet: ({ context, target }, { count }) => meetProofs(context, target.jobId, count),
  fail: ({ context, target }, { kind, note, symptom, place }) =>
    decideProof(context, { ...target, kind, state: "failed", note, symptomId: symptom, place, evidence: null }),
  waive: ({ context, target }, { kind, note }) =>
    decideProof(context, { ...target, kind, state: "waived", note, symptomId: null, place: "", evidence: null }),
  fly: ({ context, target }, { seconds, failures, note }) => logSortie(context, { ...target, seconds, failures, note }),
  wait: ({ context, job, target }, { waitingFor }) => {
    const { complaint, lastChange, technicianId, promisedOn, isUrgent } = job;
    return changeDetails(context, {
      ...target,
      complaint,
      lastChange,
      technicianId,
      promisedOn,
      isUrgent,
      waitingFor,
    });
  },
  handback: async ({ context, job, target }) => {
    const { owner } = await getCraft(context.pool, job.craftId);
    await handBack(context, { ...target, to: owner, note: "" });
  },
};

async function playStep(
  context: VerbContext,
  jobId: number,
  step: DemoStep,
  craftIds: Shop["craftIds"],
): Promise<void> {
  const job = await getJob(context.pool, jobId);
  const play = PLAYS[step.do] as Play<DemoStep["do"]>;
  await play({ context, job, target: { jobId, version: job.version }, craftIds }, step);
}

async function meetProofs(context: VerbContext, jobId: number, count: "all" | "before-clean" | number): Promise<void> {
  const proofs = (await listProofs(context.pool, jobId)).filter(({ state }) => state === "open");
  const chosen =
    count === "all"
      ? proofs
      : count === "before-clean"
        ? proofs.filter(({ kind }) => kind !== "clean-time")
        : proofs.slice(0, count);
  const measurements = measurementsOf(await listEvents(context.pool, jobId));
  for (const { kind } of chosen) {
    const { version } = await getJob(context.pool, jobId);
    const evidence = evidenceFor(findProofKind(kind)?.needs, measurements);
    await decideProof(context, { jobId, version, kind, state: "met", note: "", symptomId: null, place: "", evidence });
  }
}

/** Figures that meet the demo's proofs. */
const FIGURES: Readonly<Record<string, number>> = {
  found: 61,
  sheet: 60,
  pad: 5.03,
  lowest: 4.5,
  highest: 5.5,
  covered: 0.4,
  putBack: 980,
  planned: 1050,
  standby: 0.4,
  limiter: 2,
  shown: 15.6,
  meter: 15.7,
  centre: 1504,
  travel: 46,
  walked: 32,
  named: 30,
  spread: 18,
  distance: 60,
  hover: 140,
  hold: 130,
  full: 6,
};

/** What the demo's technicians met a proof by: a kept run, figures, a witness, or by eye. */
function evidenceFor(needs: ProofNeeds | undefined, measurements: readonly JobMeasurement[]): GivenEvidence | null {
  if (!needs || needs.sorties) return null;
  const kept = measurements.findLast(
    ({ of, isCurrent, word }) => isCurrent && word !== "bad" && needs.measured?.includes(of),
  );
  if (kept) return { by: "measurement", seq: kept.seq, asFirstBaseline: !kept.isCompared };
  if (needs.figures)
    return { by: "figures", values: Object.fromEntries(needs.figures.fields.map(({ id }) => [id, FIGURES[id]!])) };
  if (needs.witness) return { by: "witness", name: "Orrin Heyl" };
  return {
    by: "eye",
    because: needs.photo ? "the camera was out with another job" : "the bench was taken, compared by hand",
  };
}

/** Runs the power-draw sweep on the simulator and stores it as the rig agent would. @returns the run's id. */
async function storeRun(
  { pool, person, now }: VerbContext,
  jobId: number,
  craftId: number,
  { seed, defect, cellVoltageChangeV }: Extract<DemoStep, { do: "run" }>,
): Promise<number> {
  const { kind } = await getCraft(pool, craftId);
  const drive = DEMO_DRIVES[simulatedDriveOf(kind)]!;
  const onBench = simulateCraft(
    { ...drive, cellVoltageV: drive.cellVoltageV + cellVoltageChangeV },
    { defect, seed: craftId },
  );
  const [throttleBox, wattmeter] = SIMULATED_INSTRUMENTS.map(({ identity }) => {
    const [maker, model, serial, firmware] = identity.split(",") as [string, string, string, string];
    return { maker, model, serial, firmware };
  });
  const runId = await insertRun(
    pool,
    {
      craftId,
      jobId,
      personId: person.id,
      kind: "power-draw",
      profile: POWER_DRAW_PROFILE,
      limits: {},
      instruments: [throttleBox!, wattmeter!],
    },
    now,
  );
  const samples = simulateRun(onBench, POWER_DRAW_PROFILE, {
    channels: ["voltage", "current"],
    rateHz: SAMPLE_RATE_HZ,
    seed,
  });
  const store = mariaRunStore(pool);
  await store.appendSamples(runId, 0, samples, SAMPLE_RATE_HZ);
  await store.finish(runId, {
    cause: "end_of_profile",
    detail: "The profile has run to its end.",
    atS: samples.time!.at(-1)!,
  });
  return runId;
}

/** The same position of another craft, as what a part is taken off. */
async function donorOf(
  pool: Pool,
  craftIds: Shop["craftIds"],
  position: string,
  { tailNumber, because }: { tailNumber: string; because: string },
): Promise<PartSource> {
  const craftId = craftIds.get(tailNumber)!;
  const part = (await listFittedParts(pool, craftId)).find((each) => each.position === position && !each.removedAt);
  if (!part) throw new Error(`Demo: ${tailNumber} has nothing at "${position}".`);
  return { of: "craft", craftId, partId: part.id, because };
}
