import fc from "fast-check";
import { CRAFT_KIND_LIST } from "../../craft/craftKinds";
import { type Finding, gatherSymptoms } from "../findings/caseFindings";
import { withGeneratedChecks } from "../library/generateChecks";
import { type CaseContext, type Check, HISTORIES, type Library, PHASES } from "../library/library.types";
import { validateLibrary } from "../library/validateLibrary";
import { shippedLibrary } from "../shippedLibrary";
import { weighCase } from "../weighCase";
import { gateBefore, gatesOf, opens, shutGates } from "./shutGates";

const library = withGeneratedChecks(shippedLibrary);
const quad = (over: Partial<CaseContext> = {}): CaseContext => ({
  craftKind: "quad",
  phase: "hover",
  history: "in-service",
  ...over,
});
const seen = (symptomId: string, value = true): Finding => ({ kind: "symptom", symptomId, value });
const answer = (checkId: string, outcomeId: string): Finding => ({ kind: "check", checkId, outcomeId });
const shutIn = (context: CaseContext, findings: readonly Finding[], opened: readonly string[] = []) =>
  shutGates(library, context, findings, gatherSymptoms(library, findings), opened);
const idsOf = (context: CaseContext, findings: readonly Finding[], opened?: readonly string[]) =>
  shutIn(context, findings, opened).map(({ gate }) => gate.id);

/** The rule of the trade, written anew here and not by the gates' data. Common practice, no published source. */
function isForbidden(context: CaseContext, findings: readonly Finding[], check: Check): boolean {
  const said = new Map(
    findings.flatMap((finding) =>
      finding.kind === "symptom"
        ? [[finding.symptomId, finding.value] as const]
        : Object.entries(
            library.checks
              .find(({ id }) => id === finding.checkId)!
              .outcomes.find(({ id }) => id === finding.outcomeId)!.sets,
          ),
    ),
  );
  const givesPower = check.hazard !== "unpowered" || check.needs.some((tool) => /USB lead|charged pack/.test(tool));
  if (!givesPower) return false;
  const isBeeped = said.get("power-to-ground") === false;
  const burnt = said.get("burnt-trace") === true || said.get("wet-seen") === true || context.history === "water";
  const isLookedOver = ["burnt-trace", "damage-seen", "wet-seen"].every((id) => said.get(id) === false);
  return (
    (said.get("pack-swollen") === true && said.get("pack-away") !== true) ||
    said.get("power-to-ground") === true ||
    (burnt && !isBeeped) ||
    (burnt && said.get("limiter-trips") !== false && !check.needs.includes("current limiter")) ||
    ((context.history === "crash" || said.get("damage-seen") === true) && !isBeeped && !isLookedOver)
  );
}

/** Answers that shut or open a gate. */
const TURNING: readonly Finding[] = [
  ...["burnt-trace", "wet-seen", "damage-seen", "sparks-or-trips", "pack-swollen", "device-dead"].map((id) => seen(id)),
  ...library.checks
    .filter((check) => gatesOf(library).some((gate) => opens(gate, check)) || check.id === "look-and-smell")
    .flatMap(({ id, outcomes }) => outcomes.map((outcome) => answer(id, outcome.id))),
];

const said = (finding: Finding) => Object.keys(Object.fromEntries(knownOf([finding])));
const speaksOfTheSame = (one: Finding, other: Finding) => said(one).some((id) => said(other).includes(id));
/** For each answer that turns a gate, those that turn with it: only between such does it matter which was given first. */
const TURNED_AGAIN = TURNING.map((one) => TURNING.map((other) => speaksOfTheSame(one, other)));

/** One check of each sort: the gates and the rule of the trade go by state, tools and what it opens, and by nothing else. */
const SORTS = [
  ...new Map(
    library.checks.map((check) => [
      [check.hazard, ...check.needs, ...gatesOf(library).map((gate) => opens(gate, check))].join(),
      check,
    ]),
  ).values(),
];

describe("gates", () => {
  it("shut alike in whichever order answers were given that do not speak of the same", () => {
    for (const [at, one] of TURNING.entries())
      for (const [beside, other] of TURNING.entries())
        if (!TURNED_AGAIN[at]![beside]) expect(idsOf(quad(), [one, other])).toEqual(idsOf(quad(), [other, one]));
  });

  it("offer no check that the trade forbids, on any path of three answers that turn one", () => {
    let looked = 0;
    for (const history of HISTORIES) {
      const context = quad({ history });
      const visit = (path: readonly number[]) => {
        const findings = path.map((at) => TURNING[at]!);
        const shut = shutIn(context, findings);
        for (const check of SORTS) {
          if (!gateBefore(check, shut) && isForbidden(context, findings, check))
            throw new Error(`${check.id} after ${JSON.stringify(findings)} with history ${history}`);
        }
        looked++;
        if (path.length === 3) return;
        for (const next of TURNING.keys())
          if (next >= (path.at(-1) ?? 0) || path.some((at) => TURNED_AGAIN[at]![next])) visit([...path, next]);
      };
      visit([]);
    }
    expect(looked).toBeGreaterThan((HISTORIES.length * TURNING.length ** 3) / 6);
  });

  it("hold on random walks through the whole library, with the engine's own list", () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...HISTORIES),
        fc.constantFrom(...PHASES),
        fc.constantFrom("quad", "helicopter", "fixed wing", "camera drone"),
        fc.array(fc.nat(), { minLength: 3, maxLength: 6 }),
        (history, phase, craftKind, steps) => {
          const context: CaseContext = { craftKind, phase, history };
          const complaints = library.symptoms.filter(({ complaint }) => complaint);
          const findings: Finding[] = [seen(complaints[steps[0]! % complaints.length]!.id)];
          for (const step of steps.slice(1)) {
            const { ranking } = weighCase(library, context, findings);
            for (const { check } of ranking.checks) expect(isForbidden(context, findings, check)).toBe(false);
            const { check } = ranking.checks[step % Math.min(12, ranking.checks.length)]!;
            const possible = check.outcomes.filter(
              ({ sets }) => !Object.entries(sets).some(([id, value]) => knownOf(findings).get(id) === !value),
            );
            findings.push(answer(check.id, possible[step % possible.length]!.id));
          }
        },
      ),
      { numRuns: 40, seed: 7 },
    );
  });

  it.each(gatesOf(library).map((gate) => [gate.id, gate] as const))("%s can be opened", (id, gate) => {
    for (const sign of gate.when) {
      const context = quad({ history: sign.history?.[0] ?? "in-service", phase: sign.phase?.[0] ?? "hover" });
      const shutting = sign.symptom ? [seen(sign.symptom)] : [];
      expect(idsOf(context, shutting)).toContain(id);
      const opening = Object.entries(gate.opens ?? {}).map(([symptomId, value]) => {
        const check = library.checks.find(({ outcomes }) => outcomes.some(({ sets }) => sets[symptomId] === value))!;
        return answer(check.id, check.outcomes.find(({ sets }) => sets[symptomId] === value)!.id);
      });
      const rungs = (gate.rungs ?? []).map((hazard) => {
        const check = library.checks.find((each) => each.hazard === hazard)!;
        return answer(check.id, check.outcomes[0]!.id);
      });
      expect(idsOf(context, [...shutting, ...opening, ...rungs])).not.toContain(id);
    }
  });

  it("a look that finds nothing opens the way after a crash; one that finds a bent arm does not", () => {
    const crash = quad({ history: "crash" });
    expect(idsOf(crash, [])).toContain("short-not-ruled-out");
    expect(idsOf(crash, [answer("look-and-smell", "clean")])).not.toContain("short-not-ruled-out");
    expect(idsOf(crash, [answer("look-and-smell", "damaged")])).toContain("short-not-ruled-out");
  });

  it("what was only doubtfully seen shuts a gate and opens none", () => {
    const doubtful = (finding: Finding): Finding => ({ ...finding, doubtful: true });
    expect(idsOf(quad(), [doubtful(seen("burnt-trace"))])).toContain("short-not-ruled-out");
    expect(idsOf(quad(), [seen("burnt-trace"), doubtful(answer("power-to-ground", "no"))])).toContain(
      "short-not-ruled-out",
    );
  });

  it("a technician may open one by its name, and no other", () => {
    const burnt = [seen("burnt-trace")];
    expect(idsOf(quad(), burnt, ["limiter-first"])).toEqual(["short-not-ruled-out"]);
  });

  it("what opens a gate is worth what it lets one do", () => {
    const { ranking, shut } = weighCase(library, quad({ history: "water" }), [seen("picture-static")]);
    const beep = ranking.checks.find(({ check }) => check.id === "power-to-ground")!;
    const behind = Math.max(...shut.map(({ ranked }) => ranked.bits));
    expect(beep.opensBits).toBe(behind);
    expect(beep.opensBits).toBeGreaterThan(beep.bits);
  });

  it("a library from before there were gates has those that ship; one that lacks their symptoms goes without", () => {
    const { gates: _, ...old } = library;
    expect(gatesOf(old).map(({ id }) => id)).toEqual(gatesOf(library).map(({ id }) => id));
    const bare: Library = { ...old, symptoms: old.symptoms.filter(({ id }) => id !== "pack-away") };
    expect(gatesOf(bare).map(({ id }) => id)).not.toContain("bad-pack");
  });

  it.each([
    ["names no symptom", { opens: { "no-such": true } }, /no symptom "no-such"/],
    ["nothing opens", { opens: undefined }, /nothing opens it/],
    [
      "only opens from behind itself",
      { shuts: "unpowered", opens: { "camera-no-5v": true } },
      /behind the gate itself/,
    ],
  ] as const)("a library is refused whose gate %s", (_, over, problem) => {
    const [gate] = gatesOf(library);
    const wrong = { ...shippedLibrary, gates: [{ ...gate!, rungs: undefined, ...over }] } as Library;
    expect(validateLibrary(wrong)).toContainEqual({ place: "gates/bad-pack", problem: expect.stringMatching(problem) });
  });
});

function knownOf(findings: readonly Finding[]) {
  return gatherSymptoms(library, findings).known;
}

// Common practice, no published source.
it("has a swollen pack carried out before anything else is looked at", () => {
  const order = (findings: readonly Finding[]) =>
    weighCase(library, quad(), findings).ranking.checks.map(({ check }) => check.id);
  expect(order([seen("power-fades"), seen("pack-swollen")])[0]).toBe("pack-out");
  expect(order([seen("power-fades"), seen("pack-swollen"), answer("pack-out", "done")])).not.toContain("pack-out");
  expect(order([seen("power-fades")])[0]).not.toBe("pack-out");
});

describe("something bent, torn or broken", () => {
  const cases = CRAFT_KIND_LIST.flatMap((craftKind) => HISTORIES.map((history) => ({ craftKind, history })));

  it.each(cases)("on $craftKind, $history: a look comes first, and no power before it", ({ craftKind, history }) => {
    const context: CaseContext = { craftKind, phase: "hover", history };
    const { ranking, shut } = weighCase(library, context, [seen("damage-seen")]);
    const offered = ranking.checks.filter(({ check }) => !shut.some(({ ranked }) => ranked.check === check));
    expect(offered[0]!.check.hazard).toBe("unpowered");
    expect(offered.filter(({ check }) => isForbidden(context, [seen("damage-seen")], check))).toEqual([]);
  });
});
