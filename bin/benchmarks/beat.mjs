import { fork } from "node:child_process";
import { randomUUID } from "node:crypto";
import { join } from "node:path";
import { startMachineWatch } from "../lib/machineWatch.mjs";
import { root } from "../lib/paths.mjs";
import { reportFigure } from "../lib/report.mjs";
import { say } from "../lib/say.mjs";
import { openBenchSession } from "./benchSession.mjs";
import { need } from "../lib/run.mjs";

const RUNS = Number(process.env.BEAT_RUNS ?? 20);
const RUN_S = 8;
const BEAT_EVERY_MS = 100;
/** A beat that comes later than this after the one before is late. */
const LATEST_MS = 200;
const LONGEST_HOLD_MS = 50;

/**
 * Runs the rig twenty times beside the worst that a shop's day can bring, beating as a page does, and tells how late the beats
 * came to the agent, whether any run was cut, and how long the web process was held.
 */
export async function measureBeat({ url, env, folder }) {
  say(
    `\n== The beat of ${RUNS} runs beside: the worst complaint sets, an import of 100,000 lines, a hundred sign-ins at once, 50 people browsing`,
  );
  const { createConnection } = await import("mysql2/promise");
  const database = await createConnection({ uri: env.DATABASE_URL, timezone: "Z" });
  const [[loaded]] = await database.query(
    "SELECT id FROM job WHERE bay = 'isolate' AND is_open = 1 ORDER BY id LIMIT 1",
  );
  const [[rigged]] = await database.query("SELECT id FROM job WHERE bay = 'bench' AND is_open = 1 ORDER BY id LIMIT 1");
  const cookie = await openBenchSession(database, folder, "ines");
  const symptoms = JSON.parse(
    await need("The symptoms", process.execPath, [
      join(root, "bin/pitstopa.mjs"),
      "isolate",
      "--list-symptoms",
      "--json",
    ]),
  )
    .filter(({ complaint, links }) => complaint && Object.keys(links).length > 3)
    .map(({ id }) => id);
  const call = async (path, body) => {
    const response = await fetch(`${url}${path}`, {
      method: "POST",
      headers: { cookie, "Content-Type": "application/json" },
      body: JSON.stringify(body),
    });
    const answer = await response.json();
    if (!response.ok) throw new Error(`${path}: ${answer.message}`);
    return answer;
  };
  await call("/api/rig/connect", {});
  const machine = startMachineWatch();
  const load = fork(join(root, "bin/benchmarks/beatLoad.mjs"));
  load.send({
    url,
    cookie,
    databaseUrl: env.DATABASE_URL,
    jobId: loaded.id,
    symptoms,
    signInId: await signInActionOf(url),
  });
  await new Promise((resolve) => setTimeout(resolve, 6000)); // the load is on before the first run
  const runs = [];
  try {
    for (let run = 0; run < RUNS; run++) runs.push(await beatThrough(call, rigged.id));
  } finally {
    load.send("stop");
  }
  const done = await new Promise((resolve) => load.once("message", resolve));
  machine.stop();
  await database.end();
  const { held } = await (await fetch(`${url}/api/health`)).json();
  say(
    `             beside them: ${done.diagnoses} diagnoses, ${done.imports} imports, ${done.signIns} sign-ins, ${done.pages} pages; ${done.failures} failed`,
  );
  const { takenMs, forMs } = machine.sum();
  say(`             taken away by the machine under this one: ${takenMs} of ${forMs} ms`);
  const whole = runs.filter(({ cause }) => cause === "end_of_profile").length;
  for (const { cause, detail } of runs) if (cause !== "end_of_profile") say(`             cut: ${cause}, ${detail}`);
  reportFigure("runs that went to their end", whole, `of ${RUNS}`, RUNS, { atLeast: true });
  const silences = runs.map(({ longestSilenceMs }) => longestSilenceMs).sort((a, b) => a - b);
  say(`             longest silence of each run, ms: ${silences.join(" ")}`);
  reportFigure("longest the agent did not hear the page", silences.at(-1), "ms", LATEST_MS);
  reportFigure("longest the web process was held", held.longestMs, "ms", LONGEST_HOLD_MS);
}

/** One run, beaten as a page beats: every tenth of a second, three on their way at the most. */
async function beatThrough(call, jobId) {
  const operatorToken = randomUUID();
  const { runId } = await call("/api/rig/arm", {
    jobId,
    operatorToken,
    kind: "power-draw",
    profile: [
      { name: "standby", throttle: 0, holdS: 1 },
      { name: "held", throttle: 0.3, holdS: RUN_S - 1 },
    ],
    limits: { current: { max: 200 } },
  });
  let status = null;
  let onTheWay = 0;
  const beat = async () => {
    if (onTheWay >= 3 || status?.state === "ended") return;
    onTheWay++;
    try {
      ({ status } = await call("/api/rig/beat", { runId, operatorToken, since: status?.sampleCount ?? 0 }));
    } catch {
      // A beat that got no answer is a silence to the agent; the next one follows.
    } finally {
      onTheWay--;
    }
  };
  const timer = setInterval(() => void beat(), BEAT_EVERY_MS);
  await beat();
  await call("/api/rig/start", { runId, operatorToken });
  const deadlineMs = Date.now() + (RUN_S + 10) * 1000;
  while (status?.state !== "ended" && Date.now() < deadlineMs) await new Promise((resolve) => setTimeout(resolve, 50));
  clearInterval(timer);
  return {
    cause: status?.cut?.cause ?? "no answer",
    detail: status?.cut?.detail ?? "",
    longestSilenceMs: status?.longestSilenceMs ?? NaN,
  };
}

/** The id by which the browser calls the sign-in action, read from the page's own scripts. */
async function signInActionOf(url) {
  const html = await (await fetch(`${url}/sign-in`)).text();
  for (const [path] of html.matchAll(/\/_next\/static\/[^"'\\ ]+?\.js/g)) {
    const script = await (await fetch(url + path)).text();
    const found = /"([0-9a-f]{40,})"[^;]{0,160}?"signInAction"/.exec(script);
    if (found) return found[1];
  }
  throw new Error("The sign-in page's action was not found.");
}
