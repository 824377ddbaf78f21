import { deflateSync } from "node:zlib";
import { expect, keysWork, meet, receiveQuad, signIn, startSweep, test } from "./shop";

// The whole job, as a technician does it: from complaint to proven craft. One test, for it is one story.
test("a craft goes through all six bays", async ({ page }, info) => {
  test.setTimeout(180_000);
  const shot = async (name: string) => info.attach(name, { body: await page.screenshot(), contentType: "image/png" });
  const problems: string[] = [];
  page.on("pageerror", (error) => problems.push(error.message));

  await test.step("1 the board", async () => {
    await signIn(page, "ines");
    await expect(page.getByRole("article")).not.toHaveCount(0);
    await shot("1 board");
  });

  let number = "";
  await test.step("2 receive", async () => {
    number = await receiveQuad(page, "J-100");
    await page.goto(`/jobs/${number}/receive`);
    await page
      .getByLabel(/Add photos/)
      .setInputFiles({ name: "arm.png", mimeType: "image/png", buffer: onePixelPng() });
    await expect(page.getByRole("img", { name: "arm.png" })).toBeVisible();
    await shot("2 receive");
    await page.goto(`/jobs/${number}/label`);
    await expect(page.getByRole("img", { name: new RegExp(`QR code of http://.*/jobs/${number}$`) })).toBeVisible();
  });

  await test.step("3 isolate, by keys", async () => {
    await page.goto(`/jobs/${number}/isolate`);
    const bars = page.getByRole("region", { name: "Suspects" });
    await expect(bars.getByText(/^Camera( dead)?$/).first()).toBeVisible();
    await keysWork(page);
    const before = await bars.innerText();
    // Answer as a dead camera would, whatever the engine asks first, until the spare camera has spoken.
    for (let i = 0; i < 12; i++) {
      const title = await page.getByRole("heading", { level: 1 }).innerText();
      const key = ANSWERS[title];
      expect(key, `no answer for "${title}"`).toBeDefined();
      await page.keyboard.press(key!);
      await expect(page.getByRole("heading", { level: 1 })).not.toHaveText(title);
      if (title === "Try a known-good camera") break;
    }
    await expect(page.getByText("Try a known-good camera").first()).toBeVisible();
    expect(await bars.innerText()).not.toBe(before);
    await expect(
      page
        .getByRole("region", { name: "What we know" })
        .getByText(/× (as|less) likely/)
        .first(),
    ).toBeVisible();
    await shot("3 isolate");
    await page.getByRole("button", { name: "Name the cause" }).first().click();
    await page.getByRole("button", { name: "Name it and go on" }).click();
    // No measurement would settle a dead camera: it goes on to Refit, and the bench can be looked at all the same.
    await page.waitForURL(/\/refit$/);
  });

  await test.step("4 bench", async () => {
    await page.goto(`/jobs/${number}/bench`);
    await expect(page.getByText(/You look at Bench; the job is in Refit/)).toBeVisible();
    await page.getByRole("button", { name: "show all" }).click();
    await expect(page.getByText("Throttle Box 8 (simulated)")).toBeVisible();
    await startSweep(page);
    await expect(page.getByText(/Run \d+: Ran to its end/)).toBeVisible({ timeout: 20_000 });
    await expect(page.getByRole("region", { name: "Verdict" }).getByText(/Weakest in line: Tam lead 12/)).toBeVisible();
    await page.getByRole("button", { name: "Keep as evidence" }).click();
    await expect(page.getByText("Kept on the job.")).toBeVisible();
    await shot("4 bench");
    await page.getByRole("link", { name: "Refit", exact: true }).click();
    await page.waitForURL(/\/refit$/);
  });

  await test.step("5 refit", async () => {
    await page.getByLabel("Why does the old one come out?").fill("no picture with it, picture with a spare");
    await page.getByLabel("Its serial").fill("CA-J100-B");
    await page.getByRole("button", { name: "Replace it" }).click();
    await expect(page.getByText(/before: Oru Eye 3/)).toBeVisible();
    await expect(page.getByText("Picture at a distance")).toBeVisible();
    await shot("5 refit");
    await page.getByRole("button", { name: "Go on to Prove" }).click();
    await page.waitForURL(/\/prove$/);
  });

  await test.step("6 prove", async () => {
    const left = page.getByRole("region", { name: "Proofs", exact: true });
    await expect(left.getByText(/left of \d+/)).toBeVisible();
    await page.goto(`/jobs/${number}/handback`);
    await expect(page.getByRole("button", { name: /Hand back and close/ })).toBeDisabled();
    await page.goto(`/jobs/${number}/prove`);
    await shot("6 prove");
    const count = Number(/left of (\d+)/.exec(await left.innerText())![1]);
    for (let open = count; open > 0; open--) {
      await expect(left.getByText(new RegExp(`^${open} left of`))).toBeVisible();
      await meet(page);
    }
    await expect(page.getByRole("heading", { name: "Every proof is met or waived" })).toBeVisible();
    await page.getByRole("button", { name: "Go on to Hand back" }).click();
    await page.waitForURL(/\/handback$/);
  });

  await test.step("7 hand back", async () => {
    await page.getByRole("button", { name: /Hand back and close/ }).click();
    await expect(page.getByRole("heading", { name: "Handed back" })).toBeVisible();
    const pdf = await page.request.get(`/api/jobs/${number}/report`);
    expect(pdf.headers()["content-type"]).toBe("application/pdf");
    expect((await pdf.body()).subarray(0, 5).toString()).toBe("%PDF-");
    await shot("7 hand back");
    await page.getByRole("link", { name: /craft.s file/ }).click();
    await page.waitForURL(/\/craft\/\d+$/);
    await expect(page.getByRole("article", { name: new RegExp(`Job ${number}`) })).toBeVisible();
    await expect(page.getByText("CA-J100-B")).toBeVisible();
  });
  expect(problems).toEqual([]);
});

/** What a craft with a dead camera answers, by key, to each check that may come up. */
const ANSWERS: Readonly<Record<string, string>> = {
  "Beep the camera lead through and move it": "a",
  "Try a known-good camera": "a",
  "Is there overlay text on the black picture?": "a",
  "Open the camera's menu with its joystick": "s",
  "Join camera and transmitter directly, past the board": "s",
  "Measure 5 V at the camera plug": "a",
  "Switch the video standard in the settings": "s",
  "Is the transmitter's lamp lit?": "a",
  "Fit another video transmitter": "s",
  "Look at the screen: what kind of nothing is it?": "s",
  "Look, smell and feel all over, battery out": "a",
  "Measure each rail before its device goes on": "s",
  "Beep power against ground, unpowered": "s",
  "Inspect the video antenna and its plug": "a",
  "Unplug the devices of the rail one by one": "s",
  "Check polarity of each device against two diagrams": "s",
};

/** The smallest PNG there is: one grey pixel. */
function onePixelPng(): Buffer {
  const chunk = (type: string, data: Buffer) => {
    const body = Buffer.concat([Buffer.from(type), data]);
    const frame = Buffer.alloc(body.length + 8);
    frame.writeUInt32BE(data.length, 0);
    body.copy(frame, 4);
    frame.writeUInt32BE(crc32(body), frame.length - 4);
    return frame;
  };
  const header = Buffer.from([0, 0, 0, 1, 0, 0, 0, 1, 8, 0, 0, 0, 0]);
  const signature = Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]);
  return Buffer.concat([
    signature,
    chunk("IHDR", header),
    chunk("IDAT", deflateSync(Buffer.from([0, 128]))),
    chunk("IEND", Buffer.alloc(0)),
  ]);
}

function crc32(data: Buffer): number {
  let crc = 0xffffffff;
  for (const byte of data) {
    crc ^= byte;
    for (let bit = 0; bit < 8; bit++) crc = (crc >>> 1) ^ (crc & 1 ? 0xedb88320 : 0);
  }
  return (crc ^ 0xffffffff) >>> 0;
}
