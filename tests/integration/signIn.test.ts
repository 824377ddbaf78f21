import { insertPerson } from "@/features/people/personRepository";
import { hashPassword } from "@/features/people/hashing";
import { MAX_FAILURES_BY_NAME, signIn } from "@/features/people/signIn";
import { randomUuid } from "@/shared/randomUuid";
import { openTestShop, type TestShop } from "./testShop";

let shop: TestShop;
beforeAll(async () => (shop = await openTestShop()));
afterAll(() => shop.close());

const now = new Date("2026-03-01T10:00:00Z");
async function addPerson() {
  const signInName = `p-${randomUuid().slice(0, 8)}`;
  const passwordHash = await hashPassword("right password");
  await insertPerson(shop.pool, { signInName, displayName: "P", role: "technician", passwordHash }, now);
  return { signInName, passwordHash };
}

describe("signIn", () => {
  it("lets the right password in and keeps only an argon2id hash", async () => {
    const { signInName, passwordHash } = await addPerson();
    expect(passwordHash).toMatch(/^\$argon2id\$/);
    const person = await signIn(shop.pool, { signInName, password: "right password" }, "a", now);
    expect(person).toMatchObject({ signInName, role: "technician" });
    expect(JSON.stringify(person)).not.toContain("argon2");
  });

  it("refuses a wrong password and an unknown name with the same words", async () => {
    const { signInName } = await addPerson();
    const wrong = await signIn(shop.pool, { signInName, password: "wrong" }, "b", now).catch(
      (error: Error) => error.message,
    );
    const unknown = await signIn(shop.pool, { signInName: "nobody", password: "x" }, "b", now).catch(
      (error: Error) => error.message,
    );
    expect(wrong).toBe("Name and password do not fit together.");
    expect(unknown).toBe(wrong);
  });

  it("refuses even the right password after five failures, until ten minutes have passed", async () => {
    const { signInName } = await addPerson();
    const attempt = (password: string, at = now) => signIn(shop.pool, { signInName, password }, `c-${signInName}`, at);
    for (let i = 0; i < MAX_FAILURES_BY_NAME; i++)
      await expect(attempt("wrong")).rejects.toMatchObject({ code: "unauthenticated" });
    await expect(attempt("right password")).rejects.toMatchObject({ code: "too_many_attempts" });
    const later = new Date(now.getTime() + 11 * 60_000);
    await expect(attempt("right password", later)).resolves.toMatchObject({ signInName });
  });

  it("slows one address that tries many names", async () => {
    const origin = `o-${randomUuid()}`;
    for (let i = 0; i < 30; i++) {
      await signIn(shop.pool, { signInName: `guess-${i}-${origin.slice(0, 8)}`, password: "x" }, origin, now).catch(
        () => null,
      );
    }
    await expect(signIn(shop.pool, { signInName: "one-more", password: "x" }, origin, now)).rejects.toMatchObject({
      code: "too_many_attempts",
    });
  }, 30_000);
});
