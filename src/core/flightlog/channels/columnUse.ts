import { type Scale } from "./scales";

/** What a column was taken for. A reading in the role's unit is (figure + offset) · scale. */
export interface ColumnUse extends Scale {
  column: number;
  heading: string;
  role: string;
  /** By what: its heading, or its figures. */
  by: "heading" | "figures" | "hand";
  /** True where somebody said that its sign is the other way round than it was put. */
  isTurned?: boolean;
}
