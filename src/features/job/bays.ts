/** The six bays in the order of the path, with the digit that goes there. */
export const BAYS = ["receive", "isolate", "bench", "refit", "prove", "handback"] as const;
export type Bay = (typeof BAYS)[number];

/** Names as they stand on the ticket. */
export const BAY_NAMES: Readonly<Record<Bay, string>> = {
  receive: "Receive",
  isolate: "Isolate",
  bench: "Bench",
  refit: "Refit",
  prove: "Prove",
  handback: "Hand back",
};
