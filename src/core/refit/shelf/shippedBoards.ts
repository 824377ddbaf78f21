import { type Board, type OutputGroup, type Rail } from "../wiring/board";
import { edge, feeds, ground, measures, output, ports, rx, scl, sda, signal, tx } from "./boardParts";

/*
 * The board files that come with the shop. All of these boards are made up; their volts, amps and ports are of a size that boards of their kind have
 * (common practice, no published source).
 */
const FAST = ["digital 600", "digital 300", "analogue", "pulses"] as const;
const SLOW = ["analogue", "pulses"] as const;
const group = (id: string, protocols: readonly string[]): OutputGroup => ({ id, protocols });
const five = (maxA: number, more: Partial<Rail> = {}): Rail => ({
  id: "5 V",
  maxA,
  choices: [{ by: "", volts: 5 }],
  ...more,
});
const pack = (maxA: number): Rail => ({ id: "pack", maxA, choices: [{ by: "", volts: "pack" }] });
const usbFive: Rail = { id: "4.5 V", maxA: 0.5, usb: true, quiet: true, choices: [{ by: "", volts: 4.5 }] };
const three: Rail = { id: "3.3 V", maxA: 0.3, usb: true, quiet: true, choices: [{ by: "", volts: 3.3 }] };

const small = { widthMm: 25.5, heightMm: 25.5 };
const stack = { widthMm: 36, heightMm: 36 };
const wing = { widthMm: 50, heightMm: 28 };

/** A small all-in-one for light quads: five ports, one rail for everything. */
const quill: Board = {
  name: "Quill 12 all-in-one",
  outline: small,
  forwardDeg: 0,
  mounting: { patternMm: 25.5, holeMm: 2 },
  gyro: { class: "six-axis, 8 kHz", loopHz: [8000, 4000] },
  processor: { class: "96 MHz", loopHz: [4000, 2000] },
  esc: { continuousA: 12, burstA: 15, outputs: 4 },
  pads: [
    ...edge(small, "top", [
      ["R1", rx("S1")],
      ["T1", tx("S1", { halfDuplex: true })],
      ["5V", feeds("5 V")],
      ["G", ground],
    ]),
    ...edge(small, "right", [
      ["R2", rx("S2", { inverts: true }), { also: ["SB"] }],
      ["T2", tx("S2")],
      ["4V5", feeds("4.5 V")],
      ["G2", ground],
    ]),
    ...edge(small, "bottom", [
      ["CAM", signal("video in")],
      ["VTX", signal("video out")],
      ["5V2", feeds("5 V")],
      ["G3", ground],
      ["LED", signal("lamps")],
      ["BZ-", signal("buzzer")],
    ]),
    ...edge(small, "left", [
      ["M1", output("A", 1)],
      ["M2", output("A", 2)],
      ["M3", output("A", 3)],
      ["M4", output("A", 4)],
    ]),
  ],
  ports: ports(1, 2).slice(0, 2),
  rails: [five(1.2), usbFive],
  groups: [group("A", FAST)],
  blocks: [],
};

/** An all-in-one with a pad that is a port under two names. */
const hob: Board = {
  name: "Hob 35 all-in-one",
  outline: { widthMm: 33, heightMm: 33 },
  forwardDeg: 45,
  mounting: { patternMm: 25.5, holeMm: 3 },
  gyro: { class: "six-axis, 8 kHz", loopHz: [8000, 4000] },
  processor: { class: "168 MHz", loopHz: [8000, 4000] },
  sensors: ["barometer"],
  esc: { continuousA: 35, burstA: 45, outputs: 4 },
  pads: [
    ...edge({ widthMm: 33, heightMm: 33 }, "top", [
      ["R1", rx("S1")],
      ["T1", tx("S1", { halfDuplex: true })],
      ["SDA", sda("B1")],
      ["SCL", scl("B1")],
      ["5V", feeds("5 V")],
      ["G", ground],
    ]),
    ...edge({ widthMm: 33, heightMm: 33 }, "right", [
      ["R2", rx("S2")],
      ["DV", rx("S2"), { also: ["RX-D"] }],
      ["T2", tx("S2")],
      ["10V", feeds("video")],
      ["G2", ground],
    ]),
    ...edge({ widthMm: 33, heightMm: 33 }, "bottom", [
      ["R3", rx("S3")],
      ["T3", tx("S3", { halfDuplex: true })],
      ["CAM", signal("video in")],
      ["VTX", signal("video out")],
      ["CC", feeds("5 V")],
      ["G3", ground],
      ["LED", signal("lamps")],
    ]),
    ...edge({ widthMm: 33, heightMm: 33 }, "left", [
      ["BZ-", signal("buzzer")],
      ["4V5", feeds("4.5 V")],
      ["M1", output("A", 1)],
      ["M2", output("A", 2)],
      ["M3", output("A", 3)],
      ["M4", output("A", 4)],
    ]),
  ],
  ports: ports(1, 2, 3),
  rails: [
    five(2),
    usbFive,
    {
      id: "video",
      maxA: 1.5,
      peakA: 2,
      quiet: true,
      switchable: true,
      choices: [
        { by: "", volts: 10 },
        { by: "jumper beside 10V bridged", from: "5 V" },
      ],
    },
  ],
  groups: [group("A", FAST)],
  blocks: [],
};

/** The same maker's larger one: its digital video pad shares the receiver's port. */
const burr: Board = {
  name: "Burr 45 all-in-one",
  outline: stack,
  forwardDeg: 0,
  mounting: { patternMm: 25.5, holeMm: 3 },
  gyro: { class: "six-axis, 8 kHz", loopHz: [8000, 4000] },
  processor: { class: "216 MHz", loopHz: [8000] },
  sensors: ["barometer", "current"],
  esc: { continuousA: 45, burstA: 55, outputs: 4 },
  pads: [
    ...edge(stack, "top", [
      ["R1", rx("S1", { inverts: true }), { toleratesV: 5 }],
      ["T1", tx("S1", { inverts: true })],
      ["R4", rx("S4", { inverts: true })],
      ["T4", tx("S4", { halfDuplex: true, inverts: true })],
      ["5V", feeds("5 V")],
      ["G", ground],
    ]),
    ...edge(stack, "right", [
      ["R2", rx("S2", { inverts: true })],
      ["T2", tx("S2", { inverts: true })],
      ["V+", feeds("video")],
      ["G2", ground],
      ["R6", rx("S6", { inverts: true })],
      ["T6", tx("S6", { inverts: true })],
    ]),
    ...edge(stack, "bottom", [
      ["CAM", signal("video in")],
      ["VTX", signal("video out")],
      ["5V2", feeds("5 V")],
      ["G3", ground],
      ["SDA", sda("B1")],
      ["SCL", scl("B1")],
      ["4V5", feeds("4.5 V")],
    ]),
    ...edge(stack, "left", [
      ["LED", signal("lamps")],
      ["BZ-", signal("buzzer")],
      ["M1", output("A", 1)],
      ["M2", output("A", 2)],
      ["M3", output("B", 3)],
      ["M4", output("B", 4)],
    ]),
  ],
  ports: ports(1, 2, 4, 6),
  rails: [
    five(2.5),
    usbFive,
    {
      id: "video",
      maxA: 2,
      quiet: true,
      choices: [
        { by: "", volts: 9 },
        { by: "jumper V to 5", from: "5 V" },
      ],
    },
  ],
  groups: [group("A", FAST), group("B", FAST)],
  blocks: [{ between: ["S4", "S6"], because: "one of the two at a time, by a setting" }],
};

/** The board of a stack, with ESCs below it on a plug of their own. */
const cairn: Board = {
  name: "Cairn F stack board",
  outline: stack,
  forwardDeg: 0,
  mounting: { patternMm: 30.5, holeMm: 4 },
  gyro: { class: "six-axis, 8 kHz", loopHz: [8000, 4000] },
  processor: { class: "168 MHz", loopHz: [8000, 4000] },
  sensors: ["barometer"],
  pads: [
    ...edge(stack, "top", [
      ["R1", rx("S1")],
      ["T1", tx("S1")],
      ["SB", rx("S2", { inverts: true })],
      ["R2", rx("S2")],
      ["T2", tx("S2", { halfDuplex: true })],
      ["5V", feeds("5 V")],
      ["G", ground],
    ]),
    ...edge(stack, "right", [
      ["R3", rx("S3")],
      ["T3", tx("S3", { halfDuplex: true })],
      ["9V", feeds("video")],
      ["G2", ground],
      ["CAM", signal("video in")],
      ["VTX", signal("video out")],
    ]),
    ...edge(stack, "bottom", [
      ["M1", output("A", 1)],
      ["M2", output("A", 2)],
      ["M3", output("B", 3)],
      ["M4", output("B", 4)],
      ["CUR", measures("current")],
      ["VB", feeds("pack")],
      ["G3", ground],
      ["R6", rx("S6")],
    ]),
    ...edge(stack, "left", [
      ["SDA", sda("B1")],
      ["SCL", scl("B1")],
      ["4V5", feeds("4.5 V")],
      ["G4", ground],
      ["LED", signal("lamps")],
      ["BZ-", signal("buzzer")],
      ["C+", feeds("camera")],
    ]),
  ],
  ports: ports(1, 2, 3, 6),
  rails: [
    five(2),
    usbFive,
    pack(3),
    {
      id: "video",
      maxA: 1.5,
      peakA: 2.5,
      quiet: true,
      switchable: true,
      choices: [
        { by: "", volts: 9 },
        { by: "jumper 9 to 5 bridged", from: "5 V" },
      ],
    },
    {
      id: "camera",
      maxA: 1,
      choices: [
        { by: "jumper C to 5", from: "5 V" },
        { by: "jumper C to pack", from: "pack" },
      ],
    },
  ],
  groups: [group("A", FAST), group("B", FAST)],
  blocks: [{ between: ["SB", "R2"], because: "two names of one pin, with and without inverter" }],
};

/** A larger stack board with more ports. */
const cairnSeven: Board = {
  ...cairn,
  name: "Cairn G stack board",
  processor: { class: "216 MHz", loopHz: [8000] },
  pads: [
    ...edge(stack, "top", [
      ["R1", rx("S1", { inverts: true })],
      ["T1", tx("S1", { inverts: true })],
      ["R2", rx("S2", { inverts: true })],
      ["T2", tx("S2", { inverts: true, halfDuplex: true })],
      ["5V", feeds("5 V")],
      ["G", ground],
      ["R7", rx("S7", { inverts: true })],
      ["T7", tx("S7", { inverts: true })],
    ]),
    ...edge(stack, "right", [
      ["R3", rx("S3", { inverts: true })],
      ["T3", tx("S3", { inverts: true, halfDuplex: true })],
      ["12V", feeds("video")],
      ["G2", ground],
      ["CAM", signal("video in")],
      ["VTX", signal("video out")],
      ["R5", rx("S5", { inverts: true })],
    ]),
    ...edge(stack, "bottom", [
      ["M1", output("A", 1)],
      ["M2", output("A", 2)],
      ["M3", output("A", 3)],
      ["M4", output("A", 4)],
      ["M5", output("B", 5)],
      ["M6", output("B", 6)],
      ["CUR", measures("current")],
      ["VB", feeds("pack")],
      ["G3", ground],
    ]),
    ...edge(stack, "left", [
      ["SDA", sda("B1")],
      ["SCL", scl("B1")],
      ["4V5", feeds("4.5 V")],
      ["G4", ground],
      ["LED", signal("lamps")],
      ["BZ-", signal("buzzer")],
      ["R6", rx("S6", { inverts: true })],
      ["T6", tx("S6", { inverts: true })],
    ]),
  ],
  ports: ports(1, 2, 3, 5, 6, 7),
  rails: [
    five(3),
    usbFive,
    pack(3),
    {
      id: "video",
      maxA: 2,
      peakA: 3,
      quiet: true,
      switchable: true,
      choices: [
        { by: "", volts: 12 },
        { by: "jumper 12 to 5 bridged", from: "5 V" },
      ],
    },
  ],
  groups: [group("A", FAST), group("B", FAST)],
  blocks: [],
};

/** A plain quad board of years ago: three ports, no inverter but one. */
const loam: Board = {
  name: "Loam 3 quad board",
  outline: stack,
  forwardDeg: 0,
  mounting: { patternMm: 30.5, holeMm: 3 },
  gyro: { class: "six-axis, 4 kHz", loopHz: [4000, 2000] },
  processor: { class: "72 MHz", loopHz: [2000, 1000] },
  pads: [
    ...edge(stack, "top", [
      ["R1", rx("S1")],
      ["T1", tx("S1")],
      ["SB", rx("S2", { inverts: true })],
      ["5V", feeds("5 V")],
      ["G", ground],
    ]),
    ...edge(stack, "right", [
      ["R3", rx("S3")],
      ["T3", tx("S3")],
      ["5V2", feeds("5 V")],
      ["G2", ground],
    ]),
    ...edge(stack, "bottom", [
      ["M1", output("A", 1)],
      ["M2", output("A", 2)],
      ["M3", output("A", 3)],
      ["M4", output("A", 4)],
      ["M5", output("B", 5)],
      ["M6", output("B", 6)],
    ]),
    ...edge(stack, "left", [
      ["SDA", sda("B1")],
      ["SCL", scl("B1")],
      ["BZ-", signal("buzzer")],
      ["LED", signal("lamps")],
      ["VB", feeds("pack")],
      ["G3", ground],
    ]),
  ],
  ports: ports(1, 2, 3),
  rails: [five(1, { usb: true }), pack(2)],
  groups: [group("A", ["digital 300", "analogue", "pulses"]), group("B", SLOW)],
  blocks: [],
};

/** Eight outputs, the first four of them fast. */
const osier: Board = {
  name: "Osier 8 lifter board",
  outline: { widthMm: 60, heightMm: 40 },
  forwardDeg: 0,
  mounting: { patternMm: 45, holeMm: 3 },
  gyro: { class: "six-axis, two, 4 kHz", loopHz: [4000, 2000] },
  processor: { class: "168 MHz", loopHz: [4000, 2000] },
  sensors: ["barometer", "compass", "current"],
  pads: [
    ...edge({ widthMm: 60, heightMm: 40 }, "top", [
      ["R1", rx("S1")],
      ["T1", tx("S1")],
      ["R2", rx("S2")],
      ["T2", tx("S2", { halfDuplex: true })],
      ["SB", rx("S3", { inverts: true })],
      ["5V", feeds("5 V")],
      ["G", ground],
      ["4V5", feeds("4.5 V")],
      ["G2", ground],
    ]),
    ...edge({ widthMm: 60, heightMm: 40 }, "bottom", [
      ["M1", output("A", 1)],
      ["M2", output("A", 2)],
      ["M3", output("B", 3)],
      ["M4", output("B", 4)],
      ["M5", output("C", 5)],
      ["M6", output("C", 6)],
      ["M7", output("D", 7)],
      ["M8", output("D", 8)],
      ["CUR", measures("current")],
    ]),
    ...edge({ widthMm: 60, heightMm: 40 }, "left", [
      ["R4", rx("S4")],
      ["T4", tx("S4")],
      ["12V", feeds("12 V")],
      ["G3", ground],
      ["SDA", sda("B1")],
      ["SCL", scl("B1")],
    ]),
    ...edge({ widthMm: 60, heightMm: 40 }, "right", [
      ["VB", feeds("pack")],
      ["G4", ground],
      ["BZ-", signal("buzzer")],
      ["LED", signal("lamps")],
      ["A1", [measures("rssi"), output("E", 9)]],
      ["A2", output("E", 10)],
    ]),
  ],
  ports: ports(1, 2, 3, 4),
  rails: [five(3), usbFive, pack(5), { id: "12 V", maxA: 2, switchable: true, choices: [{ by: "", volts: 12 }] }],
  groups: [group("A", FAST), group("B", FAST), group("C", SLOW), group("D", SLOW), group("E", ["pulses"])],
  blocks: [],
};

/** For wings: servo rails that can be 5 or 6 V, outputs in pairs. */
const kelp: Board = {
  name: "Kelp W wing board",
  outline: wing,
  forwardDeg: 0,
  mounting: { patternMm: 25, holeMm: 3 },
  gyro: { class: "six-axis, 2 kHz", loopHz: [2000, 1000] },
  processor: { class: "168 MHz", loopHz: [2000, 1000] },
  sensors: ["barometer", "current"],
  pads: [
    ...edge(wing, "top", [
      ["R1", rx("S1")],
      ["T1", tx("S1")],
      ["R2", rx("S2", { inverts: true }), { also: ["SB"] }],
      ["T2", tx("S2")],
      ["5V", feeds("5 V")],
      ["G", ground],
      ["SDA", sda("B1")],
      ["SCL", scl("B1")],
      ["4V5", feeds("4.5 V")],
    ]),
    ...edge(wing, "bottom", [
      ["O1", output("A", 1)],
      ["O2", output("A", 2)],
      ["O3", output("B", 3)],
      ["O4", output("B", 4)],
      ["O5", output("C", 5)],
      ["O6", output("C", 6)],
      ["S+", feeds("servo")],
      ["SG", ground],
      ["VB", feeds("pack")],
    ]),
    ...edge(wing, "left", [
      ["R3", rx("S3")],
      ["T3", tx("S3")],
      ["V+", feeds("video")],
      ["G2", ground],
    ]),
    ...edge(wing, "right", [
      ["CAM", signal("video in")],
      ["VTX", signal("video out")],
      ["BZ-", signal("buzzer")],
      ["AIR", measures("airspeed")],
      ["G3", ground],
    ]),
  ],
  ports: ports(1, 2, 3),
  rails: [
    five(2),
    usbFive,
    pack(5),
    {
      id: "servo",
      maxA: 4,
      peakA: 6,
      choices: [
        { by: "", volts: 5 },
        { by: "jumper S to 6 V", volts: 6 },
      ],
    },
    {
      id: "video",
      maxA: 2,
      quiet: true,
      choices: [
        { by: "", volts: 9 },
        { by: "jumper V to 5", from: "5 V" },
        { by: "jumper V to pack", from: "pack" },
      ],
    },
  ],
  groups: [group("A", ["digital 300", "analogue", "pulses"]), group("B", SLOW), group("C", ["pulses"])],
  blocks: [],
};

/** A smaller one for wings, arrow to the side. */
const reed: Board = {
  ...kelp,
  name: "Reed mini wing board",
  outline: { widthMm: 34, heightMm: 24 },
  forwardDeg: 90,
  sensors: ["barometer"],
  pads: [
    ...edge({ widthMm: 34, heightMm: 24 }, "top", [
      ["R1", rx("S1", { inverts: true })],
      ["T1", tx("S1", { inverts: true })],
      ["5V", feeds("5 V")],
      ["G", ground],
      ["SDA", sda("B1")],
      ["SCL", scl("B1")],
    ]),
    ...edge({ widthMm: 34, heightMm: 24 }, "bottom", [
      ["O1", output("A", 1)],
      ["O2", output("A", 2)],
      ["O3", output("B", 3)],
      ["O4", output("B", 4)],
      ["S+", feeds("servo")],
      ["SG", ground],
    ]),
    ...edge({ widthMm: 34, heightMm: 24 }, "left", [
      ["R3", rx("S3", { inverts: true })],
      ["T3", tx("S3", { inverts: true })],
      ["VB", feeds("pack")],
      ["G2", ground],
    ]),
    ...edge({ widthMm: 34, heightMm: 24 }, "right", [
      ["CAM", signal("video in")],
      ["VTX", signal("video out")],
      ["BZ-", signal("buzzer")],
      ["4V5", feeds("4.5 V")],
    ]),
  ],
  ports: ports(1, 3),
  rails: [five(1.5), usbFive, pack(3), { id: "servo", maxA: 3, peakA: 5, choices: [{ by: "", volts: 5 }] }],
  groups: [group("A", ["analogue", "pulses"]), group("B", ["pulses"])],
  blocks: [],
};

/** A helicopter's unit: three servos for the swash, one for the tail, one speed controller. */
const flue: Board = {
  name: "Flue H helicopter unit",
  outline: { widthMm: 40, heightMm: 26 },
  forwardDeg: 0,
  mounting: { patternMm: 30, holeMm: 3 },
  gyro: { class: "six-axis, 2 kHz", loopHz: [2000] },
  processor: { class: "168 MHz", loopHz: [2000] },
  pads: [
    ...edge({ widthMm: 40, heightMm: 26 }, "top", [
      ["R1", rx("S1", { inverts: true })],
      ["T1", tx("S1", { halfDuplex: true })],
      ["R2", rx("S2")],
      ["T2", tx("S2", { halfDuplex: true })],
      ["RPM", measures("speed")],
    ]),
    ...edge({ widthMm: 40, heightMm: 26 }, "bottom", [
      ["SW1", output("A", 1)],
      ["SW2", output("A", 2)],
      ["SW3", output("A", 3)],
      ["TAIL", output("B", 4)],
      ["ESC", output("C", 5)],
      ["AUX", output("C", 6)],
    ]),
    ...edge({ widthMm: 40, heightMm: 26 }, "right", [
      ["S+", feeds("servo")],
      ["SG", ground],
      ["S+2", feeds("servo")],
      ["SG2", ground],
    ]),
    ...edge({ widthMm: 40, heightMm: 26 }, "left", [
      ["3V3", feeds("3.3 V")],
      ["G", ground],
    ]),
  ],
  ports: ports(1, 2).slice(0, 2),
  rails: [
    {
      id: "servo",
      maxA: 8,
      peakA: 15,
      choices: [
        { by: "supply plugged at 5 to 8.4 V", volts: 7.4 },
        { by: "supply set to 5 V", volts: 5 },
      ],
    },
    three,
  ],
  groups: [group("A", ["pulses"]), group("B", ["fast pulses", "pulses"]), group("C", ["analogue", "pulses"])],
  blocks: [],
};

/** Ten made-up boards, smallest first. */
export const SHIPPED_BOARDS: readonly Board[] = [quill, hob, burr, loam, cairn, cairnSeven, reed, kelp, flue, osier];
