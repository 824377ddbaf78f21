import "server-only";
import { type Shape } from "@/core/craft/spots";
import { continuityPairs, type ContinuityPair } from "@/core/refit/powerUp/continuity";
import { onUsb, type OnUsb } from "@/core/refit/powerUp/onUsb";
import { standbyAmps, type Standby } from "@/core/refit/powerUp/standby";
import { type BoardDifference } from "@/core/refit/wiring/boardDifferences";
import { type WiringCase } from "@/core/refit/wiring/wiringCase";
import { type DrawnAnswer } from "@/workers/server/planTask";
import { type ReadSettings } from "@/workers/server/settingsTask";
import { listBoards } from "@/features/boards/boardRepository";
import { type JobFacts } from "@/features/job/bays/bayManifest";
import { getJobPage } from "@/features/job/getJobPage";
import { listPhotos } from "@/features/job/photos/photoRepository";
import { beforePowerOf, limiterAside } from "@/features/job/power/beforePower";
import { type BeforePower } from "@/features/job/power/stepsBeforePower";
import { hasRole } from "@/server/person";
import { requireRole, type VerbContext } from "@/server/verbs/verbContext";
import { runTask } from "@/server/workers/workerPool";
import { packVolts } from "./firstPower/packVolts";
import { plannedWiring } from "./plan/plannedWiring";
import { nextPowerStep, powerStepStates, type PowerStepState } from "./firstPower/powerUpState";
import { unsettledOf } from "./plan/wiringVerbs";
import { wiringDone } from "./wiring.manifest";
import { type KeptFile, listSettingsFiles } from "./settings/settingsFileRepository";
import { findSettingsText, type KeptSettings, listSettings } from "./settings/settingsRepository";
import { findCraftWiring, findPlan } from "./plan/wiringRepository";

export interface WiringRoomData {
  target: { jobId: number; version: number };
  mayEdit: boolean;
  craftName: string;
  shape: Shape;
  /** The job's, oldest first. */
  photos: { id: number; fileName: string }[];
  planVersion: number;
  /** What is planned; null before anything is. */
  wiring: WiringCase | null;
  answer: DrawnAnswer | null;
  /** How the craft was wired when it came, as far as the shop knows: the beginning of a plan. */
  known: (Pick<WiringCase, "devices" | "oldWires"> & { board: string }) | null;
  boards: string[];
  /** The plan was wired, and not changed since. */
  isWired: boolean;
  /** What two sources of the new board say differently, where a wire depends on it and nobody settled it. */
  unsettled: BoardDifference[];
  settings: SettingsData;
  power: PowerData | null;
}

/** The first power of a board that is wired. */
export interface PowerData {
  steps: PowerStepState[];
  /** What the gates of the diagnosis ask for before the step that is due. */
  before: BeforePower | null;
  pairs: ContinuityPair[];
  standby: Standby;
  supplyV: number;
  usb: OnUsb;
}

/** The settings that were kept of this craft. */
export interface SettingsData {
  /** None was kept on this job. */
  isMissing: boolean;
  kept: KeptSettings[];
  /** Those that could not be read, kept as they came. */
  files: KeptFile[];
  /** What the newest says; null where there is none. */
  newest: ReadSettings | null;
}

async function settingsOf({ pool }: VerbContext, craftId: number, jobId: number): Promise<SettingsData> {
  const [kept, files] = await Promise.all([listSettings(pool, craftId), listSettingsFiles(pool, craftId)]);
  const [newest, previous] = await Promise.all(kept.slice(0, 2).map(({ id }) => findSettingsText(pool, craftId, id)));
  return {
    isMissing: ![...kept, ...files].some((each) => each.jobId === jobId),
    kept,
    files,
    newest: newest ? await runTask("readSettings", { newest, previous: previous ?? null }) : null,
  };
}

/** A job in the wiring room. @throws {NotFoundError}, {AppError} `forbidden` */
export async function getWiringRoom(context: VerbContext, jobId: number): Promise<WiringRoomData> {
  requireRole(context, "viewer");
  const [facts, plan, boards, photos] = await Promise.all([
    getJobPage(context, jobId),
    findPlan(context.pool, jobId),
    listBoards(context.pool),
    listPhotos(context.pool, jobId),
  ]);
  const { job, craft, events } = facts;
  const [answer, wired, settings] = await Promise.all([
    plan.wiring && plan.wiring.devices.length > 0 ? plannedWiring(plan.wiring) : null,
    findCraftWiring(context.pool, craft.id),
    settingsOf(context, craft.id, job.id),
  ]);
  const isWired = wiringDone.last(events)?.payload.planVersion === plan.version;
  return {
    target: { jobId: job.id, version: job.version },
    mayEdit: !job.closedAt && hasRole(context.person, "technician"),
    craftName: craft.name,
    shape: { kind: craft.kind, motorCount: craft.motorCount },
    photos: photos.map(({ id, fileName }) => ({ id, fileName })),
    planVersion: plan.version,
    wiring: plan.wiring,
    answer,
    known: wired && { board: wired.board.name, devices: wired.devices, oldWires: wired.wires },
    boards: boards.map(({ name }) => name),
    isWired,
    unsettled: plan.wiring && answer?.plan ? await unsettledOf(context.pool, plan.wiring, answer.plan) : [],
    settings,
    power: isWired && plan.wiring && answer?.plan ? powerOf(facts, plan.wiring, answer.plan) : null,
  };
}

function powerOf(facts: JobFacts, wiring: WiringCase, plan: NonNullable<DrawnAnswer["plan"]>): PowerData {
  const supplyV = packVolts(facts.craft.cellCount).maxV;
  const due = nextPowerStep(facts.events);
  const all = beforePowerOf(facts);
  const before = due === "first power" ? limiterAside(all) : all;
  return {
    steps: powerStepStates(facts.events),
    before: due === null || due === "continuity" || before.because === "" ? null : before,
    pairs: continuityPairs(wiring.board, plan),
    standby: standbyAmps(wiring, plan, supplyV),
    supplyV,
    usb: onUsb(wiring, plan),
  };
}
