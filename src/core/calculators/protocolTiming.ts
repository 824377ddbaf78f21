import { BIT_RATES, chooseProtocol, frameTime } from "../bench/escProtocol";
import { type Calculator } from "./calculator.types";

/** Whether a digital frame fits in the control loop, and which bit rate to take. */
export const protocolTiming: Calculator = {
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
    {
      id: "topRate",
      label: "Fastest the ESCs speak",
      quantity: "bitRate",
      start: 600,
      min: 0,
      max: 1200,
      options: [
        { label: "analogue only", value: 0 },
        ...BIT_RATES.map((rate) => ({ label: `${rate / 1e3} kbit/s`, value: rate / 1e3 })),
      ],
    },
    {
      id: "school",
      label: "School",
      quantity: "count",
      start: 0,
      min: 0,
      max: 1,
      options: [
        { label: "slowest that fits: bears noise", value: 0 },
        { label: "fastest: least delay", value: 1 },
      ],
    },
    { id: "outputs", label: "Outputs that speak digital", quantity: "count", start: 8, min: 0, max: 12 },
  ],
  formula: "frame = 16 bit / bit rate ≤ loop = 1 / loop rate",
  source: "Frame of 16 bits and the loop times: common practice, no published source.",
  compute: ({ bitRate, loopRate, motors, outputs, topRate, school }) => {
    const frame = frameTime(bitRate!);
    const loop = 1 / loopRate!;
    const choice = chooseProtocol({
      motors: motors!,
      outputs: outputs!,
      loopRateHz: loopRate!,
      topBitRate: topRate === 0 ? null : topRate!,
      school: school === 1 ? "fastest" : "slowest that fits",
    });
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
        {
          word: choice.kind === "digital" ? "good" : "bad",
          text: choice.kind === "digital" ? `Take ${choice.bitRate! / 1e3} kbit/s.` : "Take an analogue protocol.",
        },
        ...choice.reasons.map((text) => ({ word: "note" as const, text })),
      ],
    };
  },
};
