import "server-only";
import { checkCase } from "@/core/refit/wiring/checkBoard";
import { type Explanation } from "@/core/refit/wiring/explainNeed";
import { type BoardDifference, unsettledFor } from "@/core/refit/wiring/boardDifferences";
import { withLeadPlaces } from "@/core/refit/wiring/leadPlaces";
import { type Board } from "@/core/refit/wiring/board";
import { type Wire, type WiringCase } from "@/core/refit/wiring/wiringCase";
import { type WiringPlan } from "@/core/refit/wiring/wiringPlan";
import { DEVICE_TYPES } from "@/core/refit/shelf/deviceTypes";
import { type PartKind } from "@/core/craft/partKinds";
import { getBoardSources, getSettledBoard, putSettlement } from "@/features/boards/boardSources";
import { craftFacts } from "@/features/craft/craftFacts";
import { getCraft } from "@/features/craft/craftRepository";
import { askProofs } from "@/features/job/askProofs";
import { changeJob } from "@/features/job/changeJob";
import { type Db } from "@/server/db";
import { AppError, ConflictError, NotFoundError } from "@/server/errors";
import { requireRole, type VerbContext } from "@/server/verbs/verbContext";
import { runTask } from "@/server/workers/workerPool";
import { plannedWiring } from "./plannedWiring";
import { packVolts } from "../firstPower/packVolts";
import { type ExplainInput, type SavePlanInput, type SettleInput, type WireSoInput } from "../wiring.schema";
import { differenceSettled, wiringDone } from "../wiring.manifest";
import { listSettingsFiles } from "../settings/settingsFileRepository";
import { listSettings } from "../settings/settingsRepository";
import { findPlan, insertCraftWiring, savePlan } from "./wiringRepository";

/**
 * Saves what is planned on a job. The boards are copied into it, so that a later version of a file changes no plan.
 *
 * @throws {AppError} `forbidden`, `invalid_input` for a case that makes no sense; {ConflictError} when somebody planned since; {NotFoundError}
 */
export async function savePlanOf(context: VerbContext, input: SavePlanInput): Promise<null> {
  requireRole(context, "technician");
  return changeJob(context, { jobId: input.jobId, version: "any" }, async (db, job) => {
    const plan = await findPlan(db, job.id);
    requireSamePlan(plan.version, input.planVersion);
    const craft = await getCraft(db, job.craftId);
    const board = await boardOf(db, input.board, plan.wiring);
    const oldBoard = input.oldBoard === null ? undefined : await boardOf(db, input.oldBoard, plan.wiring);
    const isHere = ({ device, need }: { device: string; need: string }) =>
      input.devices.some(({ id, needs }) => id === device && needs.some((each) => each.id === need));
    const onBoard = ({ pad }: { pad: string }) => board.pads.some(({ name }) => name === pad);
    const oldWires = input.oldWires.filter(isHere);
    const wiring: WiringCase = {
      board,
      oldBoard,
      devices: withLeadPlaces(input.devices, oldWires, oldBoard, board),
      oldWires,
      // A wish for a pad of another board, or for a device that is gone, falls away with it.
      pins: input.pins.filter((wish) => isHere(wish) && onBoard(wish)),
      forbids: input.forbids.filter((wish) => isHere(wish) && onBoard(wish)),
      pack: packVolts(craft.cellCount),
      likedProtocols: true,
    };
    const [problem] = checkCase(wiring);
    if (problem) throw new AppError("invalid_input", problem.problem);
    await savePlan(db, job.id, wiring);
    return { events: [], result: null };
  });
}

/** The copy in the plan where it is of that name, else the newest file. */
async function boardOf(db: Db, name: string, wiring: WiringCase | null): Promise<Board> {
  if (wiring?.board.name === name) return wiring.board;
  if (wiring?.oldBoard?.name === name) return wiring.oldBoard;
  return getSettledBoard(db, name);
}

function requireSamePlan(stored: number, seen: number): void {
  if (stored !== seen)
    throw new ConflictError("Somebody planned on this job while you did. Nothing of yours was stored yet.", []);
}

/** Why a need is where the plan puts it. @throws {AppError} `forbidden`; {NotFoundError} */
export async function explainWire(
  context: VerbContext,
  { jobId, device, need }: ExplainInput,
): Promise<Explanation | null> {
  requireRole(context, "viewer");
  const { wiring } = await findPlan(context.pool, jobId);
  return wiring ? runTask("explainWire", { wiring, device, need }) : null;
}

/**
 * Takes the plan as done: the craft remembers its wiring, wire by wire, and every device whose wires were moved owes its proofs.
 *
 * @throws {AppError} `forbidden`, `not_ready` without a plan; {ConflictError}; {NotFoundError}
 */
export async function wireSo(
  context: VerbContext,
  { planVersion, withoutSettings, ...target }: WireSoInput,
): Promise<null> {
  requireRole(context, "technician");
  const { wiring, version } = await findPlan(context.pool, target.jobId);
  requireSamePlan(version, planVersion);
  const answer = wiring && (await plannedWiring(wiring));
  const plan = answer?.plan;
  if (!wiring || !plan || plan.wires.length === 0) throw new AppError("not_ready", "There is no plan to wire by yet.");
  return changeJob(context, target, async (db, job) => {
    requireSamePlan((await findPlan(db, job.id)).version, planVersion);
    const craft = await getCraft(db, job.craftId);
    const isNewBoard = wiring.oldBoard?.name !== wiring.board.name;
    const saved = [...(await listSettings(db, craft.id)), ...(await listSettingsFiles(db, craft.id))];
    const isSaved = saved.some(({ jobId }) => jobId === job.id);
    const open = await unsettledOf(db, wiring, plan);
    if (open.length > 0)
      throw new AppError(
        "not_ready",
        `Two sources disagree on what these wires depend on: ${open.map(({ what }) => what).join(", ")}. Settle it first, by the meter or with a reason.`,
      );
    if (isNewBoard && !isSaved && withoutSettings.length < 3)
      throw new AppError("invalid_input", "Save the old board's settings first, or say why there are none.");
    const devices = wiring.devices.filter(({ id }) => !plan.leftOut.includes(id));
    const wires = plan.wires.map((wire): Wire => ({
      device: wire.device,
      need: wire.need,
      line: wire.line,
      pad: wire.pad,
      colour: colourOf(wiring, wire),
    }));
    await insertCraftWiring(db, craft.id, job.id, { board: wiring.board, devices, wires }, context.now);
    const nameOf = (id: string) => wiring.devices.find((device) => device.id === id)?.name ?? id;
    const done = wiringDone.of({
      planVersion,
      board: wiring.board.name,
      fromBoard: wiring.oldBoard?.name ?? "",
      wires: wires.length,
      moved: answer.cost?.moved ?? 0,
      leftOut: plan.leftOut.map(nameOf),
      jumpers: plan.rails.flatMap(({ rail, by, meanA }) => (by && meanA > 0 ? [`${rail}: ${by}`] : [])),
      withoutSettings: isSaved ? "" : withoutSettings,
      protocols: Object.entries(plan.protocols).map(([set, protocol]) => `${set}: ${protocol}`),
    });
    const asked = await askProofs(
      db,
      job,
      await craftFacts(db, craft),
      { replaced: isNewBoard ? ["flight_controller"] : [], mended: touchedParts(wiring, plan, isNewBoard) },
      `the wiring of ${wiring.board.name}`,
    );
    return { events: [done, asked], result: null };
  });
}

/** Differences between the sources of the plan's board that its wires depend on and nobody settled. */
export async function unsettledOf(
  db: Db,
  { board }: WiringCase,
  { wires }: Pick<WiringPlan, "wires">,
): Promise<BoardDifference[]> {
  const { differences, settled } = await getBoardSources(db, board.name).catch((error: unknown) => {
    if (error instanceof NotFoundError) return { differences: [], settled: {} };
    throw error;
  });
  return unsettledFor(differences, settled, wires);
}

/**
 * Settles what two sources of the plan's board say differently, by a meter or by a person with a reason. The plan goes on with the board as it is then.
 *
 * @throws {AppError} `forbidden`, `invalid_input` for what they do not differ in; {ConflictError}; {NotFoundError}
 */
export async function settleDifference(context: VerbContext, input: SettleInput): Promise<null> {
  requireRole(context, "technician");
  const { key, pick, isMetered, reason, ...target } = input;
  return changeJob(context, target, async (db, job) => {
    const { wiring } = await findPlan(db, job.id);
    if (!wiring) throw new AppError("not_ready", "There is no plan on this job yet.");
    const { name } = wiring.board;
    const difference = (await getBoardSources(db, name)).differences.find((each) => each.key === key);
    if (!difference) throw new AppError("invalid_input", "The two sources do not differ in that.");
    await putSettlement(db, { name, key, pick, isMetered, reason }, context.person.id, context.now);
    const board = await getSettledBoard(db, name);
    const isOnBoard = ({ pad }: { pad: string }) => board.pads.some((each) => each.name === pad);
    await savePlan(db, job.id, {
      ...wiring,
      board,
      pins: wiring.pins?.filter(isOnBoard),
      forbids: wiring.forbids?.filter(isOnBoard),
    });
    const said = `${difference.what} of ${name}: ${difference[pick]}`;
    return { events: [differenceSettled.of({ said, isMetered, reason })], result: null };
  });
}

/** The parts whose wires were on another pad, or all where the board is another one. */
function touchedParts({ devices }: WiringCase, { wires }: Pick<WiringPlan, "wires">, isNewBoard: boolean): PartKind[] {
  const touched = devices.filter(({ id }) => wires.some(({ device, moved }) => device === id && (moved || isNewBoard)));
  return [...new Set(touched.flatMap(({ type }) => DEVICE_TYPES.find(({ id }) => id === type)?.part ?? []))];
}

function colourOf(
  { oldWires = [] }: WiringCase,
  wire: { device: string; need: string; line: string },
): string | undefined {
  const own = oldWires.filter(({ device, need }) => device === wire.device && need === wire.need);
  return (own.find(({ line }) => line === wire.line) ?? own[0])?.colour;
}
