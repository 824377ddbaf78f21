import { expect, query, receiveQuad, signIn, test } from "./shop";

test("a wrong password is refused with a sentence, and the shop stays shut", async ({ page }) => {
  await page.goto("/jobs/0001/isolate");
  await expect(page).toHaveURL(/\/sign-in$/);
  await page.getByLabel("Sign-in name").fill("ines");
  await page.getByLabel("Password", { exact: true }).fill("guess");
  await page.getByRole("button", { name: "Sign in" }).click();
  await expect(page.getByText("Name and password do not fit together.")).toBeVisible();
  expect((await page.request.get("/api/jobs/0001/report")).status()).toBe(401);
  expect((await page.request.post("/api/rig/stop", { data: { runId: 1 } })).status()).toBe(401);
});

test("a viewer may look, and change nothing", async ({ page }) => {
  await signIn(page, "wim");
  await page.getByRole("article").first().getByRole("link").first().click();
  await expect(page.getByRole("region", { name: "Rig" })).toHaveCount(0);
  await page.goto("/jobs/0001/receive");
  await expect(page.getByRole("button", { name: "Save details" })).toBeDisabled();
  const armed = await page.request.post("/api/rig/arm", {
    data: {
      jobId: 1,
      operatorToken: crypto.randomUUID(),
      kind: "power-draw",
      profile: [{ name: "standby", throttle: 0, holdS: 1 }],
      limits: { current: { max: 10 } },
    },
  });
  expect(armed.status()).toBe(403);
});

test("an unknown job is a page with a way back", async ({ page }) => {
  await signIn(page, "ines");
  for (const path of ["/jobs/9999/isolate", "/jobs/none/isolate", "/craft/9999"]) {
    await page.goto(path);
    await expect(page.getByRole("heading", { name: "There is no such page" })).toBeVisible();
  }
  await page.getByRole("link", { name: "Back to the board" }).click();
  await expect(page.getByRole("heading", { name: /board$/ })).toBeVisible();
});

test("the intake says at the field what is missing, and keeps what was typed", async ({ page }) => {
  await signIn(page, "ines");
  await page.goto("/receive");
  await expect(page.getByLabel("Complaint, in the customer's words")).toBeDisabled();
  await page.getByLabel("Battery is out").check();
  await page.getByLabel("Props are off").check();
  await page.getByLabel("What was changed last?").fill("a new prop");
  await page.getByRole("button", { name: "Take it in and isolate the fault" }).click();
  await expect(page.getByText("Say in a few words what is wrong.").first()).toBeVisible();
  await expect(page.getByText("Pick the phase it happened in.").first()).toBeVisible();
  await expect(page.getByText("Pick a craft, or add a new one.").first()).toBeVisible();
  await expect(page.getByLabel("What was changed last?")).toHaveValue("a new prop");
});

test("two quick clicks take a craft in once", async ({ page }) => {
  await signIn(page, "ines");
  await page.route("**/receive", async (route) => {
    await new Promise((resolve) => setTimeout(resolve, 300)); // time for the second click
    await route.continue();
  });
  const before = (await query("SELECT COUNT(*) AS n FROM job"))[0]!.n;
  await receiveQuad(page, "G-200", [], { clickCount: 2 });
  expect(Number((await query("SELECT COUNT(*) AS n FROM job"))[0]!.n)).toBe(Number(before) + 1);
});

test("a file that is no picture is refused by its content", async ({ page }) => {
  await signIn(page, "ines");
  const number = await receiveQuad(page, "G-100");
  await page.goto(`/jobs/${number}/receive`);
  await page
    .getByLabel(/Add photos/)
    .setInputFiles({ name: "photo.png", mimeType: "image/png", buffer: Buffer.from("not a picture") });
  await expect(page.getByText("photo.png is not a PNG, JPEG or WebP picture.")).toBeVisible();
  const large = Buffer.alloc(15 * 1024 * 1024 + 200_000, 1);
  await page.getByLabel(/Add photos/).setInputFiles({ name: "large.png", mimeType: "image/png", buffer: large });
  await expect(page.getByText(/over 15 MB|the limit is 15 MB/)).toBeVisible();
});

test("the keys of every page stand under ?", async ({ page }) => {
  await signIn(page, "ines");
  await page.keyboard.press("?");
  await expect(page.getByRole("dialog", { name: "Keys" })).toBeVisible();
  await page.keyboard.press("Escape");
  await page.keyboard.press("/");
  await page.keyboard.type("Sedge");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("article")).toHaveCount(1);
});

test("a finding is added, found by another word for it, and taken back, all by keys", async ({ page }) => {
  await signIn(page, "ines");
  await receiveQuad(page, "G-300", []);
  await page.keyboard.press("n");
  const search = page.getByRole("textbox", { name: "Search what was seen" });
  await expect(search).toBeFocused();
  await page.keyboard.type("snow");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("radio", { name: "Static on the screen", exact: true })).toBeChecked();
  await page.getByRole("button", { name: "Add", exact: true }).click();
  const known = page.getByRole("region", { name: "What we know" });
  await expect(known.getByText("Static on the screen")).toBeVisible();
  await expect(page.getByRole("dialog")).toHaveCount(0);
  await page.keyboard.press("z");
  await expect(known.getByText("taken back, does not count")).toBeVisible();
});
