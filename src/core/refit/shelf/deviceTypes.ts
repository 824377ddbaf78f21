import { type PartKind } from "../../craft/partKinds";
import { type Need } from "../wiring/wiringCase";

/** A kind of device as it is added to a craft: made up, of a size that such devices have (common practice, no published source). */
export interface DeviceType {
  id: string;
  name: string;
  /** The part of the craft that it is: what its refit invalidates depends on it. */
  part: PartKind;
  needs: readonly Need[];
}

const FAST = ["digital 600", "digital 300", "analogue", "pulses"];
const ground: Need = { id: "ground", kind: "ground" };
const supply = (minV: number, maxV: number, meanA: number, more: object = {}): Need => ({
  id: "supply",
  kind: "power",
  minV,
  maxV,
  meanA,
  ...more,
});
const data = (mode: "full" | "transmit" | "receive" | "half", more: object = {}): Need => ({
  id: "data",
  kind: "serial",
  mode,
  ...more,
});

/** What can be on a craft, in the order in which it is listed. */
export const DEVICE_TYPES: readonly DeviceType[] = [
  {
    id: "esc",
    name: "ESC signal",
    part: "esc",
    needs: [{ id: "signal", kind: "output", protocols: FAST, set: "motors" }],
  },
  {
    id: "esc-old",
    name: "ESC signal, analogue only",
    part: "esc",
    needs: [{ id: "signal", kind: "output", protocols: ["analogue", "pulses"], set: "motors" }],
  },
  {
    id: "servo",
    name: "Servo",
    part: "servo",
    needs: [{ id: "signal", kind: "output", protocols: ["pulses"] }, supply(4.5, 6.2, 0.2, { peakA: 1.2 }), ground],
  },
  {
    id: "tail-servo",
    name: "Tail servo, fast",
    part: "servo",
    needs: [{ id: "signal", kind: "output", protocols: ["fast pulses"] }, supply(4.5, 8.4, 0.4, { peakA: 2 }), ground],
  },
  {
    id: "receiver",
    name: "Receiver, both ways",
    part: "receiver",
    needs: [data("full"), supply(4.5, 5.5, 0.1, { usb: true }), ground],
  },
  {
    id: "receiver-inverted",
    name: "Receiver, inverted, speaks only",
    part: "receiver",
    needs: [data("transmit", { inverted: true }), supply(4.5, 5.5, 0.1, { usb: true }), ground],
  },
  {
    id: "receiver-wire",
    name: "Receiver, one wire",
    part: "receiver",
    needs: [data("half"), supply(4.5, 5.5, 0.1, { usb: true }), ground],
  },
  {
    id: "satellite",
    name: "Satellite unit",
    part: "satellite",
    needs: [data("full"), supply(3.6, 5.5, 0.12, { usb: true, quiet: true }), ground],
  },
  {
    id: "satellite-compass",
    name: "Satellite unit with compass",
    part: "satellite",
    needs: [
      data("full"),
      { id: "compass", kind: "bus", address: 13 },
      supply(3.6, 5.5, 0.13, { usb: true, quiet: true }),
      ground,
    ],
  },
  {
    id: "video-digital",
    name: "Digital video unit",
    part: "video_transmitter",
    needs: [data("full"), supply(7, 26, 0.9, { peakA: 1.3 }), ground],
  },
  {
    id: "video-analogue",
    name: "Video transmitter, 5 V",
    part: "video_transmitter",
    needs: [
      { id: "picture", kind: "signal", name: "video out" },
      { id: "control", kind: "serial", mode: "half" },
      supply(4.5, 5.5, 0.6, { peakA: 0.9 }),
      ground,
    ],
  },
  {
    id: "video-wide",
    name: "Video transmitter, 7 to 26 V",
    part: "video_transmitter",
    needs: [
      { id: "picture", kind: "signal", name: "video out" },
      { id: "control", kind: "serial", mode: "half" },
      supply(7, 26, 0.5, { peakA: 0.8, switchable: true }),
      ground,
    ],
  },
  {
    id: "camera",
    name: "Camera, 5 to 20 V",
    part: "camera",
    needs: [{ id: "picture", kind: "signal", name: "video in" }, supply(5, 20, 0.15), ground],
  },
  {
    id: "camera-five",
    name: "Camera, 5 V only",
    part: "camera",
    needs: [{ id: "picture", kind: "signal", name: "video in" }, supply(4.5, 5.5, 0.2), ground],
  },
  {
    id: "buzzer",
    name: "Buzzer",
    part: "flight_controller",
    needs: [{ id: "minus", kind: "signal", name: "buzzer" }, supply(4.5, 5.5, 0.04)],
  },
  {
    id: "lamps",
    name: "Lamps",
    part: "flight_controller",
    needs: [{ id: "data", kind: "signal", name: "lamps" }, supply(4.5, 5.5, 0.5), ground],
  },
  {
    id: "current-sensor",
    name: "Current sensor",
    part: "current_sensor",
    needs: [{ id: "amps", kind: "analog", input: "current", maxV: 3.3 }],
  },
  {
    id: "esc-telemetry",
    name: "ESC telemetry",
    part: "esc",
    needs: [{ id: "data", kind: "serial", mode: "transmit" }],
  },
  {
    id: "gimbal",
    name: "Gimbal",
    part: "gimbal",
    needs: [{ id: "signal", kind: "output", protocols: ["pulses"] }, supply(11, 26, 0.5, { peakA: 1.5 }), ground],
  },
];
