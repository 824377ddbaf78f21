import { type FlightLog } from "../FlightLog";
import { flightLogOf } from "./flightLogOf";
import { LogReader, type RawLog } from "./LogReader";

/** Reads a text, or bytes, in pieces of a size. */
export function readRaw(file: string | Uint8Array, pieceBytes = 1 << 20): RawLog {
  const bytes = typeof file === "string" ? new TextEncoder().encode(file) : file;
  const reader = new LogReader();
  for (let at = 0; at < bytes.length; at += pieceBytes) reader.push(bytes.subarray(at, at + pieceBytes));
  return reader.finish();
}

/** The same, made a flight log of. */
export function readLog(file: string | Uint8Array): FlightLog {
  return flightLogOf(readRaw(file));
}
