import { sha256 } from "@noble/hashes/sha2.js";
import { bytesToHex } from "@noble/hashes/utils.js";
import { expose, transfer } from "comlink";
import { usesWith } from "@/core/flightlog/channels/columnMap";
import { unitOfRole } from "@/core/flightlog/channels/roles";
import { type FlightLog } from "@/core/flightlog/FlightLog";
import { flightFigures } from "@/core/flightlog/figures/flightFigures";
import { viewOf } from "@/core/flightlog/FlightView";
import { judgeLog, type LogJudgement } from "@/core/flightlog/judgeLog";
import { flightLogOf } from "@/core/flightlog/reading/flightLogOf";
import { LogReader, refuseTooLarge } from "@/core/flightlog/reading/LogReader";
import { binaryFormatOf, readBinaryLog } from "@/core/flightlog/reading/otherFormats";
import { held, rowAt } from "@/core/flightlog/signal/rows";
import { startsIn, welch } from "@/core/flightlog/signal/spectrum";
import { meanOnLevels, spectrumMap } from "@/core/flightlog/signal/spectrumMap";
import { chunkCount, packChannel, unpackChannel } from "@/core/flightlog/storage/packChannel";
import { Pyramid } from "@/core/flightlog/view/Pyramid";
import { trackOf } from "@/core/flightlog/view/trackOf";
import { type Answer, type ChannelPicture, type FlightlogWorker, type KeptLog, type SpectrumPicture } from "./protocol";

/** Bytes that are read at a time: small enough that the page hears how far it is. */
const SLICE_BYTES = 4 * 1024 * 1024;
const LONGEST_SEGMENT = 4096;

/** The log in hand: one that was read here, or one of the shop's whose channels are fetched. */
let channels = new Map<string, Float64Array>();
let pyramids = new Map<string, Pyramid>();
let kept: KeptLog | null = null;

const worker: FlightlogWorker = {
  async read(file, { columns: said, ...context }, onProgress) {
    try {
      refuseTooLarge(file.size);
      const hash = sha256.create();
      const format = binaryFormatOf(new Uint8Array(await file.slice(0, 16).arrayBuffer()));
      const reader = new LogReader();
      const whole: Uint8Array[] = [];
      for (let at = 0; at < file.size; at += SLICE_BYTES) {
        const bytes = new Uint8Array(await file.slice(at, at + SLICE_BYTES).arrayBuffer());
        hash.update(bytes);
        if (format) whole.push(bytes);
        else reader.push(bytes);
        onProgress(Math.min(file.size, at + SLICE_BYTES));
      }
      const raw = format
        ? await readBinaryLog(format, new Uint8Array(await new Blob(whole as BlobPart[]).arrayBuffer()))
        : reader.finish();
      const log = flightLogOf(raw, said && usesWith(raw.columns, said));
      take(log);
      const judgement = judgeLog(log, context);
      return {
        ok: true,
        value: {
          ...summaryOf(log, judgement),
          sha256: identityOf(bytesToHex(hash.digest()), log, judgement),
          byteCount: file.size,
        },
      };
    } catch (error) {
      return failure(error);
    }
  },

  async open(log) {
    [channels, pyramids, kept] = [new Map(), new Map(), log];
  },

  async packed(role, seq) {
    const bytes = packChannel(role, channels.get(role)!, seq);
    return transfer({ bytes, sha256: bytesToHex(sha256(bytes)) }, [bytes.buffer]);
  },

  async picture(roles, fromS, toS, parts) {
    try {
      const timeS = await channel("time");
      const [from, to] = rowsOf(timeS, fromS, toS);
      const pictures = await Promise.all(
        roles.map(async (role): Promise<ChannelPicture> => {
          const { rows, min, max } = (await pyramid(role)).envelope(from, to, parts);
          return { role, timeS: Float64Array.from(rows, (row) => timeS[row]!), min, max };
        }),
      );
      return { ok: true, value: pictures };
    } catch (error) {
      return failure(error);
    }
  },

  async spectra(roles, fromS, toS) {
    try {
      const timeS = await channel("time");
      const [from, to] = rowsOf(timeS, fromS, toS);
      const rateHz = (to - from - 1) / Math.max(1e-6, timeS[to - 1]! - timeS[from]!);
      const length = Math.min(LONGEST_SEGMENT, 2 ** Math.floor(Math.log2(Math.max(2, (to - from) / 2))));
      if (length < 32) throw new RangeError("This stretch is too short for a spectrum: look at a longer one.");
      const spectra = await Promise.all(
        roles.map(async (role): Promise<SpectrumPicture> => {
          const spectrum = welch(held(await channel(role)), rateHz, length, startsIn(from, to, length))!;
          return {
            role,
            hz: Float64Array.from(spectrum.density, (_, bin) => bin * spectrum.stepHz),
            density: spectrum.density.map(Math.sqrt),
          };
        }),
      );
      return { ok: true, value: spectra };
    } catch (error) {
      return failure(error);
    }
  },

  async spectrumMap(role, against, fromS, toS) {
    try {
      const timeS = await channel("time");
      const [from, to] = rowsOf(timeS, fromS, toS);
      const rateHz = (to - from - 1) / Math.max(1e-6, timeS[to - 1]! - timeS[from]!);
      const [drive, speed] = await Promise.all([meanChannel(against.drive), meanChannel(against.speed)]);
      const map = drive && spectrumMap(held(await channel(role)), drive, rateHz, from, to);
      if (!map)
        throw new RangeError(
          "Too short, or flown at one power only: look at a longer stretch, or at the plain spectrum.",
        );
      const { edges, stepHz, bins, density } = map;
      const turnHz = speed
        ? meanOnLevels(map, speed).map((rpm) => rpm / 60)
        : new Float64Array(edges.length - 1).fill(NaN);
      return { ok: true, value: { edges, stepHz, bins, density: density.map(Math.sqrt), turnHz } };
    } catch (error) {
      return failure(error);
    }
  },

  async moment(roles, atS) {
    try {
      const row = Math.max(0, rowAt(await channel("time"), atS) - 1);
      const said = await Promise.all(roles.map(async (role) => [role, held(await channel(role))[row]!] as const));
      return { ok: true, value: Object.fromEntries(said) };
    } catch (error) {
      return failure(error);
    }
  },

  async track(roles) {
    try {
      const timeS = await channel("time");
      const used = await Promise.all(roles.map(async (role) => [role, held(await channel(role))] as const));
      return { ok: true, value: trackOf({ timeS, ...Object.fromEntries(used) }) };
    } catch (error) {
      return failure(error);
    }
  },
};
expose(worker);

/**
 * Names a log by its file and by what was made of it: read with other columns or judged beside another charge it is another log, and none of
 * its stretches may be mixed with those of before.
 */
function identityOf(fileHash: string, { uses }: FlightLog, judgement: LogJudgement): string {
  return bytesToHex(sha256(new TextEncoder().encode(JSON.stringify([fileHash, uses, judgement]))));
}

function take(log: FlightLog): void {
  channels = new Map([
    ["time", log.timeS],
    ...[...log.channels].map(([role, values]) => [role, held(values)] as const),
  ]);
  pyramids = new Map();
  kept = null;
}

function summaryOf(log: FlightLog, judgement: ReturnType<typeof judgeLog>) {
  const headings = new Map(log.uses.map(({ role, heading }) => [role, heading]));
  return {
    rowCount: log.timeS.length,
    durationS: log.timeS.at(-1)! - log.timeS[0]!,
    rateHz: log.rateHz,
    columns: [...channels.keys()].map((role) => ({
      role,
      heading: headings.get(role) ?? role,
      unit: unitOfRole(role),
    })),
    judgement: {
      ...judgement,
      assumptions: log.assumptions,
      notes: log.notes,
      figures: flightFigures(viewOf(log, { craft: judgement.craft })),
    },
    unused: log.unused,
  };
}

/** A channel of the log in hand, fetched from the shop where it has to be. */
async function channel(role: string): Promise<Float64Array> {
  const known = channels.get(role);
  if (known) return known;
  if (!kept) throw new RangeError(`The log has no ${role}.`);
  const { logId, rowCount } = kept;
  const values = new Float64Array(rowCount);
  await Promise.all(
    Array.from({ length: chunkCount(rowCount) }, async (_, seq) => {
      const answer = await fetch(`/api/logs/${logId}/chunks?role=${role}&seq=${seq}`);
      if (!answer.ok) throw new RangeError("A stretch of the log could not be fetched. Try again.");
      unpackChannel(role, new Uint8Array(await answer.arrayBuffer()), values, seq);
    }),
  );
  channels.set(role, values);
  return values;
}

/** Mean of channels, row by row; null of none. */
async function meanChannel(roles: readonly string[]): Promise<Float64Array | null> {
  const columns = await Promise.all(roles.map(async (role) => held(await channel(role))));
  if (!columns[0]) return null;
  return columns[0].map((_, row) => columns.reduce((sum, column) => sum + column[row]!, 0) / columns.length);
}

async function pyramid(role: string): Promise<Pyramid> {
  const known = pyramids.get(role);
  if (known) return known;
  const made = new Pyramid(await channel(role));
  pyramids.set(role, made);
  return made;
}

function rowsOf(timeS: Float64Array, fromS: number, toS: number): [number, number] {
  const from = Math.max(0, rowAt(timeS, fromS) - 1);
  return [from, Math.max(from + 1, Math.min(timeS.length, rowAt(timeS, toS) + 1))];
}

function failure(error: unknown): Answer<never> {
  return { ok: false, message: error instanceof Error ? error.message : String(error) };
}
