import { outputLimit } from "../overVoltLadder";
import { type ProfileStep } from "./profile";
import {
  BURST_PROFILE,
  ESC_PROFILE,
  ladderProfile,
  METER_PROFILE,
  motorProfile,
  PACK_PROFILE,
  POWER_DRAW_PROFILE,
  SERVO_PROFILE,
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
  caution: string;
  /** Channels its verdict needs. */
  needs: readonly string[];
  /** Channels drawn first. */
  draws: readonly string[];
  /** Profiles to choose from, the usual one first. */
  profiles: (given: PlanContext) => readonly { name: string; steps: readonly ProfileStep[] }[];
  /** Samples a second. */
  rateHz: number;
}

const CLAMPED =
  "Craft clamped and guarded, nobody in the prop disc. Eye protection on. One person has the cut-off. Packs in the fire-safe place.";

export const RUN_PLANS: Readonly<Record<RunKind, RunPlan>> = {
  "power-draw": {
    name: "Power draw",
    does: "Standby, brake, cruise, full: amps and watts against the baseline and the weakest part in line.",
    caution: `Props off, or ${CLAMPED.charAt(0).toLowerCase()}${CLAMPED.slice(1)}`,
    rateHz: 20,
    needs: ["voltage", "current"],
    draws: ["current", "power", "voltage"],
    profiles: () => [{ name: "Standby, brake, cruise, full", steps: POWER_DRAW_PROFILE }],
  },
  motor: {
    name: "Motors",
    does: "One motor after the other from low to full throttle: constants, thrust, balance and answer, compared with each other and with their baselines.",
    caution: CLAMPED,
    rateHz: 20,
    needs: ["voltage", "current", "speed"],
    draws: ["speed", "current", "thrust", "vibration"],
    profiles: ({ motorCount }) => [{ name: "Each motor in turn", steps: motorProfile(motorCount) }],
  },
  esc: {
    name: "ESC heat",
    does: "Full throttle until the temperature settles, or bursts: amps against the ratings, steady temperature and time to the limit.",
    caution: `${CLAMPED} A hot ESC burns fingers and lights foam.`,
    rateHz: 10,
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
    caution: `Linkage off, or the surface clear; a stalled servo gets hot within seconds. The last steps run the motors: ${CLAMPED.charAt(0).toLowerCase()}${CLAMPED.slice(1)}`,
    rateHz: 100,
    needs: ["angle"],
    draws: ["angle", "railcurrent"],
    profiles: () => [
      { name: "Travel, rest, rest beside motors", steps: SERVO_PROFILE },
      { name: "Without the motors", steps: SERVO_PROFILE.filter(({ throttle }) => throttle === 0) },
    ],
  },
  meter: {
    name: "Craft's own meter",
    does: "Six throttles: what the craft shows against the wattmeter.",
    caution: CLAMPED,
    rateHz: 20,
    needs: ["current", "shown"],
    draws: ["current", "shown"],
    profiles: () => [{ name: "Six throttles", steps: METER_PROFILE }],
  },
  pack: {
    name: "Pack",
    does: "Load steps through the drive: each cell's resistance, sag and what is usable.",
    caution: `${CLAMPED} Stop when the pack gets warm.`,
    rateHz: 20,
    needs: ["current", "cell1"],
    draws: ["current", "cell1", "cell2", "cell3", "cell4"],
    profiles: () => [{ name: "Load steps", steps: PACK_PROFILE }],
  },
};
