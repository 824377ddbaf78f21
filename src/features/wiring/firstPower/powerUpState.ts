import { type JobEvent } from "@/features/job/events/eventKind";
import { partReplaced, settingChanged } from "@/features/job/events/jobEvents";
import { type PowerStep, POWER_STEPS, powerStepDone, wiringDone } from "../wiring.manifest";

/** How a step stands since the board was last wired. */
export interface PowerStepState {
  step: PowerStep;
  /** null while it was not done. */
  isGood: boolean | null;
  said: string;
}

/** Mends that touch no wire: what was metered still holds. */
const WITHOUT_SOLDER: readonly (string | null)[] = ["settings", "ground", "rigging", "linkage"];

/** The newest work on wires or parts: what was metered or powered before it speaks of another craft. */
function lastWork(events: readonly JobEvent[]): number {
  const wired = wiringDone.last(events)?.seq ?? Infinity;
  const mends = settingChanged.in(events).filter(({ payload }) => !WITHOUT_SOLDER.includes(payload.mended));
  return [...partReplaced.in(events), ...mends].reduce((newest, { seq }) => Math.max(newest, seq), wired);
}

/** The steps of the first power-up since the last work on the craft; a step counts while none before it was done again and found wrong. */
export function powerStepStates(events: readonly JobEvent[]): PowerStepState[] {
  const since = lastWork(events);
  const done = powerStepDone.in(events).filter(({ seq }) => seq > since);
  let isOpen = true;
  let after = since;
  return POWER_STEPS.map((step) => {
    const last = done.findLast(({ payload, seq }) => payload.step === step && seq > after);
    const state: PowerStepState = {
      step,
      isGood: isOpen && last ? last.payload.isGood : null,
      said: isOpen && last ? last.payload.said : "",
    };
    isOpen &&= state.isGood === true;
    after = last?.seq ?? after;
    return state;
  });
}

/** The step that is due: the first that is not good; null when all are. */
export function nextPowerStep(events: readonly JobEvent[]): PowerStep | null {
  return powerStepStates(events).find(({ isGood }) => isGood !== true)?.step ?? null;
}
