import { createHash, randomBytes } from "node:crypto";
import { packChannel, unpackChannel } from "@/core/flightlog/storage/packChannel";
import { getLogLab } from "@/features/flightlog/getLogLab";
import { beginLog, finishLog, handOver, keepLook, noteLog, readChunk, takeChunk } from "@/features/flightlog/logVerbs";
import { reportOf } from "@/features/handback/report";
import { listEvents } from "@/features/job/events/jobEventRepository";
import { loadJobFacts } from "@/features/job/headline/jobFacts";
import { A_LOOK, aLog, LOG_ROWS } from "./aLog";
import { openTestShop, type TestShop } from "./testShop";

let shop: TestShop;
let jobId: number;
beforeAll(async () => {
  shop = await openTestShop();
  jobId = await shop.receive();
});
afterAll(() => shop.close());

const values = {
  time: Float64Array.from({ length: LOG_ROWS }, (_, row) => row / 1000),
  voltage: Float64Array.from({ length: LOG_ROWS }, (_, row) => 16 - row / 1e5),
};
const CHUNKS = (["time", "voltage"] as const).flatMap((role) => [0, 1].map((seq) => ({ role, seq })));
const hashOf = (bytes: Uint8Array) => createHash("sha256").update(bytes).digest("hex");
const newLog = () => aLog(jobId, { sha256: randomBytes(32).toString("hex") });

function send(logId: number, { role, seq }: (typeof CHUNKS)[number]) {
  const bytes = Buffer.from(packChannel(role, values[role], seq));
  return takeChunk(shop.technician, { logId, role, seq, bytes, sha256: hashOf(bytes) });
}

/** Sends a whole log. */
async function keptLog(): Promise<number> {
  const { logId } = await beginLog(shop.technician, newLog());
  for (const chunk of CHUNKS) await send(logId, chunk);
  await finishLog(shop.technician, { logId });
  return logId;
}

describe("a flight log on its way to the shop", () => {
  it("goes on where a broken upload stopped, and is kept once it is whole", async () => {
    const log = newLog();
    const { logId, arrived } = await beginLog(shop.technician, log);
    expect(arrived).toEqual([]);
    await send(logId, CHUNKS[0]!);
    await send(logId, CHUNKS[2]!);
    await expect(finishLog(shop.technician, { logId })).rejects.toThrow(/2 stretches of the log have not arrived/);
    expect((await getLogLab(shop.viewer, jobId)).logs.map(({ id }) => id)).not.toContain(logId);

    const again = await beginLog(shop.technician, log);
    expect(again).toEqual({
      logId,
      isWhole: false,
      arrived: [
        { role: "time", seq: 0 },
        { role: "voltage", seq: 0 },
      ],
    });
    await send(logId, CHUNKS[1]!);
    await send(logId, CHUNKS[3]!);
    await finishLog(shop.technician, { logId });
    await finishLog(shop.technician, { logId }); // said twice, kept once
    expect(await beginLog(shop.technician, log)).toMatchObject({ logId, isWhole: true });
    const kept = (await listEvents(shop.pool, jobId)).filter(
      ({ kind, payload }) => kind === "log_kept" && (payload as { logId: number }).logId === logId,
    );
    expect(kept).toHaveLength(1);
    expect((await getLogLab(shop.viewer, jobId)).logs[0]).toMatchObject({
      id: logId,
      rowCount: LOG_ROWS,
      fileName: "maiden.csv",
    });
  });

  it("comes back to the digit", async () => {
    const logId = await keptLog();
    const back = new Float64Array(LOG_ROWS);
    for (const seq of [0, 1])
      unpackChannel("time", new Uint8Array(await readChunk(shop.viewer, logId, { role: "time", seq })), back, seq);
    expect(back[LOG_ROWS - 1]).toBe(values.time[LOG_ROWS - 1]);
  });

  it("refuses a stretch that came over damaged, or that the log does not have", async () => {
    const { logId } = await beginLog(shop.technician, newLog());
    const bytes = Buffer.from(packChannel("time", values.time, 0));
    const given = { logId, role: "time", seq: 0, bytes, sha256: hashOf(bytes) };
    await expect(takeChunk(shop.technician, { ...given, sha256: hashOf(Buffer.from("x")) })).rejects.toThrow(
      /came over damaged/,
    );
    await expect(takeChunk(shop.technician, { ...given, seq: 2 })).rejects.toThrow(/no such stretch/);
    await expect(takeChunk(shop.technician, { ...given, role: "current" })).rejects.toThrow(/no such stretch/);
    await expect(takeChunk(shop.viewer, given)).rejects.toMatchObject({ code: "forbidden" });
    await expect(readChunk(shop.viewer, logId, { role: "time", seq: 0 })).rejects.toThrow(/does not exist/);
  });

  it("is swept away when it never becomes whole", async () => {
    const { logId } = await beginLog(shop.technician, newLog());
    await send(logId, CHUNKS[0]!);
    const later = { ...shop.technician, now: new Date(Date.now() + 2 * 86_400_000) };
    await beginLog(later, newLog());
    await expect(finishLog(shop.technician, { logId })).rejects.toThrow();
  });
});

describe("a kept log", () => {
  it("hands its verdicts to Isolate as findings, and says so", async () => {
    const logId = await keptLog();
    await handOver(shop.technician, { ...(await shop.target(jobId)), logId, codes: ["desync", "ends-in-air"] });
    const facts = await loadJobFacts(shop.pool, jobId);
    expect(facts.findings.map(({ finding }) => finding)).toContainEqual(
      expect.objectContaining({ kind: "symptom", symptomId: "one-corner", value: true }),
    );
    expect((await getLogLab(shop.technician, jobId)).logs[0]!.isHandedOver).toBe(true);
  });

  it("hands over nothing that it does not say, and nothing that is no finding", async () => {
    const logId = await keptLog();
    const target = await shop.target(jobId);
    await expect(handOver(shop.technician, { ...target, logId, codes: ["link-loss"] })).rejects.toThrow(
      /does not say that/,
    );
    await expect(handOver(shop.technician, { ...target, logId, codes: ["ends-in-air"] })).rejects.toThrow(
      /do the check/,
    );
  });

  it("takes remarks, and stands with them in the report", async () => {
    const logId = await keptLog();
    await noteLog(shop.technician, { ...(await shop.target(jobId)), logId, atS: 12.2, note: "the jab" });
    expect((await getLogLab(shop.viewer, jobId)).logs[0]!.notes).toMatchObject([{ atS: 12.2, note: "the jab" }]);
    const { sections } = reportOf(await loadJobFacts(shop.pool, jobId), { shopName: "the shop", paper: "A4" });
    const section = sections.find(({ title }) => title === "Flight logs")!;
    expect(section.lines).toContain("maiden.csv, 70 s: Motor 2 lost step once. It ends in the air.");
    expect(section.lines).toContain("maiden.csv at 12.20 s: the jab");
  });
});

describe("the view of a log", () => {
  it("is kept for whoever opens it next, the last one kept", async () => {
    const logId = await keptLog();
    const look = async () => (await getLogLab(shop.viewer, jobId)).logs.find(({ id }) => id === logId)!.look;
    expect(await look()).toBeNull();
    await keepLook(shop.technician, { logId, look: A_LOOK });
    await keepLook(shop.lead, { logId, look: { ...A_LOOK, fromS: 3, mode: "spectrum" } });
    expect(await look()).toEqual({ ...A_LOOK, fromS: 3, mode: "spectrum" });
  });
});
