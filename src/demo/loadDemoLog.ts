import { createHash } from "node:crypto";
import { unitOfRole } from "../core/flightlog/channels/roles";
import { flightFigures } from "../core/flightlog/figures/flightFigures";
import { viewOf } from "../core/flightlog/FlightView";
import { judgeLog } from "../core/flightlog/judgeLog";
import { flightLogOf } from "../core/flightlog/reading/flightLogOf";
import { LogReader } from "../core/flightlog/reading/LogReader";
import { chunkCount, packChannel } from "../core/flightlog/storage/packChannel";
import { BeginLogInput } from "../features/flightlog/flightlog.schema";
import { beginLog, finishLog, takeChunk } from "../features/flightlog/logVerbs";
import { type VerbContext } from "../server/verbs/verbContext";
import { type FlightFault } from "../sim/flight/flightFaults";
import { ROTORCRAFT } from "../sim/flight/rotorcraft";
import { simulateFlight } from "../sim/flight/simulateFlight";
import { simulateWing } from "../sim/flight/wing/simulateWing";
import { writeFlight } from "../sim/flight/writeFlight";
import { seededRandom } from "../sim/random";
import * as v from "valibot";

const hashOf = (bytes: Uint8Array) => createHash("sha256").update(bytes).digest("hex");

/** Flies a simulated log and keeps it with a job, read and sent as a page does. */
export async function loadDemoLog(
  context: VerbContext,
  jobId: number,
  log: { craft: "multirotor" | "fixed-wing"; fault: FlightFault | null; seed: number; fileName: string },
): Promise<void> {
  const { craft, fault, seed, fileName } = log;
  const random = seededRandom(seed);
  const flight =
    craft === "fixed-wing"
      ? simulateWing({ fault: null, severity: 1, gustMs: 0.7, rateHz: 100, seconds: 180, random })
      : simulateFlight({
          craft: ROTORCRAFT[0]!,
          style: "gusts",
          fault,
          severity: 1,
          rateHz: 250,
          seconds: 60,
          random,
        });
  const bytes = new TextEncoder().encode(writeFlight(flight, "everything"));
  const reader = new LogReader();
  reader.push(bytes);
  const read = flightLogOf(reader.finish());
  const channels = new Map([["time", read.timeS], ...read.channels]);
  const headings = new Map(read.uses.map(({ role, heading }) => [role, heading]));
  const judged = judgeLog(read);
  const figures = flightFigures(viewOf(read, { craft: judged.craft }));
  const judgement = { ...judged, assumptions: read.assumptions, notes: read.notes, figures };
  const input = v.parse(BeginLogInput, {
    jobId,
    fileName,
    sha256: hashOf(bytes),
    byteCount: bytes.length,
    rowCount: read.timeS.length,
    durationS: read.timeS.at(-1),
    rateHz: read.rateHz,
    columns: [...channels.keys()].map((role) => ({
      role,
      heading: headings.get(role) ?? role,
      unit: unitOfRole(role),
    })),
    judgement: JSON.parse(JSON.stringify(judgement)) as unknown, // what could not be computed goes over as null
  });
  const { logId } = await beginLog(context, input);
  for (const [role, values] of channels) {
    for (let seq = 0; seq < chunkCount(values.length); seq++) {
      const packed = packChannel(role, values, seq);
      await takeChunk(context, { logId, role, seq, bytes: Buffer.from(packed), sha256: hashOf(packed) });
    }
  }
  await finishLog(context, { logId });
}
