import { randomUUID } from "node:crypto";
import { reportFigure } from "../lib/report.mjs";
import { say } from "../lib/say.mjs";
import { openBenchSession } from "./benchSession.mjs";

const OPEN_JOBS = 500;
const REQUESTS = 300;
const FIXED_STEPS = 9e6;

/** Times the board with many open jobs on a running stack, and weighs its first load. */
export async function measureBoard({ url, env, folder }) {
  const { cookie, open } = await fillBoard(env, folder);
  say(`\n== Board with ${open} open jobs`);
  await measureRequests(url, cookie);
  await measurePages(url, cookie);
  await measureFirstLoad(url, cookie);
}

/** Adds open jobs until there are enough, and makes a session cookie. */
async function fillBoard(env, folder) {
  const { createConnection } = await import("mysql2/promise");
  const db = await createConnection({ uri: env.DATABASE_URL, timezone: "Z" });
  const [[{ open: before }]] = await db.query("SELECT COUNT(*) AS open FROM job WHERE is_open = 1");
  const [crafts] = await db.query("SELECT id FROM craft");
  for (let i = Number(before); i < OPEN_JOBS; i++) {
    // Each of its own craft: a craft is here once.
    const [made] = await db.execute(
      `INSERT INTO craft (name, tail_number, serial, kind, frame_class, mass_g, motor_count, cell_count, owner, created_at)
       SELECT name, CONCAT('B-', ?), serial, kind, frame_class, mass_g, motor_count, cell_count, owner, created_at
         FROM craft WHERE id = ?`,
      [i, crafts[i % crafts.length].id],
    );
    await db.execute(
      `INSERT INTO job (craft_id, technician_id, complaint, phase, history, bay, bays_done, headline, detail, next_step, next_worth, received_at, request_key)
       SELECT ?, technician_id, CONCAT(complaint, ' ', ?), phase, history, bay, bays_done, headline, detail, next_step, next_worth,
              TIMESTAMPADD(MINUTE, -?, UTC_TIMESTAMP(3)), ?
         FROM job WHERE is_open = 1 ORDER BY id LIMIT 1 OFFSET ?`,
      [made.insertId, i, i * 13, randomUUID(), String(i % Number(before))],
    );
  }
  const [[{ open }]] = await db.query("SELECT COUNT(*) AS open FROM job WHERE is_open = 1");
  const cookie = await openBenchSession(db, folder, "ines");
  await db.end();
  return { cookie, open };
}

/** Work of always the same size, about as long as a board takes: what it scatters by is the machine's. */
function fixedWork() {
  const startedMs = performance.now();
  let sum = 0;
  for (let i = 0; i < FIXED_STEPS; i++) sum += Math.sqrt(i) * ((i % 7) + 0.1);
  return sum > 0 ? performance.now() - startedMs : NaN;
}

async function measureRequests(url, cookie) {
  const timesMs = [];
  const fixedMs = [];
  for (let i = 0; i < REQUESTS + 20; i++) {
    const startedMs = performance.now();
    const response = await fetch(`${url}/`, { headers: { cookie } });
    const html = await response.text();
    if (!response.ok || !html.includes("board-search")) throw new Error(`The board answered ${response.status}.`);
    if (i < 20) continue; // the first ones warm the server up
    timesMs.push(performance.now() - startedMs);
    fixedMs.push(fixedWork());
  }
  timesMs.sort((a, b) => a - b);
  fixedMs.sort((a, b) => a - b);
  say(
    `${REQUESTS} requests one after the other, over loopback, to the last byte: median ${timesMs[REQUESTS / 2].toFixed(1)} ms`,
  );
  const [fixed, slowest] = [fixedMs[REQUESTS / 2], fixedMs[Math.floor(REQUESTS * 0.95)]];
  say(
    `The machine alone, the same sum again and again in between: median ${fixed.toFixed(1)} ms, p95 ${slowest.toFixed(1)} ms, ${(slowest / fixed).toFixed(2)} times`,
  );
  reportFigure("board, p95", timesMs[Math.floor(REQUESTS * 0.95)], "ms", 40);
}

/** Pages as they are sent, packed, in bytes on the wire. */
const PAGES = {
  board: "/",
  isolate: "/jobs/0010/isolate",
  bench: "/jobs/0010/bench",
  prove: "/jobs/0015/prove",
  library: "/library",
  craft: "/craft/1",
};
const MOST_KB = 80;

async function measurePages(url, cookie) {
  const { get } = await import("node:http");
  for (const [name, path] of Object.entries(PAGES)) {
    const bytes = await new Promise((resolve, reject) => {
      get(url + path, { headers: { cookie, "accept-encoding": "gzip" } }, (response) => {
        let sent = 0;
        if (response.statusCode !== 200) reject(new Error(`${path} answered ${response.statusCode}.`));
        response.on("data", (chunk) => (sent += chunk.length));
        response.on("end", () => resolve(sent));
      }).on("error", reject);
    });
    reportFigure(`${name} as sent`, bytes / 1000, "kB", MOST_KB);
  }
}

async function measureFirstLoad(url, cookie) {
  const html = await (await fetch(`${url}/`, { headers: { cookie } })).text();
  const scripts = [...new Set([...html.matchAll(/\/_next\/static\/[^"'\\ ]+?\.js/g)].map(([path]) => path))];
  let bytes = 0;
  for (const path of scripts) {
    const response = await fetch(url + path, { headers: { "accept-encoding": "gzip" } });
    // fetch unpacks the body, so it is packed again as the server had it.
    const { gzipSync } = await import("node:zlib");
    bytes += gzipSync(Buffer.from(await response.arrayBuffer())).length;
  }
  reportFigure(`first load of the board, ${scripts.length} scripts, gzip`, bytes / 1000, "kB", 450);
}
