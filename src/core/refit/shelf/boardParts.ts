import { type Pad, type PadUse, type Port } from "../wiring/board";

/* Short words for writing board files by hand. */

/** Where the board listens. */
export const rx = (port: string, more: { inverts?: boolean } = {}): PadUse => ({ function: "rx", port, ...more });
/** Where the board speaks. */
export const tx = (port: string, more: { halfDuplex?: boolean; inverts?: boolean } = {}): PadUse => ({
  function: "tx",
  port,
  ...more,
});
export const sda = (port: string): PadUse => ({ function: "sda", port });
export const scl = (port: string): PadUse => ({ function: "scl", port });
export const feeds = (rail: string): PadUse => ({ function: "power", rail });
export const ground: PadUse = { function: "ground" };
export const output = (group: string, number: number): PadUse => ({ function: "output", group, number });
export const signal = (name: string): PadUse => ({ function: "signal", name });
export const measures = (input: string, maxV = 3.3): PadUse => ({ function: "analog", input, maxV });

/** A pad before it has its place: name, uses, and what else is said of it. */
export type Unplaced = readonly [name: string, uses: PadUse | readonly PadUse[], more?: Partial<Pad>];

/**
 * Pads along one edge of a board, evenly spaced, a millimetre from the rim.
 *
 * @param outline - In millimetres.
 */
export function edge(
  { widthMm, heightMm }: { widthMm: number; heightMm: number },
  side: "top" | "right" | "bottom" | "left",
  pads: readonly Unplaced[],
): Pad[] {
  const isAcross = side === "top" || side === "bottom";
  const length = isAcross ? widthMm : heightMm;
  return pads.map(([name, uses, more], index) => {
    const along = Math.round(((index + 1) * length * 100) / (pads.length + 1)) / 100;
    const across = side === "top" || side === "left" ? 1 : (isAcross ? heightMm : widthMm) - 1;
    return {
      name,
      xMm: isAcross ? along : across,
      yMm: isAcross ? across : along,
      uses: Array.isArray(uses) ? (uses as readonly PadUse[]) : [uses as PadUse],
      ...more,
    };
  });
}

/** Serial ports S1, S2 … by number, and bus B1. */
export function ports(...numbers: number[]): Port[] {
  return [
    ...numbers.map((number): Port => ({ id: `S${number}`, number, kind: "serial" })),
    { id: "B1", number: 1, kind: "bus" },
  ];
}
