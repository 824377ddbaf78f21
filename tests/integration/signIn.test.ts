import { insertPerson } from "@/features/people/personRepository";
import { hashPassword } from "@/features/people/hashing";
import { endSession, endSessionsOf } from "@/features/people/sessionRepository";
import { BY_NAME, signIn } from "@/features/people/signIn";
import { findPersonOfSession } from "@/server/verbs/findPersonOfSession";
import { randomUuid } from "@/shared/randomUuid";
import { openTestShop, type TestShop } from "./testShop";

let shop: TestShop;
beforeAll(async () => (shop = await openTestShop()));
afterAll(() => shop.close());

async function addPerson() {
  const signInName = `p-${randomUuid().slice(0, 8)}`;
  const passwordHash = await hashPassword("right password");
  const person = { signInName, displayName: "P", role: "technician", passwordHash } as const;
  const id = await insertPerson(shop.pool, person, new Date());
  return { id, signInName, passwordHash };
}
const origin = () => `o-${randomUuid().slice(0, 20)}`;
const codeOf = (work: Promise<unknown>) =>
  work.then(
    () => "in",
    (error: { code: string }) => error.code,
  );

describe("signIn", () => {
  it("lets the right password in and keeps only an argon2id hash", async () => {
    const { signInName, passwordHash } = await addPerson();
    expect(passwordHash).toMatch(/^\$argon2id\$/);
    const { person } = await signIn(shop.pool, { signInName, password: "right password" }, origin());
    expect(person).toMatchObject({ signInName, role: "technician" });
    expect(JSON.stringify(person)).not.toContain("argon2");
  });

  it("refuses a wrong password and an unknown name with the same words", async () => {
    const { signInName } = await addPerson();
    const said = (name: string) =>
      signIn(shop.pool, { signInName: name, password: "wrong" }, origin()).catch((error: Error) => error.message);
    expect(await said(signInName)).toBe("Name and password do not fit together.");
    expect(await said("nobody")).toBe("Name and password do not fit together.");
  });

  it("looks at five of three hundred guesses at once, and says how long to wait", async () => {
    const { signInName } = await addPerson();
    const from = origin();
    const guess = (password: string) => signIn(shop.pool, { signInName, password }, from);
    const codes = await Promise.all(Array.from({ length: 300 }, (_, at) => codeOf(guess(`guess ${at}`))));
    const looked = codes.filter((code) => code === "unauthenticated").length;
    expect(looked).toBeGreaterThanOrEqual(1);
    // On a slow machine the first pauses, of one and two seconds, may pass within the burst, and let one more in each.
    expect(looked).toBeLessThanOrEqual(BY_NAME.freeTries + 2);
    expect(codes.filter((code) => code === "too_many_attempts")).toHaveLength(300 - looked);
    await expect(guess("right password")).rejects.toThrow(/Wait (a second|\d+ seconds)/);
  }, 60_000);

  it("pauses, and locks nobody: the right password counts again after the pause", async () => {
    const { signInName } = await addPerson();
    const from = origin();
    const attempt = (password: string) => signIn(shop.pool, { signInName, password }, from);
    for (let at = 0; at < BY_NAME.freeTries; at++) expect(await codeOf(attempt("wrong"))).toBe("unauthenticated");
    expect(await codeOf(attempt("right password"))).toBe("too_many_attempts");
    await shop.pool.execute("UPDATE sign_in_pause SET free_at = UTC_TIMESTAMP(3) WHERE sign_in_name = ?", [signInName]);
    expect(await codeOf(attempt("right password"))).toBe("in");
    expect(await codeOf(attempt("wrong"))).toBe("unauthenticated"); // counted from none again
  });

  it("lets the right person in while a stranger guesses from another address", async () => {
    const { signInName } = await addPerson();
    const stranger = origin();
    for (let at = 0; at < 8; at++) await codeOf(signIn(shop.pool, { signInName, password: "x" }, stranger));
    expect(await codeOf(signIn(shop.pool, { signInName, password: "right password" }, stranger))).toBe(
      "too_many_attempts",
    );
    expect(await codeOf(signIn(shop.pool, { signInName, password: "right password" }, origin()))).toBe("in");
  });

  it("makes the pause longer with each try, up to five minutes", async () => {
    const { signInName } = await addPerson();
    const from = origin();
    const pauses: number[] = [];
    for (let at = 0; at < 18; at++) {
      await codeOf(signIn(shop.pool, { signInName, password: "x" }, from));
      const [rows] = await shop.pool.execute(
        "SELECT TIMESTAMPDIFF(SECOND, tried_at, free_at) AS s FROM sign_in_pause WHERE sign_in_name = ?",
        [signInName],
      );
      pauses.push(Number((rows as { s: number }[])[0]!.s));
      await shop.pool.execute("UPDATE sign_in_pause SET free_at = tried_at WHERE sign_in_name = ?", [signInName]);
    }
    expect(pauses.slice(0, 8)).toEqual([0, 0, 0, 0, 1, 2, 4, 8]);
    expect(pauses.at(-1)).toBe(300);
  });

  it("slows one address that tries many names", async () => {
    const from = origin();
    const codes: string[] = [];
    for (let at = 0; at < 45; at++)
      codes.push(
        await codeOf(signIn(shop.pool, { signInName: `guess-${at}-${from}`.slice(0, 40), password: "x" }, from)),
      );
    expect(codes.slice(0, 39)).toEqual(Array<string>(39).fill("unauthenticated"));
    expect(codes).toContain("too_many_attempts");
  }, 30_000);
});

describe("a session", () => {
  const open = async () => {
    const { id, signInName } = await addPerson();
    const enter = () => signIn(shop.pool, { signInName, password: "right password" }, origin());
    return { id, enter, whose: (key: string) => findPersonOfSession(shop.pool, key) };
  };

  it("ends at sign-out for every copy of its cookie, and leaves the person's other devices in", async () => {
    const { id, enter, whose } = await open();
    const [bench, phone] = [await enter(), await enter()];
    expect(await whose(bench.key)).toMatchObject({ id });
    await endSession(shop.pool, phone.key);
    expect(await whose(phone.key)).toBeNull();
    expect(await whose(bench.key)).toMatchObject({ id });
  });

  it("ends elsewhere when the password is changed, and everywhere for one who has left", async () => {
    const { id, enter, whose } = await open();
    const [here, elsewhere] = [await enter(), await enter()];
    await endSessionsOf(shop.pool, id, here.key);
    expect(await whose(elsewhere.key)).toBeNull();
    expect(await whose(here.key)).toMatchObject({ id });
    await shop.pool.execute("UPDATE person SET disabled_at = UTC_TIMESTAMP(3) WHERE id = ?", [id]);
    expect(await whose(here.key)).toBeNull();
    expect(await codeOf(enter())).toBe("unauthenticated");
  });

  it("runs out by the database's clock, and is not to be read from its table", async () => {
    const { id, enter, whose } = await open();
    const { key } = await enter();
    const [rows] = await shop.pool.execute("SELECT HEX(key_hash) AS h FROM session WHERE person_id = ?", [id]);
    expect(JSON.stringify(rows)).not.toContain(Buffer.from(key).toString("hex").toUpperCase());
    await shop.pool.execute("UPDATE session SET expires_at = UTC_TIMESTAMP(3) WHERE person_id = ?", [id]);
    expect(await whose(key)).toBeNull();
  });
});
