import { linearProgramme } from "../../../tests/fixtures/otherWiring/linearProgramme";
import { randomCase } from "../../../tests/fixtures/otherWiring/randomCase";
import { planWiring } from "../../core/refit/wiring/planWiring";
import { seededRandom } from "../../sim/random";

// How long plans of large random boards take, and whether an integer programme proves the same cost. Prints JSON.

const CASES = 100;
/** The integer programme takes seconds for each. */
const PROVEN = Number(process.argv[2] ?? 20);
const SIZE = { pads: 120, devices: 25 };

for (let seed = 1; seed <= 20; seed++) planWiring(randomCase(seededRandom(seed), { ...SIZE, needs: 2 })); // warm

const rows = [];
for (const needs of [2, 3]) {
  const times: number[] = [];
  const programmeMs: number[] = [];
  let impossible = 0;
  let whole = 0;
  let unproven = 0;
  let same = 0;
  for (let seed = 1; seed <= CASES; seed++) {
    const wiring = randomCase(seededRandom(seed * 7 + 1), { ...SIZE, needs });
    const begun = performance.now();
    const { plan, isProven } = planWiring(wiring, () => performance.now() - begun > 10_000);
    times.push(performance.now() - begun);
    if (!plan) impossible++;
    else if (plan.leftOut.length === 0) whole++;
    if (!isProven) unproven++;
    if (needs !== 2 || seed > PROVEN) continue;
    const again = performance.now();
    const proven = await linearProgramme(wiring);
    programmeMs.push(performance.now() - again);
    if (JSON.stringify(proven) === JSON.stringify(plan?.cost ?? null)) same++;
  }
  times.sort((a, b) => a - b);
  programmeMs.sort((a, b) => a - b);
  rows.push({
    needs,
    cases: CASES,
    p50Ms: times[CASES / 2 - 1],
    p95Ms: times[CASES * 0.95 - 1],
    worstMs: times[CASES - 1],
    over200: times.filter((ms) => ms > 200).length,
    impossible,
    whole,
    unproven,
    compared: programmeMs.length,
    same,
    programmeP50Ms: programmeMs[Math.floor(programmeMs.length / 2)] ?? null,
  });
}
process.stdout.write(`${JSON.stringify(rows)}\n`);
