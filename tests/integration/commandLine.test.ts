import { motorProfile } from "@/core/bench/run/profiles";
import { writeRunFile } from "@/core/bench/run/runFile";
import { simulateCraft } from "@/sim/benchDefects";
import { DEMO_DRIVES } from "@/sim/demoDrives";
import { simulateRun } from "@/sim/simulateRun";
import { execFile } from "node:child_process";
import { mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";

const folder = mkdtempSync(path.join(tmpdir(), "pitstopa-cli-"));

/** Runs the command line; gives its exit code and what it printed. */
function pitstopa(...args: string[]): Promise<{ code: number; out: string; err: string }> {
  return new Promise((resolve) => {
    execFile(process.execPath, ["bin/pitstopa.mjs", ...args], (error, out, err) =>
      resolve({ code: error ? Number(error.code) : 0, out, err }),
    );
  });
}
function caseFile(name: string, content: unknown): string {
  const file = path.join(folder, name);
  writeFileSync(file, typeof content === "string" ? content : JSON.stringify(content));
  return file;
}
const context = { craftKind: "quad", phase: "hover", history: "firmware" };

describe("pitstopa doctor", () => {
  it("says what is well and what is not, and ends with 1 when something is not", async () => {
    const { code, out } = await pitstopa("doctor");
    expect(code).toBe(1);
    expect(out).toMatch(/^well\s+database: answers$/m);
    expect(out).toMatch(/^NOT WELL\s+web: nothing answers at http:/m);
    expect(out).toMatch(/migrations not applied: \d+/);
  });
});

describe("the pitstopa command", () => {
  it("explains itself, with or without being asked", async () => {
    for (const args of [["--help"], []]) {
      const { code, out } = await pitstopa(...args);
      expect(code).toBe(0);
      for (const word of ["isolate --case", "backup FILE", "restore FILE"]) expect(out).toContain(word);
    }
  });

  it("weighs a case as JSON, for scripts", async () => {
    const findings = [
      { symptom: "dropped", value: true },
      { symptom: "resets-10-15-s", value: true },
      { check: "halve-loop-rate", outcome: "rate" },
    ];
    const { code, out } = await pitstopa("isolate", "--case", caseFile("reset.json", { context, findings }), "--json");
    expect(code).toBe(0);
    const result = JSON.parse(out) as {
      suspects: { fault: string; probability: number }[];
      nextChecks: { check: string; bits: number; outcomes: { probability: number }[] }[];
    };
    expect(result.suspects[0]).toMatchObject({ fault: "loop-overload" });
    expect(result.suspects[0]!.probability).toBeGreaterThan(0.9);
    expect(result.nextChecks.map(({ check }) => check)).not.toContain("halve-loop-rate");
    for (const { outcomes, bits } of result.nextChecks) {
      expect(bits).toBeGreaterThanOrEqual(0);
      expect(outcomes.reduce((sum, { probability }) => sum + probability, 0)).toBeCloseTo(1, 6);
    }
  });

  it("weighs the same case as a page, for people", async () => {
    const file = caseFile("black.json", { context, findings: [{ symptom: "picture-black", value: true }] });
    const { out } = await pitstopa("isolate", "--case", file);
    expect(out).toMatch(/^Suspects\n\s+\d+\s% .+/);
    expect(out).toMatch(/\nNext checks\n\s+\d\.\d\d bit, \d+ min {2}.+/);
  });

  it("lists what a case can be written with, as text and as JSON", async () => {
    const { out } = await pitstopa("isolate", "--list-checks");
    expect(out).toMatch(/^spare-camera {2}Try a known-good camera \(\d+ min, .*\)\n {4}gone {2}Fault gone$/m);
    const listed = JSON.parse((await pitstopa("isolate", "--list-readings", "--json")).out) as { id: string }[];
    expect(listed.map(({ id }) => id)).toContain("picture-black");
    expect((await pitstopa("isolate", "--list-faults")).out).toMatch(/^camera-dead {2}/m);
  });

  it("judges a table of readings, as JSON for scripts and as text for people", async () => {
    const table = "pulse [µs],angle [°]\n1000,-45\n1250,-22.5\n1500,0\n1750,22.5\n2000,45\n";
    const file = caseFile("servo.csv", table);
    const measured = JSON.parse((await pitstopa("bench", file, "--kind", "servo", "--json")).out) as {
      word: string;
      figures: { label: string; value: number }[];
    };
    expect(measured.word).toBe("good");
    expect(measured.figures.find(({ label }) => label.startsWith("Degrees"))!.value).toBeCloseTo(9, 6);
    expect((await pitstopa("bench", file, "--kind", "servo")).out).toMatch(/^good\n/);
  });

  it("takes a run's own file through its steps, with what stands in its head and on the line", async () => {
    const profile = motorProfile(4);
    const craft = simulateCraft(DEMO_DRIVES["five-inch"]!, { defect: "weak-magnet", severity: 3, place: 2, seed: 5 });
    const channels = ["voltage", "current", "speed", "thrust", "vibration"];
    const run = simulateRun(craft, profile, { channels, rateHz: 10, seed: 5 });
    const file = caseFile(
      "run.csv",
      writeRunFile({ kind: "motor", profile, limits: {}, options: { massG: 620 } }, run),
    );
    const answer = JSON.parse((await pitstopa("bench", file, "--kind", "motor", "--prop", "5", "--json")).out) as {
      word: string;
      reasons: string[];
      figures: { label: string }[];
    };
    expect(answer.word).toBe("bad");
    expect(answer.reasons[0]).toMatch(/^Motor 3: speed constant .* weak magnets/);
    const labels = answer.figures.map(({ label }) => label);
    expect(labels).toEqual(expect.arrayContaining(["Motor 1: in hover", "Motor 1: thrust coefficient"]));
  });

  it("compares a table of the draw with a former one, at one voltage", async () => {
    const table = (amps: number, volts: number) =>
      `throttle [%],voltage [V],current [A]\n0,${volts},0.8\n50,${volts},${amps / 3}\n100,${volts},${amps}`;
    const [now, before] = [caseFile("now.csv", table(16.41, 10.88)), caseFile("before.csv", table(15.4, 11.87))];
    // Common practice, no published source: it looks alike and is 27 % more.
    const { out } = await pitstopa("bench", now, "--kind", "power", "--baseline", before);
    expect(out).toMatch(/^bad\n(?:.*\n)*.*At full: 26\.8 ± .* % more than the baseline, both at 11\.87 V/);
    expect(out).toMatch(/In flight at full, held amps × 0\.68: 11\.16 A/);
  });

  it.each<[string, () => string[], RegExp]>([
    ["a table of no known kind", () => ["bench", caseFile("a.csv", "x"), "--kind", "kite"], /no kind "kite"/],
    ["a table without units", () => ["bench", caseFile("b.csv", "angle\n1"), "--kind", "servo"], /“angle” has no unit/],
    ["a bench without a kind", () => ["bench", caseFile("c.csv", "x")], /Say what it is a table of/],
    [
      "a scale that is no number",
      () => ["bench", caseFile("d.csv", "x"), "--kind", "meter", "--scale", "big"],
      /--scale needs a number/,
    ],
    [
      "an option that the kind has no use for",
      () => ["bench", caseFile("e.csv", "x"), "--kind", "pack", "--baseline", "f.csv"],
      /kind pack has no use for --baseline.*--capacity/,
    ],
    ["an unknown command", () => ["fly"], /There is no command "fly"/],
    ["an unknown flag", () => ["isolate", "--guess"], /guess/],
    ["isolate without a case", () => ["isolate"], /Name the case/],
    ["a case that is not there", () => ["isolate", "--case", path.join(folder, "none.json")], /There is no file/],
    [
      "a case that is not JSON",
      () => ["isolate", "--case", caseFile("bad.json", "{")],
      /bad\.json: The file is not JSON/,
    ],
    [
      "a case with an unknown check, by its name",
      () => ["isolate", "--case", caseFile("odd.json", { context, findings: [{ check: "dowsing", outcome: "yes" }] })],
      /no check "dowsing"/,
    ],
    ["a backup to nowhere", () => ["backup"], /Name the file/],
    ["a restore from nothing", () => ["restore", path.join(folder, "none.backup")], /There is no file/],
    ["a restore from something else", () => ["restore", caseFile("text.backup", "hello")], /damaged or no backup/],
  ])("ends with 1 and a sentence on %s", async (_, args, message) => {
    const { code, err } = await pitstopa(...args());
    expect(code).toBe(1);
    expect(err).toMatch(message);
    expect(err).not.toMatch(/at .*\.mjs:\d+/); // no stack
  });
});
