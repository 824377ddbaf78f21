import { type Sum } from "./sum.types";

/** Bits of one digital frame. */
export const FRAME_BITS = 16;
/** The bit rates boards offer, bit/s. */
export const BIT_RATES = [150e3, 300e3, 600e3, 1200e3] as const;

/** Seconds that one digital frame takes. */
export function frameTime(bitRate: number): number {
  return FRAME_BITS / bitRate;
}

/** The slowest bit rate whose frame fits in one control loop; null when none does. */
export function slowestThatFits(loopRateHz: number): number | null {
  return BIT_RATES.find((rate) => frameTime(rate) <= 1 / loopRateHz) ?? null;
}

/** Whether a digital frame fits in the control loop, and which bit rate to take. */
export const protocolTiming: Sum = {
  id: "protocol-timing",
  title: "ESC protocol timing",
  question: "Which digital bit rate fits this loop rate?",
  inputs: [
    {
      id: "bitRate",
      label: "Bit rate",
      quantity: "bitRate",
      start: 300,
      min: 150,
      max: 1200,
      options: BIT_RATES.map((rate) => ({ label: `${rate / 1e3} kbit/s`, value: rate / 1e3 })),
    },
    { id: "loopRate", label: "Loop rate", quantity: "loopRate", start: 8, min: 0.5, max: 32 },
    { id: "motors", label: "Motors", quantity: "count", start: 4, min: 1, max: 12 },
    { id: "outputs", label: "Outputs that speak digital", quantity: "count", start: 8, min: 0, max: 12 },
  ],
  formula: "frame = 16 bit / bit rate ≤ loop = 1 / loop rate",
  source: "Frame of 16 bits and the loop times: common practice, no published source.",
  compute: ({ bitRate, loopRate, motors, outputs }) => {
    const frame = frameTime(bitRate!);
    const loop = 1 / loopRate!;
    const slowest = slowestThatFits(loopRate!);
    return {
      results: [
        { label: "One frame", quantity: "microseconds", value: frame, isMain: true },
        { label: "One control loop", quantity: "microseconds", value: loop },
        { label: "Room left", quantity: "microseconds", value: loop - frame },
      ],
      remarks: [
        frame <= loop
          ? { word: "good", text: "The frame fits in one loop." }
          : { word: "bad", text: "The frame does not fit in one loop: frames would be dropped." },
        slowest === null
          ? { word: "bad", text: "No bit rate fits this loop rate." }
          : {
              word: "note",
              text: `Default: ${slowest / 1e3} kbit/s, the slowest that fits, for it bears noise best. The other school takes the fastest: least delay, and room to repeat.`,
            },
        ...(motors! > outputs!
          ? [
              {
                word: "bad" as const,
                text: `${motors} motors on ${outputs} digital outputs: all must be analogue, and then calibrated.`,
              },
            ]
          : []),
      ],
    };
  },
};
