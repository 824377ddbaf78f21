/** One entry in a pack's log; what was not measured is null. */
export interface PackEntry {
  /** ISO date. */
  measuredOn: string;
  cycles: number | null;
  /** Mean of the cells. */
  resistanceMohm: number | null;
  capacityMah: number | null;
  spreadMv: number | null;
  /** Each cell from the first on: resistance, and volts at rest. Where they are known, mean and spread follow from them. */
  cellsMohm?: readonly number[] | null;
  cellsV?: readonly number[] | null;
  /** Of the pack when it was measured; a cold one resists more. */
  temperatureC?: number | null;
}

/** Mean resistance of the cells, and how far apart they rest. */
export function cellSums({
  cellsMohm,
  cellsV,
}: Pick<PackEntry, "cellsMohm" | "cellsV">): Partial<Pick<PackEntry, "resistanceMohm" | "spreadMv">> {
  return {
    ...(cellsMohm?.length && { resistanceMohm: cellsMohm.reduce((sum, each) => sum + each, 0) / cellsMohm.length }),
    ...(cellsV?.length && { spreadMv: Math.round((Math.max(...cellsV) - Math.min(...cellsV)) * 1000) }),
  };
}
