import { expect, query, signIn, test } from "./shop";

test("a long board goes on over pages, each ticket once", async ({ page }) => {
  const [template] = await query("SELECT id, craft_id FROM job WHERE is_open = 1 ORDER BY id LIMIT 1");
  for (let i = 0; i < 35; i++) {
    // Each of its own craft: a craft is here once.
    await query(
      `INSERT INTO craft (name, tail_number, serial, kind, frame_class, mass_g, motor_count, cell_count, owner, created_at)
       SELECT name, CONCAT('LB-', ?), serial, kind, frame_class, mass_g, motor_count, cell_count, owner, created_at
         FROM craft WHERE id = ?`,
      [i, template!.craft_id],
    );
    await query(
      `INSERT INTO job (craft_id, technician_id, complaint, phase, history, bay, received_at, request_key)
       SELECT (SELECT id FROM craft WHERE tail_number = CONCAT('LB-', ?)), technician_id, CONCAT('long board ', ?), phase,
              history, bay, UTC_TIMESTAMP(3), UUID()
         FROM job WHERE id = ?`,
      [i, i, template!.id],
    );
  }
  await signIn(page, "ines");
  await page.goto("/?q=long+board");
  await expect(page.getByRole("article")).toHaveCount(20);
  await page.getByRole("link", { name: "Further tickets" }).click();
  await expect(page.getByRole("article")).toHaveCount(15);
  await expect(page.getByRole("link", { name: "Further tickets" })).toHaveCount(0);
  await query("DELETE FROM job WHERE complaint LIKE 'long board %'");
  await query("DELETE FROM craft WHERE tail_number LIKE 'LB-%'");
});

test("a ticket opens its job wherever it is clicked", async ({ page }) => {
  await signIn(page, "ines");
  for (const x of [40, 400, 700, 1100]) {
    await page.goto("/");
    await page.getByRole("article", { name: /Sedge/ }).click({ position: { x, y: 40 } });
    await page.waitForURL(/\/jobs\/\d+\/bench$/);
  }
});

test("the board filters by bay, technician and words, all in the address", async ({ page }) => {
  await signIn(page, "ines");
  await page.getByRole("link", { name: /^Refit/ }).click();
  await expect(page).toHaveURL(/bay=refit/);
  await expect(page.getByRole("article", { name: /Skerry/ })).toBeVisible();
  await expect(page.getByRole("article", { name: /Corrie/ })).toHaveCount(0);
  await page.goto("/");
  await page.getByText("Everybody").first().click();
  await page.getByRole("link", { name: "Orrin Heyl" }).click();
  await expect(page).toHaveURL(/who=\d+/);
  await expect(page.getByRole("article", { name: /Sedge/ })).toBeVisible();
  await page.goto("/?q=no+such+thing");
  await expect(page.getByText("No ticket fits.")).toBeVisible();
});
