import { rememberAnswers } from "./rememberAnswers";

it("works a thing out once, forgets the oldest, and keeps neither a failure nor what is not worth it", async () => {
  const worked: string[] = [];
  const ask = rememberAnswers<string>(2, (answer) => answer !== "rough");
  const said = (key: string, answer = key) =>
    ask(key, async () => {
      worked.push(key);
      if (answer === "fails") throw new Error("no");
      return answer;
    });
  expect(await Promise.all([said("a"), said("a")])).toEqual(["a", "a"]);
  await said("b");
  await said("c");
  await said("a");
  expect(worked).toEqual(["a", "b", "c", "a"]);
  await expect(said("x", "fails")).rejects.toThrow("no");
  expect(await said("x", "rough")).toBe("rough");
  expect(await said("x", "good")).toBe("good");
  expect(await said("x", "other")).toBe("good");
});
