import AxeBuilder from "@axe-core/playwright";
import { type Page } from "@playwright/test";
import { expect, keysWork, signIn, test } from "./shop";

const VIEWS = [
  "/",
  "/receive",
  "/craft",
  "/craft/1",
  "/library",
  "/library/learned",
  "/packs",
  "/instruments",
  "/workshop",
  "/calculators/drive-matching",
  "/jobs/0010/isolate",
  "/jobs/0010/receive",
  "/jobs/0021/bench",
  "/jobs/0027/log",
  "/jobs/0019/wiring",
  "/jobs/0015/wiring",
  "/boards",
  "/boards/Loam%203%20quad%20board",
  "/stock",
  "/jobs/0018/refit",
  "/jobs/0015/prove",
  "/jobs/0005/handback",
];

/** Structure is the same by night: only what colours do is asked for again. */
const LOOKS = [
  { name: "by day", size: { width: 1280, height: 800 }, colorScheme: "light", rules: null },
  { name: "by night", size: { width: 1280, height: 800 }, colorScheme: "dark", rules: ["color-contrast"] },
  { name: "on a phone", size: { width: 390, height: 844 }, colorScheme: "light", rules: null },
] as const;

const PAPER = { light: "rgb(243, 239, 230)", dark: "rgb(21, 27, 27)" };

/** What axe finds wrong on a page as it is looked at, by rule, with the first place of each. */
async function problemsOf(page: Page, { size, colorScheme, rules }: (typeof LOOKS)[number]): Promise<string[]> {
  await page.setViewportSize(size);
  await page.emulateMedia({ colorScheme });
  await expect(page.locator("body")).toHaveCSS("background-color", PAPER[colorScheme]);
  const axe = new AxeBuilder({ page });
  if (rules) axe.withRules([...rules]);
  else axe.options({ rules: { "label-content-name-mismatch": { enabled: true } } });
  const { violations } = await axe.analyze();
  return violations.map(({ id, impact, nodes }) => `${impact} ${id}: ${nodes[0]!.target.join(" ")} (${nodes.length})`);
}

/** What is wrong on some pages, by page and look. */
async function problemsIn(page: Page, paths: readonly string[]): Promise<Record<string, string[]>> {
  const found: Record<string, string[]> = {};
  for (const path of paths) {
    await page.goto(path);
    await keysWork(page);
    for (const look of LOOKS) {
      const problems = await problemsOf(page, look);
      const headings = await page.getByRole("heading", { level: 1 }).count();
      if (headings !== 1) problems.push(`${headings} headings of the first level`);
      if (problems.length > 0) found[`${path} ${look.name}`] = problems;
    }
  }
  return found;
}

test("nothing is wrong for those who listen or see little, by day, by night and on a phone", async ({ context }) => {
  test.setTimeout(240_000);
  // Two pages at a time: one loads while the other is looked at.
  const pages = [await context.newPage(), await context.newPage()];
  await signIn(pages[0]!, "ines");
  const found = await Promise.all(
    pages.map((page, at) =>
      problemsIn(
        page,
        VIEWS.filter((_, place) => place % 2 === at),
      ),
    ),
  );
  expect(Object.assign({}, ...found)).toEqual({});
});
