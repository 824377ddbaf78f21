import { type CraftKind } from "@/core/craft/craftKinds";

const DRIVE_OF_KIND: Readonly<Record<CraftKind, string>> = {
  quad: "five-inch",
  "camera drone": "five-inch",
  "ducted quad": "three-inch",
  hexa: "lifter",
  octo: "lifter",
  tricopter: "five-inch",
  "fixed wing": "glider",
  "flying wing": "glider",
  "vertical take-off": "lifter",
  helicopter: "helicopter",
};

/** The drive that the simulated bench clamps for a kind of craft. */
export function simulatedDriveOf(kind: CraftKind): string {
  return DRIVE_OF_KIND[kind];
}
