import { type Mendable } from "../../../refit/mendable";
import { type Repair } from "../../library/library.types";

/**
 * What a repair without a new part touches, where its part says too little of it: it decides which proofs are owed. Common practice, no published
 * source.
 */
const MENDS: Readonly<Partial<Record<Mendable, readonly string[]>>> = {
  set_failsafe: ["set-link-loss"],
  set_meters: ["scale-current", "scale-voltage", "join-sensing-lead", "set-warning"],
  set_lie: ["set-orientation", "calibrate-accelerometer"],
  set_compass: ["calibrate-compass", "set-compass-orientation"],
  set_picture: [
    "set-channel",
    "set-standard",
    "cool-vtx",
    "raise-vtx-output",
    "switch-overlay-on",
    "mend-ground",
    "replace-screen-lead",
  ],
  set_gimbal: ["level-gimbal"],
  set_surfaces: [
    "reverse-stabilisation",
    "centre-servo",
    "reverse-servo",
    "limit-travel",
    "set-mixer",
    "set-governor",
    "reverse-tail-gyro",
    "set-tilt-stops",
    "reverse-yaw-servo",
    "set-tail-travel",
    "set-servo-rate",
  ],
  set_motors: [
    "set-esc",
    "calibrate-esc",
    "match-esc-settings",
    "set-esc-protocol",
    "set-esc-cutoff",
    "set-motor-order",
    "set-hover-throttle",
    "stop-lift-props",
    "mix-pusher",
    "set-lift-start",
  ],
  set_position: ["set-come-home", "wait-for-fix"],
  set_modes: ["clear-arming", "set-modes", "leave-beginners-mode", "mend-transmitter-switch"],
  set_receiver: [
    "set-channel-order",
    "set-end-points",
    "bind-receiver",
    "match-radio-firmware",
    "set-receiver-port",
    "choose-model-memory",
    "mend-stick",
    "set-throttle-low",
  ],
  set_tune: [
    "teach-pilot",
    "lower-loop-rate",
    "lower-gains",
    "set-filters",
    "set-tail-gain",
    "settle-tail-gyro",
    "set-transition",
    "set-weathercock",
    "set-launch",
    "set-weight",
    "lower-gains-for-ducts",
    "set-yaw-gain",
  ],
  firmware: ["flash-right-target", "restore-settings", "bring-modules-together", "unlock-region"],
  airspeed: ["zero-airspeed", "clear-pitot", "replace-airspeed", "move-pitot"],
  // What feeds a part was changed: its pad is metered before it sees power again.
  regulator: ["rewire-polarity", "correct-feed", "separate-feeds", "replace-device"],
  esc: ["replace-signal-wire", "resolder-phase"],
  motor: ["renew-tail-lead"],
  power_lead: ["resolder-joint", "fit-capacitor", "replace-smart-pack-link"],
};

/** Writes into each repair what it touches, where that is listed. */
export function withMends(repairs: readonly Repair[]): Repair[] {
  const mendsOf = new Map(Object.entries(MENDS).flatMap(([mends, ids]) => ids.map((id) => [id, mends] as const)));
  return repairs.map((repair) => {
    const mends = mendsOf.get(repair.id);
    return mends ? { ...repair, mends } : repair;
  });
}
