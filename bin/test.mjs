#!/usr/bin/env node
// Everything that must hold: types, lint, boundaries, dead code, unit, integration, end to end. Works on a new machine.
import { readFileSync, rmSync } from "node:fs";
import { availableParallelism } from "node:os";
import { join } from "node:path";
import { buildProcesses, ensureBuild, ensureDebianPackages, ensureNodeModules } from "./lib/install.mjs";
import { stolenMs } from "./lib/machineWatch.mjs";
import { startMariadb } from "./lib/mariadb.mjs";
import { root } from "./lib/paths.mjs";
import { freePort } from "./lib/ports.mjs";
import { run } from "./lib/run.mjs";
import { readOptions } from "./lib/options.mjs";
import { runMain, say } from "./lib/say.mjs";
import { secretsOf } from "./lib/secrets.mjs";

const state = join(root, ".pitstopa-test");
const bin = (name) => join(root, "node_modules", ".bin", name);
const totals = { passed: 0, failed: 0 };
const times = [];

/** Runs one step and counts it: the tests inside it when it reports them, else the step itself. */
async function step(title, command, args, { env, counted } = {}) {
  if (counted) say(`\n== ${title}`);
  const startedMs = Date.now();
  const { code, output } = await run(command, args, { env: { FORCE_COLOR: "0", ...env }, echo: Boolean(counted) });
  const counts = counted?.();
  totals.passed += counts?.passed ?? (code === 0 ? 1 : 0);
  totals.failed += counts?.failed ?? (code === 0 ? 0 : 1);
  if (code !== 0 && counts?.failed === 0) totals.failed += 1; // it failed without a failing test
  if (code !== 0 && !counted) say(output);
  const seconds = (Date.now() - startedMs) / 1000;
  times.push([title, seconds]);
  say(`${counted ? "" : `${title}: `}${code === 0 ? "ok" : "FAILED"}, ${seconds.toFixed(1)} s`);
}

/** Runs Jest on some projects, two files at a time, and reads its counts. */
function jest(projects, { title, env }) {
  const report = join(state, `jest-${projects[0]}.json`);
  rmSync(report, { force: true });
  const args = ["--selectProjects", ...projects, "--maxWorkers=2", "--json", `--outputFile=${report}`];
  return step(title, bin("jest"), args, {
    env,
    counted: () => {
      try {
        const { numPassedTests, numFailedTests, numFailedTestSuites } = JSON.parse(readFileSync(report, "utf8"));
        return { passed: numPassedTests, failed: Math.max(numFailedTests, numFailedTestSuites) };
      } catch {
        return { passed: 0, failed: 1 };
      }
    },
  });
}

/** Runs Playwright and reads its counts. */
function playwright(env) {
  const report = join(state, "playwright.json");
  rmSync(report, { force: true });
  return step("end-to-end tests", bin("playwright"), ["test", "--config", "tests/e2e/playwright.config.ts"], {
    env: { ...env, PLAYWRIGHT_JSON_OUTPUT_NAME: report },
    counted: () => {
      try {
        const { stats, suites } = JSON.parse(readFileSync(report, "utf8"));
        for (const { title, why } of standstills(suites)) say(`run again, for ${why}: ${title}`);
        return { passed: stats.expected + stats.flaky, failed: stats.unexpected + stats.skipped };
      } catch {
        return { passed: 0, failed: 1 };
      }
    },
  });
}

/** Tests of a Playwright report that failed while the machine was measured to stand still, with what was measured. */
function standstills(suites) {
  return suites.flatMap(({ specs = [], suites: inner = [] }) => [
    ...specs.flatMap(({ title, tests }) =>
      tests
        .flatMap(({ results }) => results.flatMap(({ annotations = [] }) => annotations)) // each try has its own
        .filter(({ type }) => type === "standstill")
        .map(({ description }) => ({ title, why: description })),
    ),
    ...standstills(inner),
  ]);
}

await runMain(async () => {
  readOptions(
    {},
    "npm test: types, lint, format, boundaries, dead code, unit, page, simulation, integration and end-to-end tests",
  );
  const startedMs = Date.now();
  const stolenBefore = stolenMs();
  await ensureDebianPackages({ browser: true });
  await ensureNodeModules();
  rmSync(state, { recursive: true, force: true });
  const secrets = secretsOf(state);
  await step("types", process.execPath, [join(root, "node_modules/next/dist/bin/next"), "typegen"]);
  const lint = step("lint", bin("eslint"), ["."]); // on a processor of its own: the others take as long together
  await step("types", bin("tsc"), ["--noEmit"]);
  await step("format", bin("prettier"), ["--check", "--log-level", "warn", "."]);
  await step("boundaries", bin("depcruise"), ["src", "--config", ".dependency-cruiser.cjs"]);
  await step("dead code", bin("knip"), []);
  await lint;
  await jest(["unit", "pages"], { title: "unit and page tests" });
  await jest(["simulation"], { title: "simulation, a few seeds of it" });
  await buildProcesses();
  const database = await startMariadb(state, await freePort(), secrets);
  try {
    const env = {
      DATABASE_URL: database.ownerUrl,
      DATABASE_SOCKET: database.socket,
      DATABASE_DATA: database.dataDir,
    };
    await jest(["rig"], { title: "the rig's own process, alone", env });
    await jest(["integration"], { title: "integration tests", env });
  } finally {
    await database.stop();
  }
  await ensureBuild(".next-test");
  await playwright({ PITSTOPA_DIST_DIR: ".next-test" });
  say(`\n${times.map(([title, seconds]) => `${title} ${Math.round(seconds)} s`).join(", ")}`);
  say(`${Math.round((Date.now() - startedMs) / 1000)} s in all, the build among it`);
  const stolen = (stolenMs() - stolenBefore) / (Date.now() - startedMs) / availableParallelism();
  say(`${Math.round(100 * stolen)} of 100 of the processors' time went to other machines on this host meanwhile`);
  say(`${totals.passed} passed, ${totals.failed} failed`);
  process.exitCode = totals.failed > 0 ? 1 : 0;
});
