import { expect, signIn, test } from "./shop";

test("a part is taken off a shelf into a craft, and another off a craft that then lacks it", async ({ page }) => {
  await signIn(page, "ines");
  await page.goto("/stock");
  const esc = page.getByRole("region", { name: "Brask ESC 45" });
  await expect(esc.getByRole("button", { name: /^4 free/ })).toBeVisible();
  await esc.getByRole("button", { name: /Brask ESC 45/ }).click();
  await esc.getByRole("button", { name: "Came, or went" }).click();
  await esc.getByLabel("Pieces").fill("3");
  await esc.getByLabel("Why").fill("bought");
  await esc.getByRole("button", { name: "Write it down" }).click();
  await expect(esc.getByText("+3 bought")).toBeVisible();
  await expect(esc.getByRole("button", { name: /^7 free/ })).toBeVisible();

  // The job's name is on one: it is the first choice.
  await page.goto("/jobs/0018/refit");
  const parts = page.getByRole("region", { name: "Parts" });
  await parts.getByRole("button", { name: "Leave it" }).click();
  const row = (position: string) =>
    parts
      .locator("div")
      .filter({ has: page.locator(`strong:text-is("${position}")`) })
      .last();
  await row("ESC").getByRole("button", { name: "Replace" }).click();
  await expect(parts.getByText("1 with this job’s name")).toBeVisible();
  await parts.getByLabel("Why does the old one come out?").fill("no signal at any throttle");
  await expect(parts.getByLabel("New part")).toHaveValue("Brask ESC 45");
  await parts.getByLabel("Its serial").fill("SHELF-1");
  await parts.getByLabel("It took").fill("35");
  await parts.getByRole("button", { name: "Replace it" }).click();
  await expect(row("ESC")).toContainText("SHELF-1");
  await expect(page.getByText("spent on repairs so far")).not.toContainText(" 0.00");

  // A receiver off a craft that nobody flies.
  await row("Receiver").getByRole("button", { name: "Replace" }).click();
  await parts.getByLabel("Why does the old one come out?").fill("no link");
  await parts.getByText("off another craft").click();
  await parts.getByLabel("Which craft").click();
  await parts.getByLabel("Which craft").fill("Rill");
  await page.getByTitle(/^Rill \(7-010\), Receiver/).click();
  await parts.getByLabel("Who allowed it").fill("it was given to the shop");
  await expect(parts.getByText(/Rill lacks it from then on/)).toBeVisible();
  await parts.getByRole("button", { name: "Replace it" }).click();
  await expect(row("Receiver")).toContainText("701017");
  await page.goto("/craft");
  await expect(page.getByRole("row", { name: /Rill/ })).toContainText("lacks 2 parts");
});

test("a table of shelves is tried first, refused by its lines, then taken in", async ({ page }) => {
  await signIn(page, "ines");
  await page.goto("/stock");
  const give = (text: string) =>
    page
      .locator('input[type="file"]')
      .setInputFiles({ name: "shelves.csv", mimeType: "text/csv", buffer: Buffer.from(text) });
  const table = page.getByRole("region", { name: "Table of shelves" });
  await give("kind,name,on_hand\nwheel,Round,1\n");
  await expect(table.getByText("Line 2: There is no kind of part “wheel”.")).toBeVisible();
  await give("kind,name,shelf,on_hand\nmotor,Fen 22,A3,4\n");
  await expect(table.getByText("Fen 22: new, 4 on the shelf")).toBeVisible();
  await expect(page.getByRole("region", { name: "Fen 22" })).toHaveCount(0);
  await table.getByRole("button", { name: "Take it in" }).click();
  await expect(table.getByText("Taken in.")).toBeVisible();
  await expect(page.getByRole("region", { name: "Fen 22" })).toContainText("Shelf A3");
});
