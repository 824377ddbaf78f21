import { SHIPPED_BOARDS } from "../shelf/shippedBoards";
import { DEVICE_TYPES } from "../shelf/deviceTypes";
import { type Device } from "../wiring/wiringCase";
import { MOTOR_LAYOUTS } from "./motorLayouts";
import { motorOrderOf } from "./motorOrder";

const quad = { kind: "quad", motorCount: 4 } as const;
const layout = MOTOR_LAYOUTS.find(({ id }) => id === "quad-x")!;
const board = SHIPPED_BOARDS.find(({ name }) => name.startsWith("Cairn F"))!;
const { needs } = DEVICE_TYPES.find(({ id }) => id === "esc")!;
const escs = (...names: string[]): Device[] => names.map((name) => ({ id: name, name, type: "esc", needs }));
const onPads = (devices: readonly Device[], ...pads: string[]) =>
  devices.map(({ id }, at) => ({ device: id, need: "signal", pad: pads[at]! }));
const orderOf = (devices: Device[], ...pads: string[]) =>
  motorOrderOf(layout, quad, board, devices, onPads(devices, ...pads));

describe("motorOrderOf", () => {
  it("reads the corner in an ESC's name", () => {
    const named = escs("ESC rear right", "ESC, front left", "Rear left", "front right ESC");
    expect(orderOf(named, "M1", "M2", "M3", "M4")).toEqual(["rear right", "front left", "rear left", "front right"]);
  });

  it("reads a number as the shop counts, counter-clockwise from the front right", () => {
    expect(orderOf(escs("ESC 1", "ESC 2", "ESC 3", "ESC 4"), "M4", "M3", "M2", "M1")).toEqual([
      "rear right",
      "rear left",
      "front left",
      "front right",
    ]);
  });

  it("says nothing where a name tells no motor, one is told twice, or an output is missing", () => {
    expect(orderOf(escs("left", "right", "ESC 3", "ESC 4"), "M1", "M2", "M3", "M4")).toBeNull();
    expect(orderOf(escs("ESC 1", "ESC 1 front right", "ESC 3", "ESC 4"), "M1", "M2", "M3", "M4")).toBeNull();
    expect(orderOf(escs("ESC 1", "ESC 2", "ESC 3"), "M1", "M2", "M3")).toBeNull();
    expect(orderOf(escs("ESC 1", "ESC 2", "ESC 3", "ESC 4"), "M1", "M2", "M3", "M5")).toBeNull();
  });
});
