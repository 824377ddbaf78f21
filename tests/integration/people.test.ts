import { DEFAULT_WORKSHOP } from "@/features/faultLibrary/defaultWorkshop";
import { saveWorkshop } from "@/features/workshop/saveWorkshop";
import { formatDay } from "@/shared/format";
import { environment } from "@/server/env";
import { makeFirstLead, mayMakeFirstLead } from "@/features/people/firstLead";
import {
  addPerson,
  changeOwnPassword,
  changePerson,
  getPeoplePage,
  resetPassword,
} from "@/features/people/peopleVerbs";
import { signIn } from "@/features/people/signIn";
import { findPersonOfSession } from "@/server/verbs/findPersonOfSession";
import { randomUuid } from "@/shared/randomUuid";
import { openTestShop, type TestShop } from "./testShop";

let shop: TestShop;
beforeAll(async () => (shop = await openTestShop({ ownDatabase: true })));
afterAll(() => shop.close());

const enter = (signInName: string, password: string) => signIn(shop.pool, { signInName, password }, randomUuid());
const newcomer = async (role: "viewer" | "technician" | "lead" = "technician") => {
  const signInName = `n-${randomUuid().slice(0, 8)}`;
  const { password } = await addPerson(shop.lead, { signInName, displayName: "Newcomer", role });
  const { person, key } = await enter(signInName, password);
  return { signInName, password, key, person };
};

describe("people", () => {
  it("are added with a password that is shown once, and enter with it", async () => {
    const { person, password } = await newcomer("viewer");
    expect(person).toMatchObject({ displayName: "Newcomer", role: "viewer" });
    expect(password).toMatch(/^[a-z2-9]{5}-[a-z2-9]{5}-[a-z2-9]{5}$/);
    expect(JSON.stringify(await getPeoplePage(shop.lead))).not.toContain(password);
    expect((await getPeoplePage(shop.technician)).people).toEqual([]);
  });

  it("have sign-in names of their own, also by an accent or a capital", async () => {
    const { signInName } = await newcomer();
    for (const name of [signInName, signInName.replace("n-", "ñ-")])
      await expect(
        addPerson(shop.lead, { signInName: name, displayName: "Other", role: "viewer" }),
      ).rejects.toMatchObject({ code: "invalid_input", message: expect.stringMatching(/already/) });
  });

  it("who have left are out at once, keep their name on what they did, and may come back", async () => {
    const { person, key, signInName, password } = await newcomer();
    const change = (isDisabled: boolean) =>
      changePerson(shop.lead, { personId: person.id, displayName: "Newcomer", role: "technician", isDisabled });
    await change(true);
    expect(await findPersonOfSession(shop.pool, key)).toBeNull();
    await expect(enter(signInName, password)).rejects.toMatchObject({ code: "unauthenticated" });
    expect((await getPeoplePage(shop.lead)).people.find(({ id }) => id === person.id)).toMatchObject({
      isDisabled: true,
    });
    await change(false);
    expect((await enter(signInName, password)).person.id).toBe(person.id);
  });

  it("lose the sessions of other devices with a new password, and all of them when a lead makes one", async () => {
    const { person, key, signInName, password } = await newcomer();
    const other = await enter(signInName, password);
    const context = { ...shop.technician, person };
    await expect(changeOwnPassword(context, { current: "wrong", next: "a longer one" }, key)).rejects.toMatchObject({
      code: "invalid_input",
    });
    expect(await findPersonOfSession(shop.pool, other.key)).not.toBeNull();
    await changeOwnPassword(context, { current: password, next: "a longer one" }, key);
    expect(await findPersonOfSession(shop.pool, key)).not.toBeNull();
    expect(await findPersonOfSession(shop.pool, other.key)).toBeNull();
    const made = await resetPassword(shop.lead, { personId: person.id });
    expect(await findPersonOfSession(shop.pool, key)).toBeNull();
    await expect(enter(signInName, "a longer one")).rejects.toMatchObject({ code: "unauthenticated" });
    expect((await enter(signInName, made.password)).person.id).toBe(person.id);
  });

  it("always have a lead, also when two leads take the role from each other at once", async () => {
    await shop.pool.execute("UPDATE person SET role = 'technician' WHERE role = 'lead' AND id <> ?", [
      shop.lead.person.id,
    ]);
    const other = (await newcomer("lead")).person;
    const demote = (personId: number) =>
      changePerson(shop.lead, { personId, displayName: "Lead", role: "technician", isDisabled: false });
    const both = await Promise.allSettled([demote(other.id), demote(shop.lead.person.id)]);
    expect(both.filter(({ status }) => status === "fulfilled")).toHaveLength(1);
    const [rows] = await shop.pool.execute("SELECT COUNT(*) AS n FROM person WHERE role = 'lead'");
    expect((rows as { n: number }[])[0]!.n).toBe(1);
  });
});

describe("the shop's clock", () => {
  it("is the one that its lead set, for whoever comes by next", async () => {
    const { key } = await newcomer();
    const at = new Date("2026-03-01T23:30:00Z");
    await saveWorkshop(shop.lead, { version: 0, content: { ...DEFAULT_WORKSHOP, timeZone: "Etc/GMT-13" } });
    await findPersonOfSession(shop.pool, key);
    expect(formatDay(at)).toBe("2026-03-02");
    await saveWorkshop(shop.lead, { version: 1, content: DEFAULT_WORKSHOP });
    await findPersonOfSession(shop.pool, key);
    expect(formatDay(at)).toBe("2026-03-01");
  });
});

describe("the first lead", () => {
  const input = { displayName: "First", signInName: "first", password: "three plain words" };

  it("is made by the printed address alone, once, however many open it at the same moment", async () => {
    const empty = await openTestShop({ ownDatabase: true });
    try {
      await empty.pool.execute("DELETE FROM person");
      const { FIRST_LEAD_KEY: key } = environment();
      expect(key.length).toBeGreaterThan(10); // set by environment.ts of these tests
      expect(await mayMakeFirstLead(empty.pool, "guessed")).toBe(false);
      expect(await mayMakeFirstLead(empty.pool, "")).toBe(false);
      expect(await mayMakeFirstLead(empty.pool, key)).toBe(true);
      await expect(makeFirstLead(empty.pool, { ...input, key: "guessed" })).rejects.toMatchObject({
        code: "forbidden",
      });
      const all = await Promise.allSettled(
        [1, 2, 3].map((at) => makeFirstLead(empty.pool, { ...input, signInName: `first${at}`, key })),
      );
      expect(all.filter(({ status }) => status === "fulfilled")).toHaveLength(1);
      expect(await mayMakeFirstLead(empty.pool, key)).toBe(false);
    } finally {
      await empty.close();
    }
  });
});
