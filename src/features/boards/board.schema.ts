import * as v from "valibot";

/*
 * The form of board files, device types and wiring cases: docs/wiring.md says what they mean. What is wrong in their sense, checkBoard and checkBoardFile find.
 */
const name = v.pipe(
  v.string("This must be text."),
  v.trim(),
  v.minLength(1, "This must not be empty."),
  v.maxLength(60, "At most 60 characters."),
);
const words = v.pipe(v.string("This must be text."), v.maxLength(200, "At most 200 characters."));
const figure = (least: number, most: number, unit: string) =>
  v.pipe(
    v.number(`This must be a number${unit && `, in ${unit}`}.`),
    v.finite("This must be a number."),
    v.minValue(least, `At least ${least}${unit && ` ${unit}`}.`),
    v.maxValue(most, `At most ${most}${unit && ` ${unit}`}.`),
  );
const volts = figure(0, 100, "V");
const amps = figure(0, 1000, "A");
const mm = figure(-1000, 1000, "mm");
const yes = v.boolean("This must be true or false.");
const list = <T extends v.GenericSchema>(entry: T, most: number) =>
  v.pipe(v.array(entry, "This must be a list."), v.maxLength(most, `At most ${most} entries.`));
const protocols = v.pipe(list(name, 12), v.minLength(1, "Name at least one protocol."));

const PadUse = v.variant(
  "function",
  [
    v.strictObject({
      function: v.picklist(["rx", "tx"]),
      port: name,
      inverts: v.optional(yes),
      halfDuplex: v.optional(yes),
    }),
    v.strictObject({ function: v.picklist(["sda", "scl"]), port: name }),
    v.strictObject({ function: v.literal("analog"), input: v.optional(name), maxV: v.optional(volts) }),
    v.strictObject({ function: v.literal("output"), group: name, number: figure(0, 99, "") }),
    v.strictObject({ function: v.literal("power"), rail: name }),
    v.strictObject({ function: v.literal("ground") }),
    v.strictObject({ function: v.literal("signal"), name }),
  ],
  "A pad is for rx, tx, sda, scl, analog, output, power, ground or signal.",
);

const Pad = v.strictObject({
  name,
  also: v.optional(list(name, 8)),
  xMm: mm,
  yMm: mm,
  side: v.optional(v.picklist(["top", "bottom"], "A side is top or bottom.")),
  uses: v.pipe(list(PadUse, 6), v.minLength(1, "Say what the pad is for.")),
  wires: v.optional(v.pipe(figure(1, 100, ""), v.integer("A whole number of wires."))),
  toleratesV: v.optional(volts),
});

const RailChoice = v.strictObject({
  by: words,
  volts: v.optional(v.union([volts, v.literal("pack")], "Volts are a number, or “pack”.")),
  from: v.optional(name),
  usb: v.optional(yes),
  quiet: v.optional(yes),
});

const loops = v.strictObject({ class: name, loopHz: list(figure(1, 100_000, "Hz"), 20) });

/** A board file. */
export const BoardFile = v.strictObject({
  name,
  outline: v.strictObject({ widthMm: figure(5, 300, "mm"), heightMm: figure(5, 300, "mm") }),
  forwardDeg: v.optional(figure(-360, 360, "°")),
  mounting: v.optional(v.strictObject({ patternMm: figure(5, 200, "mm"), holeMm: figure(0.5, 20, "mm") })),
  gyro: v.optional(loops),
  processor: v.optional(loops),
  sensors: v.optional(list(name, 20)),
  esc: v.optional(v.strictObject({ continuousA: amps, burstA: amps, outputs: figure(1, 16, "") })),
  pads: v.pipe(list(Pad, 400), v.minLength(1, "A board has pads.")),
  ports: list(
    v.strictObject({
      id: name,
      number: figure(0, 99, ""),
      kind: v.picklist(["serial", "bus"], "A port is serial or bus."),
    }),
    60,
  ),
  rails: list(
    v.strictObject({
      id: name,
      choices: v.pipe(list(RailChoice, 12), v.minLength(1, "Say what feeds the rail.")),
      maxA: amps,
      peakA: v.optional(amps),
      usb: v.optional(yes),
      quiet: v.optional(yes),
      switchable: v.optional(yes),
    }),
    20,
  ),
  groups: list(v.strictObject({ id: name, protocols }), 40),
  blocks: list(
    v.strictObject({ between: v.tuple([name, name], "A block stands between two."), because: v.optional(words) }),
    100,
  ),
});

const place = v.optional(v.strictObject({ xMm: mm, yMm: mm }));
const id = name;

const NeedFile = v.variant(
  "kind",
  [
    v.strictObject({
      id,
      at: place,
      kind: v.literal("serial"),
      mode: v.picklist(["full", "transmit", "receive", "half"], "A serial need is full, transmit, receive or half."),
      inverted: v.optional(yes),
      levelV: v.optional(volts),
    }),
    v.strictObject({ id, at: place, kind: v.literal("bus"), address: v.optional(figure(0, 127, "")) }),
    v.strictObject({
      id,
      at: place,
      kind: v.literal("analog"),
      input: v.optional(name),
      maxV: v.optional(volts),
    }),
    v.strictObject({ id, at: place, kind: v.literal("output"), protocols, set: v.optional(name) }),
    v.strictObject({ id, at: place, kind: v.literal("signal"), name, levelV: v.optional(volts) }),
    v.strictObject({
      id,
      at: place,
      kind: v.literal("power"),
      minV: volts,
      maxV: volts,
      meanA: amps,
      peakA: v.optional(amps),
      usb: v.optional(yes),
      quiet: v.optional(yes),
      switchable: v.optional(yes),
    }),
    v.strictObject({ id, at: place, kind: v.literal("ground") }),
  ],
  "A need is serial, bus, analog, output, signal, power or ground.",
);

/** A device on a craft, or one of the shop's device types. */
export const DeviceFile = v.strictObject({
  id,
  name,
  type: v.optional(name),
  at: place,
  required: v.optional(yes),
  needs: v.pipe(list(NeedFile, 24), v.minLength(1, "A device needs something of the board.")),
});

const Wish = v.strictObject({ device: id, need: id, pad: name });

/** A wire as it is, or was. */
export const WireFile = v.strictObject({
  device: id,
  need: id,
  line: v.optional(v.picklist(["rx", "tx", "sda", "scl", "wire"], "A line is rx, tx, sda, scl or wire.")),
  pad: name,
  port: v.optional(figure(0, 99, "")),
  colour: v.optional(name),
});

/** What `pitstopa wiring --case` reads. */
export const WiringCaseFile = v.strictObject({
  board: BoardFile,
  devices: list(DeviceFile, 100),
  pack: v.optional(v.strictObject({ minV: volts, maxV: volts })),
  oldBoard: v.optional(BoardFile),
  oldWires: v.optional(list(WireFile, 400)),
  pins: v.optional(list(Wish, 400)),
  forbids: v.optional(list(Wish, 400)),
  likedProtocols: v.optional(yes),
});
