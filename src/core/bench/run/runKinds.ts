import { type RunLimits } from "./runLimits";
import { outputLimit } from "../overVoltLadder";
import { type ProfileStep } from "./profile";
import {
  BURST_PROFILE,
  ESC_PROFILE,
  ladderProfile,
  METER_PROFILE,
  motorProfile,
  oneMotorProfile,
  PACK_PROFILE,
  POWER_DRAW_PROFILE,
  SERVO_PROFILE,
  STALL_PROFILE,
} from "./profiles";

/** What a run is for. */
export const RUN_KINDS = ["power-draw", "motor", "esc", "ladder", "servo", "meter", "pack"] as const;
export type RunKind = (typeof RUN_KINDS)[number];

/** What a profile is made for. */
export interface PlanContext {
  motorCount: number;
  /** Cells of the usual pack and of a higher one, for the over-voltage ladder. */
  usualCells: number;
  higherCells: number;
}

/** A kind of run: what it is called, what it shows, and what must be measured for its verdict. */
export interface RunPlan {
  name: string;
  /** What it does, in one sentence. */
  does: string;
  /** How it is done, step by step. */
  steps: readonly string[];
  caution: string;
  /** Channels its verdict needs. */
  needs: readonly string[];
  /** Channels drawn first. */
  draws: readonly string[];
  /** Profiles to choose from, the usual one first. */
  profiles: (given: PlanContext) => readonly { name: string; steps: readonly ProfileStep[] }[];
  /** Samples a second. */
  rateHz: number;
  /** Limits to begin with beside amps and volts. Common practice, no published source. */
  guards?: RunLimits;
}

const CLAMPED =
  "Craft clamped and guarded, nobody in the prop disc. Eye protection on. One person has the cut-off. Packs in the fire-safe place.";

export const RUN_PLANS: Readonly<Record<RunKind, RunPlan>> = {
  "power-draw": {
    name: "Power draw",
    does: "Standby, brake, cruise, full: amps and watts against the baseline and the weakest part in line.",
    steps: [
      "Charge the pack, or note that it is not: the verdict puts both runs at one voltage.",
      "Wattmeter between pack and craft; props as flown, craft clamped and guarded.",
      "Set the limits, hold to arm, run. Hand on the space bar.",
      "Keep the first good run as the craft's baseline.",
    ],
    caution: `Props off, or ${CLAMPED.charAt(0).toLowerCase()}${CLAMPED.slice(1)}`,
    rateHz: 20,
    needs: ["voltage", "current"],
    draws: ["current", "power", "voltage"],
    profiles: () => [{ name: "Standby, brake, cruise, full", steps: POWER_DRAW_PROFILE }],
  },
  motor: {
    name: "Motors",
    does: "One motor after the other from low to full throttle: constants, thrust, balance and answer, compared with each other and with their baselines.",
    steps: [
      "Props as flown, all of one make, right side and right face; craft clamped and guarded.",
      "Wattmeter in the main lead; tachometer or telemetry, and the stand's thrust and shake if there is one.",
      "Run: each motor goes up alone, then jumps. The standby amps are taken off by themselves.",
      "Keep it as baseline while the motors are known to be good.",
    ],
    caution: CLAMPED,
    rateHz: 20,
    guards: { temperature: { max: 95 } },
    needs: ["voltage", "current", "speed"],
    draws: ["speed", "current", "thrust", "vibration"],
    profiles: ({ motorCount }) => [
      { name: "Each motor in turn", steps: motorProfile(motorCount) },
      ...Array.from({ length: motorCount }, (_, index) => ({
        name: `Motor ${index + 1} alone`,
        steps: oneMotorProfile(index + 1),
      })),
    ],
  },
  esc: {
    name: "ESC heat",
    does: "Full throttle until the temperature settles, or bursts: amps against the ratings, steady temperature and time to the limit.",
    steps: [
      "Thermometer on the ESC that runs hottest, under the shrink wrap or taped on.",
      "Let it cool to the room first, with the airflow it has in flight or none, and note which.",
      "Write its ratings and its limit, then run until it settles.",
    ],
    caution: `${CLAMPED} A hot ESC burns fingers and lights foam.`,
    rateHz: 10,
    guards: { esctemperature: { max: 100 } },
    needs: ["current", "esctemperature"],
    draws: ["esctemperature", "current", "voltage"],
    profiles: () => [
      { name: "Full until it settles", steps: ESC_PROFILE },
      { name: "Five bursts", steps: BURST_PROFILE },
    ],
  },
  ladder: {
    name: "Higher pack",
    does: "Three guarded runs before a craft flies on more cells: usual pack, higher pack held down, higher pack in full.",
    steps: [
      "Check each part in line for the higher voltage: ESCs, regulator, video transmitter, capacitors.",
      "Usual pack first, in full. Then the higher pack, held down to the ratio of cells.",
      "The last rung opens only when the rungs below allow it.",
    ],
    caution: `${CLAMPED} Check first that every part in line may take the higher voltage.`,
    rateHz: 20,
    needs: ["voltage", "current"],
    draws: ["current", "power", "voltage"],
    profiles: ({ usualCells, higherCells }) => {
      const limit = higherCells >= usualCells ? Math.floor(100 * outputLimit(usualCells, higherCells)) / 100 : 1;
      return [
        { name: `${usualCells} cells, full`, steps: ladderProfile(1) },
        { name: `${higherCells} cells, held down to ${Math.round(limit * 100)} %`, steps: ladderProfile(limit) },
        { name: `${higherCells} cells, full`, steps: ladderProfile(1) },
      ];
    },
  },
  servo: {
    name: "Servo",
    does: "Through the travel and back, at rest, and at rest beside running motors: centre, speed, dead band, play, chatter, amps.",
    steps: [
      "Linkage off, horn on; servo tester in the lead, angle sensor on the horn.",
      "Run it through its travel; the last steps run the motors beside it: that is where chatter shows.",
      "Stall amps have a profile of their own: take the horn between two fingers when the step says so, let go after a second.",
    ],
    caution: `Linkage off, or the surface clear; a stalled servo gets hot within seconds. The last steps run the motors: ${CLAMPED.charAt(0).toLowerCase()}${CLAMPED.slice(1)}`,
    rateHz: 100,
    needs: ["angle"],
    guards: { railcurrent: { max: 5 } },
    draws: ["angle", "railcurrent"],
    profiles: () => [
      { name: "Travel, rest, rest beside motors", steps: SERVO_PROFILE },
      { name: "Without the motors", steps: SERVO_PROFILE.filter(({ throttle }) => throttle === 0) },
      { name: "Stall amps, horn held by hand", steps: STALL_PROFILE },
    ],
  },
  meter: {
    name: "Craft's own meter",
    does: "Six throttles: what the craft shows against the wattmeter.",
    steps: [
      "Wattmeter between pack and craft, the craft's own reading tapped.",
      "Write the scale that is set now, then run the six throttles.",
      "Set the new scale for your firmware, run again: the second run is the check after the change.",
    ],
    caution: CLAMPED,
    rateHz: 20,
    needs: ["current", "shown"],
    draws: ["current", "shown"],
    profiles: () => [{ name: "Six throttles", steps: METER_PROFILE }],
  },
  pack: {
    name: "Pack",
    does: "Load steps through the drive: each cell's resistance, sag and what is usable.",
    steps: [
      "Let the pack rest for ten minutes after charging; cell logger on the balance lead.",
      "Choose the pack on the list, so that it is held against itself when new.",
      "Run the load steps; keeping the run writes the pack's log.",
    ],
    caution: `${CLAMPED} Stop when the pack gets warm.`,
    rateHz: 20,
    needs: ["current", "cell1"],
    draws: ["current", "cell1", "cell2", "cell3", "cell4"],
    profiles: () => [{ name: "Load steps", steps: PACK_PROFILE }],
  },
};
