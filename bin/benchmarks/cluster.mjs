import { createHash, randomBytes } from "node:crypto";
import { rmSync } from "node:fs";
import { join } from "node:path";
import { startCluster } from "../lib/cluster.mjs";
import { root } from "../lib/paths.mjs";
import { reportFigure } from "../lib/report.mjs";
import { need } from "../lib/run.mjs";
import { say } from "../lib/say.mjs";
import { openBenchSession } from "./benchSession.mjs";

const PEOPLE = 50;
const THINK_MS = 1000;
const BEFORE_MS = 15_000;
const AFTER_MS = 25_000;
const CONFLICTS = 200;
const BACK_ASKED_S = 5;
/** With fewer, that none was lost says nothing. */
const LEAST_WRITES = 100;
const tookOf = (answers) =>
  answers.map(({ took }) => took).sort((a, b) => a - b)[Math.floor(answers.length * 0.95)] ?? NaN;
const pause = (ms) => new Promise((resolve) => setTimeout(resolve, ms));

/**
 * Three database nodes and two web processes on loopback, fifty people who read and write; in the middle a node and a web process are killed at once. Counts
 * what was acknowledged and is missing or stands twice, how long until pages came again, and whether two who change one thing on two nodes are told apart.
 */
export async function measureCluster() {
  say(`\n== Three database nodes, two web processes, ${PEOPLE} people; one of each is killed`);
  const folder = join(root, ".pitstopa-test", "cluster");
  rmSync(folder, { recursive: true, force: true });
  const cluster = await startCluster(folder);
  try {
    // Each node that a web process prefers goes once, with the web process that prefers the other.
    for (const [node, front] of [
      [0, 1],
      [1, 0],
    ]) {
      await killInTheMiddle(cluster, node, front);
      await cluster.startNode(node);
      await cluster.fronts[front].start();
      say("             both are back");
    }
    await changeAtOnce(cluster);
  } finally {
    await cluster.stop();
  }
}

async function killInTheMiddle({ url, folder, nodes, fronts }, node, front) {
  const { createConnection } = await import("mysql2/promise");
  // The node that stays to the end.
  const db = await createConnection({ uri: nodes[2].ownerUrl });
  const cookie = await openBenchSession(db, folder, "ines");
  const [jobs] = await db.query("SELECT id, bay FROM job WHERE is_open = 1 ORDER BY id");
  const number = ({ id }) => String(id).padStart(4, "0");
  const pages = ["/", "/craft", "/stock", ...jobs.map((job) => `/jobs/${number(job)}/${job.bay}`)];
  const acknowledged = new Set();
  const answers = [];
  const began = performance.now();
  const until = began + BEFORE_MS + AFTER_MS;
  const person = async (at) => {
    await pause((at / PEOPLE) * THINK_MS);
    for (let step = at; performance.now() < until; step += 7) {
      if (step % 5 === 0) await write(jobs[step % jobs.length].id);
      else await read(pages[step % pages.length]);
      await pause(THINK_MS);
    }
  };
  async function read(path) {
    const sent = performance.now();
    const answer = await fetch(url + path, { headers: { cookie }, signal: AbortSignal.timeout(10_000) }).catch(
      () => null,
    );
    const isWhole = await answer?.text().then(
      () => true,
      () => false,
    );
    answers.push({ sent, took: performance.now() - sent, ok: Boolean(answer?.ok && isWhole) });
  }
  async function write(jobId) {
    const bytes = Buffer.concat([Buffer.from("89504e470d0a1a0a0000000d49484452", "hex"), randomBytes(600)]);
    const hash = createHash("sha256").update(bytes).digest("hex");
    // The same picture until it is acknowledged, as a page does.
    while (performance.now() < until) {
      const sent = performance.now();
      const form = new FormData();
      form.set("photo", new File([bytes], "p.png", { type: "image/png" }));
      const answer = await fetch(`${url}/api/jobs/${jobId}/photos`, {
        method: "POST",
        headers: { cookie },
        body: form,
        signal: AbortSignal.timeout(10_000),
      }).catch(() => null);
      await answer?.arrayBuffer().catch(() => null);
      answers.push({ sent, took: performance.now() - sent, ok: answer?.status === 201 });
      if (answer?.status === 201) return void acknowledged.add(hash);
      await pause(200);
    }
  }
  const everybody = Promise.all(Array.from({ length: PEOPLE }, (_, at) => person(at)));
  await pause(BEFORE_MS);
  const killed = performance.now();
  nodes[node].server.kill("SIGKILL");
  fronts[front].kill();
  await everybody;
  const failed = answers.filter(({ ok }) => !ok);
  // Until the last call ended that failed, or that waited with the database for the others to agree; a page that is only slow does not count.
  const failedAfter = failed.map(({ sent, took }) => sent + took - killed).filter((after) => after > 0);
  const before = tookOf(answers.filter(({ sent, took }) => sent + took < killed));
  const alone = tookOf(answers.filter(({ sent }) => sent > killed + BACK_ASKED_S * 1000));
  const firstGood = answers.filter(({ sent, ok }) => ok && sent > killed).map(({ sent, took }) => sent + took - killed);
  const [photos] = await db.query("SELECT HEX(sha256) AS h, COUNT(*) AS n FROM job_photo GROUP BY sha256");
  const stored = new Map(photos.map(({ h, n }) => [h.toLowerCase(), Number(n)]));
  const [[events]] = await db.query(
    `SELECT COUNT(*) AS n, COUNT(DISTINCT job_id, JSON_VALUE(payload, '$.photoId')) AS once
       FROM job_event WHERE kind = 'photo_added'`,
  );
  await db.end();
  const lost = [...acknowledged].filter((hash) => !stored.has(hash)).length;
  const twice = [...stored.values()].filter((n) => n > 1).length + (Number(events.n) - Number(events.once));
  say(
    `             node ${node + 1} and web process ${front + 1} killed: ${answers.length} calls, ${failed.length} failed, ${acknowledged.size} writes acknowledged`,
  );
  reportFigure("acknowledged", acknowledged.size, "writes", LEAST_WRITES, { atLeast: true });
  reportFigure("acknowledged and lost", lost, "writes", 0);
  reportFigure("stored twice", twice, "writes", 0);
  say(`             p95 before ${before.toFixed(0)} ms, with one web process left ${alone.toFixed(0)} ms`);
  reportFigure("until the last call that failed was over", Math.max(0, ...failedAfter) / 1000, "s", BACK_ASKED_S);
  reportFigure("until the first good answer", Math.min(...firstGood) / 1000, "s", BACK_ASKED_S);
}

async function changeAtOnce({ nodes }) {
  const output = await need("Two at once", process.execPath, [
    join(root, "dist/benchmarkConflicts.mjs"),
    String(CONFLICTS),
    nodes[0].ownerUrl,
    nodes[1].ownerUrl,
  ]);
  const { right, noneWon, twoWon, otherAnswers, lost } = JSON.parse(output.trim().split("\n").at(-1));
  say(
    `             none won ${noneWon}, two won ${twoWon}${otherAnswers.length > 0 ? `; ${otherAnswers.join("; ")}` : ""}`,
  );
  reportFigure("two on two nodes: one wins, the other is told", right, `of ${CONFLICTS}`, CONFLICTS, { atLeast: true });
  reportFigure("a node without what was acknowledged", lost, "rounds", 0);
}
