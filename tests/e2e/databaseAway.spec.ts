import { expect, signIn, switchboard, test } from "./shop";

test("a database that is away is said so, and the page comes back by itself", async ({ page }) => {
  await signIn(page, "ines");
  await switchboard("stop-database");
  await page.goto("/craft");
  await expect(page.getByRole("heading", { name: "The database does not answer" })).toBeVisible();
  await switchboard("start-database");
  await expect(page.getByText("Tail number")).toBeVisible({ timeout: 20_000 });
});
