import { type Line, type Need } from "@/core/refit/wiring/wiringCase";

/** Colours that wires come in, and what is painted for each. */
export const WIRE_COLOURS = {
  red: "#c8312b",
  black: "#22282a",
  white: "#f2f0ea",
  yellow: "#e2b31c",
  green: "#3f8f4f",
  blue: "#2f6fb5",
  orange: "#d97a23",
  brown: "#7a5236",
  grey: "#8b9094",
  violet: "#7d5aa6",
} as const;
export type WireColour = keyof typeof WIRE_COLOURS;

/** The colour a wire has, or is given where nobody said: red and black for the supply, and others for what speaks and listens. */
export function colourFor(said: string | undefined, need: Need, line: Line): WireColour {
  if (said && said in WIRE_COLOURS) return said as WireColour;
  if (need.kind === "power") return "red";
  if (need.kind === "ground") return "black";
  if (line === "tx" || line === "scl") return "green";
  if (line === "rx" || line === "sda") return "blue";
  return need.kind === "output" ? "white" : "yellow";
}
