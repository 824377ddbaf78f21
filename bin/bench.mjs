#!/usr/bin/env node
// Measures the figures that were asked for, on this machine, and says which are reached.
import { randomUUID } from "node:crypto";
import { rmSync } from "node:fs";
import { join } from "node:path";
import { ensureBuild, ensureDebianPackages, ensureNodeModules } from "./lib/install.mjs";
import { root } from "./lib/paths.mjs";
import { freePorts } from "./lib/ports.mjs";
import { need } from "./lib/run.mjs";
import { runMain, say } from "./lib/say.mjs";
import { secretsOf, startStack } from "./lib/stack.mjs";

const OPEN_JOBS = 500;
const REQUESTS = 300;

const line = (what, value, unit, limit) =>
  say(
    `${value <= limit ? "reached" : "NOT REACHED"}  ${what}: ${value.toFixed(2)} ${unit} (asked: under ${limit} ${unit})`,
  );

await runMain(async () => {
  await ensureDebianPackages({ browser: false });
  await ensureNodeModules();
  await ensureBuild();
  say("== Isolation engine, first library");
  const rows = JSON.parse(
    await need("The engine's benchmark", process.execPath, [join(root, "dist/benchmarkIsolate.mjs")]),
  );
  for (const { name, meanMs, p99Ms } of rows) {
    line(`${name}, mean`, meanMs, "ms", 5);
    line(`${name}, p99`, p99Ms, "ms", 5);
  }

  const folder = join(root, ".pitstopa-test", "bench");
  rmSync(folder, { recursive: true, force: true });
  const stack = await startStack({ folder, ports: await freePorts(), demo: true });
  try {
    const { cookie, open } = await fillBoard(stack.env, folder);
    say(`\n== Board with ${open} open jobs`);
    await measureBoard(stack.url, cookie);
    await measureFirstLoad(stack.url, cookie);
  } finally {
    await stack.stop();
  }
});

/** Adds open jobs until there are enough, and makes a session cookie. */
async function fillBoard(env, folder) {
  const { createConnection } = await import("mysql2/promise");
  const { sealData } = await import("iron-session");
  const db = await createConnection({ uri: env.DATABASE_URL, timezone: "Z" });
  const [[{ open: before }]] = await db.query("SELECT COUNT(*) AS open FROM job WHERE is_open = 1");
  const [crafts] = await db.query("SELECT id FROM craft");
  const [[person]] = await db.query("SELECT id FROM person WHERE sign_in_name = 'ines'");
  for (let i = Number(before); i < OPEN_JOBS; i++) {
    await db.execute(
      `INSERT INTO job (craft_id, technician_id, complaint, phase, history, bay, bays_done, headline, detail, next_step, next_worth, received_at, request_key)
       SELECT ?, technician_id, CONCAT(complaint, ' ', ?), phase, history, bay, bays_done, headline, detail, next_step, next_worth,
              TIMESTAMPADD(MINUTE, -?, UTC_TIMESTAMP(3)), ?
         FROM job WHERE is_open = 1 ORDER BY id LIMIT 1 OFFSET ?`,
      [crafts[i % crafts.length].id, i, i * 13, randomUUID(), String(i % Number(before))],
    );
  }
  const [[{ open }]] = await db.query("SELECT COUNT(*) AS open FROM job WHERE is_open = 1");
  await db.end();
  const seal = await sealData({ personId: person.id }, { password: secretsOf(folder).session, ttl: 3600 });
  return { cookie: `pitstopa_session=${seal}`, open };
}

async function measureBoard(url, cookie) {
  const timesMs = [];
  for (let i = 0; i < REQUESTS + 20; i++) {
    const startedMs = performance.now();
    const response = await fetch(`${url}/`, { headers: { cookie } });
    const html = await response.text();
    if (!response.ok || !html.includes("board-search")) throw new Error(`The board answered ${response.status}.`);
    if (i >= 20) timesMs.push(performance.now() - startedMs); // the first ones warm the server up
  }
  timesMs.sort((a, b) => a - b);
  say(
    `${REQUESTS} requests one after the other, over loopback, to the last byte: median ${timesMs[REQUESTS / 2].toFixed(1)} ms`,
  );
  line("board, p95", timesMs[Math.floor(REQUESTS * 0.95)], "ms", 40);
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
  line(`first load of the board, ${scripts.length} scripts, gzip`, bytes / 1000, "kB", 450);
}
