import { withGeneratedChecks } from "../../src/core/diagnosis/library/generateChecks";
import { diagnoseCase } from "../../src/core/diagnosis/diagnoseCase";
import { type Finding, gatherSymptoms } from "../../src/core/diagnosis/findings/caseFindings";
import { shippedLibrary } from "../../src/core/diagnosis/shippedLibrary";
import { DEFAULT_WORKSHOP } from "../../src/features/faultLibrary/defaultWorkshop";
import { engineAdvice } from "../../src/sim/checkStrategies";
import { hiddenCraft } from "../../src/sim/hiddenCraft";
import { seededRandom } from "../../src/sim/random";
import { simulateRepair } from "../../src/sim/simulatedRepair";
import { type BlindCase, CASES } from "./blind/cases";
import { FIELD_CASES } from "./blind/fieldCases";
import { FIELD_STORIES } from "./blind/fieldStories";
import { LACKING_CASES } from "./blind/lackingCases";
import { LACKING_STORIES } from "./blind/lackingStories";
import { LARGE_CRAFT_CASES } from "./blind/largeCraftCases";
import { LARGE_CRAFT_STORIES } from "./blind/largeCraftStories";
import { SMALL_CRAFT_CASES } from "./blind/smallCraftCases";
import { SMALL_CRAFT_STORIES } from "./blind/smallCraftStories";
import { STORIES, type Story } from "./blind/stories";
import { SUMMER_CASES } from "./blind/summerCases";
import { SUMMER_STORIES } from "./blind/summerStories";
import { WINTER_CASES } from "./blind/winterCases";
import { WINTER_STORIES } from "./blind/winterStories";

const library = withGeneratedChecks(shippedLibrary);
/** So many of them are burnt, shorted, browned out, badly joined or on the wrong rail: the first of the file. */
const ELECTRICAL = 20;
const ELECTRICAL_IN_FIELD = 12;
const inWords = (stories: readonly Story[], words: Readonly<Record<string, BlindCase>>) =>
  stories.map((story) => {
    const { context, seen, checks, causes } = words[story.id]!;
    const told = seen.map((text): Finding => ({
      kind: "symptom",
      symptomId: text.replace("!", ""),
      value: !text.startsWith("!"),
    }));
    const answered = checks.map((text): Finding => {
      const [checkId, outcomeId] = text.split(":");
      return { kind: "check", checkId: checkId!, outcomeId: outcomeId! };
    });
    return { ...story, context, told, answered, causes };
  });
const cases = inWords(STORIES, CASES);
const field = inWords(FIELD_STORIES, FIELD_CASES);
const lacking = inWords(LACKING_STORIES, LACKING_CASES);
const smallCraft = inWords(SMALL_CRAFT_STORIES, SMALL_CRAFT_CASES);
const summer = inWords(SUMMER_STORIES, SUMMER_CASES);
const winter = inWords(WINTER_STORIES, WINTER_CASES);
const largeCraft = inWords(LARGE_CRAFT_STORIES, LARGE_CRAFT_CASES);

// Common practice, no published source. What it was before anything was changed for them stands in first-run.txt: 30 of 33.
describe("forty repairs written before the library was opened", () => {
  const firsts = cases.map(({ id, context, told, answered, causes }) => ({
    id,
    isFirst: causes.includes(
      diagnoseCase(library, { context, findings: [...told, ...answered] }).suspects[0]!.fault.id,
    ),
  }));

  it("have the true cause first in all but one, with all evidence in", () => {
    // A loose magnet stands second after a winding; both end in another motor.
    expect(firsts.filter(({ isFirst }) => !isFirst).map(({ id }) => id)).toEqual(["weak-bell"]);
  });

  it.each(cases.filter(({ never }) => never?.startsWith("power")))(
    "$id: nothing is powered before the beep, whatever stands first",
    ({ context, told }) => {
      for (const { check } of diagnoseCase(library, { context, findings: told }).nextChecks) {
        expect(check.hazard).toBe("unpowered");
        expect(check.needs).not.toContain("USB lead");
      }
    },
  );

  it.each(cases.slice(0, ELECTRICAL))(
    "$id: the first advice of the electrical ones needs no power",
    ({ context, told }) => {
      expect(diagnoseCase(library, { context, findings: told }).nextChecks[0]!.check.hazard).toBe("unpowered");
    },
  );
});

// Common practice, no published source. Their author knew the library; before the faults were added none came first (small-craft-first-run.txt).
describe("eighteen repairs of small and unusual craft", () => {
  it.each(smallCraft)(
    "$id: the true cause stands first with all evidence in",
    ({ context, told, answered, causes }) => {
      const { suspects } = diagnoseCase(library, { context, findings: [...told, ...answered] });
      expect(causes).toContain(suspects[0]!.fault.id);
    },
  );

  it.each(smallCraft)("$id: the first advice needs no power", ({ context, told }) => {
    expect(diagnoseCase(library, { context, findings: told }).nextChecks[0]!.check.hazard).toBe("unpowered");
  });
});

// Common practice, no published source. At first 29 of 34 that had a cause in the library (field-first-run.txt); two of the library's gaps were theirs.
describe("thirty-six repairs written with the library shut", () => {
  it.each(field)("$id: the true cause stands first with all evidence in", ({ context, told, answered, causes }) => {
    const { suspects } = diagnoseCase(library, { context, findings: [...told, ...answered] });
    expect(causes).toContain(suspects[0]!.fault.id);
  });

  it.each(field.filter(({ never }) => never?.startsWith("power")))(
    "$id: nothing is powered before the beep",
    ({ context, told }) => {
      for (const { check } of diagnoseCase(library, { context, findings: told }).nextChecks)
        expect(check.hazard).toBe("unpowered");
    },
  );

  it.each(field.slice(0, ELECTRICAL_IN_FIELD))("$id: the first advice needs no power", ({ context, told }) => {
    expect(diagnoseCase(library, { context, findings: told }).nextChecks[0]!.check.hazard).toBe("unpowered");
  });
});

// Common practice, no published source. At first 10 of 13 that had a cause in the library (summer-first-run.txt); five were added for them.
describe("eighteen repairs of one summer, written with the library shut", () => {
  it.each(summer)("$id: the true cause stands first with all evidence in", ({ context, told, answered, causes }) => {
    const { suspects } = diagnoseCase(library, { context, findings: [...told, ...answered] });
    expect(causes).toContain(suspects[0]!.fault.id);
  });

  it.each(summer)("$id: the first advice needs no power", ({ context, told }) => {
    expect(diagnoseCase(library, { context, findings: told }).nextChecks[0]!.check.hazard).toBe("unpowered");
  });
});

// Common practice, no published source. At first 15 of 15 that had a cause in the library (winter-first-run.txt); one was added for the other.
describe("sixteen repairs of one winter, written with the library shut", () => {
  it.each(winter)("$id: the true cause stands first with all evidence in", ({ context, told, answered, causes }) => {
    const { suspects } = diagnoseCase(library, { context, findings: [...told, ...answered] });
    expect(causes).toContain(suspects[0]!.fault.id);
  });

  it.each(winter)("$id: the first advice needs no power", ({ context, told }) => {
    expect(diagnoseCase(library, { context, findings: told }).nextChecks[0]!.check.hazard).toBe("unpowered");
  });
});

// Common practice, no published source. At first 15 of 17 that had a cause in the library (large-craft-first-run.txt); one was added for the other.
describe("eighteen repairs of craft that carry something or are unlike the others, written with the library shut", () => {
  it.each(largeCraft)("$id: a true cause stands first with all evidence in", ({ context, told, answered, causes }) => {
    const { suspects } = diagnoseCase(library, { context, findings: [...told, ...answered] });
    expect(causes).toContain(suspects[0]!.fault.id);
  });

  it("have both causes of the pair before all others", () => {
    const { context, told, answered } = largeCraft.find(({ id }) => id === "two-after-a-tree")!;
    const { suspects } = diagnoseCase(library, { context, findings: [...told, ...answered] });
    expect(new Set(suspects.slice(0, 2).map(({ fault }) => fault.id))).toEqual(
      new Set(["arm-delaminated", "motor-shaft"]),
    );
  });

  it.each(largeCraft)("$id: the first advice needs no power", ({ context, told }) => {
    expect(diagnoseCase(library, { context, findings: told }).nextChecks[0]!.check.hazard).toBe("unpowered");
  });
});

// Common practice, no published source. Their author knew the library: they hold what was added for them.
describe("ten repairs whose causes the library lacked", () => {
  it.each(lacking)("$id: the true cause stands first with all evidence in", ({ context, told, answered, causes }) => {
    const { suspects } = diagnoseCase(library, { context, findings: [...told, ...answered] });
    expect(causes).toContain(suspects[0]!.fault.id);
  });
});

/** Checks and needless repairs of somebody who does what the engine says, on a craft that answers as the story told and else by the library. */
function followed({ context, told, answered, causes }: (typeof cases)[number], runs: number) {
  const fixed = gatherSymptoms(library, [...told, ...answered]).known;
  const tallies = Array.from({ length: runs }, (_, run) => {
    const random = seededRandom(run + 1);
    const craft = hiddenCraft(library, context, [causes[0]!], random, fixed);
    return simulateRepair(library, craft, told, engineAdvice, DEFAULT_WORKSHOP, random);
  });
  const mean = (of: (tally: (typeof tallies)[number]) => number) =>
    tallies.reduce((sum, tally) => sum + of(tally), 0) / runs;
  return { checks: mean(({ checks }) => checks), wrong: mean(({ wrongRepairs }) => wrongRepairs) };
}

// 5.4 checks and 0.19 needless repairs before the library had the ten and each check its beginning, 3.6 and 0.09 after; by hand 1.8.
it("followed, all of them take fewer than four checks on average and seldom a needless repair", () => {
  const all = [...cases, ...field, ...lacking].filter(({ causes }) => causes.length > 0).map((one) => followed(one, 2));
  const mean = (of: (one: (typeof all)[number]) => number) => all.reduce((sum, one) => sum + of(one), 0) / all.length;
  expect(mean(({ checks }) => checks)).toBeLessThan(4);
  expect(mean(({ wrong }) => wrong)).toBeLessThan(0.15);
});

// Common practice, no published source. Two crafts of one kind are told as one: 133 of 138 when it was first tried.
it("of two causes on one craft, both stand among the first three in 19 of 20 pairs", () => {
  const all = [...cases, ...field].filter(({ causes, told }) => causes.length > 0 && told.every(isSo));
  const pairs = all.flatMap((one, place) =>
    all
      .slice(place + 1)
      .flatMap((other, after) => ((place * 31 + place + after + 1) % 7 === 0 ? [[one, other] as const] : [])),
  );
  const ranks = pairs.filter(areOneCraft).map(([one, other]) => {
    const findings = [
      ...new Map(
        [...one.told, ...one.answered, ...other.told, ...other.answered].map((finding) => [
          JSON.stringify(finding),
          finding,
        ]),
      ).values(),
    ];
    const { suspects } = diagnoseCase(library, { context: one.context, findings });
    const firstThree = suspects.slice(0, 3).map(({ fault }) => fault.id);
    return [one, other].every(({ causes }) => causes.some((cause) => firstThree.includes(cause)));
  });
  expect(ranks.length).toBeGreaterThan(100);
  expect(ranks.filter(Boolean).length / ranks.length).toBeGreaterThanOrEqual(0.95);
});

function isSo(finding: Finding): boolean {
  return finding.kind !== "symptom" || finding.value;
}

/** One kind of craft, two causes, and no check that the two answer in two ways. */
function areOneCraft([one, other]: readonly [(typeof cases)[number], (typeof cases)[number]]): boolean {
  return (
    one.context.craftKind === other.context.craftKind &&
    !one.causes.some((cause) => other.causes.includes(cause)) &&
    !one.answered.some((mine) =>
      other.answered.some(
        (theirs) =>
          mine.kind === "check" &&
          theirs.kind === "check" &&
          mine.checkId === theirs.checkId &&
          mine.outcomeId !== theirs.outcomeId,
      ),
    )
  );
}

/** So sure of something else a guide would send a good part to the bin. */
const SURE = 0.9;

/*
 * The stories with less than was told: found so when it was first asked (246 and 106 cases, none sure of a wrong cause; the right one was
 * first in 182 and 96). With one answer turned round 7 of 261 were.
 */
describe("all stories, each without one of its findings", () => {
  const told = [...cases, ...field, ...lacking, ...smallCraft, ...summer, ...winter].filter(
    ({ causes }) => causes.length > 0,
  );
  const without = (which: "told" | "answered") =>
    told.flatMap((story) =>
      story[which].map((left) => {
        const findings = [...story.told, ...story.answered].filter((each) => each !== left);
        const first = diagnoseCase(library, { context: story.context, findings }).suspects[0]!;
        return {
          id: story.id,
          first: first.fault.id,
          sure: first.probability,
          isRight: story.causes.includes(first.fault.id),
        };
      }),
    );

  it.each(["told", "answered"] as const)(
    "%s: none is sure of a wrong cause, and most have the right one first",
    (which) => {
      const all = without(which);
      expect(all.length).toBeGreaterThan(150);
      expect(all.filter(({ isRight, sure }) => !isRight && sure > SURE)).toEqual([]);
      expect(all.filter(({ isRight }) => isRight).length / all.length).toBeGreaterThan(0.65);
    },
  );
});
