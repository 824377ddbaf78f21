import { CHUNK_ROWS } from "@/core/flightlog/storage/packChannel";
import { type ReadLog } from "@/workers/flightlog/protocol";
import { sendLog } from "./sendLog";

const log = {
  sha256: "ab".repeat(32),
  byteCount: 10,
  rowCount: CHUNK_ROWS + 1,
  durationS: 10,
  rateHz: 100,
  columns: ["time", "voltage"].map((role) => ({ role, heading: role, unit: "" })),
  judgement: { craft: "multirotor", phases: [], verdicts: [], hints: [], assumptions: [], notes: [], figures: null },
  unused: [],
} satisfies ReadLog as ReadLog;
const client = {
  packed: async (role: string, seq: number) => ({
    bytes: new TextEncoder().encode(`${role}${seq}`),
    sha256: `hash of ${role}${seq}`,
  }),
};

/** Answers as a shop that has some stretches already; `fails` says how often each address breaks down first. */
function shop(arrived: { role: string; seq: number }[], fails: Record<string, number> = {}) {
  const called: string[] = [];
  const answers = jest.fn(async (url: string, { method }: RequestInit) => {
    called.push(`${method} ${url}`);
    if ((fails[url] ?? 0) > 0) {
      fails[url]!--;
      return new Response("{}", { status: 503 });
    }
    return Response.json(url === "/api/logs" ? { logId: 7, arrived, isWhole: false } : { stored: true });
  });
  globalThis.fetch = answers as unknown as typeof fetch;
  return called;
}
const send = (heard: number[] = []) =>
  sendLog(client, { jobId: 1, fileName: "a.csv", log }, (share) => heard.push(share));

describe("sendLog", () => {
  it("sends each stretch of each channel once, then says that it is whole", async () => {
    const called = shop([]);
    const heard: number[] = [];
    expect(await send(heard)).toBe(7);
    expect(called).toEqual([
      "POST /api/logs",
      ...["time", "voltage"].flatMap((role) => [0, 1].map((seq) => `PUT /api/logs/7/chunks?role=${role}&seq=${seq}`)),
      "POST /api/logs/7",
    ]);
    expect(heard).toEqual([0.25, 0.5, 0.75, 1]);
  });

  it("leaves out what has arrived before", async () => {
    const called = shop([
      { role: "time", seq: 0 },
      { role: "time", seq: 1 },
    ]);
    await send();
    expect(called.filter((each) => each.includes("role=time"))).toEqual([]);
  });

  it("tries again when the shop breaks down for a moment, and gives up with a sentence when it stays away", async () => {
    const url = "/api/logs/7/chunks?role=time&seq=1";
    const called = shop([], { [url]: 2 });
    await send();
    expect(called.filter((each) => each === `PUT ${url}`)).toHaveLength(3);
    shop([], { [url]: 9 });
    await expect(send()).rejects.toThrow(/goes on where it stopped/);
  });

  it("says what the shop says when it refuses", async () => {
    globalThis.fetch = (async () =>
      Response.json(
        { ok: false, code: "forbidden", message: "Only a technician may." },
        { status: 403 },
      )) as typeof fetch;
    await expect(send()).rejects.toThrow("Only a technician may.");
  });
});
