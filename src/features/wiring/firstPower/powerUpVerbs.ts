import "server-only";
import { continuityPairs, HEARD } from "@/core/refit/powerUp/continuity";
import { judgeStandby, notTakenVolts, standbyAmps } from "@/core/refit/powerUp/standby";
import { type WiringCase } from "@/core/refit/wiring/wiringCase";
import { type WiringPlan } from "@/core/refit/wiring/wiringPlan";
import { changeJob } from "@/features/job/changeJob";
import { evidenceGiven } from "@/features/job/events/jobEvents";
import { listEvents } from "@/features/job/events/jobEventRepository";
import { requirePower } from "@/features/job/power/requirePower";
import { AppError } from "@/server/errors";
import { requireRole, type VerbContext } from "@/server/verbs/verbContext";
import { plannedWiring } from "../plan/plannedWiring";
import { nextPowerStep } from "./powerUpState";
import { type PowerStepInput } from "../wiring.schema";
import { powerStepDone, POWER_STEPS, stepName, wiringDone } from "../wiring.manifest";
import { findPlan } from "../plan/wiringRepository";

/** What a step came to, and what it tells Isolate. */
interface Judged {
  isGood: boolean;
  said: string;
  symptoms: Record<string, boolean>;
}

/**
 * Records a step of the first power-up. It opens only behind the one before, and power only behind the gates of the diagnosis; what it showed
 * goes to Isolate as a finding.
 *
 * @throws {AppError} `forbidden`, `not_ready` before its turn, `invalid_input` for a step that is not whole; {ConflictError}; {NotFoundError}
 */
export async function recordPowerStep(
  context: VerbContext,
  input: PowerStepInput,
): Promise<{ isGood: boolean; said: string }> {
  requireRole(context, "technician");
  const { wiring, version: planVersion } = await findPlan(context.pool, input.jobId);
  const plan = wiring && (await plannedWiring(wiring)).plan;
  return changeJob(context, input, async (db, job) => {
    const events = await listEvents(db, job.id);
    const wired = wiringDone.last(events);
    if (!wiring || !plan || !wired) throw new AppError("not_ready", "Wire the board by the plan first, and say so.");
    if (wired.payload.planVersion !== planVersion || (await findPlan(db, job.id)).version !== planVersion)
      throw new AppError(
        "not_ready",
        "The plan was changed since the board was wired. Wire it by the new plan, and say so.",
      );
    const next = nextPowerStep(events);
    if (next !== null && POWER_STEPS.indexOf(input.step) > POWER_STEPS.indexOf(next))
      throw new AppError("not_ready", `${stepName(next)} comes first.`);
    if (input.step !== "continuity") await requirePower(db, job.id, { behindLimiter: input.step === "first power" });
    const { isGood, said, symptoms } = judgeStep(wiring, plan, input);
    const found =
      Object.keys(symptoms).length > 0
        ? [
            evidenceGiven.of({
              symptoms,
              source: `power-up, ${stepName(input.step).toLowerCase()}`,
              note: said.slice(0, 500),
            }),
          ]
        : [];
    return { events: [powerStepDone.of({ step: input.step, isGood, said }), ...found], result: { isGood, said } };
  });
}

function judgeStep(wiring: WiringCase, plan: Pick<WiringPlan, "wires" | "rails">, input: PowerStepInput): Judged {
  const note = input.note ? ` ${input.note}` : "";
  switch (input.step) {
    case "continuity":
      return judgeContinuity(wiring, plan, input);
    case "first power": {
      if (input.supplyV === null || input.readingA === null)
        throw new AppError("invalid_input", "Give the supply's volts and the amps it shows.");
      const notTaken = notTakenVolts(wiring, plan, input.supplyV);
      if (notTaken.length > 0) return { isGood: false, said: `${notTaken.join(" ")}${note}`, symptoms: {} };
      const { word, sentence } = judgeStandby(standbyAmps(wiring, plan, input.supplyV), input.readingA);
      return {
        isGood: word === "good",
        said: `${sentence}${note}`,
        // What held behind the limiter is what the gates ask for.
        symptoms: word === "too much" ? { "draws-too-much": true } : word === "good" ? { "limiter-trips": false } : {},
      };
    }
    case "usb":
    case "pack": {
      if (input.isGood === null) throw new AppError("invalid_input", "Say whether it is as expected.");
      if (!input.isGood && input.note === "") throw new AppError("invalid_input", "Say what is not as expected.");
      return {
        isGood: input.isGood,
        said: input.isGood ? `As expected.${note}` : input.note,
        symptoms: input.step === "usb" && !input.isGood ? { "usb-gone": true } : {},
      };
    }
  }
}

function judgeContinuity(
  wiring: WiringCase,
  plan: Pick<WiringPlan, "wires">,
  { heard, looked }: PowerStepInput,
): Judged {
  const pairs = continuityPairs(wiring.board, plan);
  // Nothing metered is no evidence.
  if (pairs.length === 0)
    throw new AppError(
      "invalid_input",
      "The plan gives nothing to meter: no ground pad. Add the ground to the board file.",
    );
  const answers = pairs.map((pair) => ({
    ...pair,
    heard: heard.find(({ from, to }) => from === pair.from && to === pair.to)?.heard,
  }));
  const open = answers.filter((each) => each.heard === undefined);
  const wrong = answers.filter((each) => each.heard !== undefined && each.heard !== each.expected);
  if (open.length > 0 && wrong.length === 0)
    throw new AppError("invalid_input", `${open.length} of ${pairs.length} pairs are not metered yet.`);
  if (wrong.length === 0 && !looked)
    throw new AppError("invalid_input", "Eyes before the meter: look and smell all over, and tick it.");
  const said = wrong.map(
    ({ from, to, heard: got, expected }) => `${from} to ${to}: ${HEARD[got!]}, must be ${HEARD[expected]}.`,
  );
  const symptoms: Record<string, boolean> = wrong.length === 0 ? { "power-to-ground": false } : {};
  if (wrong.some((each) => each.wrong === "power to ground" && each.heard === "steady"))
    symptoms["power-to-ground"] = true;
  if (wrong.some((each) => each.wrong === "open ground")) symptoms["ground-beeps"] = true;
  return {
    isGood: wrong.length === 0,
    said: wrong.length === 0 ? `All ${pairs.length} pairs as they must be.` : said.join(" "),
    symptoms,
  };
}
