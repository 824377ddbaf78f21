import { type Library } from "../library.types";
import { droppedOut } from "./droppedOut";
import { noPicture } from "./noPicture";

const families = [noPicture, droppedOut];

/** The library that ships: the families one after another. A new family is a new file and a new line here. */
export const shippedLibrary: Library = {
  version: "2026.11",
  repairs: families.flatMap(({ repairs }) => repairs),
  faults: families.flatMap(({ faults }) => faults),
  readings: families.flatMap(({ readings }) => readings),
  checks: families.flatMap(({ checks }) => checks),
};
