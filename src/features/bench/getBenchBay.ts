import "server-only";
import { isAtPlace, placeText, rotorSpots, type Shape, spotOfPosition } from "@/core/craft/spots";
import { type JobFacts } from "@/features/job/bays/bayManifest";
import { causesOf, placesOf, unrepairedCauses } from "@/features/job/causes/causesOf";
import { diagnoseJob } from "@/features/job/headline/diagnoseJob";
import { beforePowerOf } from "@/features/job/power/beforePower";
import { listFittedParts } from "@/features/craft/fittedPartRepository";
import { isOverdue } from "@/features/instruments/instrument";
import { listInstruments } from "@/features/instruments/instrumentRepository";
import { getJobPage } from "@/features/job/getJobPage";
import { type JobEvent } from "@/features/job/events/eventKind";
import { RUN_PLANS } from "@/core/bench/run/runKinds";
import { type PartKind } from "@/core/craft/partKinds";
import { type FittedPart } from "@/features/craft/craft";
import { hasRole } from "@/server/person";
import { AppError } from "@/server/errors";
import { OverBudgetError } from "@/server/workers/workerPool";
import { listPackChoices } from "@/features/packs/listPackChoices";
import { requireRole, type VerbContext } from "@/server/verbs/verbContext";
import { environment } from "@/server/env";
import { formatDateTime } from "@/shared/format";
import { baselineSteps } from "./verdict/baselineSteps";
import { type AssessedRun, assessRun, type RunRange } from "./verdict/assessRun";
import { measurementKept, runKept } from "./bench.manifest";
import { type BenchBayProps } from "./BenchBay";
import { CUT_WORDS } from "./runs/benchRun";
import { listRunsOfJob } from "./runs/benchRunRepository";
import { findEscSettings } from "@/features/craft/escSettingsRepository";
import { linePartsOf } from "./rig/lineParts";

/** A run worked out and judged. @throws {NotFoundError}, {AppError} `forbidden` */
export async function getAssessedRun(context: VerbContext, runId: number, range?: RunRange): Promise<AssessedRun> {
  requireRole(context, "viewer");
  return (await assessRun(context.pool, runId, range)).assessed;
}

/** The bench stands without what the diagnosis would have measured first. */
function nullIfTooSlow(error: unknown): null {
  if (error instanceof OverBudgetError || (error instanceof AppError && error.code === "busy")) return null;
  throw error;
}

/** A job on the bench. @throws {NotFoundError}, {AppError} `forbidden` */
export async function getBenchBay(context: VerbContext, jobId: number): Promise<BenchBayProps> {
  const facts = await getJobPage(context, jobId);
  const { job, craft, events } = facts;
  const diagnosis = job.closedAt ? null : await diagnoseJob(context.pool, facts).catch(nullIfTooSlow);
  const place = placeInHand(facts);
  const [runs, parts, instruments, escSettings, packs] = await Promise.all([
    listRunsOfJob(context.pool, jobId),
    listFittedParts(context.pool, craft.id),
    listInstruments(context.pool),
    findEscSettings(context.pool, craft.id),
    listPackChoices(context.pool),
  ]);
  const lineParts = linePartsOf(craft, parts);
  const today = context.now.toISOString().slice(0, 10);
  const kept = new Set([...runKept.in(events), ...measurementKept.in(events)].map(({ payload }) => payload.runId));
  return {
    target: { jobId: job.id, version: job.version },
    craft: { motorCount: craft.motorCount, cellCount: craft.cellCount },
    options: {
      massG: craft.massG,
      continuousA: lineParts.find(({ parallel }) => parallel > 1)?.continuousA ?? null,
      gainBefore: lastGain(events),
      position:
        place &&
        parts.find(
          (part) =>
            !part.removedAt && isAtPlace(part, place, craft, parts) && (part.kind === "esc" || part.kind === "servo"),
        )?.position,
    },
    lineParts,
    past: { parts: lineParts, powerSteps: await baselineSteps(context.pool, craft.baselineRunId) },
    escSettings,
    packs,
    places: { servo: positionsOf(parts, "servo"), esc: positionsOf(parts, "esc") },
    needs: (diagnosis?.measurements ?? [])
      .filter(({ bits }) => bits >= WORTH_SHOWING_BITS)
      .map(({ of, bits, symptomId }) => ({
        of,
        bits,
        about: facts.library.symptoms.find(({ id }) => id === symptomId)?.whenTrue ?? symptomId,
      })),
    place: place && placeText(place, craft),
    motorInHand: place ? (motorNumberAt(place, craft) ?? null) : null,
    before: beforePowerOf(facts),
    hasBaseline: craft.baselineRunId !== null,
    runs: runs.map(({ id, kind, createdAt, cutCause, cutDetail, personName, state }) => ({
      id,
      kind,
      kindName: RUN_PLANS[kind].name,
      at: formatDateTime(createdAt),
      words: cutCause ? CUT_WORDS[cutCause] : state,
      detail: cutDetail,
      by: personName,
      isOver: state === "ended",
      isKept: kept.has(id),
      isBaseline: craft.baselineRunId === id,
    })),
    overdue: instruments.filter((one) => isOverdue(one, today)).map(({ name }) => name),
    isDemo: environment().PITSTOPA_DEMO !== "",
    mayEdit: hasRole(context.person, "technician") && !job.closedAt,
    isClosed: job.closedAt !== null,
    isHere: job.bay === "bench",
  };
}

/** Below this a measurement is not named: it would not move what to repair. */
const WORTH_SHOWING_BITS = 0.02;

/** Where the trouble is: of the cause that is not repaired yet, else the one place that the counted findings name. */
function placeInHand(facts: JobFacts): string | null {
  const named = unrepairedCauses(causesOf(facts)).flatMap(placesOf).at(-1);
  if (named) return named;
  const found = new Set(
    facts.findings.flatMap(({ state, finding }) => (state === "counted" ? (finding.place ?? []) : [])),
  );
  return found.size === 1 ? [...found][0]! : null;
}

/** The number of the motor at a place. */
function motorNumberAt(place: string, shape: Shape): number | undefined {
  const spot = spotOfPosition(place, shape);
  const index = rotorSpots(shape).findIndex(({ id }) => id === spot?.id);
  return index < 0 ? undefined : index + 1;
}

/** Where a craft carries parts of a kind. */
function positionsOf(parts: readonly FittedPart[], kind: PartKind): string[] {
  return parts.filter((part) => part.kind === kind && part.removedAt === null).map(({ position }) => position);
}

/** The gain of the craft's meter as last kept on this job: a new measurement is then the check after the change. */
function lastGain(events: readonly JobEvent[]): number | null {
  const gains = measurementKept.in(events).map(({ payload }) => payload.carried?.meterGain);
  const last = gains.findLast((gain) => gain !== undefined);
  return last === undefined ? null : Math.round(last * 1e4) / 1e4;
}
