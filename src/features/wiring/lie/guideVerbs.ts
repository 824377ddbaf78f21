import "server-only";
import { alignmentGuide, motorGuide } from "@/core/refit/alignment/guides";
import { MOTOR_LAYOUTS } from "@/core/refit/alignment/motorLayouts";
import { changeJob } from "@/features/job/changeJob";
import { proofGuided } from "@/features/job/events/jobEvents";
import { AppError } from "@/server/errors";
import { requireRole, type VerbContext } from "@/server/verbs/verbContext";
import { type KeepAlignmentInput, type KeepMotorMapInput } from "../wiring.schema";

/** Keeps how the board lies: the proof of its alignment goes by it. @throws {AppError} `forbidden`; {ConflictError}; {NotFoundError} */
export async function keepAlignment(
  context: VerbContext,
  { turnedDeg, isUpsideDown, noseUpDeg, old, ...target }: KeepAlignmentInput,
): Promise<null> {
  requireRole(context, "technician");
  const lines = alignmentGuide({ turnedDeg, isUpsideDown, noseUpDeg }, old);
  return changeJob(context, target, async () => ({
    events: [proofGuided.of({ proof: "alignment", title: "How the board lies", lines })],
    result: null,
  }));
}

/**
 * Keeps the motor map: the proof of order and direction goes by it.
 *
 * @throws {AppError} `forbidden`, `invalid_input` for an order that is not all the motors of the frame; {ConflictError}; {NotFoundError}
 */
export async function keepMotorMap(
  context: VerbContext,
  { layout: id, before, after, was, becomes, ...target }: KeepMotorMapInput,
): Promise<null> {
  requireRole(context, "technician");
  const layout = MOTOR_LAYOUTS.find((each) => each.id === id)!;
  const all = layout.motors
    .map((motor) => motor.id)
    .sort()
    .join();
  if ([before, after].some((order) => [...order].sort().join() !== all))
    throw new AppError("invalid_input", "Each motor of the frame stands on one output, before and after.");
  const lines = motorGuide(layout, before, after, was, becomes);
  return changeJob(context, target, async () => ({
    events: [proofGuided.of({ proof: "motor-map", title: `Motor map, ${layout.name}`, lines })],
    result: null,
  }));
}
