import AxeBuilder from "@axe-core/playwright";
import { type Page } from "@playwright/test";
import { expect, signIn, test } from "./shop";

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

const LOOKS = [
  ["by day", { viewport: { width: 1280, height: 800 }, colorScheme: "light" }],
  ["by night", { viewport: { width: 1280, height: 800 }, colorScheme: "dark" }],
  ["on a phone", { viewport: { width: 390, height: 844 }, colorScheme: "light" }],
] as const;

/** What axe finds wrong on a page, by rule, with the first place of each. */
async function problemsOf(page: Page): Promise<string[]> {
  const { violations } = await new AxeBuilder({ page })
    .options({ rules: { "label-content-name-mismatch": { enabled: true } } })
    .analyze();
  return violations.map(({ id, impact, nodes }) => `${impact} ${id}: ${nodes[0]!.target.join(" ")} (${nodes.length})`);
}

for (const [name, look] of LOOKS) {
  test(`nothing is wrong for those who listen or see little, ${name}`, async ({ browser }) => {
    test.setTimeout(180_000);
    const context = await browser.newContext({ baseURL: process.env.SHOP_URL!, ...look });
    const page = await context.newPage();
    await signIn(page, "ines");
    const found: Record<string, string[]> = {};
    for (const path of VIEWS) {
      await page.goto(path);
      await expect(page.getByRole("heading", { level: 1 }).first()).toBeAttached();
      const problems = await problemsOf(page);
      const headings = await page.getByRole("heading", { level: 1 }).count();
      if (headings !== 1) problems.push(`${headings} headings of the first level`);
      if (problems.length > 0) found[path] = problems;
    }
    expect(found).toEqual({});
    await context.close();
  });
}
