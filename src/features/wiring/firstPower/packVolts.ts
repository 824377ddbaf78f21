/** Volts of a pack of lithium cells, nearly empty and full: common practice, no published source. @param cells - In series. */
export function packVolts(cells: number): { minV: number; maxV: number } {
  const round = (value: number) => Math.round(value * 10) / 10;
  return { minV: round(3.3 * cells), maxV: round(4.2 * cells) };
}
