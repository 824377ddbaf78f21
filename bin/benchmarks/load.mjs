import { readFileSync } from "node:fs";
import { reportFigure } from "../lib/report.mjs";
import { say } from "../lib/say.mjs";
import { openBenchSession } from "./benchSession.mjs";

const PEOPLE = 50;
const THINK_MS = 1000;
const ROUND_S = 30;
const ROUNDS = Number(process.env.LOAD_ROUNDS ?? 4);
/** A page called by its address is drawn by the server as a whole; the app's own links fetch what a page holds, and the browser draws it. */
const WAYS = [
  ["a whole page", {}],
  ["a page by the app's own links", { RSC: "1" }],
];
const pause = (ms) => new Promise((resolve) => setTimeout(resolve, ms));

/**
 * Fifty people who look at a page, think for a second and look at the next: how long a page takes them, and what memory the web
 * process has after each round of half a minute.
 */
export async function measureLoad({ url, env, folder, stack }) {
  say(`\n== ${PEOPLE} people with a second's thought between two pages`);
  const { createConnection } = await import("mysql2/promise");
  const db = await createConnection({ uri: env.DATABASE_URL });
  const cookie = await openBenchSession(db, folder, "ines");
  const [jobs] = await db.query("SELECT id, bay FROM job ORDER BY id");
  await db.end();
  const pages = [
    "/",
    "/craft",
    "/packs",
    "/library",
    ...jobs.map(({ id, bay }) => `/jobs/${String(id).padStart(4, "0")}/${bay}`),
  ];
  for (const [how, headers] of WAYS) {
    const { times, memory } = await roundsOf({ url, pages, headers: { cookie, ...headers }, stack, how });
    reportFigure(`${how}, p95 of the last round`, quantile(times, 0.95), "ms", 300);
    reportFigure(`${how}, memory of the last round over the first`, memory.at(-1) - memory[0], "MB", 30);
  }
}

/** Half a minute of fifty people, some times over. */
async function roundsOf({ url, pages, headers, stack, how }) {
  const memory = [];
  let times = [];
  let failures = 0;
  for (let round = 0; round < ROUNDS; round++) {
    times = [];
    const until = Date.now() + ROUND_S * 1000;
    const person = async (at) => {
      await pause((at / PEOPLE) * THINK_MS);
      for (let step = at; Date.now() < until; step += 7) {
        const began = performance.now();
        const answer = await fetch(url + pages[step % pages.length], { headers }).catch(() => null);
        await answer?.text().catch(() => null);
        if (answer?.ok) times.push(performance.now() - began);
        else failures++;
        await pause(THINK_MS);
      }
    };
    await Promise.all(Array.from({ length: PEOPLE }, (_, at) => person(at)));
    memory.push(residentMb(stack.children.web.pid));
    times.sort((a, b) => a - b);
    say(
      `             ${how}, round ${round + 1}: ${times.length}, ${(times.length / ROUND_S).toFixed(0)} a second, median ${quantile(times, 0.5).toFixed(0)} ms, p95 ${quantile(times, 0.95).toFixed(0)} ms, web ${memory.at(-1).toFixed(0)} MB`,
    );
  }
  say(`             ${failures} failed`);
  return { times, memory };
}

const quantile = (sorted, share) => sorted[Math.floor(sorted.length * share)] ?? NaN;

/** What the web process and those that it started hold in memory now. */
function residentMb(pid) {
  const own = Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, "utf8"))[1]) / 1024;
  const children = readFileSync(`/proc/${pid}/task/${pid}/children`, "utf8").split(" ").filter(Boolean);
  return children.reduce((sum, child) => sum + residentMb(child), own);
}
