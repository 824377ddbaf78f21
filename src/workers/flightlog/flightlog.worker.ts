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
import { onOtherClock, onThisClock, shareClock } from "@/core/flightlog/clocks/shareClock";
import { held, rowAt } from "@/core/flightlog/signal/rows";
import { startsIn, welch } from "@/core/flightlog/signal/spectrum";
import { meanOnLevels, spectrumMap } from "@/core/flightlog/signal/spectrumMap";
import { writeLog } from "@/core/flightlog/reading/writeLog";
import { packChannel } from "@/core/flightlog/storage/packChannel";
import { type TrackChannels, trackOf } from "@/core/flightlog/view/trackOf";
import { whose } from "./beside";
import { HeldLog } from "./HeldLog";
import {
  type Answer,
  type ChannelPicture,
  type Clock,
  type FlightlogWorker,
  type KeptLog,
  type MapAgainst,
  type SpectrumPicture,
} from "./protocol";

/** Bytes that are read at a time: small enough that the page hears how far it is. */
const SLICE_BYTES = 4 * 1024 * 1024;
const LONGEST_SEGMENT = 4096;

/** The log in hand. */
let log = new HeldLog(new Map(), null);
/** Another log of the same flight, with how its clock stands to that of the one in hand. */
let beside: { log: HeldLog; logId: number; clock: Clock } | null = null;

const worker: FlightlogWorker = {
  ready: async () => true,

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
      const fresh = flightLogOf(raw, said && usesWith(raw, said));
      take(fresh);
      const judgement = judgeLog(fresh, context);
      return {
        ok: true,
        value: {
          ...summaryOf(fresh, judgement),
          sha256: identityOf(bytesToHex(hash.digest()), fresh, judgement),
          byteCount: file.size,
        },
      };
    } catch (error) {
      return failure(error);
    }
  },

  async open(kept) {
    log = new HeldLog(new Map(), kept);
    beside = null;
  },

  async packed(role, seq) {
    const bytes = packChannel(role, log.channels.get(role)!, seq);
    return transfer({ bytes, sha256: bytesToHex(sha256(bytes)) }, [bytes.buffer]);
  },

  csv: answering(async (roles: readonly string[]) => {
    const channels = await Promise.all(roles.map(async (role) => [role, await log.channel(role)] as const));
    const inOrder = new Map([["time", await log.channel("time")] as const, ...channels]);
    return new Blob([...writeLog(inOrder)], { type: "text/csv" });
  }),

  findClock: answering(async (kept: KeptLog, roles: readonly string[]) => {
    const other = new HeldLog(new Map(), kept);
    const [mine, theirs] = await Promise.all([clocked(log, roles), clocked(other, roles)]);
    return shareClock(mine, theirs);
  }),

  async putBeside(kept, clock) {
    const isSame = beside !== null && beside.logId === kept?.logId;
    beside = kept && { log: isSame ? beside!.log : new HeldLog(new Map(), kept), logId: kept.logId, clock };
  },

  picture: answering((roles: readonly string[], fromS: number, toS: number, parts: number) =>
    Promise.all(
      roles.map(async (role): Promise<ChannelPicture> => {
        const { of, own, there, here } = holderOf(role);
        const { timeS, from, to } = await of.stretch(there(fromS), there(toS));
        const { rows, min, max } = (await of.pyramid(own)).envelope(from, to, parts);
        return { role, timeS: Float64Array.from(rows, (row) => here(timeS[row]!)), min, max };
      }),
    ),
  ),

  spectra: answering((roles: readonly string[], fromS: number, toS: number) =>
    Promise.all(
      roles.map(async (role): Promise<SpectrumPicture> => {
        const { of, own, there } = holderOf(role);
        const { from, to, rateHz } = await of.stretch(there(fromS), there(toS));
        const length = Math.min(LONGEST_SEGMENT, 2 ** Math.floor(Math.log2(Math.max(2, (to - from) / 2))));
        if (length < 32) throw new RangeError("This stretch is too short for a spectrum: look at a longer one.");
        const spectrum = welch(held(await of.channel(own)), rateHz, length, startsIn(from, to, length))!;
        return {
          role,
          hz: Float64Array.from(spectrum.density, (_, bin) => bin * spectrum.stepHz),
          density: spectrum.density.map(Math.sqrt),
        };
      }),
    ),
  ),

  spectrumMap: answering(async (role: string, against: MapAgainst, fromS: number, toS: number) => {
    const { from, to, rateHz } = await log.stretch(fromS, toS);
    const [drive, speed] = await Promise.all([log.meanChannel(against.drive), log.meanChannel(against.speed)]);
    const map = drive && spectrumMap(held(await log.channel(role)), drive, rateHz, from, to);
    if (!map)
      throw new RangeError(
        "Too short, or flown at one power only: look at a longer stretch, or at the plain spectrum.",
      );
    const { edges, stepHz, bins, density } = map;
    const turnHz = speed
      ? meanOnLevels(map, speed).map((rpm) => rpm / 60)
      : new Float64Array(edges.length - 1).fill(NaN);
    return { edges, stepHz, bins, density: density.map(Math.sqrt), turnHz };
  }),

  moment: answering(async (roles: readonly string[], atS: number) => {
    const row = Math.max(0, rowAt(await log.channel("time"), atS) - 1);
    const said = await Promise.all(roles.map(async (role) => [role, held(await log.channel(role))[row]!] as const));
    return Object.fromEntries(said);
  }),

  track: answering(async (roles: readonly (keyof TrackChannels)[]) => {
    const timeS = await log.channel("time");
    const used = await Promise.all(roles.map(async (role) => [role, held(await log.channel(role))] as const));
    return trackOf({ timeS, ...Object.fromEntries(used) });
  }),
};
expose(worker);

/** Makes a question's failure a value of its answer. */
function answering<Asked extends unknown[], T>(ask: (...asked: Asked) => Promise<T>) {
  return async (...asked: Asked): Promise<Answer<T>> => {
    try {
      return { ok: true, value: await ask(...asked) };
    } catch (error) {
      return failure(error);
    }
  };
}

/** The log that a role is of, its name there, and the ways from one clock to the other. */
function holderOf(role: string) {
  const { isBeside, own } = whose(role);
  const same = (seconds: number) => seconds;
  if (!isBeside) return { of: log, own, there: same, here: same };
  if (!beside) throw new RangeError("The other log is no longer there: choose it again.");
  const { log: of, clock } = beside;
  return {
    of,
    own,
    there: (seconds: number) => onOtherClock(clock, seconds),
    here: (seconds: number) => onThisClock(clock, seconds),
  };
}

async function clocked(of: HeldLog, roles: readonly string[]) {
  const channels = await Promise.all(roles.map(async (role) => [role, await of.channel(role)] as const));
  return { timeS: await of.channel("time"), channels: new Map(channels) };
}

/**
 * Names a log by its file and by what was made of it: read with other columns or judged beside another charge it is another log, and none of
 * its stretches may be mixed with those of before.
 */
function identityOf(fileHash: string, { uses }: FlightLog, judgement: LogJudgement): string {
  return bytesToHex(sha256(new TextEncoder().encode(JSON.stringify([fileHash, uses, judgement]))));
}

function take(fresh: FlightLog): void {
  const channels = [...fresh.channels].map(([role, values]) => [role, held(values)] as const);
  log = new HeldLog(new Map([["time", fresh.timeS], ...channels]), null);
  beside = null;
}

function summaryOf(fresh: FlightLog, judgement: ReturnType<typeof judgeLog>) {
  const headings = new Map(fresh.uses.map(({ role, heading }) => [role, heading]));
  return {
    rowCount: fresh.timeS.length,
    durationS: fresh.timeS.at(-1)! - fresh.timeS[0]!,
    rateHz: fresh.rateHz,
    columns: [...log.channels.keys()].map((role) => ({
      role,
      heading: headings.get(role) ?? role,
      unit: unitOfRole(role),
    })),
    judgement: {
      ...judgement,
      assumptions: fresh.assumptions,
      notes: fresh.notes,
      figures: flightFigures(viewOf(fresh, { craft: judgement.craft })),
    },
    unused: fresh.unused,
  };
}

function failure(error: unknown): Answer<never> {
  return { ok: false, message: error instanceof Error ? error.message : String(error) };
}
