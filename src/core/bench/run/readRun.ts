import { CoreInputError } from "../../CoreInputError";
import { type PackedChunk, packChunk } from "../../series/chunkCodec";
import { readColumns, TableError } from "../../series/readColumns";
import { sampleCount, sliceSeries } from "../../series/series";
import { type ProfileStep } from "./profile";
import { profileOf, readRunHead, type RunHead, seriesOfColumns } from "./runFile";

/** A run read from a file and packed, or a sentence why it cannot be. */
export type ReadRun =
  | {
      ok: true;
      /** What the file says of itself; null for one from elsewhere. */
      head: RunHead | null;
      /** Read off what was commanded, for a file that has no profile. */
      profile: ProfileStep[] | null;
      chunks: PackedChunk[];
      sampleCount: number;
      lengthS: number;
    }
  | { ok: false; problem: string };

/** Samples are stored in chunks of this many, so that no row grows beyond what the server takes. */
const CHUNK_SAMPLES = 20_000;

/**
 * Reads a run's file, our own or one with a time column and units in its headings, and packs its samples.
 *
 * @returns The run, or the sentence that says what is wrong with the file and where.
 */
export function readRun(text: string): ReadRun {
  try {
    const head = readRunHead(text);
    const series = seriesOfColumns(readColumns(text).values);
    const readOff = head ? null : profileOf(series);
    const whole = readOff ? { ...series, step: readOff.step } : series;
    const count = sampleCount(whole);
    const chunks = Array.from({ length: Math.ceil(count / CHUNK_SAMPLES) }, (_, place) =>
      packChunk(sliceSeries(whole, place * CHUNK_SAMPLES, (place + 1) * CHUNK_SAMPLES)),
    );
    const lengthS = whole.time!.at(-1)! - whole.time![0]!;
    return { ok: true, head, profile: readOff?.profile ?? null, chunks, sampleCount: count, lengthS };
  } catch (error) {
    if (error instanceof CoreInputError || error instanceof TableError) return { ok: false, problem: error.message };
    throw error;
  }
}
