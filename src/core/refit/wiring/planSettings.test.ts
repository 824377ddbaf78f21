import { DEVICE_TYPES } from "../shelf/deviceTypes";
import { SHIPPED_BOARDS } from "../shelf/shippedBoards";
import { planSettings } from "./planSettings";
import { planWiring } from "./planWiring";
import { type Device, type WiringCase } from "./wiringCase";

const board = (name: string) => SHIPPED_BOARDS.find((each) => each.name.startsWith(name))!;
const device = (type: string, id: string): Device => ({
  id,
  name: id,
  needs: DEVICE_TYPES.find((each) => each.id === type)!.needs,
});

it("says what ports, outputs and protocols must be set to, and what they were", () => {
  const wiring: WiringCase = {
    board: board("Cairn F"),
    oldBoard: board("Burr"),
    devices: [
      device("receiver", "receiver"),
      device("satellite", "satellite"),
      device("esc", "left"),
      device("esc", "right"),
    ],
    oldWires: [
      { device: "receiver", need: "data", line: "rx", pad: "R4" },
      { device: "satellite", need: "data", line: "rx", pad: "R2" },
      { device: "satellite", need: "data", line: "tx", pad: "T2" },
      { device: "left", need: "signal", pad: "M2" },
    ],
    pins: [
      { device: "receiver", need: "data", pad: "R1" },
      { device: "left", need: "signal", pad: "M3" },
      { device: "right", need: "signal", pad: "M4" },
    ],
    likedProtocols: true,
  };
  const { plan } = planWiring(wiring);
  expect(planSettings(wiring, plan!)).toEqual([
    "Port 1: receiver, was 4.",
    "Port 2: satellite, as before.",
    "Output 3: left, was 2.",
    "Output 4: right.",
    "Protocol of the motors: digital 600.",
  ]);
});
