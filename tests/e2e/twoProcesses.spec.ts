import { expect, signIn, switchboard, test } from "./shop";

test("one of the processes that answer pages dies: the other goes on, nobody is signed out, and it comes back", async ({
  page,
}) => {
  await signIn(page, "ines");
  expect(await switchboard("how-many-answer")).toBe("2");
  await switchboard("kill-one-that-answers");
  for (let turn = 0; turn < 12; turn++) {
    await page.goto(turn % 2 === 0 ? "/craft" : "/packs");
    await expect(page.getByRole("navigation").getByText("Ines Vaar")).toBeVisible();
  }
  await expect.poll(() => switchboard("how-many-answer")).toBe("2");
});
