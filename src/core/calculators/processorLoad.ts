import { type Calculator } from "./calculator.types";

/** Above this a board may miss loops and restart. Trade judgement. */
const FULL_LOAD = 0.5;
const WATCHED_LOAD = 0.3;

/** Processor load at another loop rate, from a load that was read. */
export const processorLoad: Calculator = {
  id: "processor-load",
  title: "Processor load",
  question: "Which loop rate can this board carry?",
  inputs: [
    { id: "readLoad", label: "Load that was read", quantity: "share", start: 31, min: 1, max: 100 },
    { id: "readRate", label: "At this loop rate", quantity: "loopRate", start: 8, min: 0.5, max: 32 },
    { id: "rate", label: "Wanted loop rate", quantity: "loopRate", start: 4, min: 0.5, max: 32 },
    { id: "base", label: "Load that does not go with the rate", quantity: "share", start: 3, min: 0, max: 50 },
  ],
  formula: "load = base + (load_read − base) · rate / rate_read",
  source: "31 % at 8 kHz and 17 % at 4 kHz, so 3 % + 3.5 % per kHz: common practice, no published source.",
  compute: ({ readLoad, readRate, rate, base }) => {
    const perHertz = (readLoad! - base!) / readRate!;
    const load = base! + perHertz * rate!;
    const word = load > FULL_LOAD ? "bad" : load > WATCHED_LOAD ? "watch" : "good";
    return {
      results: [
        { label: "Load at the wanted rate", quantity: "share", value: load, isMain: true },
        { label: "Added by each kHz", quantity: "share", value: perHertz * 1000 },
        {
          label: `Highest rate under ${WATCHED_LOAD * 100} %`,
          quantity: "loopRate",
          value: Math.max(0, (WATCHED_LOAD - base!) / perHertz),
        },
      ],
      remarks: [
        { word, text: `${(load * 100).toFixed(0)} %, watched from ${WATCHED_LOAD * 100} %. Extra features add to it.` },
      ],
    };
  },
};
