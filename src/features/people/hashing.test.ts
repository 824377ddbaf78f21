import { hashPassword, isPassword } from "./hashing";

describe("password hashing", () => {
  it("knows the password that was hashed, and no other", async () => {
    const kept = await hashPassword("solder-and-flux");
    expect(kept).toMatch(/^\$argon2id\$/);
    expect(await isPassword(kept, "solder-and-flux")).toBe(true);
    expect(await isPassword(kept, "solder-and-flex")).toBe(false);
  });

  it("works a burst off one after the other, and tells those too far back how long it would be", async () => {
    const kept = await hashPassword("solder-and-flux");
    const all = await Promise.allSettled(Array.from({ length: 170 }, () => isPassword(kept, "guess")));
    const refused = all.filter((one) => one.status === "rejected");
    expect(refused.length).toBeGreaterThanOrEqual(15);
    expect(refused.length).toBeLessThanOrEqual(20);
    expect(refused[0]).toMatchObject({ reason: { code: "busy", message: expect.stringMatching(/about \d+ s/) } });
    expect(await isPassword(kept, "solder-and-flux")).toBe(true);
  }, 60_000);
});
