/** Bits of one digital frame. */
export const FRAME_BITS = 16;
/** The bit rates boards offer, bit/s. */
export const BIT_RATES = [150e3, 300e3, 600e3, 1200e3] as const;

/**
 * Time that one digital frame takes.
 *
 * @param bitRate - bit/s, above 0.
 * @returns seconds.
 */
export function frameTime(bitRate: number): number {
  return FRAME_BITS / bitRate;
}

/** The slowest bit rate whose frame fits in one control loop; null when none does. */
export function slowestThatFits(loopRateHz: number): number | null {
  return BIT_RATES.find((rate) => frameTime(rate) <= 1 / loopRateHz) ?? null;
}

/** Two schools: the slowest rate that fits bears noise best; the fastest has the least delay and room to repeat. */
export type ProtocolSchool = "slowest that fits" | "fastest";

/** Which protocol the ESCs should speak, and why. */
export interface ProtocolChoice {
  kind: "digital" | "analogue";
  /** bit/s; null for analogue. */
  bitRate: number | null;
  frameS: number | null;
  needsEndPoints: boolean;
  reasons: string[];
}

/**
 * Chooses the protocol between board and ESCs.
 *
 * @param outputs - Outputs of the board that speak digital.
 * @param topBitRate - The fastest the ESCs understand; null when they speak analogue only.
 * @see Frame of 16 bits and both schools: common practice, no published source.
 */
export function chooseProtocol(given: {
  motors: number;
  outputs: number;
  loopRateHz: number;
  topBitRate: number | null;
  school: ProtocolSchool;
}): ProtocolChoice {
  const { motors, outputs, loopRateHz, topBitRate, school } = given;
  const analogue = (reason: string): ProtocolChoice => ({
    kind: "analogue",
    bitRate: null,
    frameS: null,
    needsEndPoints: true,
    reasons: [reason, "Analogue end points drift and differ: calibrate each ESC, and keep the record."],
  });
  if (motors > outputs)
    return analogue(
      `${motors} motors on ${outputs} digital outputs: all must be analogue, for mixed ones answer at different times.`,
    );
  if (topBitRate === null) return analogue("These ESCs speak analogue only.");
  const fitting = BIT_RATES.filter((rate) => frameTime(rate) <= 1 / loopRateHz && rate <= topBitRate);
  const bitRate = school === "fastest" ? fitting.at(-1) : fitting[0];
  if (bitRate === undefined)
    return analogue(
      `No frame the ESCs understand fits into one loop of ${(1e6 / loopRateHz).toFixed(0)} µs: lower the loop rate, or go analogue.`,
    );
  const loopUs = 1e6 / loopRateHz;
  const frameUs = frameTime(bitRate) * 1e6;
  return {
    kind: "digital",
    bitRate,
    frameS: frameTime(bitRate),
    needsEndPoints: false,
    reasons: [
      `${bitRate / 1e3} kbit/s: a frame takes ${frameUs.toFixed(1)} µs of a loop of ${loopUs.toFixed(1)} µs.`,
      school === "slowest that fits"
        ? "The slowest that fits: long bits bear noise on the wires best. The other school takes the fastest, for the least delay and room to repeat."
        : "The fastest: least delay, and room to repeat a lost frame. The default is the slowest that fits, for it bears noise best.",
      "Digital needs no end-point calibration.",
    ],
  };
}
